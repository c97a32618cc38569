/** Brackets that hold too much, lamps aimed further than they turn, lamps on nothing: planted and quiet. */
import { describe, expect, it } from 'vitest';
import { applied, testTruck } from '../../../demo/testUnit.ts';
import type { Build, LampModel, OperationDraft } from '../../document/index.ts';
import { toldOf } from '../testing/told.ts';

const REAR = { yMm: 0, zMm: 1100 };
const found = (build: Build, code: string) => toldOf(build).filter((finding) => finding.code === code);
const told = (build: Build, code: string) => found(build, code).map(({ message }) => message);
const tagged = (build: Build, tag: string) => Object.values(build.lamps).find((lamp) => lamp.tag === tag)!;
const remade = (build: Build, key: string, changes: Partial<LampModel>): Build => ({
  ...build,
  models: { ...build.models, [key]: { ...build.models[key]!, ...changes } },
});
const edited = (build: Build, tag: string, changes: Extract<OperationDraft, { kind: 'editLamps' }>['changes']) =>
  applied(build, [{ kind: 'editLamps', lampIds: [tagged(build, tag).id], changes }]);

describe('M31: a bracket with more on it than it is made for', () => {
  const { build } = testTruck()
    .lamp('HB-2001', 'rear', REAR, { single: true })
    .onBracket('CH-1301', 'H1', 1)
    .onBracket('AE-2101', 'H1', 2);
  const holds = build.models['HB-2001']!.holds!;
  const heavy = (massKg: number) => remade(build, 'HB-2001', { holds: { ...holds, massKg } });

  it('adds up what stands on it: 0.5 + 0.25 kg', () => {
    expect(told(build, 'M31')).toEqual([]);
    expect(told(heavy(0.75), 'M31')).toEqual([]);
    expect(told(heavy(0.74), 'M31')).toEqual([
      'L1 H2 weigh 0.75 kg together; H1, Bulkhead bracket, lamp and aerial, holds 0.74 kg.',
    ]);
  });

  it('is carried with all that stands on it by what it sits on', () => {
    // The step is 3 mm of steel: 9 kg at 3 kg a millimetre (common practice, no source).
    const weighs = (massKg: number) => remade(remade(build, 'HB-2001', { massKg }), 'CH-1301', { massKg: 2 });
    const quiet = remade(weighs(0.45), 'HB-2001', { holds: { ...holds, massKg: 50 } });
    expect(told(quiet, 'M31')).toEqual([]);
    const loaded = remade(weighs(40), 'HB-2001', { holds: { ...holds, massKg: 50 } });
    expect(told(loaded, 'M31').join()).toMatch(/^H1 weighs 42\.[23]/);
  });

  it('wants a bolt no longer than any that is kept', () => {
    const thick = (thicknessMm: number) => remade(build, 'HB-2001', { holds: { ...holds, thicknessMm } });
    // M8: 83.1 + 6 + 10.9 = 100, the longest; a tenth more is longer.
    expect(told(thick(83.1), 'M31')).toEqual([]);
    expect(told(thick(83.2), 'M31')[0]).toMatch(/^L1 on H1: an M8 of 100\.1 mm would be needed/);
  });

  it('its lamps stand in it and are not in its way', () => {
    expect(toldOf(build).filter(({ message }) => message.includes("in each other's way"))).toEqual([]);
  });
});

describe('V6: aimed further than it turns', () => {
  const { build } = testTruck().lamp('FL-0701', 'rear', { yMm: 700, zMm: 1000 }, { single: true });
  const aimed = (turnDeg: number, tiltDeg: number) => edited(build, 'L1', { aim: { turnDeg, tiltDeg } });

  it('is quiet up to what its foot allows, and not a degree further', () => {
    expect(told(build, 'V6')).toEqual([]);
    expect(told(aimed(90, -60), 'V6')).toEqual([]);
    expect(told(aimed(-91, 0), 'V6')).toEqual([
      'L1 is turned 91° and tilted 0°; its foot turns 90° and tilts 60° either way.',
    ]);
    expect(told(aimed(0, 61), 'V6')).toHaveLength(1);
  });

  it('is mended by aiming it as far as it goes', () => {
    const bad = aimed(120, -70);
    const [finding] = found(bad, 'V6');
    const mended = applied(bad, finding!.waysOut[0]!.operations);
    expect(tagged(mended, 'L1').aim).toEqual({ turnDeg: 90, tiltDeg: -60 });
    expect(told(mended, 'V6')).toEqual([]);
  });

  it('a lamp that is fixed looks straight out; upright on top it is bolted on at any heading', () => {
    const fixed = testTruck().lamp('MK-0101', 'rear', { yMm: 700, zMm: 1000 }, { single: true }).build;
    expect(told(edited(fixed, 'L1', { aim: { turnDeg: 0, tiltDeg: 0 } }), 'V6')).toEqual([]);
    expect(told(edited(fixed, 'L1', { aim: { turnDeg: 1, tiltDeg: 0 } }), 'V6')[0]).toContain('is fixed');
    expect(told(edited(fixed, 'L1', { aim: { turnDeg: 0, tiltDeg: 1 } }), 'V6')[0]).toContain('is fixed');
    const top = testTruck().lamp('FL-0701', 'top', { xMm: 1200, yMm: 0 }, { single: true }).build;
    expect(told(edited(top, 'T1', { aim: { turnDeg: 180, tiltDeg: -60 } }), 'V6')).toEqual([]);
    expect(told(edited(top, 'T1', { aim: { turnDeg: 180, tiltDeg: -61 } }), 'V6')).toHaveLength(1);
  });
});

describe('rules of what is seen', () => {
  const onArm = testTruck().lamp('HB-2002', 'rear', { yMm: 700, zMm: 1000 }).onBracket('ST-0302', 'H1', 1).build;
  const upright = edited(onArm, 'L1', { colour: 'white' });

  it('ask where a lamp looks, not what it stands on: white to the rear is white to the rear on a bracket', () => {
    expect(told(upright, 'M33').join()).toContain('L1 shows white to the rear.');
    expect(told(edited(upright, 'L1', { aim: { turnDeg: 0, tiltDeg: 0 } }), 'M33').join()).not.toContain('L1 ');
  });

  it('a lamp on the rear that is turned to the side is none to the rear', () => {
    const build = testTruck().lamp('ST-0302', 'rear', { yMm: 700, zMm: 1000 }, { single: true, colour: 'white' }).build;
    expect(told(build, 'M33').join()).toContain('L1 shows white to the rear.');
    const turned = (turnDeg: number) => told(edited(build, 'L1', { aim: { turnDeg, tiltDeg: 0 } }), 'M33').join();
    expect(turned(44)).toContain('L1 shows white to the rear.');
    expect(turned(46)).not.toContain('L1 ');
  });

  it('a reversing lamp on a bracket that looks ahead looks the wrong way', () => {
    const { build } = testTruck().lamp('HB-2002', 'front', { yMm: 700, zMm: 600 }).onBracket('RV-0502', 'H1', 1);
    expect(told(build, 'M69').join()).toContain('L1 looks ahead, and a reversing lamp is for behind.');
  });
});

describe('V7: nothing under a lamp', () => {
  it('is told of what sits in the air, not of what a bracket holds', () => {
    const { build } = testTruck().lamp('HB-2001', 'rear', REAR, { single: true }).onBracket('CH-1301', 'H1', 1);
    expect(told(build, 'V7')).toEqual([]);
    const bare = applied(build, [{ kind: 'removeLamps', lampIds: [tagged(build, 'H1').id] }]);
    const { position } = tagged(bare, 'L1');
    const away = { ...position, xMm: position.xMm + 900 };
    const inAir = applied(bare, [
      { kind: 'moveLamps', moves: [{ lampId: tagged(bare, 'L1').id, position: away, face: 'top' }] },
    ]);
    expect(told(inAir, 'V7')).toEqual(['L1 sits on nothing: no part of the unit is under it there.']);
    // What comes with a bracket, a clamp or a stem of its own reaches to what holds it.
    const held = (mount: 'bracket' | 'clamp' | 'pipe' | 'magnet') => told(edited(inAir, 'L1', { mount }), 'V7').length;
    expect((['bracket', 'clamp', 'pipe', 'magnet'] as const).map(held)).toEqual([0, 0, 0, 1]);
  });
});
