/** Thicker wire for a feed that loses too much, put where it helps most. */

import { feedFigures, isCopperMost, USUAL_BUNDLE, wiresOnWay } from '../../circuit/index.ts';
import type { Build, Id, OperationDraft, Wire } from '../../document/index.ts';
import { deriveFeeds, type Feed, isSized } from '../../graph/index.ts';
import { cutList, takesMm2 } from '../../harness/index.ts';
import {
  type Amps,
  ampacityA,
  type Conductor,
  conductor,
  conductorsOf,
  type SquareMillimetres,
  type Volts,
} from '../../units/index.ts';

export interface ThickerWire {
  /** Sizes as the table writes them, with how many wires take each. */
  sizes: { gauge: string; table: 'awg' | 'metric'; wires: number }[];
  operations: OperationDraft[];
}

/** Thinner wire does not outlive a working unit, whatever its current (common practice, no source). */
const THINNEST_MM2 = 0.75;

/** The thinnest wire that a fuse protects in a bundle, and that outlives a working unit. */
export const thinnestFor = (table: 'awg' | 'metric', ratingA: Amps): Conductor | undefined =>
  conductorsOf(table).find(
    (size) => size.areaMm2 >= THINNEST_MM2 && ampacityA(size, { bundled: USUAL_BUNDLE }) >= ratingA,
  );

/** No feed needs more rounds: each makes one wire a size thicker. */
const MAX_ROUNDS = 200;

/** Leads at the panel stay as they are: nobody lugs thick wire into a fuse holder for a hand's width of it. */
const LEAD_MM = 600;

/** A piece of the run itself, however short: crimp to crimp it takes what the run takes. */
const isBetweenCrimps = (build: Build, { from, to }: Wire): boolean =>
  [from, to].every(({ elementId }) => build.elements[elementId]?.kind === 'splice');

const nextSize = (wire: Wire): Conductor | undefined => {
  const { areaMm2 } = conductor(wire.table, wire.gauge);
  return conductorsOf(wire.table).find((size) => size.areaMm2 > areaMm2 + 1e-9);
};

/**
 * Sizes that bring a feed within its drop budget with little copper: again and again the wire on the worst lamp's way
 * that saves most volts for its copper is made a size thicker, as far as the fittings at its ends take it. Ends, too,
 * where copper is the smaller half of what is lost: thicker wire would be carried for nothing. `within` tells whether
 * the budget was met; where it was not, the sizes are the best that can be had.
 */
function thickerSizes(build: Build, fuseId: Id): { sizes: ReadonlyMap<Id, Conductor>; within: boolean } {
  const takes = new Map(
    cutList(build).map((line) => [line.wireId, Math.min(takesMm2(line.from.fitting), takesMm2(line.end.fitting))]),
  );
  const sizes = new Map<Id, Conductor>();
  let tried = build;
  let reached: { dropV: Volts; dropBudgetV: Volts } | null = null;
  for (let round = 0; round < MAX_ROUNDS; round++) {
    const feed = deriveFeeds(tried).find((each) => each.fuse.id === fuseId);
    if (!feed) break;
    const { dropV, dropBudgetV, drop, sections } = feedFigures(tried, feed);
    if (dropV <= dropBudgetV || !drop.loadId) return { sizes: pruned(build, fuseId, sizes, dropBudgetV), within: true };
    reached = { dropV, dropBudgetV };
    if (!isCopperMost(drop)) break;
    const currentA = new Map(sections.map((section) => [section.wire.id, section.currentA]));
    // What a size thicker saves in volts for the copper it adds: length falls out, current over both areas stays.
    const worth = (wire: Wire) =>
      (currentA.get(wire.id) ?? 0) /
      (conductor(wire.table, wire.gauge).areaMm2 * (nextSize(wire)?.areaMm2 ?? Number.POSITIVE_INFINITY));
    const way = wiresOnWay(tried, feed, drop.loadId);
    const isLead = (wire: Wire) => wire.lengthMm < LEAD_MM && !isBetweenCrimps(tried, wire);
    const most = mostBehind(feed, way, (wire) => (isLead(wire) ? Number.POSITIVE_INFINITY : (takes.get(wire.id) ?? 0)));
    const [worst] = way
      .filter((wire) => {
        const next = nextSize(wire);
        return next !== undefined && isSized(wire) && !isLead(wire) && next.areaMm2 <= most(wire) + 1e-9;
      })
      .sort((a, b) => worth(b) - worth(a));
    if (!worst) break;
    sizes.set(worst.id, nextSize(worst)!);
    tried = withSizes(build, sizes);
  }
  // It cannot be brought within its budget: what saves next to nothing is not worth its copper.
  const target = reached ? reached.dropV + NEXT_TO_NOTHING * reached.dropBudgetV : 0;
  return { sizes: reached ? pruned(build, fuseId, sizes, target) : sizes, within: false };
}

/** Of the budget; common practice, no source. */
const NEXT_TO_NOTHING = 0.05;

/** So much thicker than what is ahead of it may a wire be: a short pigtail into a block is made, ten times of it is not. */
const MOST_BEHIND_RATIO = 2;

/**
 * The thickest that each wire of a way may be: what its own ends take, and not much more than what the wires ahead of it
 * can be (common practice, no source). Behind a block that takes 2.5 mm2 nobody runs 10.
 */
function mostBehind(
  feed: Feed,
  way: readonly Wire[],
  takesMm2: (wire: Wire) => SquareMillimetres,
): (wire: Wire) => SquareMillimetres {
  const returning = new Set(feed.groundWires.map(({ id }) => id));
  const most = new Map<Id, SquareMillimetres>();
  let aheadMm2 = Number.POSITIVE_INFINITY;
  for (const wire of way.filter(({ id }) => !returning.has(id)).reverse()) {
    most.set(wire.id, Math.min(MOST_BEHIND_RATIO * aheadMm2, takesMm2(wire)));
    aheadMm2 = Math.min(aheadMm2, takesMm2(wire));
  }
  return (wire) => most.get(wire.id) ?? Math.min(MOST_BEHIND_RATIO * aheadMm2, takesMm2(wire));
}

/** Without the steps that turned out not to be needed once others were taken. */
function pruned(
  build: Build,
  fuseId: Id,
  sizes: ReadonlyMap<Id, Conductor>,
  targetV: Volts,
): ReadonlyMap<Id, Conductor> {
  const left = new Map(sizes);
  for (const [id, size] of sizes) {
    const { table, gauge } = build.wires[id]!;
    const own = conductor(table, gauge);
    const thinner = conductorsOf(table).filter(
      (each) => each.areaMm2 < size.areaMm2 - 1e-9 && each.areaMm2 >= own.areaMm2 - 1e-9,
    );
    for (const each of thinner.reverse()) {
      const tried = new Map(left).set(id, each);
      const changed = withSizes(build, tried);
      const feed = deriveFeeds(changed).find(({ fuse }) => fuse.id === fuseId)!;
      if (feedFigures(changed, feed).dropV > targetV + 1e-9) break;
      left.set(id, each);
    }
    if (left.get(id)!.gauge === gauge) left.delete(id);
  }
  return left;
}

/** The build with these wires in other sizes. */
const withSizes = (build: Build, sizes: ReadonlyMap<Id, Conductor>): Build => ({
  ...build,
  wires: {
    ...build.wires,
    ...Object.fromEntries(
      [...sizes].map(([id, { gauge }]) => [id, { ...build.wires[id]!, gauge: gauge as Wire['gauge'] }]),
    ),
  },
});

/** The same as operations, with whether they bring the feed within its budget. */
export function thickerWire(build: Build, fuseId: Id): ThickerWire & { within: boolean } {
  const { sizes, within } = thickerSizes(build, fuseId);
  return { ...asOperations(build, sizes), within };
}

/** Thicker wire for a feed that loses too much; null when it does not, or no thicker wire brings it within its budget. */
export function planThickerWire(build: Build, fuseId: Id): ThickerWire | null {
  const { within, ...thicker } = thickerWire(build, fuseId);
  return within && thicker.operations.length > 0 ? thicker : null;
}

function asOperations(build: Build, sizes: ReadonlyMap<Id, Conductor>): ThickerWire {
  const groups = new Map<string, { gauge: string; table: 'awg' | 'metric'; wireIds: Id[] }>();
  for (const [id, { gauge }] of sizes) {
    const { table } = build.wires[id]!;
    const group = groups.get(`${table} ${gauge}`) ?? { gauge, table, wireIds: [] };
    group.wireIds.push(id);
    groups.set(`${table} ${gauge}`, group);
  }
  const all = [...groups.values()];
  return {
    sizes: all.map(({ gauge, table, wireIds }) => ({ gauge, table, wires: wireIds.length })),
    operations: all.map(({ gauge, wireIds }) => ({ kind: 'editWires', wireIds, changes: { gauge } })),
  };
}
