import { describe, expect, it } from 'vitest';
import { BRAKE_A, motorcycleWithPlug, REAR_PLUG_ID, STOP_LAMP } from '../../../demo/ownLead.ts';
import { applied, furtherIds, testTruck } from '../../../demo/testUnit.ts';
import { solveSetting } from '../../circuit/index.ts';
import type { Build } from '../../document/index.ts';
import { pinSourceId } from '../../graph/index.ts';
import { assess } from '../../rules/index.ts';
import { jobSteps } from '../../steps/index.ts';
import { inWords } from '../../units/index.ts';
import { type LeadChoiceKind, type LeadQuestion, lampsOnLead, lampsOnSource, leadChoices } from './leadChoices.ts';

const ids = furtherIds();
const question: LeadQuestion = {
  plugId: REAR_PLUG_ID,
  pin: '2',
  factoryLampId: STOP_LAMP.id,
  light: 'filament',
  patternId: 'slow-double',
  bursts: true,
  flash: { controlId: null, slotId: null, patternId: 'quad' },
};
const choicesOf = (build: Build, changed: Partial<LeadQuestion> = {}) =>
  Object.fromEntries(
    leadChoices(build, { ...question, ...changed }, ids).map((choice) => [choice.kind, choice]),
  ) as Record<LeadChoiceKind, ReturnType<typeof leadChoices>[number]>;

describe('the ways with a lead', () => {
  it('all carry what hangs on it, within what its fuse is good for', () => {
    const choices = Object.values(choicesOf(motorcycleWithPlug()));
    expect(choices.map(({ kind }) => kind)).toEqual(['tap', 'halves', 'butts', 'flash', 'relay', 'diode', 'leave']);
    for (const choice of choices) {
      expect(choice.throughA).toBeCloseTo(BRAKE_A, 9);
      expect(choice.goodForA).toBe(15);
    }
  });

  it('a fuse that nobody read is no figure', () => {
    expect(choicesOf(motorcycleWithPlug({ ratingA: null })).leave.goodForA).toBeNull();
  });

  it('cutting costs a little at the lamp: two plug pairs more than none, the module in both', () => {
    const { halves, butts, leave } = choicesOf(motorcycleWithPlug());
    const [byHalves, byButts] = [leave.lampV! - halves.lampV!, leave.lampV! - butts.lampV!];
    // A contact has 5 milliohm: one in the module, one in each plug pair.
    expect(byButts).toBeCloseTo(BRAKE_A * 0.005, 3);
    expect(byHalves).toBeGreaterThan(3 * BRAKE_A * 0.005 - 1e-3);
    expect(byHalves).toBeLessThan(0.06);
  });

  it('minutes are those at the lead: find and cut, join, choose, cap', () => {
    const { halves, butts, leave, tap } = choicesOf(motorcycleWithPlug());
    // 8 + 2 halves of 3; between 2, ground 4; choose 3 and two touches; cap 1.
    expect(halves.minutes).toBe(14 + 6 + 5 + 1);
    // 8; two butts of 3, ground 4; choose 5; cap 1.
    expect(butts.minutes).toBe(8 + 10 + 5 + 1);
    expect([leave.minutes, tap.minutes]).toEqual([0, 0]);
    expect(choicesOf(motorcycleWithPlug(), { patternId: 'slow-triple' }).halves.minutes).toBe(halves.minutes + 1);
  });

  it('what has to be bought is said of each', () => {
    const { halves, butts, leave } = choicesOf(motorcycleWithPlug());
    expect(halves.parts.map(({ name, quantity }) => [name, quantity])).toContainEqual([
      'Connector pair: sealed connector, 1 way',
      2,
    ]);
    expect(butts.parts.map(({ name, quantity }) => [name, quantity])).toContainEqual(['Sealed crimp, red', 2]);
    expect(leave.parts).toEqual([]);
  });

  it('what a way would bring is found on a copy: too fast for a filament, not for a diode', () => {
    const build = motorcycleWithPlug();
    expect(choicesOf(build).halves.brings).toEqual([]);
    expect(choicesOf(build, { patternId: 'quad' }).halves.brings.map(({ code }) => code)).toEqual(['M41']);
    expect(choicesOf(build, { patternId: 'quad', light: 'led' }).halves.brings).toEqual([]);
    expect(Object.keys(build.lamps)).toEqual([]);
  });

  it('taken, a way does what it said', () => {
    const build = motorcycleWithPlug();
    const { halves } = choicesOf(build);
    const after = applied(build, halves.operations);
    const onBrake = (each: Build) => lampsOnSource(each, pinSourceId(REAR_PLUG_ID, '2')).map(({ tag }) => tag);
    expect([onBrake(build), onBrake(after)]).toEqual([[], ['B1']]);
    const again = choicesOf(after);
    expect(again.leave.lampV).toBeCloseTo(halves.lampV!, 9);
    expect(again.halves.refusal).toContain('something in this lead already');
  });

  it('what is not known is said, and nothing is offered', () => {
    const build = motorcycleWithPlug();
    expect(choicesOf(build, { factoryLampId: null }).halves).toMatchObject({
      operations: [],
      refusal: 'Say which lamp hangs on it: record it under Survey, Lamps.',
    });
    expect(choicesOf(motorcycleWithPlug({ ownLoadA: 0 })).butts.refusal).toContain('what the unit draws from pin 2');
    expect(leadChoices(build, { ...question, pin: '9' }, ids)).toEqual([]);
  });

  it('a tap takes along the lamps that wait for its signal, and no others', () => {
    const truck = testTruck()
      .lamp('SG-0404', 'rear', { yMm: 300, zMm: 1900 })
      .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).build;
    const plug = motorcycleWithPlug().plugs[REAR_PLUG_ID]!;
    const build = applied(truck, [{ kind: 'recordPlug', plug }]);
    const stops = Object.values(build.lamps).filter(({ modelKey }) => modelKey === 'SG-0404');
    const { tap } = choicesOf(build);
    expect(tap.lampIds.sort()).toEqual(stops.map(({ id }) => id).sort());
    expect(tap.throughA).toBeCloseTo(BRAKE_A + 2 * build.models['SG-0404']!.maximumA, 9);
    expect(tap.refusal).toBe('');
    expect(choicesOf(motorcycleWithPlug()).tap.refusal).toBe('No lamp without a feed is for this lead.');
  });
});

it('a signal lights lamps of its own kind, the likeliest first; a lead without one lights none', () => {
  const lamp = (role: typeof STOP_LAMP.role) => ({ ...STOP_LAMP, id: ids(), role });
  const build = applied(motorcycleWithPlug(), [
    { kind: 'recordFactoryLamps', lamps: [lamp('plate'), lamp('tail'), lamp('turn'), lamp('reversing')] },
  ]);
  const roles = (signal: Parameters<typeof lampsOnLead>[1]) => lampsOnLead(build, signal).map(({ role }) => role);
  expect(roles('running')).toEqual(['tail', 'plate']);
  expect(roles('brake')).toEqual(['stop']);
  expect(roles('left')).toEqual(['turn']);
  expect(roles('reverse')).toEqual(['reversing']);
  expect(roles(null)).toEqual([]);
});

/** Volts over the one lamp with its signal on or off, and the crew's controls on or off. */
const lampVoltsOf = (build: Build, isSignal: boolean, isOn: boolean): number => {
  const controlIds = Object.values(build.controls).flatMap(({ id, signal }) =>
    (signal ? isSignal : isOn) ? [id] : [],
  );
  const { solution } = solveSetting(build, { keyOn: true, controlIds: new Set(controlIds), load: 'maximum' });
  const load = Object.values(build.elements).find((each) => each.kind === 'lampLoad')!;
  return solution.elements[load.id]?.voltageV ?? 0;
};

describe('a relay or a diode in the lead', () => {
  const bike = motorcycleWithPlug();
  const { relay, diode } = choicesOf(bike);
  const cutOf = (build: Build) => jobSteps(build, assess(build).feeds).filter(({ kind }) => kind === 'cut');

  it('through a relay the lamp lights with its signal and the control, and with neither alone', () => {
    const made = applied(bike, relay.operations);
    expect(lampVoltsOf(made, true, true)).toBeGreaterThan(11.5);
    for (const [signal, on] of [
      [true, false],
      [false, true],
      [false, false],
    ] as const)
      expect(Math.abs(lampVoltsOf(made, signal, on))).toBeLessThan(0.5);
    // Told with the relay on: its contact and two joints more, no more than a tenth of a volt.
    const plain = choicesOf(bike).leave.lampV!;
    expect(plain - relay.lampV!).toBeGreaterThan(0);
    expect(plain - relay.lampV!).toBeLessThan(0.1);
    // A brake lamp that hangs on something that may be off is said to.
    expect(relay.brings.map(({ code }) => code)).toContain('M65');
    expect(relay.parts.map(({ name }) => name)).toContain('Relay 30 A, 12 V, with socket');
    expect(relay.parts.some(({ name }) => /fuse/i.test(name))).toBe(false);
    expect(inWords(cutOf(made)[0]!.detail)).toContain('goes to 30');
  });

  it('through a diode it lights a diode drop lower, and nothing comes back', () => {
    const made = applied(bike, diode.operations);
    const dropV =
      lampVoltsOf(applied(bike, choicesOf(bike).butts.operations), true, false) - lampVoltsOf(made, true, false);
    // 1.6 A through a rectifier: 0.8 to 1 V (common practice, no source).
    expect(dropV).toBeGreaterThan(0.6);
    expect(dropV).toBeLessThan(1.1);
    expect(Math.abs(lampVoltsOf(made, false, true))).toBeLessThan(0.5);
    const part = Object.values(made.elements).find(({ kind }) => kind === 'diode')!;
    const into = Object.values(made.wires).find(({ to }) => to.elementId === part.id)!;
    expect([into.to.terminal, made.elements[into.from.elementId]!.kind]).toEqual(['anode', 'tap']);
    expect(inWords(cutOf(made)[0]!.detail)).toContain('the lamp to the ring');
  });
});

describe('lamps that flash as well', () => {
  const bike = motorcycleWithPlug();
  const { flash, leave } = choicesOf(bike);
  const flashed = applied(bike, flash.operations);
  const [lamp] = lampsOnSource(flashed, pinSourceId(REAR_PLUG_ID, '2'));
  const shows = ({ signal = false, flash: on = false }) => lampVoltsOf(flashed, signal, on) > 11;

  it('burn with their own signal as before, and from the other supply while their control is on', () => {
    expect(flash.refusal).toBe('');
    expect(lamp).toBeDefined();
    expect(shows({ signal: true })).toBe(true);
    expect(shows({ flash: true })).toBe(true);
    expect(shows({ signal: true, flash: true })).toBe(true);
    expect(shows({})).toBe(false);
  });

  it('need a flasher, a fuse and a switch; what is run beside the lead is bought and cut, the lead is not', () => {
    const names = flash.parts.map(({ name }) => name);
    expect(names).toContain('Flasher module, passes the factory signal through');
    expect(names.some((name) => /fuse/.test(name))).toBe(true);
    expect(names.some((name) => /^Wire /.test(name))).toBe(true);
    const own = Object.values(flashed.wires).filter(({ origin }) => origin === 'unit');
    const ends = own.flatMap(({ from, to }) => [from, to]).map(({ elementId }) => flashed.elements[elementId]!.kind);
    expect(ends).toContain('flasher');
    expect(own.length).toBeLessThan(Object.keys(flashed.wires).length);
    expect(leave.minutes).toBe(0);
    expect(flash.minutes).toBeGreaterThan(20);
  });

  it('the lead is found by the meter and cut before anything is joined', () => {
    const steps = jobSteps(flashed, assess(flashed).feeds);
    const cut = steps.find(({ kind }) => kind === 'cut')!;
    expect(cut.title).toMatch(/^Find and cut the brown, black tracer lead of pin 2/);
    expect(steps.findIndex(({ kind }) => kind === 'join')).toBeGreaterThan(steps.indexOf(cut));
    expect(jobSteps(bike, assess(bike).feeds).filter(({ kind }) => kind === 'cut')).toEqual([]);
  });

  it('by a control that is there none is bought, from the battery or from a slot', () => {
    const { controls } = flashed;
    const own = Object.values(controls).find(({ signal }) => signal === null)!;
    const again = choicesOf(
      { ...bike, controls: { [own.id]: own } },
      { flash: { controlId: own.id, slotId: null, patternId: 'double' } },
    ).flash;
    expect(again.operations.flatMap((each) => (each.kind === 'assignFeed' ? each.controls : []))).not.toContainEqual(
      expect.objectContaining({ kind: 'switch' }),
    );
  });
});
