/**
 * The Sable Reach Causeway District and its Reach Shed: nobody and nothing in it exists. Dates are relative to the day
 * on which the demo is loaded.
 */

import type { Build, Id } from '../core/build/index.ts';
import { provingStops } from '../core/prove/index.ts';
import { assess } from '../core/rules/index.ts';
import { jobSteps } from '../core/work/index.ts';
import { type SlotGiven, UnitBuilder } from './unitBuilder.ts';

export const DEMO_PASSWORD = 'causeway';

export const DEMO_PEOPLE = [
  { username: 'odile', name: 'Odile Marchbank', role: 'lead', colour: '#7A4A2B' },
  { username: 'tamsin', name: 'Tamsin Okafor', role: 'installer', colour: '#3A6EA5' },
  { username: 'bram', name: 'Bram Vesterholt', role: 'installer', colour: '#3E7D4F' },
  { username: 'ife', name: 'Ife Lindqvist', role: 'installer', colour: '#6B5B8C' },
  { username: 'corin', name: 'Corin Hale', role: 'owner', colour: '#5B6470' },
] as const;

interface World {
  newId: () => Id;
  /** ISO time so many days before loading. */
  daysAgo(days: number, hour?: number): string;
}

const ODILE = 'Odile Marchbank';
const TAMSIN = 'Tamsin Okafor';
const BRAM = 'Bram Vesterholt';
const IFE = 'Ife Lindqvist';

const HOT: [number, number] = [12.7, 12.6];
const KEY: [number, number] = [0, 12.5];
const DEAD: [number, number] = [0, 0];

/** Eighteen slots of the truck cab, as they were metered. */
const TRUCK_SLOTS: SlotGiven[] = [
  { label: '1', ratingA: 15, limitA: 20, feeds: 'wipers', ownLoadA: 9, volts: KEY },
  { label: '2', ratingA: 10, limitA: 15, feeds: 'dash', ownLoadA: 4, volts: HOT },
  { label: '3', ratingA: 10, limitA: 15, feeds: 'radio', ownLoadA: 6, volts: HOT },
  { label: '4', ratingA: 10, limitA: 15, feeds: 'left turn', ownLoadA: 3.6, volts: KEY },
  { label: '5', ratingA: 15, limitA: 20, feeds: 'right turn', ownLoadA: 3.6, volts: KEY },
  { label: '6', ratingA: 10, limitA: 15, feeds: 'brake lamps', ownLoadA: 3.5, volts: HOT },
  { label: '7', ratingA: 20, limitA: 25, feeds: 'heater fan', ownLoadA: 16, volts: KEY },
  { label: '8', ratingA: null, limitA: 20, volts: DEAD },
  { label: '9', ratingA: null, limitA: 20, reservedFor: 'the winch option', volts: HOT },
  { label: '10', ratingA: 10, limitA: 15, feeds: 'reverse', ownLoadA: 3.5, volts: KEY },
  { label: '11', ratingA: 20, limitA: 25, feeds: 'socket', ownLoadA: 10, volts: HOT },
  { label: '12', ratingA: 10, limitA: 15, feeds: 'mirrors', ownLoadA: 4, volts: KEY },
  { label: '13', ratingA: null, limitA: 20, volts: HOT },
  { label: '14', ratingA: 30, limitA: 30, feeds: 'beds and pumps', ownLoadA: 22, volts: KEY },
  { label: '15', ratingA: null, limitA: 10, volts: KEY },
  { label: '16', ratingA: null, limitA: 20, volts: HOT },
  { label: '17', ratingA: 25, limitA: 30, feeds: 'window lifts', ownLoadA: 14, volts: KEY },
  { label: '18', ratingA: 10, limitA: 15, feeds: 'park lamps', ownLoadA: 2.1, volts: HOT },
];

function recoveryTruck({ newId, daysAgo }: World): Build {
  const unit = new UnitBuilder(
    { tag: 'SR-07', name: 'Causeway recovery truck', bodyId: 'recovery-truck', batteryAh: 180, alternatorA: 120 },
    newId,
    daysAgo(9),
    ODILE,
  );
  unit.surveyed().factory().slots(3, TRUCK_SLOTS);
  unit
    .as(ODILE, daysAgo(8))
    .lamp('EB-1201', 'top', { xMm: 930 })
    .lamp('ST-0301', 'left', { xMm: 330, yMm: 1, zMm: 790 })
    .lamp('MK-0101', 'left', { xMm: 2700, yMm: 1, zMm: 930 })
    .lamp('MK-0101', 'left', { xMm: 4560, yMm: 1, zMm: 930 })
    .lamp('ST-0301', 'rear', { yMm: 1140, zMm: 1320 })
    .lamp('FL-0701', 'rear', { yMm: 930, zMm: 2240 })
    .lamp('MK-0103', 'front', { yMm: 300, zMm: 2530 })
    .lamp('MK-0103', 'front', { yMm: 860, zMm: 2530 })
    .lamp('MK-0103', 'front', { yMm: 0, zMm: 2530 })
    .lamp('SG-0401', 'rear', { yMm: 1110, zMm: 972 })
    .lamp('RV-0502', 'rear', { yMm: 560, zMm: 945 })
    .lamp('SG-0404', 'rear', { yMm: 0, zMm: 2740 }, { colour: 'red' })
    .lamp('PL-0601', 'rear', { yMm: 0, zMm: 1040 });
  unit
    .as(TAMSIN, daysAgo(6))
    .feed({
      name: 'Floods',
      slot: null,
      tags: 'L5 R5',
      pattern: 'steady',
      colour: 'blue',
      relayA: 30,
      wanted: 'always',
      control: { name: 'Scene', kind: 'switch', signal: null, ratingA: 10 },
    })
    .feed({
      name: 'Corners',
      slot: '13',
      tags: 'L1 R1 L4 R4',
      pattern: 'quad',
      relayA: 30,
      wanted: 'always',
      control: { name: 'Channel 2', kind: 'channel', signal: null, ratingA: 8 },
    })
    .feed({
      name: 'Bar',
      slot: '16',
      tags: 'T1',
      pattern: 'triple',
      relayA: 30,
      wanted: 'always',
      control: { name: 'Channel 1', kind: 'channel', signal: null, ratingA: 8 },
    })
    .feed({
      name: 'Markers',
      slot: '18',
      tags: 'F1 L6 R6 L7 R7 L2 R2 L3 R3 B2',
      pattern: 'steady',
      colour: 'brown',
      wanted: 'always',
      control: { name: 'Running lights', kind: 'signal', signal: 'running', ratingA: null },
    })
    .feed({
      name: 'Left turn',
      slot: '4',
      tags: 'L8',
      pattern: 'turn',
      colour: 'yellow',
      wanted: 'ignition',
      control: { name: 'Left turn', kind: 'signal', signal: 'left', ratingA: null },
    })
    .feed({
      name: 'Right turn',
      slot: '5',
      tags: 'R8',
      pattern: 'turn',
      colour: 'green',
      wanted: 'ignition',
      control: { name: 'Right turn', kind: 'signal', signal: 'right', ratingA: null },
    })
    .feed({
      name: 'High stop',
      slot: '6',
      tags: 'B1',
      pattern: 'steady',
      colour: 'red',
      wanted: 'always',
      control: { name: 'Brake', kind: 'signal', signal: 'brake', ratingA: null },
    })
    .feed({
      name: 'Reverse',
      slot: '10',
      tags: 'L9 R9',
      pattern: 'steady',
      colour: 'violet',
      wanted: 'ignition',
      control: { name: 'Reverse', kind: 'signal', signal: 'reverse', ratingA: null },
    });
  unit.as(ODILE, daysAgo(5));
  const order = ['Left turn', 'Right turn', 'High stop', 'Reverse', 'Bar', 'Corners', 'Floods', 'Markers'];
  for (const each of Object.values(unit.build.functions)) {
    unit.apply({ kind: 'editFunction', functionId: each.id, changes: { priority: order.indexOf(each.name) + 1 } });
  }
  const corners = Object.values(unit.build.functions).find((each) => each.name === 'Corners')!;
  // Corners answer each other over the diagonal, so that something is lit on both sides at any moment.
  unit.apply({ kind: 'setPattern', functionId: corners.id, lampIds: unit.ids('L4'), changes: { phase: 'B' } });
  unit.apply({ kind: 'setPattern', functionId: corners.id, lampIds: unit.ids('R4'), changes: { phase: 'A' } });
  const keys = jobSteps(unit.build, assess(unit.build).feeds).map((step) => step.key);
  unit.as(ODILE, daysAgo(4)).apply({
    kind: 'addExtraParts',
    parts: [
      {
        id: 'bracket-pair-900:EB-1201',
        partKey: 'bracket-pair-900',
        name: 'Bracket pair 900',
        quantity: 1,
        modelKey: 'EB-1201',
      },
    ],
  });
  unit
    .extra('wire-grommet', 'Sealing grommet', 'FL-0701', 2)
    .extra('wire-grommet', 'Sealing grommet', 'PL-0601', 1)
    .extra('rivet-nut', 'Rivet nut', 'FL-0701', 2)
    .extra('backing-plate', 'Backing plate', 'EB-1201', 1);
  const runs = keys.findIndex((key) => key.startsWith('mount:'));
  unit.as(BRAM, daysAgo(2)).ticks(keys.slice(0, runs));
  unit.as(IFE, daysAgo(1)).ticks(keys.slice(runs, runs + 3));
  unit.as('Corin Hale', daysAgo(4)).apply({
    kind: 'addComment',
    commentId: newId(),
    text: 'Please keep the floods off the mirrors of whoever waits behind.',
  });
  return unit.build;
}

function tiltTrailer({ newId, daysAgo }: World): Build {
  const unit = new UnitBuilder(
    { tag: 'SR-11', name: 'Tilt trailer', bodyId: 'tilt-trailer', batteryAh: 70, alternatorA: 0 },
    newId,
    daysAgo(14),
    ODILE,
  );
  unit.apply({ kind: 'setFusePanel', changes: { name: 'Junction box', place: 'drawbar, under the cover' } });
  unit
    .surveyed()
    .factory(['reversing'])
    .slots(2, [
      { label: 'P4', ratingA: 20, limitA: 25, feeds: 'battery pin', ownLoadA: 0, volts: HOT },
      { label: 'P3', ratingA: 10, limitA: 15, feeds: 'tail and markers', ownLoadA: 0.8, volts: HOT },
      { label: 'P5', ratingA: 10, limitA: 15, feeds: 'left turn and stop', ownLoadA: 2, volts: KEY },
      { label: 'P6', ratingA: 10, limitA: 15, feeds: 'right turn and stop', ownLoadA: 2, volts: KEY },
      { label: 'P7', ratingA: 10, limitA: 15, feeds: 'reversing', ownLoadA: 0, volts: KEY },
      { label: 'P2', ratingA: null, limitA: 20, reservedFor: 'the electric brake' },
    ]);
  unit
    .as(ODILE, daysAgo(12))
    .lamp('ST-0302', 'left', { xMm: 1900, yMm: 1, zMm: 880 })
    .lamp('ST-0302', 'left', { xMm: 4700, yMm: 1, zMm: 880 })
    .lamp('MK-0102', 'left', { xMm: 1500, yMm: 1, zMm: 960 }, { colour: 'amber' })
    .lamp('MK-0102', 'left', { xMm: 3300, yMm: 1, zMm: 960 }, { colour: 'amber' })
    .lamp('MK-0102', 'left', { xMm: 5900, yMm: 1, zMm: 960 }, { colour: 'red' })
    .lamp('SG-0401', 'rear', { yMm: 880, zMm: 560 })
    .lamp('ST-0303', 'rear', { yMm: 640, zMm: 560 })
    .lamp('BD-0802', 'top', { xMm: 2200, yMm: 800 })
    .lamp('BD-0802', 'top', { xMm: 4900, yMm: 800 })
    .lamp('PL-0601', 'rear', { yMm: 0, zMm: 590 });
  const channel = (n: number) => ({ name: `Channel ${n}`, kind: 'channel' as const, signal: null, ratingA: 5 });
  unit
    .as(TAMSIN, daysAgo(10))
    .feed({
      name: 'Side and rear strobes',
      slot: 'P4',
      tags: 'L1 R1 L2 R2 L7 R7',
      pattern: 'double',
      wanted: 'always',
      control: channel(1),
      relayA: 30,
    })
    .feed({
      name: 'Load bed',
      slot: 'P7',
      tags: 'L8 R8 L9 R9',
      pattern: 'steady',
      colour: 'white',
      wanted: 'ignition',
      control: channel(2),
    })
    .feed({
      name: 'Markers',
      slot: 'P3',
      tags: 'L3 R3 L4 R4 L5 R5 B1',
      pattern: 'steady',
      colour: 'brown',
      wanted: 'always',
      control: { name: 'Running lights', kind: 'signal', signal: 'running', ratingA: null },
    })
    .feed({
      name: 'Left turn',
      slot: 'P5',
      tags: 'L6',
      pattern: 'turn',
      colour: 'yellow',
      wanted: 'ignition',
      control: { name: 'Left turn', kind: 'signal', signal: 'left', ratingA: null },
    })
    .feed({
      name: 'Right turn',
      slot: 'P6',
      tags: 'R6',
      pattern: 'turn',
      colour: 'green',
      wanted: 'ignition',
      control: { name: 'Right turn', kind: 'signal', signal: 'right', ratingA: null },
    });
  // The factory tail lamps also double as strobes when channel 1 is on; turn signals keep the upper hand.
  const order = ['Left turn', 'Right turn', 'Side and rear strobes', 'Load bed', 'Markers'];
  for (const each of Object.values(unit.build.functions)) {
    unit.apply({ kind: 'editFunction', functionId: each.id, changes: { priority: order.indexOf(each.name) + 1 } });
  }
  const keys = jobSteps(unit.build, assess(unit.build).feeds).map((step) => step.key);
  unit.as(BRAM, daysAgo(5)).ticks(keys.slice(0, -2));
  const stops = provingStops(unit.build, assess(unit.build).feeds);
  unit.as(TAMSIN, daysAgo(1));
  for (const stop of stops.slice(0, 2)) {
    for (const point of stop.points) {
      unit.apply({
        kind: 'recordReading',
        reading: {
          id: newId(),
          setting: [stop.control.id],
          place: point.place,
          quantity: point.quantity,
          value: Math.round(point.expected.nominal * 100) / 100,
          batteryV: 12.8,
        },
      });
    }
  }
  return unit.build;
}

function mowerTractor({ newId, daysAgo }: World): Build {
  const unit = new UnitBuilder(
    { tag: 'SR-05', name: 'Verge mower tractor', bodyId: 'tractor', batteryAh: 100, alternatorA: 80 },
    newId,
    daysAgo(6),
    ODILE,
  );
  unit
    .surveyed()
    .factory()
    .slots(3, [
      { label: '1', ratingA: 20, limitA: 25, feeds: 'work lamps front', ownLoadA: 14, volts: KEY },
      { label: '2', ratingA: 10, limitA: 15, feeds: 'gauges', ownLoadA: 3, volts: KEY },
      { label: '3', ratingA: null, limitA: 15, volts: KEY },
      { label: '4', ratingA: 15, limitA: 15, feeds: 'cab fan', ownLoadA: 12.5, volts: KEY },
      { label: '5', ratingA: null, limitA: 20, volts: HOT },
      { label: '6', ratingA: null, limitA: 20, reservedFor: 'the air seat', volts: KEY },
      { label: '7', ratingA: 10, limitA: 15, feeds: 'park lamps', ownLoadA: 3, volts: HOT },
      { label: '8', ratingA: null, limitA: 15, volts: DEAD },
      { label: '9', ratingA: 10, limitA: 15, feeds: 'radio', ownLoadA: 5, volts: HOT },
    ]);
  unit
    .apply({
      kind: 'recordPlug',
      plug: {
        id: newId(),
        name: 'Trailer socket',
        place: 'rear, left of the top link',
        pins: [
          { pin: '1', colour: 'yellow', purpose: 'left turn', keyOffV: 0, keyOnV: 12.4, runningV: 13.9 },
          { pin: '3', colour: 'white', purpose: 'ground', keyOffV: 0, keyOnV: 0, runningV: 0 },
          { pin: '4', colour: 'green', purpose: 'right turn', keyOffV: 0, keyOnV: 12.4, runningV: 13.9 },
          { pin: '5', colour: 'brown', purpose: 'tail right', keyOffV: 12.6, keyOnV: 12.5, runningV: 14 },
          { pin: '6', colour: 'red', purpose: 'stop', keyOffV: 12.6, keyOnV: 12.5, runningV: 14 },
        ],
        end: 'capped',
        leftMm: null,
      },
    })
    .apply({
      kind: 'recordTrim',
      trim: {
        id: newId(),
        name: 'Cab roof lining',
        fasteners: 'push clips',
        count: 14,
        note: 'two break on every unit',
      },
    })
    .apply({ kind: 'answerSurvey', key: 'live-wires', value: 'cab loom runs along the left post' })
    .apply({ kind: 'answerSurvey', key: 'props', value: 'lift chained, blocks in the shed' })
    .as(ODILE, daysAgo(5))
    .lamp('BC-0101', 'top', { xMm: 2900, yMm: 0 })
    .lamp('FL-0702', 'rear', { yMm: 600, zMm: 2675 })
    .lamp('MK-0102', 'left', { xMm: 3050, yMm: 1, zMm: 1640 }, { colour: 'amber' })
    .lamp('MK-0105', 'rear', { yMm: 420, zMm: 1080 }, { colour: 'red' });
  unit
    .as(TAMSIN, daysAgo(3))
    .feed({
      name: 'Beacon',
      slot: '5',
      tags: 'T1',
      pattern: 'single',
      wanted: 'always',
      control: { name: 'Beacon switch', kind: 'switch', signal: null, ratingA: 10 },
    })
    .feed({
      name: 'Rear flood',
      slot: '4',
      tags: 'L1 R1',
      pattern: 'steady',
      colour: 'blue',
      wanted: 'ignition',
      control: { name: 'Flood switch', kind: 'switch', signal: null, ratingA: 10 },
    })
    .feed({
      name: 'Side markers',
      slot: '7',
      tags: 'L2 R2 L3 R3',
      pattern: 'steady',
      colour: 'brown',
      wanted: 'always',
      control: { name: 'Running lights', kind: 'signal', signal: 'running', ratingA: null },
    });
  unit.function('Tail strobe', 'Beacon switch', 'L3 R3', 'quad', 1);
  return unit.build;
}

const SMALL_PANEL: SlotGiven[] = [
  { label: '1', ratingA: 15, limitA: 20, feeds: 'lamps', ownLoadA: 8, volts: KEY },
  { label: '2', ratingA: 10, limitA: 15, feeds: 'dash', ownLoadA: 4, volts: HOT },
  { label: '3', ratingA: null, limitA: 15, volts: KEY },
  { label: '4', ratingA: null, limitA: 15, volts: HOT },
  { label: '5', ratingA: 20, limitA: 25, feeds: 'fan', ownLoadA: 12 },
  { label: '6', ratingA: null, limitA: 15 },
];

const TRAILER_PANEL: SlotGiven[] = [
  { label: 'tail', ratingA: 10, limitA: 15, feeds: 'tail and markers', ownLoadA: 1.6, volts: HOT },
  { label: 'left', ratingA: 10, limitA: 15, feeds: 'left turn and stop', ownLoadA: 2, volts: KEY },
  { label: 'right', ratingA: 10, limitA: 15, feeds: 'right turn and stop', ownLoadA: 2 },
];

function telehandlers({ newId, daysAgo }: World): Build[] {
  return [14, 15, 16, 17, 18].map((number, index) => {
    const unit = new UnitBuilder(
      { tag: `SR-${number}`, name: 'Telehandler', bodyId: 'telehandler', alternatorA: 85 },
      newId,
      daysAgo(30 - index),
      ODILE,
    );
    unit
      .surveyed()
      .factory()
      .slots(3, [
        { label: 'A1', ratingA: 10, limitA: 15, feeds: 'beacon prewire', ownLoadA: 0, volts: KEY },
        { label: 'A2', ratingA: 15, limitA: 20, feeds: 'work lamps', ownLoadA: 9, volts: KEY },
        { label: 'A3', ratingA: 10, limitA: 15, feeds: 'dash', ownLoadA: 5, volts: HOT },
      ]);
    unit.as(IFE, daysAgo(20 - index * 4)).lamp('BC-0101', 'top', { xMm: 2900, yMm: 600 }, { single: true });
    // The fifth machine's prewire plug is a look-alike with its battery where ground should be.
    if (index > 3) {
      const pins = ['white', 'brown', 'yellow', 'green'].map((colour, at) => ({
        pin: String(at + 1),
        colour,
        purpose: '',
        keyOffV: at === 0 ? 12.6 : 0,
        keyOnV: at === 0 ? 12.5 : 0,
        runningV: null,
      }));
      unit.apply({
        kind: 'recordPlug',
        plug: { id: newId(), name: '4-way flat', place: 'roof, behind the lining', pins, end: 'open', leftMm: null },
      });
      return unit.build;
    }
    const tag = Object.values(unit.build.lamps)[0]!.tag;
    // The fourth machine was set by hand and drifted from the others.
    unit.feed({
      name: 'Beacon',
      slot: 'A1',
      tags: tag,
      pattern: index === 3 ? 'quick' : 'single',
      wanted: 'ignition',
      control: { name: 'Beacon switch', kind: 'switch', signal: null, ratingA: 10 },
    });
    if (index > 1) return unit.build;
    unit.ticks(jobSteps(unit.build, assess(unit.build).feeds).map((step) => step.key));
    for (const stop of provingStops(unit.build, assess(unit.build).feeds)) {
      for (const point of stop.points) {
        unit.apply({
          kind: 'recordReading',
          reading: {
            id: newId(),
            setting: [stop.control.id],
            place: point.place,
            quantity: point.quantity,
            value: Math.round(point.expected.nominal * 100) / 100,
            batteryV: 12.8,
          },
        });
      }
    }
    return unit.as(ODILE, daysAgo(12 - index * 4)).apply({ kind: 'handOver', done: true }).build;
  });
}

/** Units that have been surveyed, some with their first lamps laid out. */
function surveyedUnits({ newId, daysAgo }: World): Build[] {
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
  const signBoard = start(
    {
      tag: 'SR-09',
      name: 'Sign-board truck',
      bodyId: 'sign-board-truck',
      systemVoltageV: 24,
      batteryAh: 170,
      alternatorA: 80,
    },
    7,
  )
    .slots(
      3,
      TRUCK_SLOTS.map((slot) => ({
        ...slot,
        volts: slot.volts && ([slot.volts[0] * 2, slot.volts[1] * 2] as [number, number]),
      })),
    )
    .lamp('AR-1201', 'rear', { yMm: 900, zMm: 3350 })
    .lamp('AR-1201', 'rear', { yMm: 900, zMm: 1950 })
    .lamp('EB-0901', 'top', { xMm: 900, yMm: 0 });
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
    .lamp('MD-1001', 'rear', { yMm: 0, zMm: 1100 });
  const van = start({ tag: 'SR-02', name: 'Service van', bodyId: 'van', alternatorA: 120 }, 4)
    .slots(3, SMALL_PANEL)
    .lamp('FL-0703', 'rear', { yMm: 560, zMm: 2330 });
  const pump = start(
    { tag: 'SR-23', name: 'Water pump trailer', bodyId: 'pump-trailer', batteryAh: 95, alternatorA: 40 },
    2,
  )
    .slots(3, TRAILER_PANEL)
    .lamp('CH-1301', 'top', { xMm: 1145, yMm: 150 }, { single: true });
  return [gritter, signBoard, sweeper, rack, board, motorcycle, van, pump].map((unit) => unit.build);
}

/** All demo units. `now` is the moment of loading, `newId` hands in identities. */
export function demoUnits(now: Date, newId: () => Id): Build[] {
  const world: World = {
    newId,
    daysAgo: (days, hour = 14) => {
      const at = new Date(now.getTime() - days * 86_400_000);
      at.setUTCHours(hour, 32, 0, 0);
      return at.toISOString();
    },
  };
  return [
    recoveryTruck(world),
    tiltTrailer(world),
    mowerTractor(world),
    ...telehandlers(world),
    ...surveyedUnits(world),
  ];
}
