/**
 * Builds as last read or written, by unit and revision: a document never changes without a new revision, so a hit needs
 * neither reading nor checking, and what is derived from a build's unchanged parts can be kept by their identity.
 */
import type { Build } from '../../core/document/index.ts';
import { ApiError } from '../errors.ts';
import { readBuild } from './judgeWorker.ts';

const MAX_BUILDS = 200;

export function buildCache() {
  const known = new Map<string, { revision: number; build: Build }>();
  const keep = (unitId: string, revision: number, build: Build): Build => {
    known.delete(unitId);
    known.set(unitId, { revision, build });
    if (known.size > MAX_BUILDS) known.delete(known.keys().next().value!);
    return build;
  };
  return {
    keep,
    at(unitId: string, revision: number): Build | null {
      const hit = known.get(unitId);
      return hit?.revision === revision ? hit.build : null;
    },
    /** Reads a stored document; one that cannot be read is refused with the reason, and nothing else is touched. */
    read(unitId: string, tag: string, revision: number, text: string): Build {
      const build = readBuild(text);
      if (!build.ok) throw new ApiError('UNIT_DAMAGED', `The record of ${tag} cannot be read: ${build.why}`);
      return keep(unitId, revision, build.value);
    },
  };
}
