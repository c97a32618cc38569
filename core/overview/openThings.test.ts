import { describe, expect, it } from 'vitest';
import { provedDrafts } from '../../demo/proving.ts';
import { applied, countingIds, furtherIds } from '../../demo/testUnit.ts';
import { demoUnits } from '../../demo/world.ts';
import type { Build, OperationDraft } from '../document/index.ts';
import { programmingTasks } from '../flash/index.ts';
import { checksOf } from '../prove/index.ts';
import { assess } from '../rules/index.ts';
import { openThings } from './openThings.ts';
import { operatorCard } from './operatorCard.ts';
import { overviewOf } from './overview.ts';

const newId = furtherIds();
const units = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds());
const unit = (tag: string) => units.find((build) => build.unit.tag === tag)!;
const openOf = (build: Build) => openThings(build, overviewOf(build));

/** All that is left to do on a unit, done; its cautions stand by name and reason. */
function finished(build: Build): Build {
  const overview = overviewOf(build);
  const drafts: OperationDraft[] = [
    ...overview.steps.map(({ key }): OperationDraft => ({ kind: 'tickStep', stepKey: key, done: true, minutes: 5 })),
    ...provedDrafts(overview.stops, newId),
    ...checksOf(build).map(
      ({ key }): OperationDraft => ({ kind: 'recordCheck', key, check: { result: 'good', note: '', photoId: null } }),
    ),
    ...programmingTasks(build).map(
      ({ lamp, recipe }): OperationDraft => ({ kind: 'programLamps', lampIds: [lamp.id], number: recipe!.to }),
    ),
    { kind: 'signOff', open: [] },
  ];
  const done = applied(build, drafts);
  const cautions = overviewOf(done).findings.filter(({ severity }) => severity === 'caution');
  return applied(
    done,
    cautions.map(
      ({ id, code }): OperationDraft => ({ kind: 'letStand', findingId: id, code, reason: 'the owner knows' }),
    ),
  );
}

describe('what is open when a unit goes out', () => {
  it('stands by weight, each with the stage where it is settled', () => {
    const things = openOf(unit('SR-05'));
    const weights = things.map(({ weight }) => weight);
    expect(weights).toEqual(
      [...weights].sort((a, b) => ['stop', 'caution', 'work'].indexOf(a) - ['stop', 'caution', 'work'].indexOf(b)),
    );
    expect(new Set(weights)).toEqual(new Set(['stop', 'caution', 'work']));
    const stageOf = (words: RegExp) => things.find((thing) => words.test(thing.words))?.stage;
    expect(stageOf(/steps not ticked/)).toBe('build');
    expect(stageOf(/not looked at/)).toBe('prove');
    expect(stageOf(/nobody has signed/)).toBe('prove');
  });

  it('counts steps in words, one or many', () => {
    const build = unit('SR-16');
    const { steps } = overviewOf(build);
    const allBut = (left: number) =>
      applied(
        build,
        steps.slice(left).map(({ key }): OperationDraft => ({ kind: 'tickStep', stepKey: key, done: true })),
      );
    expect(openOf(allBut(1)).map(({ words }) => words)).toContain('1 step not ticked');
    expect(openOf(allBut(2)).map(({ words }) => words)).toContain('2 steps not ticked');
  });

  it('is nothing only when nothing whatever is', () => {
    const done = finished(unit('SR-16'));
    expect(openOf(done)).toEqual([]);
    const [lampId] = Object.keys(done.lamps);
    const forgotten = applied(done, [{ kind: 'programLamps', lampIds: [lampId!], number: null }]);
    expect(openOf(forgotten)).toEqual([{ words: 'L1 not set to its pattern', weight: 'work', stage: 'flash' }]);
  });

  it('what was named at the hand-over stands on the operator’s card', () => {
    const build = unit('SR-16');
    const named = ['a caution', 'one step not ticked'];
    const handed = applied(build, [{ kind: 'handOver', done: true, open: named }]);
    expect(handed.handedOver).toMatchObject({ open: named });
    expect(operatorCard(handed, assess(handed)).cautions[0]).toBe(
      'Open when it was handed over: a caution; one step not ticked.',
    );
    const clean = applied(build, [{ kind: 'handOver', done: true }]);
    expect(operatorCard(clean, assess(clean)).cautions[0]).not.toContain('Open when');
  });
});
