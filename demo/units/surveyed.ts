/** Units that have been surveyed, some with their first lamps laid out. */
import { type Build, type Id, PLAIN_PIN, type Plug } from '../../core/document/index.ts';
import { ODILE } from '../people.ts';
import { UnitBuilder } from '../unitBuilder.ts';
import { SMALL_PANEL, TRAILER_PANEL, TRUCK_SLOTS, type World } from './setting.ts';

/** As it was metered with the key on, and with the brake held. */
const rearLampPlug = (id: Id): Plug => {
  const pin = (name: string, colour: string, purpose: string, more: Partial<Plug['pins'][number]> = {}) => ({
    pin: name,
    colour,
    purpose,
    keyOffV: 0,
    keyOnV: 0,
    runningV: 0,
    ...PLAIN_PIN,
    ...more,
  });
  return {
    id,
    name: 'Rear lamp plug',
    place: 'under the seat, right of the frame',
    position: { xMm: 1620, yMm: -90, zMm: 780 },
    pins: [
      pin('1', 'yellow, black tracer', 'tail and plate', { keyOnV: 12.5, runningV: 13.9, ratingA: 10, ownLoadA: 0.78 }),
      pin('2', 'brown', 'brake', { signal: 'brake', signalV: 12.1, ratingA: 10, ownLoadA: 1.64, areaMm2: 0.75 }),
      pin('3', 'blue, orange tracer', 'left turn', { signal: 'left', signalV: 12.2, ratingA: 10, ownLoadA: 1.64 }),
      pin('4', 'green, white tracer', 'right turn', { signal: 'right', ratingA: 10, ownLoadA: 1.64 }),
      pin('5', 'black', 'ground', { areaMm2: 1 }),
    ],
    end: 'joined',
    leftMm: null,
  };
};

export function surveyedUnits({ newId, daysAgo }: World): Build[] {
  const start = (given: ConstructorParameters<typeof UnitBuilder>[0], days: number) =>
    new UnitBuilder(given, newId, daysAgo(days), ODILE).surveyed().factory();
  const gritter = start(
    { tag: 'SR-03', name: 'Gritter with V plow', bodyId: 'gritter', batteryAh: 180, alternatorA: 140 },
    3,
  )
    .slots(3, TRUCK_SLOTS)
    .lamp('BC-0101', 'top', { xMm: 2300, yMm: 620 })
    .lamp('MK-0103', 'front', { yMm: 300, zMm: 2530 })
    .lamp('MK-0103', 'front', { yMm: 900, zMm: 2530 })
    .lamp('MK-0103', 'front', { yMm: 0, zMm: 2530 })
    .lamp('PW-0901', 'front', { yMm: 1300, zMm: 620 });
  const sweeper = start({ tag: 'SR-12', name: 'Road sweeper', bodyId: 'sweeper', alternatorA: 110 }, 5)
    .slots(3, TRUCK_SLOTS)
    .lamp('SG-0405', 'left', { xMm: 2500, yMm: 1, zMm: 1560 })
    .lamp('ST-0302', 'rear', { yMm: 900, zMm: 2140 }, { colour: 'white' });
  const rack = start(
    { tag: 'SR-19', name: 'Drop-side truck with rack', bodyId: 'drop-side-truck', alternatorA: 110 },
    8,
  )
    .slots(3, TRUCK_SLOTS)
    .lamp('MK-0102', 'left', { xMm: 2600, yMm: 1, zMm: 1275 })
    .lamp('MK-0102', 'left', { xMm: 4350, yMm: 1, zMm: 1275 })
    .lamp('MK-0102', 'left', { xMm: 6250, yMm: 1, zMm: 1275 })
    .lamp('SG-0402', 'rear', { yMm: 900, zMm: 970 })
    .lamp('SG-0403', 'rear', { yMm: 300, zMm: 970 }, { single: true })
    .lamp('SG-0403', 'rear', { yMm: 560, zMm: 970 }, { single: true })
    .lamp('SG-0403', 'rear', { yMm: -560, zMm: 970 }, { single: true })
    .feed({
      name: 'Rack stop',
      slot: '13',
      tags: 'L5',
      pattern: 'steady',
      colour: 'red',
      wanted: 'always',
      control: { name: 'Brake', kind: 'signal', signal: 'brake', ratingA: null },
    })
    .feed({
      name: 'Rack turn',
      slot: '15',
      tags: 'L6 R5',
      pattern: 'turn',
      colour: 'yellow',
      wanted: 'ignition',
      control: { name: 'Left turn', kind: 'signal', signal: 'left', ratingA: null },
    })
    // One switch in the ground of two feeds, and one lamp that kept its own ground: the classic sneak path.
    .groundSwitch('L5 L6', { name: 'Rack lamps', kind: 'switch', signal: null, ratingA: 10 });
  const board = start({ tag: 'SR-20', name: 'Boat trailer', bodyId: 'boat-trailer', batteryAh: 60 }, 11)
    .slots(3, TRAILER_PANEL)
    .lamp('MG-1101', 'rear', { yMm: 780, zMm: 700 });
  const motorcycle = start(
    { tag: 'SR-21', name: 'Escort motorcycle', bodyId: 'motorcycle', batteryAh: 14, alternatorA: 38 },
    10,
  )
    .slots(3, SMALL_PANEL.slice(0, 4))
    .lamp('MD-1001', 'rear', { yMm: 0, zMm: 1100 })
    .apply({ kind: 'recordPlug', plug: rearLampPlug(newId()) });
  const pump = start(
    { tag: 'SR-23', name: 'Water pump trailer', bodyId: 'pump-trailer', batteryAh: 95, alternatorA: 40 },
    2,
  )
    .slots(3, TRAILER_PANEL)
    .lamp('HB-2001', 'rear', { yMm: 0, zMm: 1920 }, { single: true })
    .onBracket('CH-1301', 'H1', 1)
    .onBracket('AE-2101', 'H1', 2);
  return [gritter, sweeper, rack, board, motorcycle, pump].map((unit) => unit.build);
}
