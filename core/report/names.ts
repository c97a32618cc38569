/** Names by which people ask: controls and feeds as they are written, lamps by tag; each refused with what there is. */
import type { Build, Id } from '../document/index.ts';
import type { Feed } from '../graph/index.ts';

/** A name that the unit does not know: what is wrong, where, and what there is. */
export class UnknownName extends Error {
  constructor(
    what: string,
    readonly path: string,
    name: string,
    known: readonly string[],
  ) {
    super(`There is no ${what} "${name}". There are: ${[...known].sort().join(', ') || 'none'}.`);
  }
}

function find<T>(all: readonly T[], nameOf: (one: T) => string, what: string, path: string, name: string): T {
  const found = all.find((each) => nameOf(each) === name);
  if (!found) throw new UnknownName(what, path, name, all.map(nameOf));
  return found;
}

export const controlNamed = (build: Build, name: string, path: string): Id =>
  find(
    Object.values(build.controls).filter((each) => each.kind !== 'signal'),
    (each) => each.name,
    'control',
    path,
    name,
  ).id;

export const signalNamed = (build: Build, name: string, path: string): Id =>
  find(
    Object.values(build.controls).filter((each) => each.signal !== null),
    (each) => each.signal!,
    'signal',
    path,
    name,
  ).id;

export const lampTagged = (build: Build, tag: string, path: string): Id =>
  find(Object.values(build.lamps), (each) => each.tag, 'lamp', path, tag).id;

export const feedNamed = (feeds: readonly Feed[], name: string, path: string): Feed =>
  find(feeds, (each) => each.fuse.name, 'feed', path, name);
