import { describe, expect, it } from 'vitest';
import { shareStructure } from './shareStructure.ts';

describe('sharing structure between versions of a document', () => {
  const before = { lamps: { a: { x: 1, tags: ['L1'] }, b: { x: 2, tags: [] } }, name: 'truck' };

  it('gives the old document back when nothing changed', () => {
    expect(shareStructure(before, structuredClone(before))).toBe(before);
  });

  it('keeps what is unchanged by identity and takes what changed', () => {
    const next = structuredClone(before);
    next.lamps.b.x = 3;
    const shared = shareStructure(before, next);
    expect(shared).toEqual(next);
    expect(shared.lamps.a).toBe(before.lamps.a);
    expect(shared.lamps.b).not.toBe(before.lamps.b);
    expect(shared.lamps.b.tags).toBe(before.lamps.b.tags);
  });

  it('sees removed and added keys, and lists that grow', () => {
    const next = { lamps: { a: { x: 1, tags: ['L1', 'R1'] } }, name: 'truck' };
    const shared = shareStructure(before as unknown, next);
    expect(shared).toEqual(next);
    expect(Array.isArray(shared.lamps.a.tags)).toBe(true);
    expect(shareStructure({ a: undefined }, { b: undefined } as Record<string, undefined>)).toEqual({ b: undefined });
  });
});
