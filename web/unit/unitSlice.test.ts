import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyToUnit } from '../../core/body/index.ts';
import type { Build, Operation, OperationDraft } from '../../core/document/index.ts';
import { furtherIds, testTruck } from '../../demo/testUnit.ts';
import { type News, unitActions, unitSlice } from './unitSlice.ts';

type State = ReturnType<typeof unitSlice.reducer>;

const { build: start } = testTruck()
  .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
  .lamp('MK-0101', 'left', { xMm: 4300, yMm: 1, zMm: 760 });
const lamps = Object.values(start.lamps);
const UNIT_ID = '01900000-0000-7000-8000-0000000000ff';
const AT = '2026-01-05T10:00:00.000Z';
const nextId = furtherIds();

const opened = (): State =>
  unitSlice.reducer(
    undefined,
    unitActions.unitLoaded({ id: UNIT_ID, revision: 0, build: start, pending: [], stacks: { undo: [], redo: [] } }),
  );

const moveOf = (lamp: number, xMm: number): OperationDraft => {
  const { id, position, face } = lamps[lamp % lamps.length]!;
  return { kind: 'moveLamps', moves: [{ lampId: id, position: { ...position, xMm }, face }] };
};

/** As the thunk does it: applied to what is shown, then written down as waiting. */
function performed(state: State, draft: OperationDraft, by: string): { state: State; operation: Operation } {
  const operation = { ...draft, id: nextId() } as Operation;
  const applied = applyToUnit(state.open!.build, operation, { by, at: AT });
  if (!applied.ok) throw new Error(applied.reason.message);
  const entry = { what: draft.kind, steps: [{ operationId: operation.id, change: applied.value.change }] };
  const pending = [{ operation, stamp: { by, at: AT }, acknowledged: false }];
  const next = unitActions.performed({ pending, build: applied.value.build, entry, history: 'do' });
  return { state: unitSlice.reducer(state, next), operation };
}

const newsOf = (operation: Operation, revision: number, by: string): News => ({
  revision,
  operation,
  by,
  at: AT,
  clientId: by,
});
const hear = (state: State, news: News[], ownClientId: string): State =>
  unitSlice.reducer(state, unitActions.newsArrived({ news, ownClientId }));
const positions = (build: Build) => Object.values(build.lamps).map((lamp) => lamp.position.xMm);

describe('the open unit', () => {
  it('shows own work at once, keeps it over what others did, and drops it only when it comes by in the log', () => {
    const mine = performed(opened(), moveOf(0, 3111), 'me');
    expect(mine.state.open!.build.lamps[lamps[0]!.id]!.position.xMm).toBe(3111);
    expect(mine.state.open!.acknowledged).toEqual(start);
    const theirs = newsOf({ ...moveOf(1, 4444), id: nextId() } as Operation, 1, 'you');
    const after = hear(mine.state, [theirs], 'me');
    expect(after.open!.build.lamps[lamps[0]!.id]!.position.xMm).toBe(3111);
    expect(after.open!.build.lamps[lamps[1]!.id]!.position.xMm).toBe(4444);
    expect(after.open!.pending).toHaveLength(1);
    expect(after.lastNews).toEqual({ by: 'you', at: AT });
    const done = hear(after, [newsOf(mine.operation, 2, 'me')], 'me');
    expect(done.open!.pending).toEqual([]);
    expect(done.open!.acknowledged).toEqual(done.open!.build);
  });

  it('an acknowledgement and the news of own work are no change: the unit stays the very same object', () => {
    const { state, operation } = performed(opened(), moveOf(0, 3111), 'me');
    const shown = state.open!.build;
    const sent = unitActions.sent({ applied: [{ id: operation.id, revision: 1 }], refusedIds: [], at: AT });
    const acknowledged = unitSlice.reducer(state, sent);
    expect(acknowledged.open!.build).toBe(shown);
    const heard = hear(acknowledged, [newsOf(operation, 1, 'me')], 'me');
    expect(heard.open!.build).toBe(shown);
    expect(heard.open!.acknowledged).toBe(shown);
    // What others do is one, and leaves what they did not touch as it was.
    const theirs = hear(heard, [newsOf({ ...moveOf(1, 4444), id: nextId() } as Operation, 2, 'you')], 'me');
    expect(theirs.open!.build).not.toBe(shown);
    expect(theirs.open!.build.lamps[lamps[0]!.id]).toBe(shown.lamps[lamps[0]!.id]);
    expect(theirs.open!.build.models).toBe(shown.models);
  });

  it('news that was heard before, or that leaves a gap, changes nothing', () => {
    const first = newsOf({ ...moveOf(0, 3000), id: nextId() } as Operation, 1, 'you');
    const heard = hear(opened(), [first], 'me');
    expect(hear(heard, [first], 'me').open).toEqual(heard.open);
    const gap = newsOf({ ...moveOf(0, 3500), id: nextId() } as Operation, 3, 'you');
    expect(hear(heard, [gap], 'me').open!.revision).toBe(1);
  });

  it('what the server refuses is taken off the screen and told, the rest stays', () => {
    const first = performed(opened(), moveOf(0, 3111), 'me');
    const second = performed(first.state, moveOf(1, 4222), 'me');
    const refusedIds = [first.operation.id];
    const sent = unitActions.sent({ applied: [{ id: second.operation.id, revision: 1 }], refusedIds, at: AT });
    const after = unitSlice.reducer(second.state, sent);
    // What was never taken cannot be taken back.
    expect(after.open!.undo.map((entry) => entry.steps[0]!.operationId)).toEqual([second.operation.id]);
    expect(after.savedAt).toBe(AT);
    expect(after.open!.build.lamps[lamps[0]!.id]!.position.xMm).toBe(lamps[0]!.position.xMm);
    expect(after.open!.build.lamps[lamps[1]!.id]!.position.xMm).toBe(4222);
  });

  it('what was taken before a reload, and is sent again after it, does not lie over what others did since', () => {
    const { state, operation } = performed(opened(), moveOf(0, 3111), 'me');
    const taken = hear(opened(), [newsOf(operation, 1, 'me')], 'me').open!.acknowledged;
    const { pending } = state.open!;
    const stacks = { undo: [], redo: [] };
    const again = unitSlice.reducer(
      undefined,
      unitActions.unitLoaded({ id: UNIT_ID, revision: 1, build: taken, pending, stacks }),
    );
    const sent = unitActions.sent({ applied: [{ id: operation.id, revision: 1 }], refusedIds: [], at: AT });
    const after = hear(
      unitSlice.reducer(again, sent),
      [newsOf({ ...moveOf(0, 4000), id: nextId() } as Operation, 2, 'you')],
      'me',
    );
    expect(after.open!.pending).toEqual([]);
    expect(after.open!.build.lamps[lamps[0]!.id]!.position.xMm).toBe(4000);
  });

  it('an answer that was overtaken by news on its way changes nothing', () => {
    const heard = hear(opened(), [newsOf({ ...moveOf(0, 3000), id: nextId() } as Operation, 1, 'you')], 'me');
    const late = unitActions.unitLoaded({
      id: UNIT_ID,
      revision: 0,
      build: start,
      pending: [],
      stacks: { undo: [], redo: [] },
    });
    expect(unitSlice.reducer(heard, late).open).toEqual(heard.open);
  });

  it('a lamp that somebody takes off is no longer selected', () => {
    const chosen = unitSlice.reducer(opened(), unitActions.selected([lamps[0]!.id, lamps[1]!.id]));
    const gone = newsOf({ kind: 'removeLamps', lampIds: [lamps[0]!.id], id: nextId() }, 1, 'you');
    expect(hear(chosen, [gone], 'me').selection).toEqual([lamps[1]!.id]);
  });

  it('two windows and a server, whatever comes when: all end with the same build, and nothing that was taken is lost', () => {
    const act = fc.record({
      who: fc.constantFrom('a' as const, 'b' as const),
      what: fc.constantFrom('perform', 'send', 'hear'),
      lamp: fc.nat(3),
      xMm: fc.integer({ min: 2000, max: 6000 }),
    });
    fc.assert(
      fc.property(fc.array(act, { minLength: 1, maxLength: 40 }), (acts) => {
        const windows = { a: opened(), b: opened() };
        const log: News[] = [];
        let server = start;
        const send = (who: 'a' | 'b') => {
          const waiting = windows[who].open!.pending.filter((each) => !each.acknowledged);
          for (const { operation } of waiting) {
            const applied = applyToUnit(server, operation, { by: who, at: AT });
            if (!applied.ok) throw new Error(applied.reason.message);
            server = applied.value.build;
            log.push(newsOf(operation, log.length + 1, who));
          }
          const applied = waiting.map(({ operation: { id } }) => ({
            id,
            revision: log.find((news) => news.operation.id === id)!.revision,
          }));
          windows[who] = unitSlice.reducer(windows[who], unitActions.sent({ applied, refusedIds: [], at: AT }));
        };
        const listen = (who: 'a' | 'b') => {
          windows[who] = hear(windows[who], log.slice(windows[who].open!.revision), who);
        };
        for (const { who, what, lamp, xMm } of acts) {
          if (what === 'perform') windows[who] = performed(windows[who], moveOf(lamp, xMm), who).state;
          else if (what === 'send') send(who);
          else listen(who);
        }
        for (const who of ['a', 'b'] as const) send(who);
        for (const who of ['a', 'b'] as const) listen(who);
        for (const { open } of Object.values(windows)) {
          expect(positions(open!.build)).toEqual(positions(server));
          expect(open!.pending).toEqual([]);
          expect(open!.revision).toBe(log.length);
        }
        const told = new Set(log.map((news) => news.operation.id));
        expect(told.size).toBe(log.length);
        expect(log).toHaveLength(acts.filter((each) => each.what === 'perform').length);
      }),
      { numRuns: 80 },
    );
  });
});
