/** What is kept between edits says what is worked out anew, whatever was done before and in whatever order. */
import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { furtherIds } from '../../demo/testUnit.ts';
import { applyToUnit } from '../body/index.ts';
import type { Build, Operation, OperationDraft } from '../document/index.ts';
import { draftOfEachKind, equipped } from '../document/testing/everyDraft.ts';
import { overviewOf } from './overview.ts';

const STAMP = { by: 'Tamsin Okafor', at: '2026-01-05T11:00:00.000Z' };
const ids = furtherIds();
const start = equipped();
const drafts: OperationDraft[] = Object.values(draftOfEachKind(start));

/** The unit after an operation; as it was when the operation does not fit it any more. */
function done(build: Build, draft: OperationDraft): Build {
  const result = applyToUnit(build, { ...draft, id: ids() } as Operation, STAMP);
  return result.ok ? result.value.build : build;
}

/** The copy shares nothing with what was looked at before, so all of it is worked out anew. */
const anew = (build: Build) => overviewOf(structuredClone(build));

describe('what is kept', () => {
  it.each(drafts.map((draft) => [draft.kind, draft] as const))('after %s is as if nothing was', (_kind, draft) => {
    overviewOf(start);
    const next = done(start, draft);
    expect(next).not.toBe(start);
    expect(overviewOf(next)).toEqual(anew(next));
    // Back to where it was, in the arms of what was kept meanwhile.
    expect(overviewOf(start)).toEqual(anew(start));
  });

  it('after any of them in any order', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...drafts), { minLength: 3, maxLength: 9 }), (chosen) => {
        let build = start;
        for (const draft of chosen) {
          build = done(build, draft);
          overviewOf(build);
        }
        expect(overviewOf(build)).toEqual(anew(build));
      }),
      { numRuns: 12 },
    );
  });
});
