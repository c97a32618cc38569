/** Changes to wiring that is there already: relays, flashers, branch fuses, lamps moved between feeds, looms extended. */

import { FAMILIES, fuseForLamps, USUAL_BUNDLE } from '../circuit/index.ts';
import {
  applyDrafts,
  type Build,
  type Control,
  derivedId,
  type Element,
  type ElementOf,
  type Id,
  type Lamp,
  type OperationDraft,
  type Position,
  type Terminal,
  type Wire,
} from '../document/index.ts';
import { deriveFeeds, type Feed, ownParts, placeOfSource } from '../graph/index.ts';
import { GROUND_LEAD_MM, PANEL_TO_SWITCH_MM, runMm, TAP_LEAD_MM } from '../harness/index.ts';
import { ok, type Result, refused } from '../result.ts';
import { type Amps, ampacityA, conductor, type Millimetres } from '../units/index.ts';
import { sourceElement } from './planFeed.ts';
import { joinFunction, newFunction } from './planFunction.ts';
import { madeFit } from './sizes/madeFit.ts';
import { planRefit } from './sizes/planRefit.ts';

const terminal = (elementId: Id, name: string): Terminal => ({ elementId, terminal: name });

const likeWire = (wire: Wire, id: Id, from: Terminal, to: Terminal, lengthMm: Millimetres): Wire => ({
  ...wire,
  id,
  from,
  to,
  lengthMm,
  loomLengthMm: null,
});

/**
 * Puts a relay where a switch was and the switch into its coil. Ids are derived from the switch, so that two people who
 * do it at once do the same.
 */
export function planRelay(build: Build, switchId: Id, ratingA: Amps): OperationDraft[] {
  const element = build.elements[switchId];
  const sample = Object.values(build.wires).find(
    ({ from, to }) => from.elementId === switchId || to.elementId === switchId,
  );
  if (element?.kind !== 'switch' || !sample) return [];
  const id = (what: string) => derivedId(switchId, what);
  const coil: Element = { id: id('coil switch'), kind: 'switch', name: '', controlId: element.controlId };
  const ground: Element = { id: id('coil ground'), kind: 'ground', name: 'Ground at the panel' };
  const wires = [
    likeWire(sample, id('coil 1'), terminal(switchId, 'in'), terminal(coil.id, 'in'), PANEL_TO_SWITCH_MM),
    likeWire(sample, id('coil 2'), terminal(coil.id, 'out'), terminal(switchId, 'coilPlus'), PANEL_TO_SWITCH_MM),
    {
      ...likeWire(sample, id('coil 3'), terminal(switchId, 'coilMinus'), terminal(ground.id, 'join'), GROUND_LEAD_MM),
      colour: 'black' as const,
    },
  ];
  return [
    { kind: 'replaceSwitchByRelay', elementId: switchId, ratingA },
    { kind: 'assignFeed', controls: [], elements: [coil, ground], wires, functions: [] },
  ];
}

/**
 * Fuses a branch at its start: for what hangs behind it, and small enough for the weakest wire there. Null when the
 * wire is gone, or no blade does both.
 */
export function planBranchFuse(build: Build, wireId: Id, name: string): OperationDraft[] | null {
  const wire = build.wires[wireId];
  if (!wire) return null;
  const id = derivedId(wireId, 'branch fuse');
  const insert = (ratingA: Amps): OperationDraft[] => [
    {
      kind: 'insertPart',
      wireId,
      part: { id, kind: 'fuse', name, family: 'blade', ratingA, wanted: 'always' },
      near: 'in',
      far: 'out',
      nearMm: Math.min(BRANCH_FUSE_MM, wire.lengthMm),
      newWireId: derivedId(wireId, 'branch wire'),
    },
  ];
  const tried = applyDrafts(build, insert(FAMILIES.blade.ratingsA[0]!));
  const branch = tried.ok ? deriveFeeds(tried.value).find((feed) => feed.fuse.id === id) : undefined;
  if (!branch) return null;
  const behind = [...branch.wires.slice(branch.aheadCount), ...branch.groundWires];
  const carriesA = Math.min(
    ...behind.map((each) => ampacityA(conductor(each.table, each.gauge), { bundled: USUAL_BUNDLE })),
  );
  const needed = branch.lamps.length > 0 ? fuseForLamps(build, branch.lamps) : null;
  const ratingA = branch.lamps.length > 0 ? needed : FAMILIES.blade.ratingsA.findLast((rating) => rating <= carriesA);
  return ratingA && ratingA <= carriesA ? insert(ratingA) : null;
}

/** A branch fuse sits within a hand's width of where the branch begins (common practice, no source). */
const BRANCH_FUSE_MM = 120;

/** Lengthens a ready loom's wire to what its way needs: a sealed splice at the loom's end and wire from there on. */
export function planLoomExtension(build: Build, wireId: Id, neededMm: Millimetres): OperationDraft[] {
  const wire = build.wires[wireId];
  if (!wire || wire.loomLengthMm === null) return [];
  const part: Element = { id: derivedId(wireId, 'loom end'), kind: 'splice', name: 'Loom end' };
  return [
    { kind: 'setWireLengths', lengths: [{ wireId, lengthMm: neededMm }] },
    {
      kind: 'insertPart',
      wireId,
      part,
      near: 'join',
      far: 'join',
      nearMm: wire.loomLengthMm,
      newWireId: derivedId(wireId, 'loom extension'),
    },
  ];
}

export interface ChangeRefusal {
  kind: 'notFed' | 'noRun' | 'tooMuch';
  message: string;
}

/** The lamp of a feed that is nearest to a place, with the wire that feeds it. */
function nearestFed(build: Build, feed: Feed, near: Position): { wire: Wire; lamp: Lamp } | null {
  const fed = feed.wires.flatMap((wire) =>
    [wire.from, wire.to].flatMap(({ elementId, terminal }) => {
      const load = terminal === 'plus' ? build.elements[elementId] : undefined;
      const lamp = load?.kind === 'lampLoad' ? build.lamps[load.lampId] : undefined;
      return lamp ? [{ wire, lamp }] : [];
    }),
  );
  const lengthMm = ({ lamp }: (typeof fed)[number]) => runMm(lamp.position, near);
  return fed.reduce<(typeof fed)[number] | null>(
    (best, each) => (best === null || lengthMm(each) < lengthMm(best) ? each : best),
    null,
  );
}

/** A wire is cut so far before its lamp to hang others on it, as far as it is long enough (common practice, no source). */
const CUT_BEFORE_LAMP_MM = 150;

interface Stop {
  tag: string;
  position: Position;
  /** Where it is joined. */
  at: Terminal;
}

/** One wire that comes along some places and taps each but the last, in which it ends: no joint holds more than three. */
function tapping(
  like: Wire,
  [from, here]: readonly [Terminal, Position],
  stops: readonly Stop[],
  what: string,
  newId: () => Id,
): { elements: Element[]; wires: Wire[] } {
  const [stop, ...further] = stops;
  if (!stop) return { elements: [], wires: [] };
  const comesMm = runMm(here, stop.position);
  if (further.length === 0) return { elements: [], wires: [likeWire(like, newId(), from, stop.at, comesMm)] };
  const joint: Element = { id: newId(), kind: 'splice', name: `${what} ${stop.tag}` };
  const join = terminal(joint.id, 'join');
  const rest = tapping(like, [join, stop.position], further, what, newId);
  return {
    elements: [joint, ...rest.elements],
    wires: [
      likeWire(like, newId(), from, join, comesMm),
      likeWire(like, newId(), join, stop.at, CUT_BEFORE_LAMP_MM),
      ...rest.wires,
    ],
  };
}

/** Wires that hang lamps on the wire of another: it is cut at its lamp, and from there one wire goes on that taps each of them. */
function hungOn(
  build: Build,
  { wire, lamp }: { wire: Wire; lamp: Lamp },
  loads: readonly ElementOf<'lampLoad'>[],
  newId: () => Id,
): { cut: OperationDraft; elements: Element[]; wires: Wire[] } {
  const first: Element = { id: newId(), kind: 'splice', name: `Splice at ${lamp.tag}` };
  const isToLamp = build.elements[wire.to.elementId]?.kind === 'lampLoad';
  const beforeMm = Math.min(CUT_BEFORE_LAMP_MM, wire.lengthMm / 2);
  const cut: OperationDraft = {
    kind: 'insertPart',
    wireId: wire.id,
    part: first,
    near: 'join',
    far: 'join',
    nearMm: isToLamp ? wire.lengthMm - beforeMm : beforeMm,
    newWireId: newId(),
  };
  const stops = loads.map(({ id, lampId }): Stop => {
    const { tag, position } = build.lamps[lampId]!;
    return { tag, position, at: terminal(id, 'plus') };
  });
  return { cut, ...tapping(wire, [terminal(first.id, 'join'), lamp.position], stops, 'Splice at', newId) };
}

/** Takes lamps off the feed they hang on and hangs them on another, at its nearest lamp; that one is made fit for them. */
export function planMoveLamps(
  build: Build,
  feeds: readonly Feed[],
  lampIds: readonly Id[],
  toFuseId: Id,
  newId: () => Id,
): Result<OperationDraft[], ChangeRefusal> {
  const target = feeds.find((feed) => feed.fuse.id === toFuseId);
  const moving = new Set(lampIds.filter((id) => !target?.lamps.some((lamp) => lamp.id === id)));
  const loads = Object.values(build.elements).flatMap((element) =>
    element.kind === 'lampLoad' && moving.has(element.lampId) ? [element] : [],
  );
  const first = build.lamps[loads[0]?.lampId ?? ''];
  if (!target || !first) return refused({ kind: 'notFed', message: 'Choose lamps that hang on another feed.' });
  const nearest = nearestFed(build, target, first.position);
  if (!nearest)
    return refused({
      kind: 'noRun',
      message: `${target.fuse.name} has no lamp yet whose wire could go on to these. Make a feed for them.`,
    });
  const hung = hungOn(build, nearest, loads, newId);
  const loadIds = new Set(loads.map((load) => load.id));
  const off = Object.values(build.wires).filter(
    ({ from, to }) => loadIds.has(from.elementId) || loadIds.has(to.elementId),
  );
  const minus = off.filter(({ from, to }) =>
    [from, to].some((each) => loadIds.has(each.elementId) && each.terminal === 'minus'),
  );
  const { table, gauge } = nearest.wire;
  const wires = [...hung.wires, ...minus.map((wire) => ({ ...wire, id: newId(), table, gauge }))];
  const emptied = feeds.filter(
    (feed) => feed !== target && feed.lamps.length > 0 && feed.lamps.every((lamp) => moving.has(lamp.id)),
  );
  // A feed that loses its last lamp comes off with everything that was its own, but for the lamps' own ends.
  const elementIds = emptied.flatMap((feed) =>
    ownParts(feed, feeds).elementIds.filter((id) => !isLampEnd(build, id, loadIds, minus)),
  );
  const operations: OperationDraft[] = [
    { kind: 'removeFeed', elementIds, wireIds: off.map((wire) => wire.id) },
    hung.cut,
    { kind: 'assignFeed', controls: [], elements: hung.elements, wires, functions: [] },
  ];
  const moved = applyDrafts(build, operations);
  return ok([...operations, ...(moved.ok ? planRefit(moved.value, toFuseId) : [])]);
}

const isLampEnd = (build: Build, id: Id, loadIds: ReadonlySet<Id>, minus: readonly Wire[]): boolean =>
  loadIds.has(id) ||
  (['ground', 'splice'].includes(build.elements[id]?.kind ?? '') &&
    minus.some(({ from, to }) => from.elementId === id || to.elementId === id));

export interface FlasherWish {
  lampIds: readonly Id[];
  control: { id: Id } | Pick<Control, 'name' | 'kind' | 'signal' | 'ratingA'>;
  /** Null takes power from the battery stud. */
  slotId: Id | null;
  name: string;
  patternId: string;
}

/**
 * Passes lamps through a flasher: what fed them becomes its signal, and while its control is on they hang on a supply of
 * its own. One flasher a circuit, so that left and right stay apart.
 */
export function planFlasher(build: Build, wish: FlasherWish, newId: () => Id): Result<OperationDraft[], ChangeRefusal> {
  const loads = Object.values(build.elements).flatMap((element) =>
    element.kind === 'lampLoad' && wish.lampIds.includes(element.lampId) ? [element] : [],
  );
  const supplyWires = loads.flatMap((load) =>
    Object.values(build.wires).flatMap((wire) => {
      const end = (['from', 'to'] as const).find(
        (each) => wire[each].elementId === load.id && wire[each].terminal === 'plus',
      );
      return end ? [{ load, wire, end }] : [];
    }),
  );
  const [lead] = supplyWires;
  if (!lead)
    return refused({
      kind: 'notFed',
      message: 'These lamps hang on no circuit yet. Feed them first; then a flasher can go between.',
    });
  const sample = offTheReel(lead.wire);
  const controlId = 'id' in wish.control ? wish.control.id : newId();
  const controls = 'id' in wish.control ? [] : [{ id: controlId, ...wish.control }];
  const lamps = loads.map((load) => build.lamps[load.lampId]!);
  const ratingA = fuseForLamps(build, lamps);
  if (ratingA === null)
    return refused({
      kind: 'tooMuch',
      message: 'These lamps draw more than one fuse carries. Flash fewer of them together.',
    });
  const source = sourceElement(wish.slotId ? build.slots[wish.slotId]! : null, ratingA, newId());
  const fuse: Element = { id: newId(), kind: 'fuse', name: wish.name, family: 'blade', ratingA, wanted: 'always' };
  const elements: Element[] = [source, fuse];
  const wires: Wire[] = [likeWire(sample, newId(), terminal(source.id, 'out'), terminal(fuse.id, 'in'), TAP_LEAD_MM)];
  const moves: Extract<OperationDraft, { kind: 'moveWireEnds' }>['moves'] = [];
  const stops: Stop[] = [];
  for (const { load, wire, end } of supplyWires) {
    const { tag, position } = build.lamps[load.lampId]!;
    const flasher: Element = { id: newId(), kind: 'flasher', name: `Flasher ${tag}`, controlId };
    const ground: Element = { id: newId(), kind: 'ground', name: `Ground at flasher ${tag}` };
    const own = offTheReel(wire);
    elements.push(flasher, ground);
    stops.push({ tag, position, at: terminal(flasher.id, 'supply') });
    moves.push({ wireId: wire.id, end, onto: terminal(flasher.id, 'signal') });
    wires.push(likeWire(own, newId(), terminal(flasher.id, 'out'), terminal(load.id, 'plus'), FLASHER_LEAD_MM), {
      ...likeWire(own, newId(), terminal(flasher.id, 'ground'), terminal(ground.id, 'join'), GROUND_LEAD_MM),
      colour: 'black',
    });
  }
  // One wire brings all of them their power, the nearest first.
  const start = placeOfSource(build, wish.slotId);
  stops.sort((one, other) => runMm(start, one.position) - runMm(start, other.position));
  const supply = tapping(sample, [terminal(fuse.id, 'out'), start], stops, 'Power at flasher', newId);
  elements.push(...supply.elements);
  wires.push(...supply.wires);
  const functions = newFunction(build, { ...wish, controlId }, newId);
  const planned: OperationDraft[] = [
    { kind: 'assignFeed', controls, elements, wires, functions },
    { kind: 'moveWireEnds', moves },
    ...joinFunction(build, wish, lamps),
  ];
  return ok(madeFit(build, planned, wish.lampIds));
}

/** What the crew runs beside a lead of the unit's own, or of a loom, is neither. */
const offTheReel = ({ origin: _, loomId: __, ...wire }: Wire): Wire => wire;

/** A flasher is fitted beside its lamp. */
const FLASHER_LEAD_MM = 300;
