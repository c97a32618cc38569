/** Thicker wire for a feed that loses too much, put where it helps most. */

import { feedFigures, solveSetting } from '../circuit/index.ts';
import { applyDrafts, type Build, type Id, type Lamp, type OperationDraft, type Wire } from '../document/index.ts';
import { deriveFeeds, type Feed, outward, outwardWires } from '../graph/index.ts';
import { cutList, takesMm2 } from '../harness/index.ts';
import { type Conductor, conductor, conductorsOf } from '../units/index.ts';

export interface ThickerWire {
  /** Sizes as the table writes them, with how many wires take each. */
  sizes: { gauge: string; table: 'awg' | 'metric'; wires: number }[];
  operations: OperationDraft[];
}

/** No feed needs more rounds: each makes one wire a size thicker. */
const MAX_ROUNDS = 200;

/** Wires on the way from the source to a lamp and from there to ground. */
function wayOf(build: Build, feed: Feed, lamp: Lamp): Wire[] {
  const load = Object.values(build.elements).find(
    (element) => element.kind === 'lampLoad' && element.lampId === lamp.id,
  )!;
  const way: Wire[] = [];
  const onWay = new Set([load.id]);
  for (const { wire, near, far } of outwardWires(build, feed).reverse()) {
    if (!onWay.has(far)) continue;
    onWay.add(near);
    way.push(wire);
  }
  const returning = new Set([load.id]);
  for (const { wire, near, far } of outward(build, feed.groundWires, [load.id])) {
    // Another lamp on the same return is not on this one's way.
    if (!returning.has(near) || build.elements[far]?.kind === 'lampLoad') continue;
    returning.add(far);
    way.push(wire);
  }
  return way;
}

/** Leads at the panel stay as they are: nobody lugs thick wire into a fuse holder for a hand's width of it. */
const LEAD_MM = 600;

const nextSize = (wire: Wire): Conductor | undefined => {
  const { areaMm2 } = conductor(wire.table, wire.gauge);
  return conductorsOf(wire.table).find((size) => size.areaMm2 > areaMm2 + 1e-9);
};

/**
 * The operations that bring a feed within its drop budget with little copper: again and again the wire on the far lamp's
 * way that saves most volts for its copper is made a size thicker, as far as the fittings at its ends take it. Null when the feed is gone or
 * no more can be done.
 */
export function planThickerWire(build: Build, fuseId: Id): ThickerWire | null {
  const takes = new Map(
    cutList(build).map((line) => [line.wireId, Math.min(takesMm2(line.from.fitting), takesMm2(line.end.fitting))]),
  );
  const sizes = new Map<Id, Conductor>();
  let tried = build;
  for (let round = 0; round < MAX_ROUNDS; round++) {
    const feed = deriveFeeds(tried).find((each) => each.fuse.id === fuseId);
    if (!feed) return null;
    const { dropV, dropBudgetV, farLamp } = feedFigures(tried, feed);
    if (dropV <= dropBudgetV) return sizes.size > 0 ? asOperations(build, sizes) : null;
    const { elements } = solveSetting(tried, {
      keyOn: true,
      controlIds: new Set([...feed.contacts, ...feed.groundContacts].map(({ control }) => control.id)),
      load: 'maximum',
    }).solution;
    // What a size thicker saves in volts for the copper it adds: length falls out, current over both areas stays.
    const worth = (wire: Wire) =>
      Math.abs(elements[wire.id]?.currentA ?? 0) /
      (conductor(wire.table, wire.gauge).areaMm2 * (nextSize(wire)?.areaMm2 ?? Number.POSITIVE_INFINITY));
    const [worst] = (farLamp ? wayOf(tried, feed, farLamp) : [])
      .filter((wire) => {
        const next = nextSize(wire);
        return next !== undefined && wire.lengthMm >= LEAD_MM && next.areaMm2 <= (takes.get(wire.id) ?? 0) + 1e-9;
      })
      .sort((a, b) => worth(b) - worth(a));
    if (!worst) return null;
    sizes.set(worst.id, nextSize(worst)!);
    const thicker = applyDrafts(build, asOperations(build, sizes).operations);
    if (!thicker.ok) return null;
    tried = thicker.value;
  }
  return null;
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
