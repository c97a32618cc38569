import { describe, expect, it } from 'vitest';
import { motorcycleWithPlug, REAR_PLUG_ID, STOP_LAMP } from '../../../demo/ownLead.ts';
import { applied, countingIds, furtherIds, testTruck } from '../../../demo/testUnit.ts';
import { UnitBuilder } from '../../../demo/unitBuilder.ts';
import type { Build } from '../../document/index.ts';
import { ownLead, planModule, planOwnLamp } from '../../planning/index.ts';
import { toldOf } from '../testing/told.ts';

const ids = furtherIds();
const answered = (build: Build, key: string, value: string) => applied(build, [{ kind: 'answerSurvey', key, value }]);
const told = (build: Build, code: string) => toldOf(build).filter((finding) => finding.code === code);
const without = (build: Build) => answered(build, 'reversible', 'yes, without a trace');

function must<T>(result: { ok: true; value: T } | { ok: false; reason: { message: string } }): T {
  if (!result.ok) throw new Error(result.reason.message);
  return result.value;
}

function withModule(ends: 'halves' | 'butts'): Build {
  const wish = { plugId: REAR_PLUG_ID, pin: '2', factoryLampId: STOP_LAMP.id, light: 'filament' } as const;
  const before = motorcycleWithPlug();
  const build = applied(before, must(planOwnLamp(before, wish, ids)));
  const lead = ownLead(build, REAR_PLUG_ID, '2')!;
  return applied(
    build,
    must(planModule(build, { wireId: lead.id, ends, patternId: 'slow-triple', bursts: true }, ids)),
  );
}

describe('M75: a unit that is to go back without a trace', () => {
  const drilled = () => testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).build;

  it('counts the holes of each model, and says nothing of a unit that may keep them', () => {
    expect(told(without(drilled()), 'M75').map(({ message }) => message)).toEqual([
      'L1 R1: 6 holes on a unit that is to go back without a trace.',
    ]);
    expect(told(drilled(), 'M75')).toEqual([]);
    for (const answer of ['plugged holes are fine', 'no', 'yes'])
      expect(told(answered(drilled(), 'reversible', answer), 'M75')).toEqual([]);
  });

  it('offers a mount that comes off again where the model has one, and is quiet with it', () => {
    const { build } = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 });
    const model = build.models['ST-0302']!;
    const mounts = [...model.mounts, { kind: 'magnet' as const, holeMm: 0, holes: 0, places: null }];
    const both = without({ ...build, models: { 'ST-0302': { ...model, mounts } } });
    const [finding] = told(both, 'M75');
    expect(finding!.waysOut).toHaveLength(1);
    expect(told(applied(both, finding!.waysOut[0]!.operations), 'M75')).toEqual([]);
    expect(told(without(build), 'M75')[0]!.waysOut).toEqual([]);
  });

  it('a lead that is joined for good is a trace; plug halves instead are none, and flash alike', () => {
    const butts = without(withModule('butts'));
    const [finding] = told(butts, 'M75');
    expect(finding).toMatchObject({ severity: 'caution', message: expect.stringContaining('Brake: its lead is cut') });
    const mended = applied(butts, finding!.waysOut[0]!.operations);
    expect(told(mended, 'M75')).toEqual([]);
    expect(Object.values(mended.elements).filter(({ kind }) => kind === 'connector')).toHaveLength(2);
    expect(Object.values(mended.elements).filter(({ kind }) => kind === 'modulator')).toHaveLength(1);
    expect(mended.functions).toEqual(butts.functions);
    expect(told(without(withModule('halves')), 'M75')).toEqual([]);
    expect(told(withModule('butts'), 'M75')).toEqual([]);
  });
});

describe('M76: where the survey says that lamps get knocked off', () => {
  const atRear = (yMm: number) =>
    new UnitBuilder(
      { tag: 'TT-02', name: 'Box truck', bodyId: 'box-truck' },
      countingIds(),
      '2026-01-05T10:00:00.000Z',
      'Odile Marchbank',
    ).lamp('SG-0404', 'rear', { yMm, zMm: 1500 });
  const corners = (build: Build) => answered(build, 'knocks', 'rear corners');
  // The truck is 2,450 mm wide: its half less a quarter metre.
  const LIMIT_MM = 2450 / 2 - 250;

  it('is found within a quarter metre of the corner, and nowhere else', () => {
    expect(told(corners(atRear(LIMIT_MM + 20).build), 'M76')).toHaveLength(1);
    expect(told(corners(atRear(LIMIT_MM - 20).build), 'M76')).toEqual([]);
    expect(told(atRear(LIMIT_MM + 20).build, 'M76')).toEqual([]);
    const ahead = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).build;
    expect(told(corners(ahead), 'M76')).toEqual([]);
  });

  it('moving them inwards settles it, on both sides alike', () => {
    const build = corners(atRear(LIMIT_MM + 100).build);
    const [finding] = told(build, 'M76');
    expect(finding!.message).toContain('within 250 mm of a rear corner');
    const after = applied(build, finding!.waysOut[0]!.operations);
    expect(told(after, 'M76')).toEqual([]);
    const [left, right] = Object.values(after.lamps).map(({ position }) => position.yMm);
    expect(left).toBe(-right!);
    expect(Math.abs(left!)).toBe(Math.floor(LIMIT_MM));
  });

  it('a locked lamp stays: then nothing is offered', () => {
    const build = corners(atRear(LIMIT_MM + 100).build);
    const locked = applied(build, [
      { kind: 'editLamps', lampIds: Object.keys(build.lamps), changes: { locked: true } },
    ]);
    expect(told(locked, 'M76')[0]!.waysOut).toEqual([]);
  });
});
