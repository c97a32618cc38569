/** Parts put into a circuit that is there: a plug or a diode in a wire, a load resistor beside a lamp. */

import { restingVoltageV } from '../circuit/index.ts';
import {
  type Build,
  derivedId,
  type Element,
  type Id,
  type OperationDraft,
  type Terminal,
  type Wire,
} from '../document/index.ts';
import type { Feed } from '../graph/index.ts';
import type { Ohms } from '../units/index.ts';

/** A plug sits within reach of the lamp end, a diode at the start of the wire (common practice, no source). */
const PLUG_FROM_END_MM = 300;
const DIODE_FROM_START_MM = 150;
/** Contacts of a sealed two-way plug (common practice, no source). */
const PLUG_CONTACT_A = 15;
const RESISTOR_LEAD_MM = 200;

/** Puts a sealed two-way plug into a wire, near its far end; its second cavity stays free. None for an unknown wire. */
export function planPlug(build: Build, wireId: Id, name: string): OperationDraft[] {
  const wire = build.wires[wireId];
  if (!wire) return [];
  const part: Element = {
    id: derivedId(wireId, 'plug'),
    kind: 'connector',
    name,
    pinsOf: '',
    pins: 2,
    mated: true,
    ratingA: PLUG_CONTACT_A,
  };
  const nearMm = Math.max(0, wire.lengthMm - PLUG_FROM_END_MM);
  return [
    { kind: 'insertPart', wireId, part, near: 'a1', far: 'b1', nearMm, newWireId: derivedId(wireId, 'plug wire') },
  ];
}

/** Puts a diode into a wire, letting current from its start to its end only. None for an unknown wire. */
export function planDiode(build: Build, wireId: Id, name: string): OperationDraft[] {
  const wire = build.wires[wireId];
  if (!wire) return [];
  return [
    {
      kind: 'insertPart',
      wireId,
      part: { id: derivedId(wireId, 'diode'), kind: 'diode', name },
      near: 'anode',
      far: 'cathode',
      nearMm: Math.min(DIODE_FROM_START_MM, wire.lengthMm),
      newWireId: derivedId(wireId, 'diode wire'),
    },
  ];
}

/** What a turn-signal flasher relay counts on: a 21 W filament (common practice, no source). */
const FILAMENT_W = 21;
/** Preferred values of the E12 series over the decades that matter here (IEC 60063, from memory). */
const E12 = [1, 1.2, 1.5, 1.8, 2.2, 2.7, 3.3, 3.9, 4.7, 5.6, 6.8, 8.2];
const E12_OHM = [1, 10, 100].flatMap((decade) => E12.map((value) => Number((value * decade).toFixed(1))));

export interface FlashResistor {
  resistanceOhm: Ohms;
  /** Heat while the lamps are lit, W: it wants bare metal around it, never plastic or carpet. */
  powerW: number;
  operations: OperationDraft[];
}

/** What the lead of a signal comes from. Behind a flasher it would be on whenever that strobes. */
const STARTS: ReadonlySet<Element['kind']> = new Set(['tap', 'fuse', 'switch', 'relay', 'receiver']);

/** Where the lead to the lamps of a feed begins: behind all that makes and breaks it. */
function startOfRun(build: Build, { wires }: Feed): { at: Terminal; wire: Wire } | null {
  const found = wires.flatMap((wire) =>
    [wire.from, wire.to]
      .filter(({ elementId, terminal }) => STARTS.has(build.elements[elementId]!.kind) && terminal.startsWith('out'))
      .map((at) => ({ at, wire })),
  );
  return found.at(-1) ?? null;
}

/**
 * One resistor for a turn feed whose lamps together draw less than the filament their flasher relay was made for: with it
 * they draw at least what that did, with what the unit's own lamps still draw from the lead counted in. It sits at the
 * lead's start, where its current costs the lamps no volts and no crimp has a fourth wire, with a ground of its own. Null
 * when they draw enough, or one is there.
 */
export function planFlashResistor(build: Build, feed: Feed): FlashResistor | null {
  const volts = restingVoltageV(build.electrics.systemVoltageV);
  const drawnA = feed.lamps.reduce(
    (sum, { modelKey }) => sum + (build.models[modelKey]?.maximumA ?? 0),
    feed.slot?.ownLoadA ?? 0,
  );
  const missingA = FILAMENT_W / volts - drawnA;
  const start = startOfRun(build, feed);
  const resistanceOhm = E12_OHM.filter((ohm) => ohm <= volts / missingA).at(-1);
  if (feed.lamps.length === 0 || missingA <= 0 || !start || !resistanceOhm) return null;
  if (feed.elementIds.some((id) => build.elements[id]?.kind === 'resistor')) return null;
  const id = (what: string) => derivedId(feed.fuse.id, what);
  const resistor: Element = {
    id: id('flash resistor'),
    kind: 'resistor',
    name: `Load resistor, ${feed.fuse.name}`.slice(0, 60),
    resistanceOhm,
  };
  const ground: Element = { id: id('flash resistor metal'), kind: 'ground', name: 'Ground of the load resistor' };
  const lead = (wireId: Id, from: Terminal, to: Terminal): Wire => ({
    ...start.wire,
    id: wireId,
    from,
    to,
    lengthMm: RESISTOR_LEAD_MM,
    loomLengthMm: null,
  });
  const wires = [
    lead(id('flash resistor feed'), start.at, { elementId: resistor.id, terminal: 'a' }),
    {
      ...lead(
        id('flash resistor ground'),
        { elementId: resistor.id, terminal: 'b' },
        { elementId: ground.id, terminal: 'join' },
      ),
      colour: 'black' as const,
    },
  ];
  return {
    resistanceOhm,
    powerW: volts ** 2 / resistanceOhm,
    operations: [{ kind: 'assignFeed', controls: [], elements: [resistor, ground], wires, functions: [] }],
  };
}
