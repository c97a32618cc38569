/** SR-07: the full build, from bar to flush reversing lamps. */
import type { Build } from '../../core/document/index.ts';
import { assess } from '../../core/rules/index.ts';
import { jobSteps } from '../../core/steps/index.ts';
import { BRAM, CORIN, IFE, ODILE, TAMSIN } from '../people.ts';
import { UnitBuilder } from '../unitBuilder.ts';
import { ranked, TRUCK_SLOTS, type World } from './setting.ts';

export function recoveryTruck({ newId, daysAgo }: World): Build {
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
  ranked(unit, ['Left turn', 'Right turn', 'High stop', 'Reverse', 'Bar', 'Corners', 'Floods', 'Markers']);
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
  unit.as(CORIN, daysAgo(4)).apply({
    kind: 'addComment',
    commentId: newId(),
    text: 'Please keep the floods off the mirrors of whoever waits behind.',
  });
  return unit.build;
}
