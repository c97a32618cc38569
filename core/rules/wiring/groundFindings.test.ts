import { describe, expect, it } from 'vitest';
import { applied, testTruck, warnFeed } from '../../../demo/testUnit.ts';
import { isMetal, nearestMetal } from '../../body/index.ts';
import type { Build } from '../../document/index.ts';
import { toldOf } from '../testing/told.ts';

const { body } = testTruck();
const bumper = body.parts.find(({ id }) => id === 'bumper')!;

describe('the next bare metal', () => {
  it('is the part itself where it is metal, and nothing of plastic, glass or rubber', () => {
    const onDeck = { xMm: 5000, yMm: 0, zMm: 1050 };
    const metal = nearestMetal(body, onDeck)!;
    expect(isMetal(metal.part)).toBe(true);
    expect(metal.distanceMm).toBe(0);
    expect(isMetal(bumper)).toBe(false);
    expect(nearestMetal({ parts: [bumper] }, onDeck)).toBeNull();
  });

  it('is as far as a tape says: straight up from the top of a box, and over its corner', () => {
    const part = { ...bumper, material: 'steel' as const };
    const top = Math.max(...part.side.map(([, z]) => z));
    const front = Math.min(...part.side.map(([x]) => x));
    const middle = (Math.min(...part.side.map(([x]) => x)) + Math.max(...part.side.map(([x]) => x))) / 2;
    expect(nearestMetal({ parts: [part] }, { xMm: middle, yMm: 0, zMm: top + 250 })!.distanceMm).toBeCloseTo(250, 9);
    expect(nearestMetal({ parts: [part] }, { xMm: front - 300, yMm: 0, zMm: top + 400 })!.distanceMm).toBeCloseTo(
      500,
      9,
    );
  });
});

describe('M70: a ground on something that does not conduct', () => {
  // On the mirrors, which stand out from the cab.
  const mirror = body.parts.find(({ id, material }) => id.includes('mirror') && material === 'plastic')!;
  const zMm = Math.round(mirror.front.reduce((sum, [, z]) => sum + z, 0) / mirror.front.length);
  const yMm = Math.round(Math.abs(mirror.front.reduce((sum, [y]) => sum + y, 0) / mirror.front.length));
  const fed = () => testTruck().lamp('MK-0101', 'front', { yMm, zMm }).feed(warnFeed('L1 R1')).build;
  /** The same with ground leads of this length. */
  const withLead = (lengthMm: number): Build => {
    const build = fed();
    const isGround = (elementId: string) => build.elements[elementId]?.kind === 'ground';
    const lengths = Object.values(build.wires)
      .filter(({ from, to }) => isGround(from.elementId) || isGround(to.elementId))
      .map(({ id }) => ({ wireId: id, lengthMm }));
    return applied(build, [{ kind: 'setWireLengths', lengths }]);
  };
  const found = (build: Build) => toldOf(build).filter(({ code }) => code === 'M70');

  it('is quiet as it is planned: the lead comes to metal', () => {
    expect(found(fed())).toEqual([]);
  });

  it('is told where the lead ends before it, and mended by its way out', () => {
    const { position } = Object.values(fed().lamps)[0]!;
    const { distanceMm, part } = nearestMetal(body, position)!;
    expect(distanceMm).toBeGreaterThan(1);
    expect(found(withLead(Math.ceil(distanceMm)))).toEqual([]);
    const short = withLead(Math.max(0.5, Math.floor(distanceMm) - 1));
    const findings = found(short);
    expect(findings).toHaveLength(2);
    expect(findings[0]!.message).toMatch(
      /sits on Mirror, (left|right), which is plastic: the next bare metal, Cab, is \d+ mm away/,
    );
    expect(findings[0]!.waysOut[0]!.label).toBe(`Bring its ground to ${part.name}`);
    const mended = findings.reduce((build, { waysOut }) => applied(build, waysOut[0]!.operations), short);
    expect(found(mended)).toEqual([]);
  });

  it('says nothing of a lamp on steel, however short its lead', () => {
    const { build } = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).feed(warnFeed('L1 R1'));
    const wires = Object.fromEntries(Object.entries(build.wires).map(([id, wire]) => [id, { ...wire, lengthMm: 1 }]));
    expect(found({ ...build, wires })).toEqual([]);
  });
});
