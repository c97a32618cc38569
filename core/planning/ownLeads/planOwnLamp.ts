/**
 * The unit's own wiring, taken into the circuit: a lamp that it came with, hanging on the lead that a pin of its plug
 * was metered for. Nothing of it is bought, cut or run; it is there so that something can be put between.
 */

import {
  type Build,
  derivedId,
  type Element,
  type FactoryLamp,
  type Id,
  type Lamp,
  type LampModel,
  type OperationDraft,
  type Plug,
  type Signal,
  type Terminal,
  type Wire,
} from '../../document/index.ts';
import { isUnits, pinSourceId, placeOfSource, SIGNAL_NAMES, signalControl, signalOfSlot } from '../../graph/index.ts';
import { GROUND_LEAD_MM, namedColour, runMm } from '../../harness/index.ts';
import { mirroredPlace, PLAIN_LAMP, tagsFor } from '../../place/index.ts';
import { ok, type Result, refused } from '../../result.ts';
import { type Amps, capitalised, conductorsOf, type Millimetres, type SquareMillimetres } from '../../units/index.ts';
import { newFunction } from '../planFunction.ts';
import { planPinSource } from './planPins.ts';

export interface OwnLampWish {
  plugId: Id;
  pin: string;
  factoryLampId: Id;
  light: LampModel['light'];
}

export interface OwnLampRefusal {
  kind: 'missing' | 'noSignal' | 'noFuse' | 'noLoad' | 'taken';
  message: string;
}

/** Drawn at this size: nobody measures a lamp that stays where it is. */
const DRAWN_FACE = { shape: 'rectangle', widthMm: 120, heightMm: 80, depthMm: 50 } as const;
/** What lamps of a unit's own run on, by the system they were made for (common practice, no source). */
const RUNS_ON = { 12: { minimumV: 9, maximumV: 16 }, 24: { minimumV: 18, maximumV: 32 } } as const;
/** Leads of a unit's own lamps where nobody measured them (common practice, no source). */
const USUAL_LEAD_MM2 = 0.75;

/** The lamps that a factory lamp of the survey is in the circuit: one, or a pair; none while it is not. */
export const lampsOfFactory = (build: Build, factoryLampId: Id): Lamp[] =>
  ['left', 'right'].flatMap((side) => build.lamps[derivedId(factoryLampId, `lamp ${side}`)] ?? []);

function modelOf(build: Build, wish: OwnLampWish, lamp: FactoryLamp, eachA: Amps): LampModel {
  const taken = Object.keys(build.models);
  const number = Array.from({ length: taken.length + 1 }, (_, index) => index + 1).find(
    (each) => !build.models[keyOf(each)],
  )!;
  return {
    ...PLAIN_LAMP,
    key: keyOf(number),
    version: 1,
    name: `${lamp.role === 'stop' ? 'Brake' : capitalised(lamp.role)} lamp it came with`,
    kind: 'factory',
    colours: [lamp.colour],
    heads: 1,
    light: wish.light,
    voltage: RUNS_ON[build.electrics.systemVoltageV],
    averageA: eachA,
    maximumA: eachA,
    cutInV: 0,
    face: DRAWN_FACE,
    mounts: [{ kind: 'screw', holeMm: 0, holes: 0, places: null }],
    leads: [
      { colour: 'own', purpose: 'feed' },
      { colour: 'own', purpose: 'ground' },
    ],
    sealing: 'IP54',
    massKg: 0.3,
    warrantyMonths: 0,
  };
}

/** Shelf numbers of lamps that no shelf has. */
const keyOf = (number: number): string => `UN-${String(number).padStart(4, '0')}`;

const at = (elementId: Id, terminal: string): Terminal => ({ elementId, terminal });

/**
 * Gives the operations, in order: the pin as a source with what else hangs on it, the lamps where the survey saw them,
 * and their circuit. Taken twice it does it once: ids follow from the factory lamp.
 */
export function planOwnLamp(
  build: Build,
  wish: OwnLampWish,
  newId: () => Id,
): Result<OperationDraft[], OwnLampRefusal> {
  const found = build.factoryLamps[wish.factoryLampId];
  const plug = build.plugs[wish.plugId];
  const pin = plug?.pins.find((each) => each.pin === wish.pin);
  const source = planPinSource(build, wish.plugId, wish.pin);
  if (!found || !plug || !pin || !source)
    return refused({ kind: 'missing', message: 'This lamp or pin is no longer in the survey.' });
  if (lampsOfFactory(build, found.id).length > 0)
    return refused({ kind: 'taken', message: 'This lamp is in the circuit already.' });
  const { slot } = source;
  const signal = signalOfSlot(slot, build.electrics.systemVoltageV);
  if (!signal)
    return refused({
      kind: 'noSignal',
      message: `Meter pin ${pin.pin} with its signal on: only then it is known what lights this lamp.`,
    });
  if (slot.ratingA === null)
    return refused({
      kind: 'noFuse',
      message: `Write down the fuse ahead of pin ${pin.pin} in the survey: it is what protects this lead.`,
    });
  if (slot.ownLoadA <= 0)
    return refused({
      kind: 'noLoad',
      message: `Write down what the unit draws from pin ${pin.pin} in the survey: amps, or its watts over the volts.`,
    });
  const places = found.paired
    ? [{ face: found.face, position: found.position }, mirroredPlace(found)]
    : [{ face: found.face, position: found.position }];
  const model = modelOf(build, wish, found, slot.ownLoadA / places.length);
  const tags = tagsFor(build, places);
  const pairId = found.paired ? derivedId(found.id, 'pair') : null;
  const lamps = places.map(
    (place, index): Lamp => ({
      id: derivedId(found.id, index === 0 ? 'lamp left' : 'lamp right'),
      tag: tags[index]!,
      modelKey: model.key,
      colour: found.colour,
      mount: 'screw',
      pairId,
      groupId: null,
      locked: true,
      ...place,
    }),
  );
  const own = ownCircuit(build, { pin, slotId: slot.id, signal }, lamps, newId);
  // What the lamp draws is in the circuit from now on, and no longer only a figure of its source.
  const freed: OperationDraft = { kind: 'editSlot', slotId: slot.id, changes: { ownLoadA: 0 } };
  return ok([...source.operations, freed, { kind: 'placeLamps', lamps, models: [model] }, own]);
}

type Pin = Plug['pins'][number];

/** The size of the table that a measured lead is, or the next thinner: what it carries is not to be taken for more. */
function sizeOf(areaMm2: SquareMillimetres): Wire['gauge'] {
  const sizes = conductorsOf('metric');
  const size = sizes.filter((each) => each.areaMm2 <= areaMm2 + 1e-9).at(-1) ?? sizes[0]!;
  return size.gauge as Wire['gauge'];
}

/** What lamps of a unit's own show by a signal, with nothing between. */
export const ownPattern = (signal: Signal | null): string =>
  signal === 'left' || signal === 'right' || signal === 'hazard' ? 'turn' : 'steady';

function ownCircuit(
  build: Build,
  given: { pin: Pin; slotId: Id; signal: Signal },
  lamps: readonly Lamp[],
  newId: () => Id,
): OperationDraft {
  const { signal, slotId, pin } = given;
  const gauge = sizeOf(pin.areaMm2 ?? USUAL_LEAD_MM2);
  const name = SIGNAL_NAMES[signal];
  const tap: Element = { id: newId(), kind: 'tap', name, slotId, limitA: null };
  const elements: Element[] = [tap];
  const wires: Wire[] = [];
  const join = (from: Terminal, to: Terminal, lengthMm: Millimetres, colour = namedColour(pin.colour) ?? 'red') =>
    wires.push({
      id: newId(),
      from,
      to,
      table: 'metric',
      gauge,
      colour,
      lengthMm,
      loomLengthMm: null,
      origin: 'unit',
    });
  const [first] = lamps;
  const toLamps = runMm(placeOfSource(build, slotId), first!.position);
  let from = at(tap.id, 'out');
  if (lamps.length > 1) {
    const splice: Element = {
      id: newId(),
      kind: 'splice',
      name: `Its own splice at ${lamps.map(({ tag }) => tag).join(' ')}`,
    };
    elements.push(splice);
    join(from, at(splice.id, 'join'), toLamps);
    from = at(splice.id, 'join');
  }
  for (const lamp of lamps) {
    const load: Element = { id: newId(), kind: 'lampLoad', name: lamp.tag, lampId: lamp.id };
    const ground: Element = { id: newId(), kind: 'ground', name: `Its own ground at ${lamp.tag}` };
    elements.push(load, ground);
    join(from, at(load.id, 'plus'), lamps.length > 1 ? runMm(first!.position, lamp.position) : toLamps);
    join(at(load.id, 'minus'), at(ground.id, 'join'), GROUND_LEAD_MM, 'black');
  }
  const known = signalControl(build, signal);
  const control = { id: known?.id ?? newId(), name, kind: 'signal', signal, ratingA: null } as const;
  const after = { ...build, lamps: { ...build.lamps, ...Object.fromEntries(lamps.map((lamp) => [lamp.id, lamp])) } };
  const functions = newFunction(
    after,
    { name, controlId: control.id, lampIds: lamps.map(({ id }) => id), patternId: ownPattern(signal) },
    newId,
  );
  return { kind: 'assignFeed', controls: known ? [] : [control], elements, wires, functions };
}

/** The wire of the unit's own that carries a pin's lead to its lamps, where it is in the circuit. */
export function ownLead(build: Build, plugId: Id, pin: string): Wire | undefined {
  const slotId = pinSourceId(plugId, pin);
  return Object.values(build.wires).find((wire) => {
    const element = build.elements[wire.from.elementId];
    return isUnits(wire) && element?.kind === 'tap' && element.slotId === slotId;
  });
}
