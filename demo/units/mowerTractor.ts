/** SR-05: two added circuits on a tractor with a full panel. */
import { type Build, PLAIN_PIN } from '../../core/document/index.ts';
import { ODILE, TAMSIN } from '../people.ts';
import { UnitBuilder } from '../unitBuilder.ts';
import { DEAD, HOT, KEY, type World } from './setting.ts';

export function mowerTractor({ newId, daysAgo }: World): Build {
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
      { label: '8', ratingA: null, limitA: 15, cavity: 'hollow', volts: DEAD },
      { label: '9', ratingA: 10, limitA: 15, feeds: 'radio', ownLoadA: 5, volts: HOT },
      { label: '10', ratingA: null, limitA: 15, cavity: 'noLoadSide', volts: KEY },
      { label: '11', ratingA: null, limitA: 20, cavity: 'noLoadSide', volts: HOT },
      { label: '12', ratingA: null, limitA: 15, cavity: 'hollow', volts: DEAD },
    ])
    .box('Battery box', 'under the hood, right', { xMm: 900, yMm: -260, zMm: 1180 }, true, 2, [
      { label: 'A', ratingA: 80, limitA: 80, size: 'bolted', feeds: 'cab', ownLoadA: 46, volts: HOT },
      { label: 'B', ratingA: 60, limitA: 70, size: 'bolted', feeds: 'preheat', ownLoadA: 42, volts: HOT },
      { label: 'C', ratingA: null, limitA: 60, size: 'bolted', volts: HOT },
      { label: 'D', ratingA: null, limitA: 50, size: 'bolted', reservedFor: 'the loader', volts: HOT },
    ]);
  unit
    .apply({
      kind: 'recordPlug',
      plug: {
        id: newId(),
        name: 'Trailer socket',
        place: 'rear, left of the top link',
        pins: [
          { pin: '1', colour: 'yellow', purpose: 'left turn', keyOffV: 0, keyOnV: 12.4, runningV: 13.9, ...PLAIN_PIN },
          { pin: '3', colour: 'white', purpose: 'ground', keyOffV: 0, keyOnV: 0, runningV: 0, ...PLAIN_PIN },
          { pin: '4', colour: 'green', purpose: 'right turn', keyOffV: 0, keyOnV: 12.4, runningV: 13.9, ...PLAIN_PIN },
          { pin: '5', colour: 'brown', purpose: 'tail right', keyOffV: 12.6, keyOnV: 12.5, runningV: 14, ...PLAIN_PIN },
          { pin: '6', colour: 'red', purpose: 'stop', keyOffV: 12.6, keyOnV: 12.5, runningV: 14, ...PLAIN_PIN },
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
