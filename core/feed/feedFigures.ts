/** The figures of one feed, each with its reason: load, length, drop, and the chain of limits in series. */
import type { Build, Element, Id, Lamp } from '../build/index.ts';
import { ampacityA, conductor } from '../units/index.ts';
import { compileNetwork, restingVoltageV } from './compileNetwork.ts';
import type { Feed } from './deriveFeeds.ts';
import { CONTINUOUS_PART, fuseForLoadA } from './fuses.ts';
import { solveCircuit } from './solveCircuit.ts';

/** Drop allowed from battery to the far lamp: 3 %, as ABYC E-11 asks for navigation lights (from memory). */
export const DROP_BUDGET_PERCENT = 3;

/** One link of the chain: what it may carry, and why that is the figure. */
export interface Limit {
  kind: 'slot' | 'fuse' | 'switch' | 'relay' | 'wire';
  name: string;
  limitA: number;
  reason: string;
  elementIds: Id[];
  wireIds: Id[];
}

export interface FeedFigures {
  averageA: number;
  maximumA: number;
  /** Longest way from the source to a lamp along the supply wires, mm. */
  longestRunMm: number;
  cutLengthMm: number;
  farLamp: Lamp | null;
  farLampV: number;
  sourceV: number;
  dropV: number;
  dropPercent: number;
  dropBudgetV: number;
  fuseNeededA: number | null;
  fuseReason: string;
  limits: Limit[];
  weakest: Limit | null;
}

const round1 = (value: number) => Math.round(value * 10) / 10;

/** Sum of a rated current over lamps. */
export const ratedCurrentA = (build: Build, lamps: readonly Lamp[], load: 'averageA' | 'maximumA'): number =>
  lamps.reduce((sum, lamp) => sum + (build.models[lamp.modelKey]?.[load] ?? 0), 0);

/** Wire from the fuse to each lamp, by walking the feed's own wires from the source outward. */
function runLengths(feed: Feed): Map<Id, number> {
  const reached = new Map<string, number>();
  const start = feed.source?.id ?? feed.fuse.id;
  reached.set(start, 0);
  // Wires stand in walking order, so each one's near end is known before its far end.
  for (const wire of feed.wires) {
    const near = reached.has(wire.from.elementId) ? wire.from.elementId : wire.to.elementId;
    const far = near === wire.from.elementId ? wire.to.elementId : wire.from.elementId;
    if (!reached.has(far)) reached.set(far, (reached.get(near) ?? 0) + wire.lengthMm);
  }
  return reached;
}

function limitsOf(feed: Feed): Limit[] {
  const limits: Limit[] = [];
  if (feed.slot) {
    const { label, limitA, ownLoadA } = feed.slot;
    limits.push({
      kind: 'slot',
      name: `Slot ${label}`,
      limitA: limitA - ownLoadA,
      reason: ownLoadA > 0 ? `${limitA} A less ${ownLoadA} A of its own` : `the slot carries ${limitA} A`,
      elementIds: feed.source ? [feed.source.id] : [],
      wireIds: [],
    });
  }
  limits.push({
    kind: 'fuse',
    name: `Fuse ${feed.fuse.ratingA} A`,
    limitA: feed.fuse.ratingA,
    reason: `opens above ${feed.fuse.ratingA} A; carries ${round1(feed.fuse.ratingA * CONTINUOUS_PART)} A all day`,
    elementIds: [feed.fuse.id],
    wireIds: [],
  });
  for (const { element, control } of [...feed.contacts, ...feed.groundContacts]) {
    const limitA = element.kind === 'relay' ? element.ratingA : control.ratingA;
    if (limitA === null) continue;
    const name = element.kind === 'relay' ? `Relay for ${control.name}` : control.name;
    const reason = element.kind === 'relay' ? 'rating of its contact' : `rating of the ${control.kind}`;
    limits.push({ kind: element.kind, name, limitA, reason, elementIds: [element.id], wireIds: [] });
  }
  const byGauge = new Map<string, Limit>();
  for (const wire of [...feed.wires, ...feed.groundWires]) {
    const key = `${wire.table} ${wire.gauge}`;
    const known = byGauge.get(key);
    if (known) {
      known.wireIds.push(wire.id);
      continue;
    }
    byGauge.set(key, {
      kind: 'wire',
      name: wire.table === 'awg' ? `Wire ${wire.gauge} AWG` : `Wire ${wire.gauge} mm²`,
      limitA: round1(ampacityA(conductor(wire.table, wire.gauge), { bundled: 3 })),
      reason: '105 °C insulation, three in a bundle, outside the engine bay (ABYC E-11, from memory)',
      elementIds: [],
      wireIds: [wire.id],
    });
  }
  return [...limits, ...byGauge.values()];
}

/** Solves the feed with everything on it lit at its maximum, key on, and gathers its figures. */
export function feedFigures(build: Build, feed: Feed): FeedFigures {
  const averageA = ratedCurrentA(build, feed.lamps, 'averageA');
  const maximumA = ratedCurrentA(build, feed.lamps, 'maximumA');
  const controlIds = new Set([...feed.contacts, ...feed.groundContacts].map(({ control }) => control.id));
  const solution = solveCircuit(compileNetwork(onlyFeed(build, feed), { keyOn: true, controlIds, load: 'maximum' }));
  const sourceV = restingVoltageV(build.electrics.systemVoltageV);
  let farLamp: Lamp | null = null;
  let farLampV = sourceV;
  for (const elementId of feed.elementIds) {
    const element = build.elements[elementId];
    const state = solution.elements[elementId];
    if (element?.kind !== 'lampLoad' || !state) continue;
    if (farLamp === null || state.voltageV < farLampV) {
      farLamp = build.lamps[element.lampId] ?? null;
      farLampV = state.voltageV;
    }
  }
  const dropV = sourceV - farLampV;
  const fuseNeededA = fuseForLoadA(maximumA);
  const limits = limitsOf(feed);
  const weakest = limits.reduce<Limit | null>(
    (least, each) => (least === null || each.limitA < least.limitA ? each : least),
    null,
  );
  return {
    averageA,
    maximumA,
    longestRunMm: Math.max(0, ...runLengths(feed).values()),
    cutLengthMm: [...feed.wires, ...feed.groundWires].reduce((sum, wire) => sum + wire.lengthMm, 0),
    farLamp,
    farLampV,
    sourceV,
    dropV,
    dropPercent: (100 * dropV) / sourceV,
    dropBudgetV: (sourceV * DROP_BUDGET_PERCENT) / 100,
    fuseNeededA,
    fuseReason:
      fuseNeededA === null
        ? `${round1(maximumA)} A is more than a blade fuse carries; split the feed`
        : `${round1(maximumA)} A lit / ${CONTINUOUS_PART} = ${round1(maximumA / CONTINUOUS_PART)} A, next blade ${fuseNeededA} A`,
    limits,
    weakest,
  };
}

/**
 * The build with this feed's circuit alone: the others hang on the same battery but not on its wires. Its source is
 * taken as live: whether the slot is dead is a finding of its own and must not pass for a drop.
 */
function onlyFeed(build: Build, feed: Feed): Build {
  const elements = Object.fromEntries(
    feed.elementIds.map((id): [Id, Element] => {
      const element = build.elements[id]!;
      return [id, element.kind === 'tap' ? { id, kind: 'stud', name: element.name } : element];
    }),
  );
  const wires = Object.fromEntries([...feed.wires, ...feed.groundWires].map((wire) => [wire.id, wire]));
  return { ...build, elements, wires };
}
