import { UnitBuilder } from './unitBuilder.ts';

/** Ids that count up, so that a failing test reads the same twice. Version 7 in shape, as the schema wants. */
export function countingIds(): () => string {
  let count = 0;
  return () => `01900000-0000-7000-8000-${String(++count).padStart(12, '0')}`;
}

/** A small surveyed truck for tests: four slots of every kind, nothing placed. */
export function testTruck(): UnitBuilder {
  return new UnitBuilder(
    { tag: 'TT-01', name: 'Test truck', bodyId: 'recovery-truck' },
    countingIds(),
    '2026-01-05T10:00:00.000Z',
    'Odile Marchbank',
  )
    .surveyed()
    .slots(2, [
      { label: 'hot', ratingA: null, limitA: 20, volts: [12.7, 12.6] },
      { label: 'key', ratingA: null, limitA: 20, volts: [0, 12.5] },
      { label: 'busy', ratingA: 15, limitA: 15, feeds: 'fan', ownLoadA: 13, volts: [12.7, 12.6] },
      { label: 'dead', ratingA: null, limitA: 20, volts: [0, 0] },
      { label: 'unread', ratingA: null, limitA: 20 },
    ]);
}
