/**
 * Taking an operation back. What it did is kept beside it in the log as patches; it can be taken back as long as what it
 * left behind still stands, whoever has worked on other things meanwhile. Only the log's keeper makes such patches: what
 * a client sends is the name of the operation.
 */
import type { Patch } from 'immer';
import { ok, type Result, refused } from '../../result.ts';
import { sameData } from '../checks/sameData.ts';

/** What an operation did to a document, and what takes it back. */
export interface Change {
  forward: Patch[];
  inverse: Patch[];
}

/** How deep a field lies: collection / id / field; deeper changes share their field. */
const FIELD_DEPTH = 3;

/** 'lamps/ID/position' for a patch path; whole entities keep two parts. */
export const fieldOf = (path: Patch['path']): string => path.slice(0, FIELD_DEPTH).join('/');

function valueAt(document: object, path: Patch['path']): unknown {
  let value: unknown = document;
  for (const part of path) {
    if (typeof value !== 'object' || value === null || !Object.hasOwn(value, part)) return undefined;
    value = (value as Record<PropertyKey, unknown>)[part];
  }
  return value;
}

/** A patch that removed something has no value: then nothing may be there. */
const stands = (document: object, { path, value }: Patch): boolean => sameData(valueAt(document, path), value);

/** The patches that take a change back, or the field on which something else was done since. */
export function takeBack(document: object, { forward, inverse }: Change): Result<Patch[], { field: string }> {
  const lost = forward.find((patch) => !stands(document, patch));
  return lost ? refused({ field: fieldOf(lost.path) }) : ok(inverse);
}
