/** What the circuit does in all its states, kept for the same wiring: an edit elsewhere does not solve them all again. */
import type { Build } from '../../document/index.ts';
import { type DarkLamp, darkLamps, type SneakPath, sneakPaths } from '../../protection/index.ts';

interface Solved {
  sneaks: SneakPath[];
  dark: DarkLamp[];
}

const kept = new WeakMap<Build['wires'], { build: Build; solved: Solved }>();
/** All that decides which lamp lights, and which should. */
const WIRING_PARTS = ['elements', 'controls', 'slots', 'models', 'functions', 'electrics'] as const;

/** Moving a lamp changes nothing here; which lamps there are, and of what model, does. */
const sameLamps = (one: Build['lamps'], other: Build['lamps']): boolean =>
  one === other ||
  (Object.keys(one).length === Object.keys(other).length &&
    Object.values(one).every(({ id, modelKey, tag }) => other[id]?.modelKey === modelKey && other[id].tag === tag));

export function keptWiring(build: Build): Solved {
  const known = kept.get(build.wires);
  if (
    known &&
    WIRING_PARTS.every((part) => known.build[part] === build[part]) &&
    sameLamps(known.build.lamps, build.lamps)
  )
    return known.solved;
  const solved = { sneaks: sneakPaths(build), dark: darkLamps(build) };
  kept.set(build.wires, { build, solved });
  return solved;
}
