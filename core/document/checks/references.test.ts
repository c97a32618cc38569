import { describe, expect, it } from 'vitest';
import { testTruck, warnFeed } from '../../../demo/testUnit.ts';
import type { Build } from '../schema/buildSchema.ts';
import { referenceProblem } from './references.ts';

const { build } = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).feed(warnFeed('L1 R1')).routed();
const GONE = '01900000-0000-7000-8000-999999999999';

/** The build with its first part of a kind changed. */
function withElement(kind: string, changes: object): Build {
  const element = Object.values(build.elements).find((each) => each.kind === kind)!;
  return { ...build, elements: { ...build.elements, [element.id]: { ...element, ...changes } as never } };
}
const [wire] = Object.values(build.wires);
const withWire = (changes: object): Build => ({
  ...build,
  wires: { ...build.wires, [wire!.id]: { ...wire!, ...changes } },
});
const [own] = Object.values(build.functions);
const withFunction = (changes: object): Build => ({ ...build, functions: { [own!.id]: { ...own!, ...changes } } });
const [link] = Object.values(build.routeLinks);

describe('what refers to something that is not there', () => {
  it('a sound unit has none', () => {
    expect(referenceProblem(build)).toBeNull();
  });

  it.each<[string, Build, string]>([
    ['a lamp without its model', { ...build, models: {} }, 'L1 would have no model'],
    ['a load without its lamp', withElement('lampLoad', { lampId: GONE }), 'a lamp that is not'],
    ['a tap without its slot', withElement('tap', { slotId: GONE }), 'a source that is not'],
    ['a switch without its control', withElement('switch', { controlId: GONE }), 'a control that is not'],
    [
      'a relay without its control',
      withElement('switch', { kind: 'relay', ratingA: 30, controlId: GONE }),
      'a control',
    ],
    [
      'a receiver without a channel',
      withElement('switch', { kind: 'receiver', channels: [GONE] }),
      'a channel that is not',
    ],
    ['a wire without an end', withWire({ to: { elementId: GONE, terminal: 'in' } }), 'would end on a part'],
    [
      'a wire on a terminal that is not there',
      withWire({ from: { ...wire!.from, terminal: 'lamp9' } }),
      'no terminal "lamp9"',
    ],
    ['a wire of a size that is not made', withWire({ table: 'metric', gauge: '12' }), 'There is no metric size 12'],
    ['a function without its control', withFunction({ controlId: GONE }), 'Warn would have no control'],
    [
      'a function on a lamp that is gone',
      withFunction({ shows: { [GONE]: Object.values(own!.shows)[0] } }),
      'would show on a lamp',
    ],
    ['a way to nowhere', { ...build, routeLinks: { [link!.id]: { ...link!, b: GONE } } }, 'a point that is not there'],
    [
      'something under another id',
      { ...build, lamps: { ...build.lamps, [GONE]: Object.values(build.lamps)[0]! } },
      'lamps: something',
    ],
  ])('%s', (_, broken, words) => {
    expect(referenceProblem(broken)).toContain(words);
  });
});
