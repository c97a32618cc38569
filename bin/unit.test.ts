import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { testTruck, warnFeed } from '../demo/testUnit.ts';
import { CalcError } from './calc.ts';
import { UNIT_VERBS, unitCommand } from './unit.ts';

const unit = testTruck()
  .lamp('MK-0101', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
  .feed(warnFeed('L1 R1', { pattern: 'steady' })).build;
const run = (verb: string, input: unknown) => JSON.parse(unitCommand(verb, JSON.stringify(input)));
function refusalOf(verb: string | undefined, text: string): CalcError {
  try {
    unitCommand(verb, text);
  } catch (error) {
    if (error instanceof CalcError) return error;
    throw error;
  }
  throw new Error('it was taken');
}
const OPERATION_ID = '01900000-0000-7000-8000-0000000000f1';

describe('bin/ember unit', () => {
  it('checks, solves, walks and writes a deck of the same unit', () => {
    expect(run('check', unit).feeds).toMatchObject([{ name: 'Warn', fuse: { ratingA: 3 } }]);
    expect(run('solve', { unit, settings: [{ on: ['Warn'] }, { on: [] }] })).toMatchObject([
      { lamps: { L1: { shows: 'lit' } } },
      { lamps: { L1: { shows: 'dark' } } },
    ]);
    expect(run('walk', unit)).toMatchObject({
      stops: [{ title: 'Warn', switchOn: ['Warn'] }],
      fuses: [{ feed: 'Warn', ratingA: 3 }],
    });
    const deck = unitCommand('deck', JSON.stringify({ unit, on: ['Warn'], signals: [], key: 'on', batteryV: 12.6 }));
    expect(deck).toContain('* feed Warn ammeter Va_Warn');
    expect(deck).toContain(' 12.6\n');
    expect(deck.trimEnd().endsWith('.end')).toBe(true);
  });

  it.each(['version1', 'version2', 'version3', 'version4', 'version7'])(
    'takes a document of %s as it was written',
    (name) => {
      const old = JSON.parse(readFileSync(new URL(`../core/document/testing/${name}.json`, import.meta.url), 'utf8'));
      expect(old.schemaVersion).toBeLessThan(unit.schemaVersion);
      expect(run('check', old)).toMatchObject({ schemaVersion: unit.schemaVersion });
    },
  );

  it('applies operations as the server does, in order, signed', () => {
    const lampId = Object.keys(unit.lamps)[0]!;
    const edit = {
      id: '01900000-0000-7000-8000-0000000000f2',
      kind: 'addComment',
      commentId: '01900000-0000-7000-8000-0000000000f3',
      text: 'as built',
    };
    const given = { unit, operations: [edit], by: 'Odile', at: '2026-03-11T10:00:00.000Z' };
    const answer = run('apply', given).unit;
    expect(Object.values(answer.comments)).toMatchObject([{ text: 'as built', by: 'Odile' }]);
    expect(answer.lamps[lampId]).toEqual(unit.lamps[lampId]);
    expect(unit.comments).toEqual({});
  });

  it('an operation that is refused says why and where, and nothing is given', () => {
    const gone = { id: OPERATION_ID, kind: 'removeLamps', lampIds: ['01900000-0000-7000-8000-00000000dead'] };
    const error = refusalOf(
      'apply',
      JSON.stringify({ unit, operations: [gone], by: 'Odile', at: '2026-03-11T10:00:00Z' }),
    );
    expect(error.code).toBe('REFUSED');
    expect(error.issues[0]!.path).toBe('operations.0');
  });

  it.each([
    [undefined, '{}', 'UNKNOWN_VERB'],
    ['paint', '{}', 'UNKNOWN_VERB'],
    ['check', '{', 'NOT_JSON'],
    ['check', '{}', 'INVALID_UNIT'],
    ['solve', JSON.stringify({ unit }), 'INVALID_INPUT'],
    ['solve', JSON.stringify({ unit, settings: [{ on: ['nothing'] }] }), 'UNKNOWN_NAME'],
    [
      'apply',
      JSON.stringify({ unit, operations: [{ kind: 'fly' }], by: 'x', at: '2026-03-11T10:00:00Z' }),
      'INVALID_OPERATION',
    ],
    ['apply', JSON.stringify({ unit, operations: [], by: '', at: 'noon' }), 'INVALID_INPUT'],
  ])('%s of %s is told as %s', (verb, text, code) => {
    const error = refusalOf(verb, text.slice(0, 4_000_000));
    expect(error.code).toBe(code);
    expect(error.message.length).toBeGreaterThan(10);
  });

  it('names its verbs', () => expect(UNIT_VERBS).toEqual(['check', 'apply', 'solve', 'walk', 'deck']));
});
