/**
 * Making a feed from a lead's view ("these lamps, from slot 12, by switch 3"): gives the operation that writes its
 * elements and wires. Runs go from the panel along the unit; lamps level with each other share a splice.
 */
import {
  applyOperation,
  type Build,
  type Control,
  type Element,
  type Id,
  type Lamp,
  type LightFunction,
  type OperationDraft,
  type Position,
  type Terminal,
  type Wire,
  type WireColour,
} from '../build/index.ts';
import { ok, type Result, refused } from '../result.ts';
import { ampacityA, conductorsOf } from '../units/index.ts';
import { deriveFeeds } from './deriveFeeds.ts';
import { DROP_BUDGET_PERCENT, feedFigures, ratedCurrentA } from './feedFigures.ts';
import { fuseForLoadA } from './fuses.ts';

export interface FeedWish {
  name: string;
  /** Null takes power from the battery stud. */
  slotId: Id | null;
  lampIds: readonly Id[];
  /** A control that is there already, or a new one. */
  control: { id: Id } | Pick<Control, 'name' | 'kind' | 'signal' | 'ratingA'>;
  relayRatingA: number | null;
  wanted: 'always' | 'ignition';
  table: 'awg' | 'metric';
  colour: WireColour;
  patternId: string;
}

type AssignFeed = Extract<OperationDraft, { kind: 'assignFeed' }>;

/** Spare wire at each end for stripping and a second try. */
const END_ALLOWANCE_MM = 150;
/** A run along a body is longer than the straight legs: clips, corners, drops behind panels (common practice, no source). */
const ROUTE_FACTOR = 1.1;
/** Panel to a dash switch and back. */
const PANEL_TO_SWITCH_MM = 1200;
const TAP_LEAD_MM = 250;
/** Lamps within this along the unit share a splice. */
const SAME_STATION_MM = 400;
const GROUND_LEAD_MM = 400;
/** Crews carry blades from 3 A up; a smaller one opens from a lamp's inrush (common practice, no source). */
const SMALLEST_FUSE_A = 3;
/** Thinner wire does not outlive a working unit, whatever its current (common practice, no source). */
const THINNEST_MM2 = 0.75;

const legs = (a: Position, b: Position): number =>
  Math.abs(a.xMm - b.xMm) + Math.abs(a.yMm - b.yMm) + Math.abs(a.zMm - b.zMm);
const runMm = (a: Position, b: Position): number =>
  Math.round((legs(a, b) * ROUTE_FACTOR + 2 * END_ALLOWANCE_MM) / 10) * 10;

interface Station {
  lamps: Lamp[];
  at: Position;
}

/** Lamps gathered by where they are along the unit, nearest to the panel first on either side of it. */
function stationsFrom(lamps: readonly Lamp[], panel: Position): { ahead: Station[]; behind: Station[] } {
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
    ahead: stations.filter((station) => station.at.xMm < panel.xMm).reverse(),
    behind: stations.filter((station) => station.at.xMm >= panel.xMm),
  };
}

function writeFeed(build: Build, wish: FeedWish, gauge: string, ratingA: number, newId: () => Id): AssignFeed {
  const lamps = wish.lampIds.map((id) => build.lamps[id]!);
  const elements: Element[] = [];
  const wires: Wire[] = [];
  const add = <T extends Element>(element: T): T => {
    elements.push(element);
    return element;
  };
  const join = (from: Terminal, to: Terminal, lengthMm: number, colour: WireColour = wish.colour) =>
    wires.push({ id: newId(), from, to, table: wish.table, gauge, colour, lengthMm });

  const controls: Control[] = [];
  let controlId: Id;
  if ('id' in wish.control) controlId = wish.control.id;
  else {
    controlId = newId();
    controls.push({ id: controlId, ...wish.control });
  }

  const source = wish.slotId
    ? add({ id: newId(), kind: 'tap', name: `Tap ${build.slots[wish.slotId]!.label}`, slotId: wish.slotId })
    : add({ id: newId(), kind: 'stud', name: 'Battery stud' });
  const fuse = add({ id: newId(), kind: 'fuse', name: wish.name, ratingA, wanted: wish.wanted });
  const contact =
    wish.relayRatingA === null
      ? add({ id: newId(), kind: 'switch', name: '', controlId })
      : add({ id: newId(), kind: 'relay', name: '', controlId, ratingA: wish.relayRatingA });
  join({ elementId: source.id, terminal: 'out' }, { elementId: fuse.id, terminal: 'in' }, TAP_LEAD_MM);
  join({ elementId: fuse.id, terminal: 'out' }, { elementId: contact.id, terminal: 'in' }, PANEL_TO_SWITCH_MM);

  const panel = build.fusePanel.position;
  const { ahead, behind } = stationsFrom(lamps, panel);
  for (const chain of [ahead, behind]) {
    let from: Terminal = { elementId: contact.id, terminal: 'out' };
    let at: Position = panel;
    for (const station of chain) {
      const splice = add({
        id: newId(),
        kind: 'splice',
        name: `Splice at ${station.lamps.map((lamp) => lamp.tag).join(' ')}`,
      });
      const ground = add({
        id: newId(),
        kind: 'ground',
        name: `Ground at ${station.lamps.map((lamp) => lamp.tag).join(' ')}`,
      });
      join(from, { elementId: splice.id, terminal: 'join' }, runMm(at, station.at));
      for (const lamp of station.lamps) {
        const load = add({ id: newId(), kind: 'lampLoad', name: lamp.tag, lampId: lamp.id });
        const branchMm = runMm(station.at, lamp.position);
        join({ elementId: splice.id, terminal: 'join' }, { elementId: load.id, terminal: 'plus' }, branchMm);
        join(
          { elementId: load.id, terminal: 'minus' },
          { elementId: ground.id, terminal: 'join' },
          branchMm + GROUND_LEAD_MM,
          'black',
        );
      }
      from = { elementId: splice.id, terminal: 'join' };
      at = station.at;
    }
  }

  const functions = Object.values(build.functions);
  const known = functions.find((each) => each.controlId === controlId);
  const shows = Object.fromEntries(
    lamps.map((lamp) => [lamp.id, { patternId: wish.patternId, phase: phaseFor(lamp) }]),
  );
  const made: LightFunction[] = known
    ? []
    : [
        {
          id: newId(),
          name: wish.name,
          controlId,
          priority: Math.min(999, functions.length + 1),
          levelPercent: 100,
          shows,
        },
      ];
  return { kind: 'assignFeed', controls, elements, wires, functions: made };
}

/** Left and right answer each other by default, as drivers expect of a pair. */
const phaseFor = (lamp: Lamp): 'A' | 'B' => (lamp.position.yMm < 0 ? 'B' : 'A');

export interface FeedRefusal {
  kind: 'noLamps' | 'tooMuch' | 'noWire' | 'refused';
  message: string;
}

/**
 * Plans a feed: fuse by load, then the thinnest wire that the fuse protects and that keeps the far lamp within the
 * drop budget, found by solving the circuit with each size in turn. Gives the operations in order: the feed itself and,
 * when its control already has a function, the new lamps joining that function.
 */
export function planFeed(build: Build, wish: FeedWish, newId: () => Id): Result<OperationDraft[], FeedRefusal> {
  const lamps = wish.lampIds.flatMap((id) => build.lamps[id] ?? []);
  if (lamps.length === 0) return refused({ kind: 'noLamps', message: 'Choose at least one lamp for the feed.' });
  const maximumA = ratedCurrentA(build, lamps, 'maximumA');
  const needed = fuseForLoadA(maximumA);
  if (needed === null) {
    return refused({
      kind: 'tooMuch',
      message: `These lamps draw ${maximumA.toFixed(1)} A, more than one blade fuse carries. Split them over two feeds.`,
    });
  }
  const ratingA = Math.max(needed, SMALLEST_FUSE_A);
  // Ids are drawn once; only the gauge changes from try to try.
  const first = writeFeed(build, wish, conductorsOf(wish.table)[0]!.gauge, ratingA, newId);
  for (const size of conductorsOf(wish.table)) {
    if (size.areaMm2 < THINNEST_MM2 || ampacityA(size, { bundled: 3 }) < ratingA) continue;
    const operation: AssignFeed = { ...first, wires: first.wires.map((wire) => ({ ...wire, gauge: size.gauge })) };
    const tried = applyOperation(build, { ...operation, id: newId() }, { by: '', at: '' });
    if (!tried.ok) return refused({ kind: 'refused', message: tried.reason.message });
    const fuseId = operation.elements.find((element) => element.kind === 'fuse')!.id;
    const feed = deriveFeeds(tried.value.build).find((each) => each.fuse.id === fuseId)!;
    if (feedFigures(tried.value.build, feed).dropPercent <= DROP_BUDGET_PERCENT)
      return ok([operation, ...joinFunction(build, wish, lamps)]);
  }
  return refused({
    kind: 'noWire',
    message:
      'No wire in the table keeps the drop within 3 %. Shorten the run, split the lamps, or feed them from nearer by.',
  });
}

function joinFunction(build: Build, wish: FeedWish, lamps: readonly Lamp[]): OperationDraft[] {
  const controlId = 'id' in wish.control ? wish.control.id : null;
  const known = Object.values(build.functions).find((each) => each.controlId === controlId);
  if (!known) return [];
  return (['A', 'B'] as const).flatMap((phase): OperationDraft[] => {
    const lampIds = lamps.filter((lamp) => phaseFor(lamp) === phase).map((lamp) => lamp.id);
    if (lampIds.length === 0) return [];
    return [{ kind: 'setPattern', functionId: known.id, lampIds, changes: { patternId: wish.patternId, phase } }];
  });
}
