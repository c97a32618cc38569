import { describe, expect, it } from 'vitest';
import { lookedAt, readAt } from '../../demo/proving.ts';
import { applied, furtherIds, testTruck } from '../../demo/testUnit.ts';
import type { Build, OperationDraft } from '../document/index.ts';
import { assess } from '../rules/index.ts';
import { plain } from '../units/index.ts';
import { type ProvingStop, provingStops } from './expectations.ts';
import { checksOf, isProven, openItems, whyNotProven } from './signOff.ts';

const newId = furtherIds();
const { build } = testTruck()
  .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
  .lamp('FL-0701', 'rear', { yMm: 930, zMm: 2240 })
  .feed({
    name: 'Warn',
    pattern: 'quad',
    wanted: 'always',
    slot: 'hot',
    tags: 'L1 R1',
    control: { name: 'Warn', kind: 'switch', signal: null, ratingA: 10 },
  })
  .feed({
    name: 'Flood',
    pattern: 'steady',
    wanted: 'always',
    slot: null,
    tags: 'L2 R2',
    control: { name: 'Flood', kind: 'switch', signal: null, ratingA: 10 },
  });
const stopsOf = (of: Build) => provingStops(of, assess(of).feeds);

/** Some stops looked at, and read so far off what they should be. */
const read = (stops: readonly ProvingStop[], off: number): OperationDraft[] =>
  stops.flatMap((stop) => [lookedAt(stop, newId), ...readAt(stop, newId, (nominal) => nominal + off)]);
const checked = (result: 'good' | 'later'): OperationDraft[] =>
  checksOf(build).map((check) => ({ kind: 'recordCheck', key: check.key, check: { result, note: '', photoId: null } }));

describe('what is open before a unit may be called proven', () => {
  it('every step that is unread and every check that was not looked at', () => {
    const stops = stopsOf(build);
    const open = openItems(build, stops, []);
    expect(
      open.filter(
        (line) => line.endsWith('not looked at') && !checksOf(build).some(({ name }) => line.startsWith(name)),
      ),
    ).toHaveLength(stops.length);
    expect(open).toContain('Night look: not looked at');
    expect(isProven(build, stops)).toBe(false);
  });

  it('nothing, once all is read and good', () => {
    const done = applied(build, [...read(stopsOf(build), 0), ...checked('good')]);
    expect(isProven(done, stopsOf(done))).toBe(true);
    expect(openItems(done, stopsOf(done), [])).toEqual([]);
  });

  it('a reading that fails keeps it from being proven; a check put off does not, and is told', () => {
    const failed = applied(build, [...read(stopsOf(build), -4), ...checked('later')]);
    expect(isProven(failed, stopsOf(failed))).toBe(false);
    const fine = applied(build, [...read(stopsOf(build), 0), ...checked('later')]);
    expect(isProven(fine, stopsOf(fine))).toBe(true);
    expect(openItems(fine, stopsOf(fine), [])).toEqual(checksOf(build).map((check) => `${check.name}: put off`));
  });

  it('what was wrong with a lamp is told by its tag', () => {
    const [stop] = stopsOf(build);
    const { lamp } = stop!.shows[0]!;
    const looked = applied(build, [lookedAt(stop!, newId, { [lamp.id]: 'swapped' })]);
    expect(openItems(looked, stopsOf(looked), [])[0]).toBe(`Warn: ${lamp.tag} shows another's`);
  });

  it('nobody signs while a step is open, nor while a finding says stop', () => {
    const done = stopsOf(applied(build, read(stopsOf(build), 0)));
    expect(whyNotProven(build, stopsOf(build), [])).toMatch(/a step is open/);
    expect(whyNotProven(build, done, [{ severity: 'caution' }])).toBeNull();
    expect(whyNotProven(build, done, [{ severity: 'stop' }, { severity: 'stop' }])).toMatch(
      /2 findings say stop: settle them/,
    );
    expect(whyNotProven(build, [], [])).not.toBeNull();
  });

  it('findings that stop are told, cautions are not', () => {
    const findings = [
      { severity: 'stop' as const, message: plain('A fuse too large') },
      { severity: 'caution' as const, message: plain('A dim lamp') },
    ];
    const open = openItems(build, [], findings);
    expect(open).toContain('A fuse too large');
    expect(open).not.toContain('A dim lamp');
  });

  it('the latest reading of a point counts, in its own setting only', () => {
    const [stop] = stopsOf(build);
    const failed = applied(build, read([stop!], -4));
    expect(stopsOf(failed)[0]!.state).toBe('fail');
    const again = applied(failed, read([stop!], 0));
    const later = Object.fromEntries(
      Object.entries(again.readings).map(([id, reading], index) => [
        id,
        { ...reading, at: `2026-01-05T1${index < stop!.points.length ? 0 : 1}:00:00.000Z` },
      ]),
    );
    expect(stopsOf({ ...again, readings: later })[0]!.state).toBe('pass');
    const elsewhere = Object.fromEntries(
      Object.entries(again.readings).map(([id, reading]) => [id, { ...reading, setting: [] }]),
    );
    expect(stopsOf({ ...again, readings: elsewhere })[0]!.state).toBe('part');
  });
});
