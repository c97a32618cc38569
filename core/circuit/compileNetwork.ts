/**
 * From the build's graph to the network of one setting at one instant: closed contacts, live sources, pulled relays,
 * lamps as loads, every wire as its own resistance. Everything electrical is computed from this network.
 */
import type { Build, Element, ElementOf, Id, Lamp, LampModel } from '../document/index.ts';
import { meanCurrentA } from '../flash/index.ts';
import { signalControl, slotWhen, terminalNode } from '../graph/index.ts';
import { type Amps, conductor, type Ohms, resistanceOhmPerM, type Volts } from '../units/index.ts';
import { fuseResistanceOhm } from './fuses.ts';
import type { CircuitElement, CircuitSolution } from './solver/circuit.ts';
import { type PreparedCircuit, prepareCircuit } from './solver/solveCircuit.ts';

/** One position of everything that the driver and the unit can set. */
export interface Setting {
  keyOn: boolean;
  controlIds: ReadonlySet<Id>;
  /** What lamps draw: averaged over their flash pattern, every head lit, or every head lit on cold filaments. */
  load: 'average' | 'maximum' | 'inrush';
  /** Controls whose patterns the averages follow; by default the most that any function has a lamp draw. */
  shownBy?: ReadonlySet<Id>;
  /** Battery terminal voltage; by default at rest, fully charged. */
  batteryV?: Volts;
  /** Relays whose contact is closed; by default those whose control is on. See solveSetting. */
  pulled?: ReadonlySet<Id>;
  /** With what is planned to hang on capped ends one day, for sizes; otherwise nothing flows there. */
  isPlanned?: boolean;
}

/** Lead-acid at rest, full: 12.8 V, twice that for 24 V (common practice, no source). */
export const restingVoltageV = (systemVoltageV: Volts): Volts => (systemVoltageV === 24 ? 25.6 : 12.8);

/** Internal resistance of a starter battery with its cables (common practice, no source). */
export const BATTERY_OHM = 0.008;
/** Below this what is planned draws nothing, as lamps for the system do (common practice, no source). */
const PLANNED_CUT_IN_V = 9;
/** A clean ring terminal on bare steel (common practice, no source). */
const GROUND_POINT_OHM = 0.002;
/** A mated contact of a sealed connector (common practice, no source). */
const CONTACT_OHM = 0.005;
/** Coil of a small power relay: about 0.14 A at 12 V, 75 mA at 24 V (common practice, no source). */
const COIL_OHM: Record<12 | 24, number> = { 12: 90, 24: 340 };
/** The light inside a rocker: about 10 mA at 12 V (common practice, no source). */
const SWITCH_LAMP_OHM = 1200;
/** What a receiver, flasher or modulator draws for itself: about 10 mA at 12 V (common practice, no source). */
const ELECTRONICS_OHM = 1200;
/** A cold filament has about a tenth of its warm resistance (common practice, no source). */
const COLD_FACTOR = 10;
const BATTERY_PLUS = 'battery+';
/** A 6 A silicon rectifier: about 0.8 V at 3 A. Common practice, no source. */
const RECTIFIER = { saturationCurrentA: 1e-9, emissionCoefficient: 1.6, seriesResistanceOhm: 0.02 };

/** What a lamp takes in the first instant with every head lit, A at rest voltage. */
export const coldCurrentA = ({ light, maximumA }: LampModel): Amps =>
  light === 'filament' ? maximumA * COLD_FACTOR : maximumA;

function ratedLoadA(build: Build, lamp: Lamp, model: LampModel, { load, shownBy }: Pick<Setting, 'load' | 'shownBy'>) {
  switch (load) {
    case 'average':
      return meanCurrentA(build, lamp, shownBy ?? null);
    case 'maximum':
      return model.maximumA;
    case 'inrush':
      return coldCurrentA(model);
    default:
      return load satisfies never;
  }
}

/** Lamp draw at the model's rated voltage; the rated figure is kept as power for LED, as resistance for filament. */
function lampLoad(
  build: Build,
  element: ElementOf<'lampLoad'>,
  load: Pick<Setting, 'load' | 'shownBy'>,
): CircuitElement | null {
  const lamp = build.lamps[element.lampId];
  const model = lamp && build.models[lamp.modelKey];
  if (!model) return null;
  const ratedA = ratedLoadA(build, lamp, model, load);
  const ratedV = restingVoltageV(build.electrics.systemVoltageV);
  const [a, b] = [`${element.id}.plus`, `${element.id}.minus`];
  return model.light === 'filament'
    ? { id: element.id, kind: 'resistor', a, b, resistanceOhm: ratedV / ratedA }
    : { id: element.id, kind: 'constantPower', a, b, powerW: ratedA * ratedV, cutInV: model.cutInV };
}

/** What is planned for a capped end, drawn as an electronic lamp draws it, straight to metal: its way back is not laid yet. */
const plannedLoad = (build: Build, { id, plannedA }: ElementOf<'cap'>): CircuitElement => ({
  id,
  kind: 'constantPower',
  a: `${id}.end`,
  b: '0',
  powerW: plannedA * restingVoltageV(build.electrics.systemVoltageV),
  cutInV: PLANNED_CUT_IN_V,
});

/** Is a source live in a setting? One that nobody has read is taken at its word, so that a plan can come before a survey. */
export function isLive(
  build: Build,
  source: ElementOf<'tap' | 'stud'> | null,
  { keyOn, controlIds }: Pick<Setting, 'keyOn' | 'controlIds'>,
): boolean {
  if (source?.kind !== 'tap') return source !== null;
  const slot = build.slots[source.slotId];
  const when = slot && slotWhen(slot, build.electrics.systemVoltageV);
  if (when === 'signal') {
    const control = signalControl(build, slot!.signal!);
    return control !== undefined && controlIds.has(control.id);
  }
  // Behind an accessory switch it is live with that; what the key does to it is as it was read with the switch on.
  const isClosed = !slot?.controlId || controlIds.has(slot.controlId);
  return isClosed && (when === 'always' || when === 'unread' || (when === 'ignition' && keyOn));
}

const channelId = (receiverId: Id, index: number): string => `${receiverId}:out${index + 1}`;
const coilIdOf = (relayId: Id): string => `${relayId}:coil`;

/** Everything that opens and closes, by its id in the network, as it stands in a setting. */
function* contactStates(build: Build, setting: Setting): Generator<[id: string, closed: boolean]> {
  const isOn = (controlId: Id) => setting.controlIds.has(controlId);
  for (const element of Object.values(build.elements)) {
    const { id } = element;
    switch (element.kind) {
      case 'tap':
      case 'stud':
        yield [id, isLive(build, element, setting)];
        break;
      case 'switch':
        yield [id, isOn(element.controlId)];
        break;
      case 'relay':
        yield [id, setting.pulled ? setting.pulled.has(id) : isOn(element.controlId)];
        break;
      case 'receiver':
        for (const [index, control] of element.channels.entries()) yield [channelId(id, index), isOn(control)];
        break;
      case 'flasher':
        yield [id, isOn(element.controlId)];
        yield [`${id}:signal`, !isOn(element.controlId)];
        break;
      default:
        break;
    }
  }
}

function compileElement(
  build: Build,
  element: Element,
  load: Pick<Setting, 'load' | 'shownBy' | 'isPlanned'>,
  closed: ReadonlyMap<string, boolean>,
  wired: ReadonlySet<string>,
): CircuitElement[] {
  const { id } = element;
  const at = (terminal: string) => `${id}.${terminal}`;
  const contact = (a: string, b: string, name: string = id): CircuitElement => ({
    id: name,
    kind: 'switch',
    a: at(a),
    b: at(b),
    closed: closed.get(name) ?? false,
  });
  const ohm = (name: string, a: string, b: string, resistanceOhm: Ohms): CircuitElement => ({
    id: name,
    kind: 'resistor',
    a: at(a),
    b: at(b),
    resistanceOhm,
  });
  switch (element.kind) {
    case 'tap':
    case 'stud':
      return [{ id, kind: 'switch', a: BATTERY_PLUS, b: at('out'), closed: closed.get(id) ?? false }];
    case 'fuse': {
      const resistanceOhm = fuseResistanceOhm(element.ratingA, element.family);
      return [{ id, kind: 'fuse', a: at('in'), b: at('out'), ratingA: element.ratingA, resistanceOhm }];
    }
    case 'switch': {
      const lit = wired.has(at('lamp')) ? [ohm(`${id}:lamp`, 'out', 'lamp', SWITCH_LAMP_OHM)] : [];
      return [contact('in', 'out'), ...lit];
    }
    case 'relay': {
      const coil = wired.has(at('coilPlus'))
        ? [ohm(coilIdOf(id), 'coilPlus', 'coilMinus', COIL_OHM[build.electrics.systemVoltageV])]
        : [];
      return [contact('in', 'out'), ...coil];
    }
    case 'receiver': {
      const outs = element.channels.map((_, index) => contact('supply', `out${index + 1}`, channelId(id, index)));
      return [...outs, ...electronics(wired, id, at)];
    }
    case 'flasher':
      return [contact('supply', 'out'), contact('signal', 'out', `${id}:signal`), ...electronics(wired, id, at)];
    case 'modulator':
      return [ohm(id, 'in', 'out', CONTACT_OHM)];
    case 'resistor':
      return [ohm(id, 'a', 'b', element.resistanceOhm)];
    case 'connector':
      if (!element.mated) return [];
      return Array.from({ length: element.pins }, (_, index) => index + 1)
        .filter((pin) => wired.has(at(`a${pin}`)) && wired.has(at(`b${pin}`)))
        .map((pin) => ohm(`${id}:${pin}`, `a${pin}`, `b${pin}`, CONTACT_OHM));
    case 'ground':
      return [{ id, kind: 'resistor', a: at('join'), b: '0', resistanceOhm: GROUND_POINT_OHM }];
    case 'lampLoad': {
      const drawn = lampLoad(build, element, load);
      return drawn ? [drawn] : [];
    }
    case 'cap':
      return load.isPlanned && element.plannedA > 0 ? [plannedLoad(build, element)] : [];
    case 'splice':
    case 'block':
      return [];
    case 'diode':
      return [{ id, kind: 'diode', anode: at('anode'), cathode: at('cathode'), ...RECTIFIER }];
    default:
      return element satisfies never;
  }
}

const electronics = (wired: ReadonlySet<string>, id: Id, at: (terminal: string) => string): CircuitElement[] =>
  wired.has(at('ground'))
    ? [
        {
          id: `${id}:electronics`,
          kind: 'resistor',
          a: at('supply'),
          b: at('ground'),
          resistanceOhm: ELECTRONICS_OHM,
        },
      ]
    : [];

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
  const wired = new Set(Object.values(build.wires).flatMap(({ from, to }) => [terminalNode(from), terminalNode(to)]));
  const closed = new Map(contactStates(build, setting));
  for (const element of Object.values(build.elements))
    network.push(...compileElement(build, element, setting, closed, wired));
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

/** A relay pulls in at this part of the system voltage and holds down to the other (common practice, no source). */
const PULL_IN_RATIO = 0.65;
const HOLD_RATIO = 0.2;
/** Relays that switch each other settle in a few turns or never do. */
const MAX_TURNS = 8;

export interface SolvedSetting {
  network: CircuitElement[];
  solution: CircuitSolution;
}

/** The circuit of a build, set up once for all settings of its controls. */
export interface StateSolver {
  /** Solves a setting; what it gives holds until the next one is asked for. */
  solve(setting: Pick<Setting, 'keyOn' | 'controlIds'>): PreparedCircuit;
}

/** Sets the circuit of a build up for many settings. `load` and battery voltage are the same for all of them. */
export function stateSolver(
  build: Build,
  common: Pick<Setting, 'load' | 'batteryV' | 'shownBy' | 'isPlanned'>,
): StateSolver {
  const circuit = prepareCircuit(compileNetwork(build, { ...common, keyOn: true, controlIds: new Set() }));
  const relays = Object.values(build.elements).filter((element) => element.kind === 'relay');
  /**
   * Which relays pull: a contact is closed when the voltage over its own coil says so. Relays whose coil nobody has
   * wired yet follow their control. A first guess is no state to hold from: a coil has to pull in on its own.
   */
  const pulledBy = (controlIds: ReadonlySet<Id>, held: ReadonlySet<Id>): Set<Id> =>
    new Set(
      relays.flatMap(({ id, controlId }) => {
        const coil = circuit.stateOf(coilIdOf(id));
        if (!coil) return controlIds.has(controlId) ? [id] : [];
        const part = held.has(id) ? HOLD_RATIO : PULL_IN_RATIO;
        return Math.abs(coil.voltageV) >= part * build.electrics.systemVoltageV ? [id] : [];
      }),
    );
  return {
    solve({ keyOn, controlIds }) {
      let pulled = new Set(relays.flatMap((relay) => (controlIds.has(relay.controlId) ? [relay.id] : [])));
      for (let turn = 0; ; turn++) {
        for (const [id, closed] of contactStates(build, { ...common, keyOn, controlIds, pulled }))
          circuit.setClosed(id, closed);
        circuit.run();
        const next = pulledBy(controlIds, turn === 0 ? new Set() : pulled);
        const settled = next.size === pulled.size && [...next].every((id) => pulled.has(id));
        if (settled || turn >= MAX_TURNS) return circuit;
        pulled = next;
      }
    },
  };
}

/** Solves one setting, relays and all, and gives the network that was solved as well. */
export function solveSetting(build: Build, setting: Setting): SolvedSetting {
  const { load, batteryV, controlIds, isPlanned } = setting;
  const circuit = stateSolver(build, { load, batteryV, shownBy: controlIds, isPlanned }).solve(setting);
  return { network: circuit.elements(), solution: circuit.solution() };
}
