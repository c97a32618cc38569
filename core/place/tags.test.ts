import { describe, expect, it } from 'vitest';
import { testTruck } from '../../demo/testUnit.ts';
import type { Face } from '../document/index.ts';
import { compareTags, nextTagNumber, tagLetter, tagList, tagsFor } from './tags.ts';

const at = (face: Face, yMm: number, zMm = 900, xMm = 100) => ({ face, position: { xMm, yMm, zMm } });

describe('the letter of a tag', () => {
  it.each([
    ['front', 10, 'F'],
    ['front', 11, 'L'],
    ['front', -11, 'R'],
    ['rear', 0, 'B'],
    ['rear', -10, 'B'],
    ['top', 0, 'T'],
    ['top', 400, 'L'],
    ['left', 1200, 'L'],
    ['right', -1200, 'R'],
    ['left', 0, 'L'],
    ['right', 0, 'R'],
  ] as const)('%s at %d mm: %s', (face, yMm, letter) => expect(tagLetter(face, at(face, yMm).position)).toBe(letter));
});

describe('numbers', () => {
  const lamps = ['L1', 'R1', 'L2', 'T1'].map((tag) => ({ tag }));

  it('the lowest that is free for all letters of a pair', () => {
    expect(nextTagNumber(lamps, ['L', 'R'])).toBe(3);
    expect(nextTagNumber(lamps, ['R'])).toBe(2);
    expect(nextTagNumber(lamps, ['B'])).toBe(1);
    expect(nextTagNumber([], ['T'])).toBe(1);
  });

  it('two places that mirror each other share one; two on one side do not', () => {
    const { build } = testTruck();
    expect(tagsFor(build, [at('front', 300), at('front', -300)])).toEqual(['L1', 'R1']);
    expect(tagsFor(build, [at('front', 300), at('front', 500), at('front', -500), at('front', -300)])).toEqual([
      'L1',
      'L2',
      'R2',
      'R1',
    ]);
    expect(tagsFor(build, [at('front', 0), at('rear', 0)])).toEqual(['F1', 'B1']);
  });

  it('a new pair takes a number that neither side has', () => {
    const unit = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }, { single: true });
    expect(tagsFor(unit.build, [at('left', 1200), at('right', -1200)])).toEqual(['L2', 'R2']);
  });
});

it('lists of tags are in the order in which one counts', () => {
  expect(tagList(['R2', 'L10', 'L2', 'T1'])).toBe('T1 L2 L10 R2');
  expect(compareTags('L2', 'L10')).toBeLessThan(0);
});
