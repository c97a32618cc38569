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
  /** Heat while the lamp is lit, W: it wants bare metal around it, never plastic or carpet. */
  powerW: number;
  operations: OperationDraft[];
}

/**
 * A resistor beside a lamp that draws less than the filament its flasher relay was made for: with it the pair draws at
 * least what the filament did. Null when the lamp is not fed, draws enough or has one.
 */
export function planFlashResistor(build: Build, lampId: Id): FlashResistor | null {
  const lamp = build.lamps[lampId];
  const model = lamp && build.models[lamp.modelKey];
  const load = Object.values(build.elements).find((each) => each.kind === 'lampLoad' && each.lampId === lampId);
  const volts = restingVoltageV(build.electrics.systemVoltageV);
  const missingA = model ? FILAMENT_W / volts - model.maximumA : 0;
  if (!lamp || !load || missingA <= 0) return null;
  const id = derivedId(lampId, 'flash resistor');
  if (build.elements[id]) return null;
  const feedWire = farEnd(build, load.id, 'plus');
  const groundWire = farEnd(build, load.id, 'minus');
  const resistanceOhm = E12_OHM.filter((ohm) => ohm <= volts / missingA).at(-1);
  if (!feedWire || !groundWire || !resistanceOhm) return null;
  const resistor: Element = {
    id,
    kind: 'resistor',
    name: `Load resistor ${lamp.tag}`,
    resistanceOhm,
  };
  const lead = (wire: Wire, wireId: Id, from: Terminal, to: Terminal): Wire => ({
    ...wire,
    id: wireId,
    from,
    to,
    lengthMm: RESISTOR_LEAD_MM,
    loomLengthMm: null,
  });
  const a = { elementId: resistor.id, terminal: 'a' };
  const b = { elementId: resistor.id, terminal: 'b' };
  const wires = [
    lead(feedWire.wire, derivedId(lampId, 'flash resistor feed'), feedWire.far, a),
    lead(groundWire.wire, derivedId(lampId, 'flash resistor ground'), b, groundWire.far),
  ];
  return {
    resistanceOhm,
    powerW: volts ** 2 / resistanceOhm,
    operations: [{ kind: 'assignFeed', controls: [], elements: [resistor], wires, functions: [] }],
  };
}

function farEnd(build: Build, elementId: Id, terminal: string): { wire: Wire; far: Terminal } | null {
  for (const wire of Object.values(build.wires)) {
    if (wire.from.elementId === elementId && wire.from.terminal === terminal) return { wire, far: wire.to };
    if (wire.to.elementId === elementId && wire.to.terminal === terminal) return { wire, far: wire.from };
  }
  return null;
}
