import { describe, expect, it } from 'vitest';
import { applied, testTruck, WARN_SWITCH, warnFeed } from '../../../demo/testUnit.ts';
import { bodyOf } from '../../body/index.ts';
import type { Build, SwitchPart } from '../../document/index.ts';
import { terminalName } from '../../harness/index.ts';
import { holeList } from '../../place/index.ts';
import { assess } from '../../rules/index.ts';
import { toldOf } from '../../rules/testing/told.ts';
import { jobSteps } from '../../steps/index.ts';
import { inWords } from '../../units/index.ts';
import { backToStock, partsList } from '../../work/index.ts';
import { planGroundSwitch } from './groundSide.ts';
import { planSwitchPart, switchLight } from './planSwitch.ts';

const LIT: SwitchPart = {
  form: 'rocker',
  light: 'own',
  marks: { in: '2', out: '3', lamp: '1', panel: '' },
  hole: { shape: 'round', diameterMm: 19 },
  panel: { material: 'plastic', thicknessMm: 3 },
};
const PLAIN: SwitchPart = { ...LIT, light: 'none' };

const fed = (more = {}) =>
  testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).feed(warnFeed('L1 R1', more)).build;
const warnId = (build: Build) => Object.values(build.controls).find(({ name }) => name === 'Warn')!.id;
const said = (build: Build, part: SwitchPart | null) => applied(build, planSwitchPart(build, warnId(build), part));
const toldM22 = (build: Build) => toldOf(build).filter(({ code }) => code === 'M22');
const elementCount = (build: Build) => Object.keys(build.elements).length;

describe('the light in a switch', () => {
  it.each([
    ['straight to the lamps', {}],
    ['in the coil of a relay', { relayA: 30 }],
  ])('gets a ground of its own, and loses it with the light: %s', (_, more) => {
    const plain = fed(more);
    const lit = said(plain, LIT);
    const light = switchLight(lit, warnId(lit));
    if (light.kind !== 'grounded') throw new Error(light.kind);
    expect(light.wires).toHaveLength(1);
    const [{ from, to, colour }] = light.wires as [(typeof light.wires)[number]];
    expect(lit.elements[from.elementId]).toMatchObject({ kind: 'switch', controlId: warnId(lit) });
    expect([from.terminal, lit.elements[to.elementId]?.kind, colour]).toEqual(['lamp', 'ground', 'black']);
    expect(elementCount(lit)).toBe(elementCount(plain) + 1);
    // Said again it is not grounded twice.
    expect(elementCount(said(lit, { ...LIT, form: 'push' }))).toBe(elementCount(lit));
    const dark = said(lit, PLAIN);
    expect(dark.wires).toEqual(plain.wires);
    expect(dark.elements).toEqual(plain.elements);
    expect(said(lit, null).wires).toEqual(plain.wires);
    expect(toldM22(lit)).toEqual([]);
    expect(toldM22(dark)).toEqual([]);
  });

  it('is one wire however many feeds the switch works', () => {
    const two = testTruck()
      .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
      .lamp('ST-0302', 'left', { xMm: 4900, yMm: 1, zMm: 760 })
      .feed(warnFeed('L1 R1'))
      .feed(warnFeed('L2 R2', { name: 'More', slot: 'key', control: 'Warn' })).build;
    const light = switchLight(said(two, LIT), warnId(two));
    expect(light.kind === 'grounded' && light.wires.length).toBe(1);
  });

  it('carries some hundredths of an amp: nothing else of the unit changes', () => {
    const plain = fed();
    const before = assess(plain);
    const after = assess(said(plain, LIT));
    const figures = ({ feeds }: typeof before) => feeds.map(({ figures: { maximumA, dropV } }) => [maximumA, dropV]);
    const [[a0, v0], [a1, v1]] = [figures(before)[0]!, figures(after)[0]!] as [number[], number[]];
    // 13.8 V over its 700 ohm: 20 mA at most.
    expect(a1! - a0!).toBeLessThan(0.03);
    expect(Math.abs(v1! - v0!)).toBeLessThan(0.01);
    expect(after.findings.map(({ id }) => id)).toEqual(before.findings.map(({ id }) => id));
  });

  it('M22: without its ground it is told, and the way out brings it', () => {
    const lit = said(fed(), LIT);
    const light = switchLight(lit, warnId(lit));
    if (light.kind !== 'grounded') throw new Error(light.kind);
    const cut = applied(lit, [{ kind: 'removeFeed', elementIds: [], wireIds: light.wires.map(({ id }) => id) }]);
    const [finding] = toldM22(cut);
    expect(finding).toMatchObject({
      severity: 'caution',
      message: 'Warn: the light in it has no ground and stays dark.',
    });
    // The ground point is still there: only its wire was lost.
    const bare = applied(cut, [
      {
        kind: 'removeFeed',
        wireIds: [],
        elementIds: light.wires.flatMap(({ to }) => to.elementId),
      },
    ]);
    expect(toldM22(applied(bare, toldM22(bare)[0]!.waysOut[0]!.operations))).toEqual([]);
  });

  it('M22: on the ground side nothing comes to it', () => {
    const plain = fed();
    const lampIds = Object.keys(plain.lamps);
    const control = { ...WARN_SWITCH, name: 'Enable' };
    let count = 0;
    const planned = planGroundSwitch(
      plain,
      lampIds,
      control,
      () => `00000000-0000-4000-8000-00000000f0${count++ + 10}`,
    );
    if (!planned.ok) throw new Error(planned.reason.message);
    const enabled = applied(plain, planned.value);
    const id = Object.values(enabled.controls).find(({ name }) => name === 'Enable')!.id;
    expect(switchLight(applied(enabled, planSwitchPart(enabled, id, PLAIN)), id)).toEqual({ kind: 'none' });
    const lit = applied(enabled, planSwitchPart(enabled, id, LIT));
    const [finding] = toldM22(lit);
    expect(finding!.message).toBe('Enable: no feed comes to the light in it.');
    expect(toldM22(applied(lit, finding!.waysOut[0]!.operations))).toEqual([]);
  });
});

describe('what is known of a switch', () => {
  const lit = said(fed(), LIT);
  const stepsOf = (build: Build) => jobSteps(build, assess(build).feeds);
  const fitting = (build: Build) => stepsOf(build).find(({ kind }) => kind === 'switch')!;

  it('stands at the ends of its wires, by what is stamped on it', () => {
    const ends = Object.values(lit.wires)
      .flatMap(({ from, to }) => [from, to].map((end) => terminalName(lit, end)))
      .filter((name) => name.startsWith('Warn,'));
    expect(ends.sort()).toEqual(['Warn, ground of its light (1)', 'Warn, load (3)', 'Warn, supply (2)']);
  });

  it('makes its step: hole, bit, terminals; before anything is joined', () => {
    const step = fitting(lit);
    const words = inWords(step.detail);
    expect(words).toContain('Lit rocker switch 10 A');
    expect(words).toContain('1 × 19 mm through the panel, plastic 3 mm: step bit, stop at the size');
    expect(words).toContain('trimmed by knife');
    expect(words).toContain('supply (2), load (3), ground of its light (1)');
    // Six for the switch, four for a hole.
    expect(step.minutes).toBe(10);
    const keys = stepsOf(lit).map(({ key }) => key);
    expect(keys.indexOf(step.key)).toBeLessThan(keys.findIndex((key) => key.startsWith('join:')));
    expect(fitting(said(fed(), { ...LIT, hole: null })).minutes).toBe(6);
    expect(inWords(fitting(fed()).detail)).toContain('Say which switch it is');
  });

  it('an opening with corners is drilled at them and cut: 2 (37 + 21 - 2 x 4) = 100 mm', () => {
    const square = said(fed(), { ...LIT, hole: { shape: 'rectangle', widthMm: 37, heightMm: 21 } });
    const rows = holeList(square, bodyOf(square)).filter(({ control }) => control !== null);
    expect(rows.map(({ tool, diameterMm, count }) => [tool, diameterMm, count])).toEqual([
      ['twist bit', 4, 4],
      ['jigsaw', 21, 1],
    ]);
    expect(inWords(fitting(square).detail)).toContain(
      'corner holes 2 mm in from both edges, 100 mm to cut between them, try the switch',
    );
    const stock = backToStock(square, bodyOf(square));
    const told = (title: string) => stock.steps.find((each) => each.title === title)!.detail;
    expect(told('Take the switches out')).toBe('Warn');
    expect(told('Close the holes')).toMatch(/L1 R1, Warn: plugs/);
  });

  it('is bought by its name', () => {
    const names = (build: Build) =>
      partsList(build, assess(build).feeds).flatMap(({ name }) => (name.includes('switch') ? [name] : []));
    expect(names(lit)).toEqual(['Lit rocker switch 10 A']);
    expect(names(fed())).toEqual(['Rocker switch 10 A']);
    expect(names(said(fed(), { ...PLAIN, form: 'toggle' }))).toEqual(['Toggle switch 10 A']);
  });
});
