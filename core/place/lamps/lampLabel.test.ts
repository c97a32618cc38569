import { describe, expect, it } from 'vitest';
import { SHELF } from '../../../demo/shelf.ts';
import type { LampModel } from '../../document/index.ts';
import { ampsOfWatts, labelDoubts, nextModelKey, ratedV } from './lampLabel.ts';

const lamp = SHELF.find((entry) => entry.model.key === 'FL-0701')!.model;
const doubts = (changes: Partial<LampModel>) => labelDoubts({ ...lamp, ...changes });

describe('watts on a label', () => {
  it('are amps at the volts of the system: 40 W are 3.13 A at 12.8 V, 1.56 A at 25.6 V', () => {
    expect(ampsOfWatts(40, { minimumV: 9, maximumV: 32 })).toBe(3.13);
    expect(ampsOfWatts(40, { minimumV: 18, maximumV: 32 })).toBe(1.56);
    expect(ratedV({ minimumV: 17.9, maximumV: 32 })).toBe(12.8);
    expect(ampsOfWatts(0, { minimumV: 9, maximumV: 32 })).toBe(0);
  });
});

describe('a number of one’s own', () => {
  it('is the lowest that is free in the shop’s letters', () => {
    expect(nextModelKey([])).toBe('OW-0001');
    expect(nextModelKey(['OW-0001', 'OW-0003', 'FL-0701'])).toBe('OW-0002');
    expect(nextModelKey(['OW-0001'], 'ZZ')).toBe('ZZ-0001');
  });
});

describe('what is odd about a lamp', () => {
  it('is nothing about any lamp of the demo’s shelf', () => {
    for (const { model } of SHELF) expect(labelDoubts(model), model.key).toEqual([]);
  });

  it.each([
    ['a mean above the most', { averageA: 3.4, maximumA: 3.3 }, /mean cannot be the larger/],
    ['watts for amps', { averageA: 20, maximumA: 25.1 }, /are these the watts/],
    ['volts turned about', { voltage: { minimumV: 30, maximumV: 9 } }, /lowest volts are not below/],
    ['volts of a toy', { voltage: { minimumV: 3, maximumV: 12 } }, /no more than 12 V/],
    ['a turn-on voltage out of reach', { cutInV: 40, voltage: { minimumV: 9, maximumV: 32 } }, /stay dark up to/],
    ['no lead that feeds', { leads: [{ colour: 'black', purpose: 'ground' as const }] }, /No lead feeds it/],
    [
      'two leads of one colour',
      {
        leads: [
          { colour: 'Red', purpose: 'feed' as const },
          { colour: 'red', purpose: 'ground' as const },
        ],
      },
      /nobody will tell them apart/,
    ],
    ['grams', { massKg: 15.1 }, /are these grams/],
    ['no weight', { massKg: 0 }, /weighs something/],
  ] as const)('%s', (_, changes, words) => expect(doubts(changes as Partial<LampModel>).join()).toMatch(words));

  it('holes that do not lie behind the lamp', () => {
    const face = { shape: 'rectangle' as const, widthMm: 60, heightMm: 30, depthMm: 20 };
    const mount = (holes: number, holeMm: number) =>
      doubts({ face, mounts: [{ kind: 'stud', holes, holeMm, places: null }] });
    expect(mount(1, 60)).toEqual([]);
    expect(mount(1, 60.1).join()).toMatch(/wider than the lamp, which is 60 mm/);
    expect(mount(2, 30)).toEqual([]);
    expect(mount(2, 30.1).join()).toMatch(/2 holes of 30.1 mm do not lie behind 60 mm/);
    expect(mount(0, 90)).toEqual([]);
  });

  it('amps, weight and volts at their bounds are taken', () => {
    expect(doubts({ averageA: 25, maximumA: 25 })).toEqual([]);
    expect(doubts({ massKg: 15 })).toEqual([]);
    expect(doubts({ voltage: { minimumV: 9, maximumV: 12.8 } })).toEqual([]);
  });
});
