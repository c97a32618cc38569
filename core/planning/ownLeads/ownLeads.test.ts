/**
 * A brake-lamp module in the unit's own brake lead, as a scooter or a motorcycle gets it. Figures by hand: a 21 W filament
 * at 12.8 V draws 21 / 12.8 = 1.64 A; 0.75 mm2 has 24.7 milliohm a metre (IEC 60228, flexible copper, from memory).
 */

import { describe, expect, it } from 'vitest';
import { BRAKE_A, motorcycleWithPlug, REAR_PLUG_ID, STOP_LAMP } from '../../../demo/ownLead.ts';
import { applied, furtherIds } from '../../../demo/testUnit.ts';
import { bodyOf } from '../../body/index.ts';
import { solveSetting } from '../../circuit/index.ts';
import type { Build, OperationDraft, Plug } from '../../document/index.ts';
import { deriveFeeds } from '../../graph/index.ts';
import { jointList, wireRoutes } from '../../harness/index.ts';
import { assess } from '../../rules/index.ts';
import { jobSteps } from '../../steps/index.ts';
import { inWords } from '../../units/index.ts';
import { backToStock, partsList } from '../../work/index.ts';
import { planRoutes } from '../planRoutes.ts';
import { planModule, planModuleOut } from './planModule.ts';
import { lampsOfFactory, ownLead, planOwnLamp } from './planOwnLamp.ts';

const ids = furtherIds();
type Pin = Plug['pins'][number];
const plugId = REAR_PLUG_ID;
const wish = { plugId, pin: '2', factoryLampId: STOP_LAMP.id, light: 'filament' } as const;

function must<T>(result: { ok: true; value: T } | { ok: false; reason: { message: string } }): T {
  if (!result.ok) throw new Error(result.reason.message);
  return result.value;
}

const withLamp = (build = motorcycleWithPlug()) => applied(build, must(planOwnLamp(build, wish, ids)));
function withModule(ends: 'halves' | 'butts' = 'halves', patternId = 'slow-double', build = withLamp()): Build {
  const { id } = ownLead(build, plugId, '2')!;
  return applied(build, must(planModule(build, { wireId: id, ends, patternId, bursts: true }, ids)));
}
const moduleOf = (build: Build) => Object.values(build.elements).find(({ kind }) => kind === 'modulator')!;

/** Volts over the lamp and amps through it, with the brake held or not. */
function lampWith(build: Build, held: boolean) {
  const controlIds = new Set(held ? Object.keys(build.controls) : []);
  const { solution } = solveSetting(build, { keyOn: true, controlIds, load: 'maximum' });
  const load = Object.values(build.elements).find(({ kind }) => kind === 'lampLoad')!;
  return solution.elements[load.id]!;
}

const codes = (build: Build) => assess(build).findings.map(({ code }) => code);
const words = (operations: OperationDraft[]) => operations.map(({ kind }) => kind);

describe("a lamp of the unit's own, taken into the circuit", () => {
  it('is lit by its signal and by nothing else, and draws what was written down', () => {
    const build = withLamp();
    expect(lampWith(build, true).currentA).toBeCloseTo(BRAKE_A, 1);
    expect(Math.abs(lampWith(build, false).currentA)).toBeLessThan(1e-6);
    const [feed] = assess(build).feeds;
    expect(feed!.figures.maximumA).toBeCloseTo(BRAKE_A, 9);
    expect(feed!.feed).toMatchObject({ ownFuse: true, fuse: { name: 'Brake', ratingA: 15 } });
  });

  it('counts once: no longer as own load of its source as well', () => {
    const build = withLamp();
    expect(Object.values(build.slots)).toMatchObject([{ kind: 'pin', ratingA: 15, ownLoadA: 0, signal: 'brake' }]);
    expect(assess(build).feeds[0]!.figures.limits[0]).toMatchObject({ kind: 'slot', limitA: 15, loadA: BRAKE_A });
  });

  it('nothing of it is bought, run, sized, stepped or taken off again, and it brings no finding', () => {
    const before = motorcycleWithPlug();
    const build = withLamp(before);
    const { feeds } = assess(build);
    expect(partsList(build, feeds)).toEqual([]);
    expect(jobSteps(build, feeds)).toEqual([]);
    expect(jointList(build)).toEqual([]);
    expect(feeds[0]!.figures).toMatchObject({ cutLengthMm: 0, drop: { wireV: 0 } });
    expect(feeds[0]!.figures.limits.map(({ kind }) => kind)).toEqual(['slot']);
    expect(backToStock(build, bodyOf(build)).steps).toEqual([]);
    expect(codes(build).filter((code) => !codes(before).includes(code))).toEqual([]);
  });

  it('no route leads its wires, and laying routes cuts none of them', () => {
    const build = withLamp();
    const routed = applied(
      build,
      [planRoutes(build, bodyOf(build), ids)].flatMap((draft) => draft ?? []),
    );
    expect(wireRoutes(routed, bodyOf(routed))).toEqual([]);
  });

  it('a pair hangs on one lead and shares what it draws', () => {
    const paired = motorcycleWithPlug({}, { paired: true, position: { xMm: 2190, yMm: 120, zMm: 820 } });
    const build = withLamp(paired);
    const lamps = lampsOfFactory(build, STOP_LAMP.id);
    expect(lamps.map(({ tag, position }) => [tag, position.yMm])).toEqual([
      ['L1', 120],
      ['R1', -120],
    ]);
    expect(Object.values(build.models)).toMatchObject([{ maximumA: BRAKE_A / 2, light: 'filament', kind: 'factory' }]);
    expect(lampWith(build, true).currentA).toBeCloseTo(BRAKE_A / 2, 1);
    expect(deriveFeeds(build)[0]!.lamps).toHaveLength(2);
  });

  it('is drawn in the first word of its colour, and in red where wire is not made in it', () => {
    const colourOf = (colour: string) => {
      const build = withLamp(motorcycleWithPlug({ colour }));
      return ownLead(build, plugId, '2')!.colour;
    };
    expect(colourOf('brown, black tracer')).toBe('brown');
    expect(colourOf('Green/white')).toBe('green');
    expect(colourOf('')).toBe('red');
  });

  it('has the size that was measured, or the next thinner of the table', () => {
    const gaugeOf = (areaMm2: number | null) => ownLead(withLamp(motorcycleWithPlug({ areaMm2 })), plugId, '2')!.gauge;
    expect(gaugeOf(1.5)).toBe('1.5');
    expect(gaugeOf(1.2)).toBe('1');
    expect(gaugeOf(null)).toBe('0.75');
  });

  it.each([
    ['noSignal', { signalV: null }, /Meter pin 2 with its signal on/],
    ['noSignal', { signal: null }, /Meter pin 2/],
    ['noFuse', { ratingA: null }, /fuse ahead of pin 2/],
    ['noLoad', { ownLoadA: 0 }, /what the unit draws from pin 2/],
  ] as const)('asks for what is not known: %s %o', (kind, pin, message) => {
    const refused = planOwnLamp(motorcycleWithPlug(pin as Partial<Pin>), wish, ids);
    expect(refused).toMatchObject({ ok: false, reason: { kind } });
    expect(!refused.ok && refused.reason.message).toMatch(message);
  });

  it('comes in once', () => {
    expect(planOwnLamp(withLamp(), wish, ids)).toMatchObject({ ok: false, reason: { kind: 'taken' } });
    expect(planOwnLamp(motorcycleWithPlug(), { ...wish, pin: '9' }, ids)).toMatchObject({
      reason: { kind: 'missing' },
    });
  });
});

describe('a module put into its lead', () => {
  it.each(['halves', 'butts'] as const)('with %s the lamp still lights with its signal, a little less', (ends) => {
    const [before, after] = [lampWith(withLamp(), true), lampWith(withModule(ends), true)];
    expect(after.voltageV).toBeLessThan(before.voltageV);
    expect(after.voltageV).toBeGreaterThan(before.voltageV - 0.1);
    expect(Math.abs(lampWith(withModule(ends), false).currentA)).toBeLessThan(1e-6);
  });

  it('the lead is as long as before, cut near the lamp', () => {
    const uncut = withLamp();
    const before = ownLead(uncut, plugId, '2')!;
    const build = withModule('halves', 'slow-double', uncut);
    const own = Object.values(build.wires).filter(({ origin, colour }) => origin === 'unit' && colour === 'brown');
    expect(own).toHaveLength(2);
    expect(own.reduce((sum, wire) => sum + wire.lengthMm, 0)).toBeCloseTo(before.lengthMm, 9);
    expect(own.find(({ id }) => id !== before.id)).toMatchObject({ lengthMm: 150, gauge: '0.75' });
  });

  it('what is bought is what it is: module, two plug pairs, a ground, no wire, fuse or holder', () => {
    const build = withModule();
    const lines = partsList(build, assess(build).feeds).map(({ name, quantity }) => [name, quantity]);
    expect(lines).toEqual([
      ['Brake-lamp module, with its leads', 1],
      ['Ground bolt M6 with ring and star washer', 1],
      ['Connector pair: sealed connector, 1 way', 2],
    ]);
    const joined = withModule('butts');
    expect(partsList(joined, assess(joined).feeds).map(({ name, quantity }) => [name, quantity])).toEqual([
      ['Brake-lamp module, with its leads', 1],
      ['Ground bolt M6 with ring and star washer', 1],
      ['Sealed crimp, red', 2],
    ]);
  });

  it('every end that the crew joins is a joint of the list', () => {
    expect(jointList(withModule()).map(({ at, leads }) => `${at}: ${leads.join()}`)).toEqual([
      "Plug pair, supply end, pin 1 supply half: the unit's own brown lead",
      'Ground at the module: its black lead',
      'Plug pair, supply end, pin 1 lamp half: its red lead',
      'Plug pair, lamp end, pin 1 supply half: its blue lead',
      "Plug pair, lamp end, pin 1 lamp half: the unit's own brown lead",
    ]);
    expect(jointList(withModule('butts'))).toHaveLength(3);
  });

  it('is a job of steps in an order that can be worked', () => {
    const build = withModule();
    const steps = jobSteps(build, assess(build).feeds);
    const kinds = steps.map(({ kind }) => kind);
    expect(kinds).toEqual(['isolate', 'cut', 'join', 'program', 'insulate', 'pull', 'prove', 'close', 'fuse']);
    const cut = steps[1]!;
    expect(cut).toMatchObject({
      where: 'under the seat',
      title: 'Find and cut the brown, black tracer lead of pin 2, Brake',
    });
    expect(inWords(cut.detail)).toContain('hot only with the brake');
    expect(cut.after.map(({ key }) => key)).toEqual(['isolate']);
    expect(steps[2]!.after.map(({ key }) => key)).toContain(cut.key);
    expect(inWords(steps[0]!.detail)).toBe("Key out, battery negative off; the unit's own 15 A ahead of brake out.");
    // Slow double is its second pattern.
    expect(inWords(steps[3]!.detail)).toContain('Touch its programming lead twice');
    expect(steps.find(({ kind }) => kind === 'cut')!.minutes).toBe(14);
  });

  it('a filament follows its slow patterns alone', () => {
    for (const slow of ['slow-single', 'slow-double', 'slow-triple', 'wide-single'])
      expect(codes(withModule('halves', slow))).not.toContain('M41');
    expect(codes(withModule('halves', 'double'))).toContain('M41');
  });

  it('makes its lamp flash, with a pattern that it has', () => {
    expect(codes(withModule())).not.toContain('M72');
    expect(codes(withModule('halves', 'uneven'))).toContain('M72');
  });

  it('flashes for a while, then burns steadily', () => {
    expect(Object.values(withModule().functions)).toMatchObject([{ modulator: { burstS: 5, rearmS: 20 } }]);
    expect(codes(withModule())).not.toContain('M45');
  });

  it('one lead holds one module, and only a lead of its own is cut', () => {
    const build = withModule();
    const again = planModule(
      build,
      { wireId: ownLead(build, plugId, '2')!.id, ends: 'halves', patternId: 'steady', bursts: false },
      ids,
    );
    expect(again).toMatchObject({ ok: false, reason: { message: /something in this lead already/ } });
    const part = Object.values(build.wires).find(({ origin }) => origin === 'part')!;
    expect(
      planModule(build, { wireId: part.id, ends: 'butts', patternId: 'steady', bursts: false }, ids),
    ).toMatchObject({ ok: false });
  });

  it.each(['halves', 'butts'] as const)('taken out (%s) the unit is wired as it came', (ends) => {
    const before = withLamp();
    const fitted = withModule(ends, 'slow-double', before);
    const after = applied(fitted, planModuleOut(fitted, moduleOf(fitted).id));
    expect(after.elements).toEqual(before.elements);
    expect(after.wires).toEqual(before.wires);
    expect(after.functions).toEqual(before.functions);
    expect(planModuleOut(after, ids())).toEqual([]);
  });

  it('the way back is said: halves mate again, butts need a joint', () => {
    const said = (ends: 'halves' | 'butts') => {
      const build = withModule(ends);
      const { steps, parts } = backToStock(build, bodyOf(build));
      return {
        out: steps.find(({ title }) => title.includes('module'))!.detail,
        parts,
        titles: steps.map((s) => s.title),
      };
    };
    expect(said('halves')).toMatchObject({ out: expect.stringContaining('push the two plug halves'), parts: [] });
    expect(said('halves').titles).not.toContain('Unplug Rear lamp plug');
    expect(said('butts').out).toContain('butt the two ends of the brown lead together');
    expect(said('butts').parts).toEqual([{ name: 'Sealed butt for a lead of its own', quantity: 1 }]);
  });

  it('a pair flashes behind one module, put ahead of where the lead divides', () => {
    const pair = withLamp(motorcycleWithPlug({}, { paired: true, position: { xMm: 2190, yMm: 120, zMm: 820 } }));
    const build = withModule('halves', 'slow-single', pair);
    expect(Object.values(Object.values(build.functions)[0]!.shows).map(({ patternId }) => patternId)).toEqual([
      'slow-single',
      'slow-single',
    ]);
    expect(lampWith(build, true).currentA).toBeCloseTo(BRAKE_A / 2, 1);
  });
});

it('what a plan asks for is told in the words of operations', () => {
  expect(words(must(planOwnLamp(motorcycleWithPlug(), wish, ids)))).toEqual([
    'addSlots',
    'editSlot',
    'placeLamps',
    'assignFeed',
  ]);
});
