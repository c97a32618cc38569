/** SR-09: 24 V, a fuse block of its own for the arrow board, and a bar that the roof would block. */
import type { Build } from '../../core/document/index.ts';
import { planFuseBlock } from '../../core/planning/index.ts';
import { ODILE, TAMSIN } from '../people.ts';
import { UnitBuilder } from '../unitBuilder.ts';
import { TRUCK_SLOTS, type World } from './setting.ts';

export function signBoardTruck({ newId, daysAgo }: World): Build {
  const unit = new UnitBuilder(
    {
      tag: 'SR-09',
      name: 'Sign-board truck',
      bodyId: 'sign-board-truck',
      systemVoltageV: 24,
      batteryAh: 170,
      alternatorA: 80,
    },
    newId,
    daysAgo(7),
    ODILE,
  );
  const doubled = TRUCK_SLOTS.map((slot) => ({
    ...slot,
    volts: slot.volts && ([slot.volts[0] * 2, slot.volts[1] * 2] as [number, number]),
  }));
  unit
    .surveyed()
    .factory()
    .slots(3, doubled)
    .lamp('AR-1201', 'rear', { yMm: 900, zMm: 3350 })
    .lamp('AR-1201', 'rear', { yMm: 900, zMm: 1950 })
    .lamp('EB-0901', 'top', { xMm: 900, yMm: 0 });
  const { blockId, operations } = planFuseBlock({ name: 'Board block', ways: 6, mainA: 40, table: 'metric' }, newId);
  for (const operation of operations) unit.apply(operation);
  const board = { pattern: 'double', wanted: 'always', slot: null, block: blockId } as const;
  unit
    .as(TAMSIN, daysAgo(4))
    .feed({
      ...board,
      name: 'Board left',
      tags: 'L1 L2',
      control: { name: 'Arrow left', kind: 'switch', signal: null, ratingA: 10 },
    })
    .feed({
      ...board,
      name: 'Board right',
      tags: 'R1 R2',
      colour: 'violet',
      control: { name: 'Arrow right', kind: 'switch', signal: null, ratingA: 10 },
    })
    .feed({
      name: 'Roof bar',
      slot: '13',
      tags: 'T1',
      pattern: 'triple',
      colour: 'blue',
      wanted: 'always',
      relayA: 30,
      control: { name: 'Bar', kind: 'switch', signal: null, ratingA: 10 },
    });
  return unit.routed().build;
}
