import { describe, expect, it } from 'vitest';
import { RulePack } from '../document/index.ts';
import { GENERAL_PACKS } from './rulePacks.ts';

const IN_MM = 25.4;
const us = GENERAL_PACKS.find((pack) => pack.id === 'us-road')!;
const rule = (id: string) => us.required.find((each) => each.id === id)!;

/** 49 CFR 571.108 tables, from memory, in inches as they stand there: number, lowest, highest. */
const STATED: [string, number, number | null, number | null][] = [
  ['tail', 2, 15, 72],
  ['stop', 2, 15, 72],
  ['turn-rear', 2, 15, 83],
  ['turn-front', 2, 15, 83],
  ['side-marker', 2, 15, null],
  ['identification-front', 3, null, null],
  ['identification-rear', 3, null, null],
];

describe('general US rules', () => {
  it.each(STATED)('%s: %d, %s to %s in', (id, least, lowest, highest) => {
    const stated = rule(id);
    expect(stated.least).toBe(least);
    if (lowest !== null) expect(stated.lowestMm).toBe(Math.round(lowest * IN_MM));
    if (highest !== null) expect(stated.highestMm).toBe(Math.round(highest * IN_MM));
  });

  it('identification lamps stand 6 to 12 in apart, on units of 80 in and more', () => {
    for (const id of ['identification-front', 'identification-rear']) {
      expect(rule(id).gap!.leastMm).toBeCloseTo(6 * IN_MM, 6);
      expect(rule(id).gap!.mostMm).toBeCloseTo(12 * IN_MM, 6);
      expect(rule(id).scope.leastWidthMm).toBe(80 * IN_MM);
    }
  });
});

describe('every general pack', () => {
  it.each(GENERAL_PACKS.map((pack) => [pack.id, pack] as const))(
    '%s names its source and date and has unlike ids',
    (_, pack) => {
      expect(RulePack.safeParse(pack).success).toBe(true);
      expect(pack.source).toMatch(/from memory/);
      const ids = [...pack.required, ...pack.colours].map((each) => each.id);
      expect(new Set(ids).size).toBe(ids.length);
    },
  );

  it('is refused when a rule has no words or an unknown role', () => {
    const broken = { ...us, required: [{ ...rule('tail'), words: '' }] };
    expect(RulePack.safeParse(broken).success).toBe(false);
    expect(RulePack.safeParse({ ...us, required: [{ ...rule('tail'), role: 'disco' }] }).success).toBe(false);
  });
});
