/** A motorcycle with a metered brake lead, as tests of leads of a unit's own begin with. */
import type { Build, FactoryLamp, Plug } from '../core/document/index.ts';
import { applied, countingIds, furtherIds } from './testUnit.ts';
import { UnitBuilder } from './unitBuilder.ts';

type Pin = Plug['pins'][number];

const ids = furtherIds();
export const REAR_PLUG_ID = ids();

/** 21 W at 12.8 V. */
export const BRAKE_A = 1.64;

export const STOP_LAMP: FactoryLamp = {
  id: ids(),
  role: 'stop',
  face: 'rear',
  colour: 'red',
  paired: false,
  position: { xMm: 2190, yMm: 0, zMm: 820 },
  state: 'works',
  note: '',
};

const brake: Pin = {
  pin: '2',
  colour: 'brown, black tracer',
  purpose: 'brake',
  keyOffV: 0,
  keyOnV: 0,
  runningV: 0,
  signal: 'brake',
  signalV: 12.1,
  ratingA: 15,
  ownLoadA: BRAKE_A,
  areaMm2: 0.75,
};

export function motorcycleWithPlug(pin: Partial<Pin> = {}, lamp: Partial<FactoryLamp> = {}): Build {
  const plug: Plug = {
    id: REAR_PLUG_ID,
    name: 'Rear lamp plug',
    place: 'under the seat',
    pins: [{ ...brake, ...pin }],
    end: 'joined',
    leftMm: null,
  };
  const { build } = new UnitBuilder(
    { tag: 'MC-01', name: 'Escort', bodyId: 'motorcycle', batteryAh: 14, alternatorA: 20 },
    countingIds(),
    '2026-01-05T10:00:00.000Z',
    'Odile Marchbank',
  ).surveyed();
  return applied(build, [
    { kind: 'setFusePanel', changes: { position: { xMm: 700, yMm: 0, zMm: 700 } } },
    { kind: 'recordPlug', plug },
    { kind: 'recordFactoryLamps', lamps: [{ ...STOP_LAMP, ...lamp }] },
  ]);
}
