/** Old holes that a new base uses, takes in, covers or runs into. By hand: a flood of 40 W is held by one bolt of 10.5. */
import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck } from '../../../demo/testUnit.ts';
import { bodyOf } from '../../body/index.ts';
import type { Build, Position } from '../../document/index.ts';
import { toldOf } from '../../rules/testing/told.ts';
import { jobSteps } from '../../steps/index.ts';
import { inWords } from '../../units/index.ts';
import { partsList } from '../../work/index.ts';
import { holePosition, placedHoles } from '../mounting/placedHoles.ts';
import { holeList } from './holeList.ts';
import { oldHoleFates, oldHoleRows } from './oldHoles.ts';

const ids = furtherIds();
const { build: bare } = testTruck().lamp('FL-0701', 'rear', { yMm: 700, zMm: 1000 }, { single: true });
const [lamp] = Object.values(bare.lamps);
const { position } = lamp!;

function withOld(by: Partial<Position>, diameterMm: number): Build {
  const at = { xMm: position.xMm, yMm: position.yMm + (by.yMm ?? 0), zMm: position.zMm + (by.zMm ?? 0) };
  const hole = { id: ids(), face: 'rear' as const, position: at, diameterMm, note: 'old lamp' };
  return applied(bare, [{ kind: 'recordOldHole', hole }]);
}
const fateOf = (build: Build) => oldHoleFates(build)[0]!.fate;
const drilled = (build: Build) => holeList(build, bodyOf(build)).reduce((sum, { count }) => sum + count, 0);

describe('an old hole', () => {
  it('is used again where it lies within 1 mm and fits within half of one', () => {
    expect(fateOf(withOld({ yMm: 1 }, 10.5))).toMatchObject({ kind: 'reused', index: 0 });
    expect(fateOf(withOld({ yMm: 1.1 }, 10.5)).kind).toBe('clash');
    expect(fateOf(withOld({}, 11)).kind).toBe('reused');
    expect(fateOf(withOld({}, 10)).kind).toBe('reused');
    expect(fateOf(withOld({}, 11.1)).kind).toBe('clash');
  });

  it('is not drilled once more', () => {
    expect(drilled(bare)).toBe(1);
    expect(drilled(withOld({}, 10.5))).toBe(0);
    expect(drilled(withOld({ yMm: 60 }, 10.5))).toBe(1);
  });

  it('of one lamp of a pair is no hole of the other: each has its own in its step', () => {
    const pair = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).build;
    const [left] = Object.values(pair.lamps).filter(({ tag }) => tag === 'L1');
    const [hole] = placedHoles(left!, pair.models[left!.modelKey]!);
    const old = {
      id: ids(),
      face: 'left' as const,
      position: holePosition(hole!),
      diameterMm: hole!.diameterMm,
      note: '',
    };
    const used = applied(pair, [{ kind: 'recordOldHole', hole: old }]);
    const words = (build: Build, key: string) => inWords(jobSteps(build, []).find((each) => each.key === key)!.detail);
    const before = words(pair, 'drill:left');
    const count = Number(new RegExp(`(\\d+) × ${hole!.diameterMm} mm`).exec(before)![1]);
    expect(words(used, 'drill:left')).toContain(`${count - 1} × ${hole!.diameterMm} mm`);
    expect(words(used, 'drill:right')).toContain(`${count} × ${hole!.diameterMm} mm`);
  });

  it('smaller, is taken in by the new one as far as that reaches', () => {
    // 1.25 aside and 8 across reaches 5.25, half of 10.5.
    expect(fateOf(withOld({ yMm: 1.25 }, 8)).kind).toBe('opened');
    expect(fateOf(withOld({ yMm: 1.3 }, 8)).kind).toBe('clash');
  });

  it('beside a new one wants 4 mm of skin, and is a stop where it has less', () => {
    // 10.5 and 8: halves of 9.25; 13.25 apart leaves 4.
    expect(fateOf(withOld({ yMm: 13.25 }, 8)).kind).toBe('covered');
    const near = withOld({ yMm: 13.2 }, 8);
    expect(fateOf(near)).toMatchObject({ kind: 'clash', betweenMm: expect.closeTo(3.95, 6) });
    expect(toldOf(near).filter(({ code }) => code === 'M37')).toMatchObject([
      { severity: 'stop', message: 'A hole of L1 and an old one of 8 mm leave only 4 mm of skin between them.' },
    ]);
    expect(toldOf(withOld({ yMm: 13.25 }, 8)).filter(({ code }) => code === 'M37')).toEqual([]);
  });

  it('under a base is sealed while it lies inside its gasket, and closed beyond', () => {
    // The base is 110 wide: 55 - 5 - 4 = 46.
    expect(fateOf(withOld({ yMm: 46 }, 8)).kind).toBe('covered');
    expect(fateOf(withOld({ yMm: 46.1 }, 8)).kind).toBe('close');
    expect(fateOf(withOld({ zMm: -46.1 }, 8)).kind).toBe('close');
  });

  it('left open is closed with a plug, or a patch where no plug is so large; it is bought and told before covers go on', () => {
    const open = withOld({ yMm: 200 }, 8);
    expect(oldHoleRows(open)).toEqual([{ closedWith: 'Blanking plug 8.5 mm', count: 1, isBought: true }]);
    expect(oldHoleRows(withOld({ yMm: 300 }, 120))[0]!.closedWith).toBe('Patch over a 120 mm hole');
    expect(oldHoleRows(withOld({}, 10.5))).toEqual([]);
    expect(partsList(open, []).find(({ name }) => name === 'Blanking plug 8.5 mm')).toMatchObject({ quantity: 1 });
    const closing = (build: Build) => jobSteps(build, []).find(({ kind }) => kind === 'close')!;
    expect(inWords(closing(open).detail)).toMatch(/^Old holes: 1 × blanking plug 8\.5 mm\. Grommets/);
    expect(closing(open).minutes).toBe(closing(bare).minutes + 2);
    expect(inWords(closing(bare).detail)).toMatch(/^Grommets/);
  });

  it('on top lies along and across its base as that stands there: 90 across, 60 along', () => {
    const flood = testTruck().lamp('FL-0702', 'top', { xMm: 1200, yMm: 0 }, { single: true }).build;
    const [over] = Object.values(flood.lamps);
    const { widthMm, depthMm } = flood.models['FL-0702']!.face;
    const fate = (xMm: number, yMm: number) => {
      const at = { ...over!.position, xMm: over!.position.xMm + xMm, yMm: over!.position.yMm + yMm };
      const hole = { id: ids(), face: 'top' as const, position: at, diameterMm: 8, note: '' };
      return fateOf(applied(flood, [{ kind: 'recordOldHole', hole }])).kind;
    };
    expect(widthMm).not.toBe(depthMm);
    expect([fate(depthMm / 2 - 9, 0), fate(depthMm / 2 - 8.9, 0)]).toEqual(['covered', 'close']);
    expect([fate(0, widthMm / 2 - 9), fate(0, widthMm / 2 - 8.9)]).toEqual(['covered', 'close']);
  });

  it('under a lamp that stands on a bracket is not covered by it', () => {
    const arm = testTruck()
      .lamp('HB-2002', 'top', { xMm: 1200, yMm: 0 }, { single: true })
      .onBracket('FL-0702', 'H1', 1);
    const on = Object.values(arm.build.lamps).find(({ pad }) => pad)!;
    const hole = { id: ids(), face: 'top' as const, position: on.position, diameterMm: 8, note: '' };
    const { by } = fateOf(applied(arm.build, [{ kind: 'recordOldHole', hole }])) as { by?: { tag: string } };
    expect(by?.tag).not.toBe(on.tag);
  });

  it('on another face is another matter', () => {
    const hole = { id: ids(), face: 'top' as const, position, diameterMm: 10.5, note: '' };
    expect(fateOf(applied(bare, [{ kind: 'recordOldHole', hole }])).kind).toBe('close');
  });
});
