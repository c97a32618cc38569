import { describe, expect, it } from 'vitest';
import { testTruck, warnFeed } from '../../demo/testUnit.ts';
import type { Build, Id } from '../document/index.ts';
import { withOhm, without } from '../prove/index.ts';
import { darkLamps } from './darkLamps.ts';

const fed = () => testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).feed(warnFeed('L1 R1')).build;
const lampOf = (build: Build, tag: string) => Object.values(build.lamps).find((lamp) => lamp.tag === tag)!;

/** Wires that end at a lamp's plus or minus. */
function wiresAt(build: Build, tag: string, terminal: 'plus' | 'minus'): Id[] {
  const lampId = lampOf(build, tag).id;
  const load = Object.values(build.elements).find((each) => each.kind === 'lampLoad' && each.lampId === lampId)!;
  return Object.values(build.wires)
    .filter(({ from, to }) => [from, to].some((end) => end.elementId === load.id && end.terminal === terminal))
    .map((wire) => wire.id);
}
const cut = (build: Build, ids: Id[]): Build => ({ ...build, wires: without(build.wires, ...ids) });
const told = (build: Build) =>
  darkLamps(build).map(({ lamp, shows, isGrounded }) => `${lamp.tag} ${shows}${isGrounded ? '' : ', no metal'}`);

describe('a lamp that should be lit', () => {
  it('and is: nothing is said', () => {
    expect(told(fed())).toEqual([]);
  });

  it('is dark without its ground, and that is told; its twin is not', () => {
    const build = fed();
    expect(told(cut(build, wiresAt(build, 'L1', 'minus')))).toEqual(['L1 dark, no metal']);
  });

  it('that nothing feeds is told elsewhere: here only what its wires reach', () => {
    const build = fed();
    expect(told(cut(build, wiresAt(build, 'L1', 'plus')))).toEqual([]);
  });

  it('behind a bad joint of its ground it is dim or dark, though it is grounded', () => {
    const build = fed();
    const [ground] = wiresAt(build, 'R1', 'minus');
    const behind = (ohm: number): Build => ({
      ...build,
      wires: { ...build.wires, [ground!]: withOhm(build.wires[ground!]!, ohm) },
    });
    expect(told(behind(0.5))).toEqual([]);
    const [weak] = darkLamps(behind(500));
    expect(weak).toMatchObject({ lamp: { tag: 'R1' }, shows: 'dark', isGrounded: true });
    expect(weak!.function.name).toBe('Warn');
    expect(weak!.control.name).toBe('Warn');
    // Over half a kilohm next to nothing is left of 12.8 V.
    expect(weak!.voltageV).toBeLessThan(9);
  });

  it('says nothing of a function whose control is gone', () => {
    const build = fed();
    const dark = cut(build, wiresAt(build, 'L1', 'minus'));
    expect(told({ ...dark, controls: {} })).toEqual([]);
  });
});
