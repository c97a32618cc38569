/** Every kind of operation there is, by its type: one left out does not compile. */
import { describe, expect, it } from 'vitest';
import { furtherIds } from '../../../demo/testUnit.ts';
import { applyToUnit } from '../../body/index.ts';
import { sameData } from '../checks/sameData.ts';
import { Build } from '../schema/buildSchema.ts';
import { draftOfEachKind, equipped } from '../testing/everyDraft.ts';
import { Operation } from './operations.ts';
import { type Change, takeBack } from './undo.ts';

const STAMP = { by: 'Tamsin Okafor', at: '2026-01-05T11:00:00.000Z' };
const ids = furtherIds();

function frozen<T>(value: T): T {
  if (typeof value === 'object' && value !== null) {
    for (const each of Object.values(value)) frozen(each);
    Object.freeze(value);
  }
  return value;
}

const asLogged = <T>(value: T): T => JSON.parse(JSON.stringify(value));

/** Takes a change back as the server does: from what was kept beside it, written out and read again. */
function takenBack(build: Build, change: Change, operation: Operation) {
  const patches = takeBack(build, asLogged(change));
  if (!patches.ok) throw new Error(JSON.stringify(patches.reason));
  const restore = { id: ids(), kind: 'restore', undoes: operation.id, what: operation.kind, patches: patches.value };
  const result = applyToUnit(build, restore as Operation, STAMP);
  if (!result.ok) throw new Error(result.reason.message);
  return result.value;
}

describe('every kind of operation', () => {
  const build = frozen(equipped());
  it.each(Object.entries(draftOfEachKind(build)))(
    '%s: changes the unit, leaves the rest whole, and is taken back',
    (_, draft) => {
      const operation = frozen({ ...draft, id: ids() } as Operation);
      expect(Operation.parse(asLogged(operation)).kind).toBe(draft.kind);
      const first = applyToUnit(build, operation, STAMP);
      if (!first.ok) throw new Error(first.reason.message);
      const { build: after, change, touched } = first.value;
      expect(touched.length).toBeGreaterThan(0);
      // What comes out can be read again, and the log, which is text, gives the very same.
      expect(Build.safeParse(asLogged(after)).success).toBe(true);
      const again = applyToUnit(asLogged(build), asLogged(operation), STAMP);
      expect(again.ok && sameData(again.value.build, asLogged(after))).toBe(true);

      const undone = takenBack(after, change, operation);
      expect(sameData(undone.build, build)).toBe(true);
      const redone = takenBack(undone.build, undone.change, operation);
      expect(sameData(redone.build, after)).toBe(true);
    },
  );
});
