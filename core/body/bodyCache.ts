import type { Build } from '../document/index.ts';
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

/** The body of a stored build. Its parameters were checked on the way in, so a failure is a programming error. */
export function bodyOf({ body: { bodyId, parameters, ...extras } }: Pick<Build, 'body'>): Body {
  const body = keptBody(bodyId, parameters, extras);
  if (!body) throw new RangeError(`The dimensions of body "${bodyId}" do not fit its template`);
  return body;
}
