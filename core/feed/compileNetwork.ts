/**
 * From the build's graph to the network of one setting at one instant: closed contacts, live slots, lamps as loads,
 * every wire as its own resistance. Everything electrical is computed from this network.
 */
import type { Build, Element, Id, Terminal } from '../build/index.ts';
import { conductor, resistanceOhmPerM } from '../units/index.ts';
import type { CircuitElement } from './circuit.ts';
import { fuseResistanceOhm } from './fuses.ts';
import { slotWhen } from './slots.ts';

/** One position of everything that the driver and the unit can set. */
export interface Setting {
  keyOn: boolean;
  controlIds: ReadonlySet<Id>;
  /** What lamps draw: averaged over their flash pattern, or every head lit. */
  load: 'average' | 'maximum';
  /** Battery terminal voltage; by default at rest, fully charged. */
  batteryV?: number;
}

/** Lead-acid at rest, full: 12.8 V, twice that for 24 V (common practice, no source). */
export const restingVoltageV = (systemVoltageV: number): number => (systemVoltageV === 24 ? 25.6 : 12.8);

/** Internal resistance of a starter battery with its cables (common practice, no source). */
const BATTERY_OHM = 0.008;
/** A clean ring terminal on bare steel (common practice, no source). */
const GROUND_POINT_OHM = 0.002;
const BATTERY_PLUS = 'battery+';
/** A 6 A silicon rectifier: about 0.8 V at 3 A. Common practice, no source. */
const RECTIFIER = { saturationCurrentA: 1e-9, emissionCoefficient: 1.6, seriesResistanceOhm: 0.02 };

export const terminalNode = ({ elementId, terminal }: Terminal): string => `${elementId}.${terminal}`;

/** Lamp draw at the model's rated voltage; the rated figure is kept as power for LED, as resistance for filament. */
function lampLoad(
  build: Build,
  element: Extract<Element, { kind: 'lampLoad' }>,
  load: Setting['load'],
): CircuitElement | null {
  const lamp = build.lamps[element.lampId];
  const model = lamp && build.models[lamp.modelKey];
  if (!model) return null;
  const ratedA = load === 'average' ? model.averageA : model.maximumA;
  const ratedV = restingVoltageV(build.electrics.systemVoltageV);
  const [a, b] = [`${element.id}.plus`, `${element.id}.minus`];
  return model.light === 'filament'
    ? { id: element.id, kind: 'resistor', a, b, resistanceOhm: ratedV / ratedA }
    : { id: element.id, kind: 'constantPower', a, b, powerW: ratedA * ratedV, cutInV: model.cutInV };
}

function compileElement(build: Build, element: Element, setting: Setting): CircuitElement[] {
  const at = (terminal: string) => `${element.id}.${terminal}`;
  switch (element.kind) {
    case 'tap': {
      const slot = build.slots[element.slotId];
      if (!slot) return [];
      const when = slotWhen(slot, build.electrics.systemVoltageV);
      // A slot nobody has read yet is taken at its word, so that a plan can be made before the survey is done.
      const live = when === 'always' || when === 'unread' || (when === 'ignition' && setting.keyOn);
      return live ? [{ id: element.id, kind: 'switch', a: BATTERY_PLUS, b: at('out'), closed: true }] : [];
    }
    case 'stud':
      return [{ id: element.id, kind: 'switch', a: BATTERY_PLUS, b: at('out'), closed: true }];
    case 'fuse':
      return [
        {
          id: element.id,
          kind: 'fuse',
          a: at('in'),
          b: at('out'),
          ratingA: element.ratingA,
          resistanceOhm: fuseResistanceOhm(element.ratingA),
        },
      ];
    case 'switch':
    case 'relay':
      return [
        {
          id: element.id,
          kind: 'switch',
          a: at('in'),
          b: at('out'),
          closed: setting.controlIds.has(element.controlId),
        },
      ];
    case 'ground':
      return [{ id: element.id, kind: 'resistor', a: at('join'), b: '0', resistanceOhm: GROUND_POINT_OHM }];
    case 'lampLoad': {
      const load = lampLoad(build, element, setting.load);
      return load ? [load] : [];
    }
    case 'splice':
      return [];
    case 'diode':
      return [{ id: element.id, kind: 'diode', anode: at('anode'), cathode: at('cathode'), ...RECTIFIER }];
    default:
      return element satisfies never;
  }
}

/** The network of a build for one setting. Ids of elements and wires are kept, the battery is 'battery'. */
export function compileNetwork(build: Build, setting: Setting): CircuitElement[] {
  const network: CircuitElement[] = [
    {
      id: 'battery',
      kind: 'source',
      plus: BATTERY_PLUS,
      minus: '0',
      voltageV: setting.batteryV ?? restingVoltageV(build.electrics.systemVoltageV),
      resistanceOhm: BATTERY_OHM,
    },
  ];
  for (const element of Object.values(build.elements)) network.push(...compileElement(build, element, setting));
  for (const wire of Object.values(build.wires)) {
    network.push({
      id: wire.id,
      kind: 'resistor',
      a: terminalNode(wire.from),
      b: terminalNode(wire.to),
      resistanceOhm: resistanceOhmPerM(conductor(wire.table, wire.gauge)) * (wire.lengthMm / 1000),
    });
  }
  return network;
}
