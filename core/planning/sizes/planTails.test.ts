import { describe, expect, it } from 'vitest';
import { applied, testTruck } from '../../../demo/testUnit.ts';
import { feedFigures } from '../../circuit/index.ts';
import type { Build, OperationDraft } from '../../document/index.ts';
import { deriveFeeds } from '../../graph/index.ts';
import { cutList, jointList, takesMm2 } from '../../harness/index.ts';
import { assess } from '../../rules/index.ts';
import { conductor, inWords } from '../../units/index.ts';
import { planRefit } from './planRefit.ts';
import { planThickerBehindTails } from './planTails.ts';
import { planThickerWire } from './planThicker.ts';

/** Strobes along both sides off a receiver, whose blocks take 2.5 mm2 (common practice, no source). */
const strobes = (...atMm: number[]): Build =>
  atMm
    .reduce((unit, xMm) => unit.lamp('ST-0302', 'left', { xMm, yMm: 1, zMm: 760 }), testTruck())
    .feed({
      name: 'Sides',
      slot: 'hot',
      tags: atMm.map((_, index) => `L${index + 1} R${index + 1}`).join(' '),
      pattern: 'double',
      wanted: 'always',
      control: { name: 'Sides', kind: 'channel', signal: null, ratingA: 10 },
      receiver: 2,
    }).build;
const figuresOf = (build: Build) => feedFigures(build, deriveFeeds(build)[0]!);
const areasOf = (build: Build) => Object.values(build.wires).map(({ table, gauge }) => conductor(table, gauge).areaMm2);
/** As it was planned, and then every wire of the feed longer by so much: what nobody has sized. */
const stretched = (build: Build, factor: number): Build =>
  applied(build, [
    {
      kind: 'setWireLengths',
      lengths: Object.values(build.wires).flatMap(({ id, lengthMm }) =>
        lengthMm > 1000 ? [{ wireId: id, lengthMm: lengthMm * factor }] : [],
      ),
    },
  ]);

/** Every run in the thickest there is. */
const thickerAll = (build: Build): OperationDraft => ({
  kind: 'editWires',
  wireIds: Object.values(build.wires).flatMap(({ id, lengthMm }) => (lengthMm > 1000 ? [id] : [])),
  changes: { gauge: '25' },
});

describe('thick wire into a fitting that takes none', () => {
  const build = stretched(strobes(2900, 4300), 3);
  const { fuse } = deriveFeeds(build)[0]!;

  it('a shorter one needs none, and its wire is no thicker than twice what the blocks take', () => {
    const short = strobes(2900, 4300);
    expect(Object.values(short.elements).filter(({ name }) => name.startsWith('Tail of'))).toEqual([]);
    expect(Math.max(...areasOf(short))).toBeLessThanOrEqual(5);
  });

  it('thicker wire alone does not bring it within its budget: the blocks are the neck', () => {
    const { dropV, dropBudgetV } = figuresOf(build);
    expect(dropV).toBeGreaterThan(dropBudgetV);
    expect(planThickerWire(build, fuse.id)).toBeNull();
  });

  it('a tail of 250 mm into each block, thicker wire behind it, and it holds', () => {
    const plan = planThickerBehindTails(build, fuse.id)!;
    const made = applied(build, plan.operations);
    const { dropV, dropBudgetV } = figuresOf(made);
    expect(dropV).toBeLessThanOrEqual(dropBudgetV + 1e-9);
    expect(dropV).toBeGreaterThan(0.8 * dropBudgetV);
    const tails = Object.values(made.elements).filter(({ name }) => name.startsWith('Tail of'));
    expect(tails).toHaveLength(plan.tails);
    for (const { id } of tails) {
      const lengths = Object.values(made.wires)
        .filter(({ from, to }) => from.elementId === id || to.elementId === id)
        .map(({ lengthMm }) => lengthMm);
      expect(Math.min(...lengths)).toBe(250);
    }
    // What ends in a block still fits it, and the run is as long as it was.
    for (const line of cutList(made)) {
      const wire = made.wires[line.wireId]!;
      for (const end of [line.from, line.end])
        expect(conductor(wire.table, wire.gauge).areaMm2).toBeLessThanOrEqual(takesMm2(end.fitting));
    }
    const length = (of: Build) => Object.values(of.wires).reduce((sum, { lengthMm }) => sum + lengthMm, 0);
    expect(length(made)).toBeCloseTo(length(build), 6);
    // A crimp for each, by the thicker of its two wires.
    const joints = jointList(made).filter(({ at }) => at.startsWith('Tail of'));
    expect(joints.map(({ wires }) => wires.length)).toEqual(joints.map(() => 2));
    for (const { areaMm2, wires } of joints) expect(areaMm2).toBe(Math.max(...wires.map((wire) => wire.areaMm2)));
  });

  it('is offered where it is told, and settles it; two people who take it do the same', () => {
    const told = assess(build).findings.filter(({ code }) => code === 'V1');
    expect(told.map(({ waysOut }) => waysOut.map(({ label }) => inWords(label)))).toEqual([
      [expect.stringMatching(/^Thicken .*, behind (a|2) short tails? of the size that fits$/)],
    ]);
    const [way] = told[0]!.waysOut;
    expect(assess(applied(build, way!.operations)).findings.filter(({ code }) => code === 'V1')).toEqual([]);
    expect(planThickerBehindTails(build, fuse.id)).toEqual(planThickerBehindTails(build, fuse.id));
  });

  it('a new feed that needs them is planned with them; behind a narrow block no run is many times as thick', () => {
    const planned = strobes(2900, 4300, 7400);
    const { dropV, dropBudgetV } = figuresOf(planned);
    expect(dropV).toBeLessThanOrEqual(dropBudgetV + 1e-9);
    const tails = Object.values(planned.elements).filter(({ name }) => name.startsWith('Tail of'));
    expect(tails).toHaveLength(2);
    // The tails are as thick as goes in; 6 mm2 are 3.1 milliohm a metre (ISO 6722-1, from memory), 10 would be 25 mV more.
    const tail = Object.values(planned.wires).filter(
      ({ from, to, lengthMm }) =>
        lengthMm === 250 && [from, to].some((end) => tails.some(({ id }) => id === end.elementId)),
    );
    expect(tail.map(({ gauge }) => gauge)).toEqual(['2.5', '2.5']);
    expect(Math.max(...areasOf(planned))).toBeLessThanOrEqual(6);
  });

  it('where nothing helps, copper that saves next to nothing is not carried', () => {
    const hopeless = applied(stretched(strobes(2900, 4300), 4), [
      { kind: 'setElectrics', changes: { seenLossPercent: 0.5 } },
    ]);
    expect(planThickerBehindTails(hopeless, fuse.id)).toBeNull();
    expect(planThickerWire(hopeless, fuse.id)).toBeNull();
    expect(planThickerBehindTails(hopeless, 'nobody')).toBeNull();
    // Made fit all the same, no wire is thicker by what another twentieth of the budget would not notice.
    const fitted = applied(hopeless, planRefit(hopeless, fuse.id));
    const thickest = figuresOf(applied(fitted, [thickerAll(fitted)]));
    expect(figuresOf(fitted).dropV).toBeLessThan(figuresOf(hopeless).dropV);
    expect(Math.max(...areasOf(fitted))).toBeLessThanOrEqual(5);
    // By hand, as thick as its ends take: 2.5 mm2 where a block is at one end, else 4, under twice that.
    const best = applied(
      hopeless,
      cutList(hopeless).flatMap(({ wireId, lengthMm, from, end }): OperationDraft[] => {
        const takes = Math.min(takesMm2(from.fitting), takesMm2(end.fitting));
        const gauge = takes < 4 ? '2.5' : '4';
        return lengthMm > 1000 ? [{ kind: 'editWires', wireIds: [wireId], changes: { gauge } }] : [];
      }),
    );
    const twentiethV = 0.05 * figuresOf(hopeless).dropBudgetV;
    expect(figuresOf(fitted).dropV - figuresOf(best).dropV).toBeLessThan(twentiethV + 0.002);
    expect(thickest.dropV).toBeLessThan(figuresOf(fitted).dropV);
  });
});
