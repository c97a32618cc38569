import { describe, expect, it } from 'vitest';
import { type UndoRow, undoStacks } from './undoStacks.ts';

const change = { forward: [], inverse: [] };
const done = (id: string, group: string | null = null): UndoRow => ({
  id,
  what: 'moveLamps',
  group,
  undoes: null,
  change,
});
const back = (id: string, undoes: string, group: string | null = null): UndoRow => ({ ...done(id, group), undoes });
const names = (rows: readonly UndoRow[]) => {
  const { undo, redo } = undoStacks(rows);
  return [undo, redo].map((entries) => entries.map((entry) => entry.steps.map((step) => step.operationId).join('+')));
};

describe('undo and redo from the log of own changes', () => {
  it('what was taken back can be done again, until something new is done', () => {
    expect(names([done('a'), done('b')])).toEqual([['a', 'b'], []]);
    expect(names([done('a'), done('b'), back('u', 'b')])).toEqual([['a'], ['u']]);
    expect(names([done('a'), done('b'), back('u', 'b'), back('r', 'u')])).toEqual([['a', 'r'], []]);
    expect(names([done('a'), done('b'), back('u', 'b'), done('c')])).toEqual([['a', 'c'], []]);
    expect(names([done('a'), done('b'), back('u', 'b'), back('v', 'a')])).toEqual([[], ['u', 'v']]);
  });

  it('what was done in one go is one entry, there and back', () => {
    expect(names([done('a'), done('b', 'g'), done('c', 'g')])).toEqual([['a', 'b+c'], []]);
    expect(names([done('b', 'g'), done('c', 'g'), back('u', 'c', 'h'), back('v', 'b', 'h')])).toEqual([[], ['u+v']]);
  });

  it('what the log did not keep, or what is no longer on top, leaves the rest in order', () => {
    expect(names([{ ...done('old'), change: null }, done('a')])).toEqual([['a'], []]);
    expect(names([done('a'), back('u', 'gone')])).toEqual([['a'], []]);
  });
});
