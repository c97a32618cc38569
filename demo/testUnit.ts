import { applyToUnit } from '../core/body/index.ts';
import type { Build, OperationDraft } from '../core/document/index.ts';
import { type FeedGiven, UnitBuilder } from './unitBuilder.ts';

/** Ids that count up, so that a failing test reads the same twice. Version 7 in shape, as the schema wants. */
export function countingIds(): () => string {
  let count = 0;
  return () => `01900000-0000-7000-8000-${String(++count).padStart(12, '0')}`;
}

/** Ids apart from those that a unit builder counts out, for what a test adds afterwards. */
export function furtherIds(): () => string {
  const next = countingIds();
  return () => next().replace('-8000-', '-9000-');
}

const operationId = furtherIds();

/** The build after operations in order; throws what one of them is refused for. */
export const applied = (build: Build, drafts: readonly OperationDraft[]): Build =>
  drafts.reduce((current, draft) => {
    const stamp = { by: 'test', at: '2026-01-05T10:00:00.000Z' };
    const result = applyToUnit(current, { ...draft, id: operationId() }, stamp);
    if (!result.ok) throw new Error(result.reason.message);
    return result.value.build;
  }, build);

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

export const WARN_SWITCH = { name: 'Warn', kind: 'switch', signal: null, ratingA: 10 } as const;

/** A warning feed from the truck's hot slot by a switch: what most tests need no other of. */
export const warnFeed = (tags: string, more: Partial<FeedGiven> = {}): FeedGiven => ({
  name: 'Warn',
  slot: 'hot',
  tags,
  pattern: 'quad',
  wanted: 'always',
  control: WARN_SWITCH,
  ...more,
});
