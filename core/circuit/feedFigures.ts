/** The figures of one feed, each with its reason: load, length, drop, and the chain of limits in series. */
import type { Build, Element, FuseFamily, Id, Lamp } from '../document/index.ts';
import { meanCurrentA } from '../flash/index.ts';
import type { Contact } from '../graph/index.ts';
import { type Feed, isRun, outwardWires, sourceName } from '../graph/index.ts';
import { type Amps, ampacityA, conductor, gaugeName, type Millimetres, type Volts } from '../units/index.ts';
import { coldCurrentA, restingVoltageV, solveSetting } from './compileNetwork.ts';
import { CONTINUOUS_RATIO, FAMILIES, fuseForLoadA, openingTime, SMALLEST_FUSE_A } from './fuses.ts';
import { type Drop, dropOf, judgedDropV, type Section, sectionsOf, USUAL_BUNDLE } from './sections.ts';

/** One link of the chain: what it may carry, what it has to, and why that is the figure. */
export interface Limit {
  kind: 'slot' | 'tap' | 'fuse' | 'main' | 'switch' | 'relay' | 'channel' | 'flasher' | 'connector' | 'wire';
  name: string;
  limitA: Amps;
  /** What the lamps behind it draw, all lit, A. */
  loadA: Amps;
  /** Largest current that gets there before something opens, A. */
  deviceRatingA: Amps;
  reason: string;
  elementIds: Id[];
  wireIds: Id[];
}

export interface FeedFigures {
  averageA: Amps;
  maximumA: Amps;
  /** Longest way from the source to a lamp along the supply wires, mm. */
  longestRunMm: Millimetres;
  cutLengthMm: Millimetres;
  /** Wire by wire, in the order of the walk from the source and then to ground. */
  sections: Section[];
  drop: Drop;
  /** The lamp that loses most for what it may lose; null where a capped end does, or nothing hangs there. */
  farLamp: Lamp | null;
  farLampV: Volts;
  sourceV: Volts;
  /** Lost on the way there and back, copper warm; the battery's own loss is not counted against a wire. */
  dropV: Volts;
  dropPercent: number;
  dropBudgetV: Volts;
  /** What the lamps take in the first instant, on cold filaments, were there no wire before them, A. */
  inrushA: Amps;
  fuseNeededA: Amps | null;
  fuseReason: string;
  limits: Limit[];
  weakest: Limit | null;
}

/** A feed with its figures. */
export interface AssessedFeed {
  feed: Feed;
  figures: FeedFigures;
}

/** What the lamp or capped end that loses most is called; empty where nothing hangs on the feed. */
export const farEndName = (build: Build, { farLamp, drop }: FeedFigures): string =>
  farLamp?.tag ?? (drop.loadId ? (build.elements[drop.loadId]?.name ?? '') : '');

/** What feeds draw from one slot together, every lamp lit, A. */
export const takenFromSlotA = (feeds: readonly AssessedFeed[], slotId: Id): Amps =>
  feeds.filter(({ feed }) => feed.slot?.id === slotId).reduce((sum, { figures }) => sum + figures.maximumA, 0);

const round1 = (value: number) => Math.round(value * 10) / 10;

/** What is planned to hang on the capped ends of a feed, A. */
export const plannedA = ({ caps }: Pick<Feed, 'caps'>): Amps => caps.reduce((sum, cap) => sum + cap.plannedA, 0);

/** Sum over lamps: every head lit, or on the mean of what they show. */
export const ratedCurrentA = (build: Build, lamps: readonly Lamp[], load: 'averageA' | 'maximumA'): Amps =>
  lamps.reduce(
    (sum, lamp) =>
      sum + (load === 'averageA' ? meanCurrentA(build, lamp) : (build.models[lamp.modelKey]?.maximumA ?? 0)),
    0,
  );

/** Wire from the source to each part that the walk comes to, mm. */
function runLengths(build: Build, feed: Feed): Map<string, number> {
  const reached = new Map<string, number>();
  for (const { wire, near, far } of outwardWires(build, feed))
    if (!reached.has(far)) reached.set(far, (reached.get(near) ?? 0) + wire.lengthMm);
  return reached;
}

const CONTACT_REASONS: Record<Contact['element']['kind'], string> = {
  switch: 'rating of the switch',
  relay: 'rating of its contact',
  receiver: 'rating of the channel',
  flasher: 'rating of the flasher',
  tap: 'rating of the lead',
};

/** What a flasher module carries (common practice, no source). */
const FLASHER_A = 15;

function contactLimits(build: Build, feed: Feed): Limit[] {
  return [...feed.contacts, ...feed.groundContacts].flatMap(({ element, control }): Limit[] => {
    // A control only enables a flasher: what flows goes through the module.
    const limitA =
      element.kind === 'relay' ? element.ratingA : element.kind === 'flasher' ? FLASHER_A : control.ratingA;
    // A switch of the unit's own that is the source stands in the chain as the source.
    if (limitA === null || element.id === feed.source?.id) return [];
    const behind = feed.lamps.filter((lamp) =>
      feed.ways[lamp.id]?.some((way) => way.element.id === element.id && way.control.id === control.id),
    );
    // A channel closes itself down at its rating; everything else carries whatever the fuse lets through.
    const isChannel = element.kind === 'receiver';
    return [
      {
        kind: element.kind === 'receiver' ? 'channel' : element.kind,
        name: element.kind === 'relay' ? `Relay for ${control.name}` : control.name,
        limitA,
        loadA: ratedCurrentA(build, behind, 'maximumA'),
        deviceRatingA: isChannel ? limitA : feed.fuse.ratingA,
        reason: CONTACT_REASONS[element.kind],
        elementIds: [element.id],
        wireIds: [],
      },
    ];
  });
}

/** Wires by gauge; what is there already is not the crew's to size. */
function wireLimits(feed: Feed, loadA: Amps): Limit[] {
  const byGauge = new Map<string, Limit>();
  for (const wire of [...feed.wires, ...feed.groundWires].filter(isRun)) {
    const key = `${wire.table} ${wire.gauge}`;
    const known = byGauge.get(key);
    if (known) {
      known.wireIds.push(wire.id);
      continue;
    }
    byGauge.set(key, {
      kind: 'wire',
      name: `Wire ${gaugeName(wire.table, wire.gauge)}`,
      limitA: round1(ampacityA(conductor(wire.table, wire.gauge), { bundled: USUAL_BUNDLE })),
      loadA,
      deviceRatingA: feed.fuse.ratingA,
      reason: '105 °C insulation, three in a bundle, outside the engine bay (ABYC E-11, from memory)',
      elementIds: [],
      wireIds: [wire.id],
    });
  }
  return [...byGauge.values()];
}

function limitsOf(build: Build, feed: Feed, loadA: Amps): Limit[] {
  const limits: Limit[] = [];
  const { source, slot, fuse } = feed;
  const common = { loadA, deviceRatingA: fuse.ratingA, wireIds: [] };
  if (slot) {
    const { limitA, ownLoadA } = slot;
    limits.push({
      ...common,
      kind: 'slot',
      name: sourceName(slot),
      limitA: limitA - ownLoadA,
      // Where the fuse is the unit's own it opens for the unit's lamps and these together.
      deviceRatingA: feed.ownFuse ? limitA - ownLoadA : fuse.ratingA,
      reason: ownLoadA > 0 ? `${limitA} A less ${ownLoadA} A of its own` : `it carries ${limitA} A`,
      elementIds: source ? [source.id] : [],
    });
  }
  if (source?.kind === 'tap' && source.limitA !== null)
    limits.push({
      ...common,
      kind: 'tap',
      name: `Add-a-tap ${source.limitA} A`,
      limitA: source.limitA,
      reason: 'the holder says so',
      elementIds: [source.id],
    });
  // Without a holder of its own the feed hangs behind whatever fuse is in the slot.
  if (slot?.ratingA && source?.kind === 'tap' && source.limitA === null && !feed.ownFuse)
    limits.push({
      ...common,
      kind: 'main',
      name: `The unit's own ${slot.ratingA} A`,
      limitA: slot.ratingA,
      reason: 'the fuse in it stands ahead of this feed',
      elementIds: [source.id],
    });
  for (const main of feed.upstream)
    limits.push({
      ...common,
      kind: 'main',
      name: `${main.name} ${main.ratingA} A`,
      limitA: main.ratingA,
      reason: `${FAMILIES[main.family].name} ahead of this feed`,
      elementIds: [main.id],
    });
  if (!feed.ownFuse)
    limits.push({
      ...common,
      kind: 'fuse',
      name: `${fuse.family === 'breaker' ? 'Breaker' : fuse.family === 'link' ? 'Link' : 'Fuse'} ${fuse.ratingA} A`,
      limitA: fuse.ratingA,
      reason: `opens above ${fuse.ratingA} A; carries ${round1(fuse.ratingA * CONTINUOUS_RATIO)} A all day`,
      elementIds: [fuse.id],
    });
  for (const id of feed.elementIds) {
    const element = build.elements[id];
    if (element?.kind !== 'connector') continue;
    limits.push({
      ...common,
      kind: 'connector',
      name: element.name || 'Connector',
      limitA: element.ratingA,
      reason: 'rating of one contact',
      elementIds: [id],
    });
  }
  return [...limits, ...contactLimits(build, feed), ...wireLimits(feed, loadA)];
}

/** Over its first 40 ms a filament averages about half of what it takes cold (common practice, no source). */
const WARMING_RATIO = 0.5;
const WARMING_S = 0.04;

/** Current in the first instant with everything switched on at once, A. */
function inrushOf(build: Build, lamps: readonly Lamp[]): number {
  return lamps.reduce((sum, lamp) => {
    const model = build.models[lamp.modelKey];
    return sum + (model ? coldCurrentA(model) : 0);
  }, 0);
}

/** Smallest rating that is fitted, carries the steady load and does not open while filaments warm up; null when none. */
export function fuseForLamps(
  build: Build,
  lamps: readonly Lamp[],
  family: FuseFamily = 'blade',
  besideA = 0,
): number | null {
  const maximumA = ratedCurrentA(build, lamps, 'maximumA') + besideA;
  const steady = fuseForLoadA(maximumA, family);
  if (steady === null) return null;
  const warmingA = Math.max(maximumA, inrushOf(build, lamps) * WARMING_RATIO + besideA);
  return (
    FAMILIES[family].ratingsA.find(
      (ratingA) =>
        ratingA >= Math.max(steady, SMALLEST_FUSE_A) &&
        openingTime(family, ratingA, warmingA).notBeforeS >= WARMING_S - 1e-9,
    ) ?? null
  );
}

/** What load resistors between a feed and ground draw beside the lamps, A. */
function loadResistorsA(build: Build, feed: Feed): Amps {
  const grounded = new Set(
    Object.values(build.wires).flatMap(({ from, to }) =>
      build.elements[to.elementId]?.kind === 'ground' ? [from.elementId] : [],
    ),
  );
  const volts = restingVoltageV(build.electrics.systemVoltageV);
  return feed.elementIds.reduce((sum, id) => {
    const element = build.elements[id];
    return element?.kind === 'resistor' && grounded.has(id) ? sum + volts / element.resistanceOhm : sum;
  }, 0);
}

function fuseReason(feed: Feed, maximumA: Amps, inrushA: Amps, neededA: Amps | null): string {
  if (feed.ownFuse) {
    const ownA = feed.slot?.ownLoadA ?? 0;
    return `The unit's own ${feed.fuse.ratingA} A protects it: ${round1(maximumA)} A beside ${round1(ownA)} A of its own`;
  }
  const family = FAMILIES[feed.fuse.family].name;
  if (neededA === null) return `${round1(maximumA)} A is more than a ${family} fuse carries; split the feed`;
  const load = `${round1(maximumA)} A lit / ${CONTINUOUS_RATIO} = ${round1(maximumA / CONTINUOUS_RATIO)} A`;
  const steadyA = Math.max(fuseForLoadA(maximumA, feed.fuse.family) ?? 0, SMALLEST_FUSE_A);
  const cold = neededA > steadyA ? `, cold filaments take ${Math.round(inrushA)} A` : '';
  const smallest = (fuseForLoadA(maximumA, feed.fuse.family) ?? 0) < SMALLEST_FUSE_A;
  return `${load}${cold}, ${smallest && neededA === SMALLEST_FUSE_A ? 'smallest' : 'next'} ${family} ${neededA} A`;
}

/** Solves the feed with everything on it lit at its maximum, key on, and gathers its figures. */
export function feedFigures(build: Build, feed: Feed): FeedFigures {
  const resistorsA = loadResistorsA(build, feed);
  const averageA = ratedCurrentA(build, feed.lamps, 'averageA') + resistorsA;
  const besideA = resistorsA + plannedA(feed);
  const maximumA = ratedCurrentA(build, feed.lamps, 'maximumA') + besideA;
  // Everything on that closes something; a flasher's factory way counts with the flasher off only where nothing else feeds it.
  const controlIds = new Set(
    [...feed.contacts, ...feed.groundContacts, ...feed.coilContacts].flatMap(({ control, whenOn }) =>
      whenOn ? [control.id] : [],
    ),
  );
  const alone = onlyFeed(build, feed);
  const { solution } = solveSetting(alone, { keyOn: true, controlIds, load: 'maximum', isPlanned: true });
  // Without a filament the first instant is like any other, and one solution does for both.
  const isCold = feed.lamps.some((lamp) => build.models[lamp.modelKey]?.light === 'filament');
  const cold = isCold
    ? solveSetting(alone, { keyOn: true, controlIds, load: 'inrush', isPlanned: true }).solution
    : solution;
  const sourceV = restingVoltageV(build.electrics.systemVoltageV);
  const drop = dropOf(build, feed, solution, sourceV);
  const dropV = judgedDropV(drop);
  const inrushA = inrushOf(build, feed.lamps) + besideA;
  const fuseNeededA = fuseForLamps(build, feed.lamps, feed.fuse.family, besideA);
  const limits = limitsOf(build, feed, maximumA);
  const weakest = limits.reduce<Limit | null>(
    (least, each) => (least === null || each.limitA < least.limitA ? each : least),
    null,
  );
  return {
    averageA,
    maximumA,
    longestRunMm: Math.max(0, ...runLengths(build, feed).values()),
    cutLengthMm: [...feed.wires, ...feed.groundWires].filter(isRun).reduce((sum, wire) => sum + wire.lengthMm, 0),
    sections: sectionsOf(feed, solution, cold),
    drop,
    farLamp: drop.lamp,
    farLampV: sourceV - drop.totalV,
    sourceV,
    dropV,
    dropPercent: (100 * dropV) / sourceV,
    dropBudgetV: drop.budgetV,
    inrushA,
    fuseNeededA,
    fuseReason: fuseReason(feed, maximumA, inrushA, fuseNeededA),
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
