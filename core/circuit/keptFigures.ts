/** Figures of feeds kept while only lamps move: where a lamp sits changes no current. */
import type { Build, Id } from '../document/index.ts';
import type { Feed } from '../graph/index.ts';
import { type FeedFigures, feedFigures } from './feedFigures.ts';

interface Kept {
  circuit: readonly unknown[];
  byFuse: Map<Id, { lamps: string; figures: FeedFigures }>;
}

/** The last figures of each circuit, by its parts. */
const kept = new WeakMap<Build['elements'], Kept>();

const circuitOf = (build: Build): readonly unknown[] => [
  build.wires,
  build.slots,
  build.controls,
  build.electrics,
  build.models,
  // What a lamp draws on the mean follows what it shows.
  build.functions,
  build.patterns,
];

/** As feedFigures, from memory where nothing that carries current has changed. */
export function keptFigures(build: Build, feed: Feed): FeedFigures {
  const circuit = circuitOf(build);
  let own = kept.get(build.elements);
  if (!own || own.circuit.some((part, index) => part !== circuit[index])) {
    own = { circuit, byFuse: new Map() };
    kept.set(build.elements, own);
  }
  const lamps = feed.lamps.map((lamp) => `${lamp.id} ${lamp.modelKey}`).join();
  const known = own.byFuse.get(feed.fuse.id);
  if (known?.lamps === lamps) {
    const { farLamp, drop } = known.figures;
    const now = farLamp && (build.lamps[farLamp.id] ?? null);
    return { ...known.figures, farLamp: now, drop: { ...drop, lamp: now } };
  }
  const figures = feedFigures(build, feed);
  own.byFuse.set(feed.fuse.id, { lamps, figures });
  return figures;
}
