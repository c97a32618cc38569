/**
 * Builds as last read or written, by the very text that is in the database: a row whose text is the same needs no
 * parsing or checking again, and what is derived from a build's unchanged parts can be kept by their identity.
 */
import { type Build, migrateBuild } from '../../core/build/index.ts';

const MOST_BUILDS = 200;

export function buildCache() {
  const known = new Map<string, { text: string; build: Build }>();
  const keep = (unitId: string, text: string, build: Build): Build => {
    known.delete(unitId);
    known.set(unitId, { text, build });
    if (known.size > MOST_BUILDS) known.delete(known.keys().next().value!);
    return build;
  };
  return {
    keep,
    read({ id, tag, build: text }: { id: string; tag: string; build: string }): Build {
      const hit = known.get(id);
      if (hit?.text === text) return hit.build;
      const build = migrateBuild(JSON.parse(text));
      if (!build.ok) throw new Error(`Build of ${tag} cannot be read: ${build.reason.message}`);
      return keep(id, text, build.value);
    },
  };
}
