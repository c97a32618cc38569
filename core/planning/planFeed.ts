/**
 * Making a feed from a lead's view ("these lamps, from slot 12, by switch 3"): gives the operation that writes its
 * elements and wires. Runs go from the switch, the relay or the source along the unit; lamps level with each other share a splice.
 */

import { FAMILIES, fuseForLamps, isBlade, ratedCurrentA } from '../circuit/index.ts';
import {
  applyDrafts,
  type Build,
  type Control,
  type Element,
  type ElementOf,
  type FuseFamily,
  furtherJobs,
  housingJoint,
  type Id,
  type Lamp,
  type OperationDraft,
  type Position,
  type Slot,
  type Terminal,
  type Wire,
  type WireColour,
} from '../document/index.ts';
import {
  controlOfSource,
  deriveFeeds,
  FAMILY_OF_SIZE,
  type Feed,
  placeOf,
  placeOfSource,
  SIGNAL_NAMES,
  signalOfSlot,
  sizeOf,
  sourceName,
  takesFeedsFuse,
  takesHolder,
} from '../graph/index.ts';
import { GROUND_LEAD_MM, legsMm, PANEL_TO_SWITCH_MM, runMm, TAP_LEAD_MM } from '../harness/index.ts';
import { isHousing, shareHousing } from '../place/index.ts';
import { ok, type Result, refused } from '../result.ts';
import type { Amps, Millimetres, Volts } from '../units/index.ts';
import { planByHabit } from './methods/byHabit.ts';
import { joinFunction, newFunction } from './planFunction.ts';
import { planRefit } from './sizes/planRefit.ts';
import { thinnestFor } from './sizes/planThicker.ts';

type NewControl = Pick<Control, 'name' | 'kind' | 'signal' | 'ratingA'>;

export interface FeedWish {
  name: string;
  /** Null takes power from the battery stud. */
  slotId: Id | null;
  /** A fuse block to take it from instead, by its element. */
  blockId?: Id | null;
  /** An end that was capped, to take it from instead: its fuse and wire are there. */
  capId?: Id | null;
  lampIds: readonly Id[];
  /** Instead of lamps: an end that is capped for now, where it is to lie, and what is planned for it. */
  spare?: { name: string; position: Position; plannedA: Amps };
  /** A control that is there already, or a new one; null where it is live as its source is. */
  control: { id: Id } | NewControl | null;
  relayRatingA: Amps | null;
  /**
   * Where the control is a wireless channel: how many channels the receiver has that this feed starts. Zero joins the
   * receiver that has the control's channel already; left out, the channel is a contact of its own.
   */
  receiverChannels?: number;
  family?: FuseFamily;
  wanted: 'always' | 'ignition';
  table: 'awg' | 'metric';
  colour: WireColour;
  patternId: string;
}

type AssignFeed = Extract<OperationDraft, { kind: 'assignFeed' }>;

/** Lamps within this along the unit are beside each other. */
const SAME_STATION_MM = 400;

interface Station {
  lamps: Lamp[];
  at: Position;
}

/** Lamps gathered by where they are along the unit, nearest to where the run starts first on either side of it. */
function stationsFrom(lamps: readonly Lamp[], start: Position): { ahead: Station[]; behind: Station[] } {
  const sorted = [...lamps].sort((a, b) => a.position.xMm - b.position.xMm);
  const stations: Station[] = [];
  for (const lamp of sorted) {
    const last = stations.at(-1);
    if (last && lamp.position.xMm - last.lamps[0]!.position.xMm <= SAME_STATION_MM) last.lamps.push(lamp);
    else stations.push({ lamps: [lamp], at: lamp.position });
  }
  for (const station of stations) {
    const mean = (axis: keyof Position) =>
      station.lamps.reduce((sum, lamp) => sum + lamp.position[axis], 0) / station.lamps.length;
    station.at = {
      xMm: mean('xMm'),
      yMm: mean('yMm'),
      zMm: Math.min(...station.lamps.map((lamp) => lamp.position.zMm)),
    };
  }
  return {
    ahead: stations.filter((station) => station.at.xMm < start.xMm).reverse(),
    behind: stations.filter((station) => station.at.xMm >= start.xMm),
  };
}

/** Gathers the elements and wires of one feed; ids are drawn once, in the order of writing. */
class Draft {
  readonly elements: Element[] = [];
  readonly wires: Wire[] = [];
  readonly controls: Control[] = [];

  constructor(
    readonly wish: FeedWish,
    readonly gauge: string,
    readonly newId: () => Id,
  ) {}

  add<T extends Element>(element: T): T {
    this.elements.push(element);
    return element;
  }

  join(from: Terminal, to: Terminal, lengthMm: Millimetres, colour: WireColour = this.wish.colour): void {
    const { gauge, wish } = this;
    this.wires.push({ id: this.newId(), from, to, table: wish.table, gauge, colour, lengthMm, loomLengthMm: null });
  }

  /** Inside a part: the leads of several jobs end on one in a housing, a fuse sits in its slot. */
  joinInside(from: Terminal, to: Terminal, more: Partial<Pick<Wire, 'lengthMm' | 'colour'>> = {}): void {
    const { gauge, wish } = this;
    const given = { table: wish.table, gauge, colour: 'black', lengthMm: INSIDE_MM, loomLengthMm: null } as const;
    this.wires.push({ id: this.newId(), from, to, origin: 'part', ...given, ...more });
  }

  control(given: { id: Id } | NewControl): Id {
    if ('id' in given) return given.id;
    const id = this.newId();
    this.controls.push({ id, ...given });
    return id;
  }
}

const at = (element: Element, terminal: string): Terminal => ({ elementId: element.id, terminal });

/** An add-a-tap holder comes in these; the smallest that carries the fuse is taken (common practice, no source). */
const TAP_LIMITS_A = [10, 15, 20, 30];

/** Where power is taken: a slot, by an add-a-tap that carries the fuse where it is one of a panel, or the battery's stud. */
export function sourceElement(slot: Slot | null, ratingA: Amps, id: Id): ElementOf<'tap' | 'stud'> {
  if (!slot) return { id, kind: 'stud', name: 'Battery stud' };
  const limitA = takesHolder(slot) ? (TAP_LIMITS_A.find((limit) => limit >= ratingA) ?? null) : null;
  return { id, kind: 'tap', name: `Tap ${slot.label}`, slotId: slot.id, limitA };
}

/** Up to here a wire that the unit's own fuse protects is one that lamps are joined to; above, a small fuse saves copper. */
const STRAIGHT_UP_TO_A = 15;

/**
 * Is the unit's own fuse the protection, so that a lead is tapped straight and no holder is fitted? So it is with a lead
 * that a signal of the driver or an accessory switch works; what is hot by itself gets a fuse of its own, or a short takes the unit's with it.
 */
export const isTappedStraight = (slot: Slot | null | undefined, systemVoltageV: Volts): boolean =>
  slot != null && isWorked(slot, systemVoltageV) && slot.ratingA !== null && slot.ratingA <= STRAIGHT_UP_TO_A;

/** What protects a feed: the family that was asked for, but in a slot, and in a holder on its blades, what goes into it. */
function familyOf(build: Build, { slotId, family = 'blade' }: Pick<FeedWish, 'slotId' | 'family'>): FuseFamily {
  const slot = slotId ? build.slots[slotId] : undefined;
  const isGiven = slot && (takesFeedsFuse(slot) || (takesHolder(slot) && isBlade(family)));
  return isGiven ? FAMILY_OF_SIZE[sizeOf(slot)] : family;
}

/** From the source to the fuse; gives where current goes on from there: the fuse's end, or the lead of the unit's own. */
function writeSource(build: Build, draft: Draft, ratingA: Amps): Terminal {
  const { wish, newId } = draft;
  if (wish.capId) return at(draft.add({ id: newId(), kind: 'splice', name: 'Joint at the capped end' }), 'join');
  const slot = wish.slotId ? build.slots[wish.slotId]! : null;
  const family = familyOf(build, wish);
  const known = wish.blockId ? build.elements[wish.blockId] : undefined;
  const fuseOf = () =>
    draft.add({ id: newId(), kind: 'fuse', name: wish.name, family, ratingA, wanted: wish.wanted } as const);
  if (known?.kind === 'block') {
    const fuse = fuseOf();
    draft.join(at(known, 'bus'), at(fuse, 'in'), TAP_LEAD_MM);
    return at(fuse, 'out');
  }
  if (slot && takesFeedsFuse(slot)) {
    const cavity = draft.add({ ...sourceElement(slot, ratingA, newId()), name: `Slot ${slot.label}`, limitA: null });
    const fuse = fuseOf();
    draft.joinInside(at(cavity, 'out'), at(fuse, 'in'), { lengthMm: IN_SLOT_MM, colour: wish.colour });
    return at(fuse, 'out');
  }
  const isStraight = isTappedStraight(slot, build.electrics.systemVoltageV);
  const source = draft.add({
    ...sourceElement(slot, ratingA, newId()),
    ...(isStraight && { name: wish.name }),
  });
  if (isStraight) return at(source, 'out');
  const fuse = fuseOf();
  draft.join(at(source, 'out'), at(fuse, 'in'), TAP_LEAD_MM);
  return at(fuse, 'out');
}

/** Where a feed's power comes from. */
function sourcePlace(build: Build, { blockId, capId, slotId }: FeedWish): Position {
  const partId = capId ?? blockId;
  return partId ? placeOf(build, partId) : placeOfSource(build, slotId);
}

/** A lead between two places; between two of which nobody said more than that they are at the panel, the usual one. */
const leadMm = (a: Position, b: Position): Millimetres => (legsMm(a, b) < 1 ? PANEL_TO_SWITCH_MM : runMm(a, b));

/** Where the run to the lamps begins: at the switch, a receiver in the cab, a relay beside its fuse, or the source itself. */
function runStart(
  build: Build,
  wish: FeedWish,
  controlId: Id | null,
  output: Terminal | null,
  isSwitched: boolean,
): Position {
  if (output) return placeOf(build, output.elementId);
  if (controlId === null || isSwitched || wish.relayRatingA !== null) return sourcePlace(build, wish);
  return wish.receiverChannels ? build.fusePanel.position : placeOf(build, controlId);
}

/** From the fuse to where the run begins: a switch, a relay with the switch in its coil, a receiver's output. */
function writeControl(build: Build, draft: Draft, supply: Terminal, controlId: Id): Terminal {
  const { wish, newId } = draft;
  const toSwitchMm = leadMm(sourcePlace(build, wish), placeOf(build, controlId));
  const grounded = (terminal: Terminal) => {
    const ground = draft.add({ id: newId(), kind: 'ground', name: 'Ground at the panel' } as const);
    draft.join(terminal, at(ground, 'join'), GROUND_LEAD_MM, 'black');
  };
  if (wish.receiverChannels) {
    const spare = Array.from({ length: wish.receiverChannels - 1 }, (_, index) =>
      draft.control({ ...(wish.control as NewControl), name: `${wish.name} spare ${index + 2}` }),
    );
    const channels = [controlId, ...spare];
    const receiver = draft.add({ id: newId(), kind: 'receiver', name: `Receiver ${wish.name}`, channels } as const);
    draft.join(supply, at(receiver, 'supply'), leadMm(sourcePlace(build, wish), build.fusePanel.position));
    grounded(at(receiver, 'ground'));
    return at(receiver, 'out1');
  }
  const contact = draft.add(
    wish.relayRatingA === null
      ? ({ id: newId(), kind: 'switch', name: '', controlId } as const)
      : ({ id: newId(), kind: 'relay', name: '', controlId, ratingA: wish.relayRatingA } as const),
  );
  draft.join(supply, at(contact, 'in'), wish.relayRatingA === null ? toSwitchMm : TAP_LEAD_MM);
  if (contact.kind === 'relay') {
    const coil = draft.add({ id: newId(), kind: 'switch', name: '', controlId } as const);
    draft.join(at(contact, 'in'), at(coil, 'in'), toSwitchMm);
    draft.join(at(coil, 'out'), at(contact, 'coilPlus'), toSwitchMm);
    grounded(at(contact, 'coilMinus'));
  }
  return at(contact, 'out');
}

/** From the slot's metal through its fuse: next to nothing. */
const IN_SLOT_MM = 10;
/** Inside a lamp, from one head to the other. */
const INSIDE_MM = 50;

/** The joint in a housing from which its one ground lead goes on, made by the first of its jobs that is fed. */
function jointInHousing(build: Build, draft: Draft, lamp: Lamp): Id | null {
  const circuit = {
    elements: { ...build.elements, ...Object.fromEntries(draft.elements.map((each) => [each.id, each])) },
    wires: { ...build.wires, ...Object.fromEntries(draft.wires.map((each) => [each.id, each])) },
  };
  for (const element of Object.values(circuit.elements)) {
    const other = element.kind === 'lampLoad' ? build.lamps[element.lampId] : undefined;
    const joint = other && shareHousing(other, lamp) ? housingJoint(circuit, element.id) : null;
    if (joint) return joint;
  }
  return null;
}

/** From a lamp to its ground point: by a lead of its own, or by the one that all jobs of its housing share. */
function writeGround(
  build: Build,
  draft: Draft,
  lamp: Lamp,
  load: Element,
  ground: () => Element,
  lengthMm: Millimetres,
) {
  const minus = at(load, 'minus');
  if (isHousing(lamp) && furtherJobs(build, lamp.id).length === 0)
    return draft.join(minus, at(ground(), 'join'), lengthMm, 'black');
  const known = jointInHousing(build, draft, lamp);
  if (known) return draft.joinInside(minus, { elementId: known, terminal: 'join' });
  const { tag } = build.lamps[lamp.housingId ?? lamp.id]!;
  const joint = draft.add({ id: draft.newId(), kind: 'splice', name: `Ground lead of ${tag}` } as const);
  draft.joinInside(minus, at(joint, 'join'));
  draft.join(at(joint, 'join'), at(ground(), 'join'), lengthMm, 'black');
}

/** Crimps beside each other are set so far apart, so that the bundle stays thin (common practice, no source). */
const STAGGER_MM = 60;
/** From a joint beside a lamp into it. */
const AT_LAMP_MM = 150;
/** So many lamps side by side are a row: the wire goes across and taps each; of two it goes on between them. */
const ROW_FROM = 3;

interface Stop {
  lamp: Lamp;
  /** Where its wire leaves the run. */
  at: Position;
  ground: () => Element;
}

/** Lamps of a station in the order in which the run comes by; of a row, from the side that it comes from. */
function stopsAt({ lamps, at: middle }: Station, here: Position, draft: Draft): Stop[] {
  const groundOf = (tags: string) => {
    let made: Element | null = null;
    return () => {
      made ??= draft.add({ id: draft.newId(), kind: 'ground', name: `Ground at ${tags}` } as const);
      return made;
    };
  };
  if (lamps.length < ROW_FROM) {
    const ground = groundOf(lamps.map((lamp) => lamp.tag).join(' '));
    return lamps.map((lamp) => ({ lamp, at: middle, ground }));
  }
  const across = [...lamps].sort((a, b) => a.position.yMm - b.position.yMm || a.position.zMm - b.position.zMm);
  const [first, last] = [across[0]!, across.at(-1)!];
  const isFromFirst = runMm(here, first.position) <= runMm(here, last.position);
  return (isFromFirst ? across : across.reverse()).map((lamp) => ({
    lamp,
    at: lamp.position,
    // Each to metal beside it: over a row no one place is near to all.
    ground: groundOf(lamp.tag),
  }));
}

/**
 * From where the run begins to the lamps and their grounds: one wire that taps each lamp, so that no joint holds more than
 * the wire that comes, the one that goes on and the lamp's; it ends in the last lamp without a joint.
 */
function writeRun(build: Build, draft: Draft, start: Terminal, startsAt: Position): void {
  const { wish, newId } = draft;
  if (wish.spare) {
    const { name, position, plannedA } = wish.spare;
    const cap = draft.add({ id: newId(), kind: 'cap', name, plannedA } as const);
    draft.join(start, at(cap, 'end'), Math.max(AT_LAMP_MM, runMm(startsAt, position)));
  }
  const lamps = wish.lampIds.map((id) => build.lamps[id]!);
  const { ahead, behind } = stationsFrom(lamps, startsAt);
  for (const chain of [ahead, behind]) {
    let from = start;
    let here: Position = startsAt;
    for (const [index, station] of chain.entries()) {
      const stops = stopsAt(station, here, draft);
      for (const [number, { lamp, at: place, ground }] of stops.entries()) {
        const load = draft.add({ id: newId(), kind: 'lampLoad', name: lamp.tag, lampId: lamp.id } as const);
        const branchMm = Math.max(AT_LAMP_MM, runMm(place, lamp.position));
        const toPlaceMm = place === here ? STAGGER_MM : runMm(here, place);
        if (index === chain.length - 1 && number === stops.length - 1)
          draft.join(from, at(load, 'plus'), place === here ? branchMm : toPlaceMm + branchMm);
        else {
          const splice = draft.add({ id: newId(), kind: 'splice', name: `Splice at ${lamp.tag}` } as const);
          draft.join(from, at(splice, 'join'), toPlaceMm);
          draft.join(at(splice, 'join'), at(load, 'plus'), branchMm);
          from = at(splice, 'join');
          here = place;
        }
        writeGround(build, draft, lamp, load, ground, branchMm + GROUND_LEAD_MM);
      }
    }
  }
}

/** The receiver that has a control among its channels, with the output of it. */
export function receiverOutput(build: Build, controlId: Id): Terminal | null {
  for (const element of Object.values(build.elements)) {
    const index = element.kind === 'receiver' ? element.channels.indexOf(controlId) : -1;
    if (index >= 0) return at(element, `out${index + 1}`);
  }
  return null;
}

/** Is a source worked already, by a signal of the driver or by an accessory switch of the unit's own? */
export const isWorked = (slot: Slot | null | undefined, systemVoltageV: Volts): boolean =>
  slot != null && (slot.kind === 'upfitter' || signalOfSlot(slot, systemVoltageV) !== null);

/** What is worked already is worked by that, whatever control was asked for. */
function bySource(build: Build, wish: FeedWish): FeedWish {
  const slot = wish.slotId ? build.slots[wish.slotId] : undefined;
  if (!slot || !isWorked(slot, build.electrics.systemVoltageV)) return wish;
  const signal = signalOfSlot(slot, build.electrics.systemVoltageV);
  const known = controlOfSource(build, slot);
  const made = signal
    ? ({ name: SIGNAL_NAMES[signal], kind: 'signal', signal, ratingA: null } as const)
    : ({ name: sourceName(slot), kind: 'switch', signal: null, ratingA: slot.limitA } as const);
  return { ...wish, control: known ? { id: known.id } : made, receiverChannels: undefined, relayRatingA: null };
}

/** An accessory switch is on record with what hangs on it first: from then on it is source and control at once. */
function recordSwitch(build: Build, { slotId }: FeedWish, { controls }: AssignFeed): OperationDraft[] {
  const slot = slotId ? build.slots[slotId] : undefined;
  const [made] = controls;
  return slot?.kind === 'upfitter' && made && !slot.controlId
    ? [{ kind: 'editSlot', slotId: slot.id, changes: { controlId: made.id } }]
    : [];
}

function writeFeed(build: Build, wish: FeedWish, gauge: string, ratingA: Amps, newId: () => Id): AssignFeed {
  const draft = new Draft(wish, gauge, newId);
  const controlId = wish.control && draft.control(wish.control);
  const output = controlId && wish.receiverChannels === 0 ? receiverOutput(build, controlId) : null;
  const slot = wish.slotId ? build.slots[wish.slotId] : undefined;
  const isSwitched = isWorked(slot, build.electrics.systemVoltageV);
  const begin = () => {
    const supply = writeSource(build, draft, ratingA);
    return controlId === null || isSwitched ? supply : writeControl(build, draft, supply, controlId);
  };
  writeRun(build, draft, output ?? begin(), runStart(build, wish, controlId, output, isSwitched));

  const functions = controlId && wish.lampIds.length > 0 ? newFunction(build, { ...wish, controlId }, newId) : [];
  return {
    kind: 'assignFeed',
    controls: draft.controls,
    elements: draft.elements,
    wires: draft.wires,
    functions,
  };
}

export interface FeedRefusal {
  kind: 'noLamps' | 'tooMuch' | 'noWire' | 'refused';
  message: string;
}

/**
 * Plans a feed: fuse by load, each wire as thin as the fuse protects, then thicker section by section where that saves
 * most, until every lamp is within its drop budget or no thicker wire helps (which V1 then tells). Gives the operations
 * in order: the feed itself, its lamps joining the function that the control has already, and the sizes.
 */
export function planFeed(build: Build, asked: FeedWish, newId: () => Id): Result<OperationDraft[], FeedRefusal> {
  const wish = bySource(build, asked);
  const lamps = wish.lampIds.flatMap((id) => build.lamps[id] ?? []);
  if (lamps.length === 0 && !wish.spare)
    return refused({ kind: 'noLamps', message: 'Choose at least one lamp for the feed.' });
  const plannedA = wish.spare?.plannedA ?? 0;
  const maximumA = ratedCurrentA(build, lamps, 'maximumA') + plannedA;
  const joined = joinedFeed(build, wish);
  const family = joined?.fuse.family ?? familyOf(build, wish);
  const needed = fuseForLamps(build, lamps, family, plannedA);
  if (needed === null) {
    const what = wish.spare ? `${maximumA.toFixed(1)} A is` : `These lamps draw ${maximumA.toFixed(1)} A,`;
    return refused({
      kind: 'tooMuch',
      message: `${what} more than one ${FAMILIES[family].name} fuse carries. Split ${wish.spare ? 'it' : 'them'} over two feeds.`,
    });
  }
  const slot = wish.slotId ? build.slots[wish.slotId] : undefined;
  const own = isTappedStraight(slot, build.electrics.systemVoltageV) ? slot!.ratingA : null;
  const ratingA = joined?.fuse.ratingA ?? own ?? needed;
  const floor = thinnestFor(wish.table, ratingA);
  if (!floor) return refused({ kind: 'noWire', message: `No wire in the table is protected by a ${ratingA} A fuse.` });
  const assign = writeFeed(build, wish, floor.gauge, ratingA, newId);
  const head = joined?.fuse ?? assign.elements.find(({ kind }) => kind === (own === null ? 'fuse' : 'tap'))!;
  const place: OperationDraft[] = assign.elements.flatMap(({ id, kind }) =>
    kind === 'cap' ? [{ kind: 'setPlace', of: id, position: wish.spare!.position }] : [],
  );
  const drafts = [
    assign,
    ...place,
    ...recordSwitch(build, wish, assign),
    ...offCap(build, wish, assign),
    ...joinFunction(build, wish, lamps),
  ];
  const tried = applyDrafts(build, drafts);
  if (!tried.ok) return refused({ kind: 'refused', message: tried.reason.message });
  const sized = [...drafts, ...planRefit(tried.value, head.id)];
  return ok([...sized, ...planByHabit(build, sized, head.id, wish.lampIds, newId)]);
}

/** The wire that ended capped goes into the joint that takes its place. */
function offCap(build: Build, { capId }: FeedWish, { elements }: AssignFeed): OperationDraft[] {
  const joint = elements.find(({ kind }) => kind === 'splice');
  if (!capId || !joint) return [];
  const moves = Object.values(build.wires).flatMap(({ id, from, to }) => [
    ...(from.elementId === capId ? [{ wireId: id, end: 'from' as const, onto: at(joint, 'join') }] : []),
    ...(to.elementId === capId ? [{ wireId: id, end: 'to' as const, onto: at(joint, 'join') }] : []),
  ]);
  return [
    { kind: 'moveWireEnds', moves },
    { kind: 'removeFeed', elementIds: [capId], wireIds: [] },
  ];
}

/** The feed that a run joins off a receiver's spare output or a capped end: it is made fit for what it then carries. */
function joinedFeed(build: Build, wish: FeedWish): Feed | null {
  const output =
    wish.receiverChannels === 0 && wish.control && 'id' in wish.control ? receiverOutput(build, wish.control.id) : null;
  const partId = wish.capId ?? output?.elementId;
  return (partId && deriveFeeds(build).find((each) => each.elementIds.includes(partId))) || null;
}
