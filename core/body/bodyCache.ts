import type { Body } from './bodyModel.ts';
import { type BodyExtras, makeBody } from './makeBody.ts';

/** Bodies made lately: most edits leave them as they are, and making one costs milliseconds. */
const bodies = new Map<string, Body | null>();
const MAX_BODIES = 128;

/** A body by template, dimensions and extras, kept between edits; null when the dimensions do not fit the template. */
export function keptBody(bodyId: string, parameters: Record<string, number>, extras: BodyExtras = {}): Body | null {
  const key = JSON.stringify([bodyId, parameters, extras.outlines ?? null, extras.attachments ?? []]);
  const known = bodies.get(key);
  if (known !== undefined) return known;
  const made = makeBody(bodyId, parameters, extras);
  const [oldest] = bodies.keys();
  if (bodies.size >= MAX_BODIES && oldest !== undefined) bodies.delete(oldest);
  bodies.set(key, made.ok ? made.value : null);
  return made.ok ? made.value : null;
}
