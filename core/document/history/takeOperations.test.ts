import { applyPatches, enablePatches, produceWithPatches } from 'immer';
import { describe, expect, it } from 'vitest';
import { ok, refused } from '../../result.ts';
import { type LogRow, type Sender, type Taking, takeOperations } from './takeOperations.ts';

enablePatches();

/** A board with a word in each of its places: the smallest thing that operations can be done to. */
interface Board {
  places: Record<string, { word: string; size: number }>;
}
type Write = { id: string; kind: 'write'; place: string; word: string };
type Restore = { id: string; kind: 'restore'; patches: never[] };

const NOW = new Date('2026-01-05T10:00:00.000Z');
const EARLIER = new Date('2026-01-05T09:00:00.000Z');
const odile: Sender = { person: { id: 'p1', name: 'Odile', role: 'lead' }, clientId: 'w1' };
const bram: Sender = { person: { id: 'p2', name: 'Bram', role: 'installer' }, clientId: 'w2' };
const board: Board = { places: { a: { word: 'one', size: 1 }, b: { word: 'two', size: 2 } } };
const write = (id: string, place: string, word: string): Write => ({ id, kind: 'write', place, word });
const undo = (id: string, operationId: string) => ({ id, kind: 'undo', operationId }) as const;

function take(operations: Taking<Board, Write>['operations'], given: Partial<Taking<Board, Write>> = {}) {
  return takeOperations<Board, Write>({
    document: board,
    unitId: 'u',
    revision: 5,
    operations,
    known: [],
    others: [],
    sender: odile,
    now: NOW,
    mayDo: (person, { kind }) =>
      person.role === 'owner' && kind === 'write' ? { kind: 'notAllowed', message: 'owners read' } : null,
    apply(document, operation) {
      const sent = operation as Write | Restore;
      if (sent.kind === 'write' && sent.word === 'bad') return refused({ kind: 'invalid', message: 'not that word' });
      const [next, forward, inverse] = produceWithPatches(document, (draft) => {
        if (sent.kind === 'restore') applyPatches(draft, sent.patches);
        else draft.places[sent.place]!.word = sent.word;
      });
      return ok({ document: next, touched: forward.map(({ path }) => path.join('/')), change: { forward, inverse } });
    },
    describe: (document, field) => ({ words: `the ${field}`, value: document.places[field.split('/')[1]!]?.word }),
    ...given,
  });
}

/** Somebody's change as the log keeps it. */
const logged = (operation: Write, sender: Sender, more: Partial<LogRow> = {}): LogRow & { unitId: string } => {
  const [row] = take([operation], { sender, now: EARLIER }).log;
  return { ...row!, unitId: 'u', ...more };
};

describe('operations in order', () => {
  it('each is answered for itself, counted from the revision that is there, and logged with who and when', () => {
    const taken = take([write('1', 'a', 'uno'), write('2', 'b', 'bad'), write('3', 'b', 'due')]);
    expect(taken.outcomes).toEqual([
      { id: '1', status: 'applied', revision: 6, at: NOW.toISOString() },
      { id: '2', status: 'refused', reason: { kind: 'invalid', message: 'not that word' }, conflict: null },
      { id: '3', status: 'applied', revision: 7, at: NOW.toISOString() },
    ]);
    expect(taken.revision).toBe(7);
    expect(taken.document.places).toMatchObject({ a: { word: 'uno' }, b: { word: 'due' } });
    expect(taken.log.map(({ id, revision, personName, clientId }) => [id, revision, personName, clientId])).toEqual([
      ['1', 6, 'Odile', 'w1'],
      ['3', 7, 'Odile', 'w1'],
    ]);
    expect(board.places.a!.word).toBe('one');
  });

  it('what a role may not do is refused, and nothing is logged', () => {
    const owner: Sender = { ...odile, person: { ...odile.person, role: 'owner' } };
    const taken = take([write('1', 'a', 'uno')], { sender: owner });
    expect(taken.outcomes).toMatchObject([{ status: 'refused', reason: { kind: 'notAllowed' } }]);
    expect([taken.log, taken.revision]).toEqual([[], 5]);
  });
});

describe('the same again', () => {
  const before = logged(write('1', 'a', 'uno'), odile);

  it('is answered as before and not done again, from the log or from the same go', () => {
    const again = take([write('1', 'a', 'uno')], { known: [before] });
    expect(again.outcomes).toEqual([{ id: '1', status: 'applied', revision: 6, at: EARLIER.toISOString() }]);
    expect(again.log).toEqual([]);
    const twice = take([write('1', 'a', 'uno'), write('1', 'a', 'uno')]);
    expect(twice.outcomes.map(({ status }) => status)).toEqual(['applied', 'applied']);
    expect(twice.log).toHaveLength(1);
  });

  it('with other content, or on another unit, is refused and says so', () => {
    for (const given of [
      { operations: [write('1', 'a', 'otherwise')], known: [before] },
      { operations: [write('1', 'a', 'uno')], known: [{ ...before, unitId: 'another' }] },
    ])
      expect(take(given.operations, { known: given.known }).outcomes).toMatchObject([
        { status: 'refused', reason: { kind: 'duplicate' } },
      ]);
  });
});

describe('two people', () => {
  const theirs = logged(write('t', 'a', 'ours'), bram);

  it('on one field: the later is refused with the other’s name and what stands there now', () => {
    const { outcomes, log } = take([write('1', 'a', 'mine')], { others: [theirs] });
    expect(outcomes).toEqual([
      {
        id: '1',
        status: 'refused',
        reason: { kind: 'overtaken', message: 'Bram has changed the places/a/word in the meantime.' },
        conflict: { field: 'the places/a/word', by: 'Bram', at: EARLIER.toISOString(), theirs: 'one' },
      },
    ]);
    expect(log).toEqual([]);
  });

  it('on two fields: both stand', () => {
    expect(take([write('1', 'b', 'mine')], { others: [theirs] }).outcomes).toMatchObject([{ status: 'applied' }]);
  });

  it('the last of several who changed it is named', () => {
    const later = logged(write('l', 'a', 'later'), { ...bram, person: { ...bram.person, name: 'Ife' } });
    const { outcomes } = take([write('1', 'a', 'mine')], { others: [theirs, later] });
    expect(outcomes).toMatchObject([{ conflict: { by: 'Ife' } }]);
  });
});

describe('taking back', () => {
  const own = logged(write('w', 'a', 'uno'), odile);
  const after: Board = { places: { ...board.places, a: { word: 'uno', size: 1 } } };

  it('brings back what was there, is logged as taking that back, and can be taken back itself', () => {
    const back = take([undo('u1', 'w')], { document: after, known: [own] });
    expect(back.document).toEqual(board);
    expect(back.log).toMatchObject([{ id: 'u1', kind: 'restore', undoes: 'w' }]);
    const forth = take([undo('u2', 'u1')], { document: back.document, known: [own, { ...back.log[0]!, unitId: 'u' }] });
    expect(forth.document).toEqual(after);
  });

  it('goes through although others worked meanwhile, as long as what it left behind still stands', () => {
    const elsewhere = logged(write('t', 'b', 'theirs'), bram);
    const taken = take([undo('u1', 'w')], { document: after, known: [own], others: [elsewhere] });
    expect(taken.outcomes).toMatchObject([{ status: 'applied' }]);
    const changed: Board = { places: { ...board.places, a: { word: 'theirs', size: 1 } } };
    expect(take([undo('u1', 'w')], { document: changed, known: [own] }).outcomes).toMatchObject([
      { status: 'refused', reason: { kind: 'overtaken', message: expect.stringContaining('the places/a/word') } },
    ]);
  });

  it.each([
    ['what is not there', [], 'missing'],
    ['what another unit’s log holds', [{ ...own, unitId: 'another' }], 'missing'],
    ['what somebody else did', [{ ...own, personId: 'p2', personName: 'Bram' }], 'invalid'],
    ['what the log kept too little of', [{ ...own, effect: null }], 'invalid'],
  ])('%s is refused', (_what, known, kind) => {
    const taken = take([undo('u1', 'w')], { document: after, known });
    expect(taken.outcomes).toMatchObject([{ status: 'refused', reason: { kind } }]);
    expect(taken.document).toBe(after);
  });

  it('is refused to whoever may not do what it would undo', () => {
    const owner: Sender = { ...odile, person: { ...odile.person, role: 'owner' } };
    const taken = take([undo('u1', 'w')], { document: after, known: [own], sender: owner });
    expect(taken.outcomes).toMatchObject([{ reason: { kind: 'notAllowed' } }]);
  });

  it('in the same go takes back what was just done', () => {
    const taken = take([write('1', 'a', 'uno'), undo('2', '1')]);
    expect(taken.document).toEqual(board);
    expect(taken.outcomes.map(({ status }) => status)).toEqual(['applied', 'applied']);
  });
});
