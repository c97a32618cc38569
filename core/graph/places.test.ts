import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck, WARN_SWITCH, warnFeed } from '../../demo/testUnit.ts';
import { bodyOf } from '../body/index.ts';
import type { Build, Element, Position } from '../document/index.ts';
import { elementPlaces, legsMm, planLengths, wireRoutes } from '../harness/index.ts';
import { type FeedWish, planFeed, planRoutes } from '../planning/index.ts';
import { assess } from '../rules/index.ts';
import { placeOf, placeOfSource, thingsWithPlaces } from './places.ts';

const UNDER_BONNET: Position = { xMm: 600, yMm: -500, zMm: 950 };
const ON_DASH: Position = { xMm: 1500, yMm: 300, zMm: 1300 };
const ids = furtherIds();
const lamps = testTruck().lamp('ST-0302', 'left', { xMm: 6900, yMm: 1, zMm: 760 });
const wish = (build: Build, more: Partial<FeedWish> = {}): FeedWish => ({
  name: 'Rear',
  slotId: null,
  lampIds: Object.keys(build.lamps),
  control: WARN_SWITCH,
  relayRatingA: null,
  wanted: 'always',
  table: 'metric',
  colour: 'orange',
  patternId: 'quad',
  ...more,
});
const fed = (build: Build, more: Partial<FeedWish> = {}): Build => {
  const planned = planFeed(build, wish(build, more), ids);
  if (!planned.ok) throw new Error(planned.reason.message);
  return applied(build, planned.value);
};
const said = (build: Build, of: string, position: Position): Build =>
  applied(build, [{ kind: 'setPlace', of, position }]);
const only = (build: Build, kind: Element['kind']) =>
  Object.values(build.elements).filter((element) => element.kind === kind);
const wireBetween = (build: Build, from: Element['kind'], to: Element['kind']) =>
  Object.values(build.wires).find(
    (wire) => build.elements[wire.from.elementId]?.kind === from && build.elements[wire.to.elementId]?.kind === to,
  )!;

describe('where things sit', () => {
  it('the fuse panel stands for what nobody has said; what was said counts, and can be taken back', () => {
    const { build } = lamps;
    expect(placeOfSource(build, null)).toEqual(build.fusePanel.position);
    const known = said(build, 'battery', UNDER_BONNET);
    expect(placeOfSource(known, null)).toEqual(UNDER_BONNET);
    expect(placeOf(applied(known, [{ kind: 'setPlace', of: 'battery', position: null }]), 'battery')).toEqual(
      build.fusePanel.position,
    );
  });

  it('nothing that is not on the unit has a place', () => {
    expect(() => said(lamps.build, '01900000-0000-7000-8000-00000000dead', ON_DASH)).toThrow(/part of the circuit/);
  });

  it('lists panel, battery and switches once each, and says which are only taken to be there', () => {
    const build = said(fed(said(lamps.build, 'battery', UNDER_BONNET)), 'battery', UNDER_BONNET);
    const listed = thingsWithPlaces(build).map(({ name, isSaid }) => [name, isSaid]);
    expect(listed).toEqual([
      ['Fuse panel', true],
      ['Battery', true],
      ['Warn', false],
    ]);
  });

  it('a feed from the battery begins at the battery: fuse and relay beside it, the coil led to the switch', () => {
    const build = fed(said(lamps.build, 'battery', UNDER_BONNET), { relayRatingA: 30 });
    const places = elementPlaces(build);
    for (const kind of ['stud', 'fuse', 'relay'] as const)
      expect(places.get(only(build, kind)[0]!.id), kind).toEqual(UNDER_BONNET);
    expect(places.get(only(build, 'switch')[0]!.id)).toEqual(build.fusePanel.position);
    // The run to the lamps starts at the relay: legs along the axes and a tenth, 150 mm at each end.
    const run = wireBetween(build, 'relay', 'splice');
    const splice = Object.values(build.lamps).map(({ position }) => position);
    const at = {
      xMm: (splice[0]!.xMm + splice[1]!.xMm) / 2,
      yMm: 0,
      zMm: splice[0]!.zMm,
    };
    expect(run.lengthMm).toBe(Math.round((1.1 * legsMm(UNDER_BONNET, at) + 300) / 10) * 10);
  });

  it('a switch has its place by its control, and the run goes on from there', () => {
    const slotId = Object.values(lamps.build.slots).find(({ label }) => label === 'hot')!.id;
    const control = { id: '01900000-0000-7000-a000-000000000001', ...WARN_SWITCH };
    const withControl = applied(lamps.build, [{ kind: 'addControl', control }]);
    const build = fed(said(withControl, control.id, ON_DASH), { slotId, control: { id: control.id } });
    const toSwitch = wireBetween(build, 'fuse', 'switch');
    const { position } = build.fusePanel;
    expect(toSwitch.lengthMm).toBe(Math.round((1.1 * legsMm(position, ON_DASH) + 300) / 10) * 10);
    expect(elementPlaces(build).get(only(build, 'switch')[0]!.id)).toEqual(ON_DASH);
  });

  it('goes with the part that it is the place of', () => {
    const build = fed(lamps.build, { relayRatingA: 30 });
    const [relay] = only(build, 'relay');
    const placed = said(build, relay!.id, ON_DASH);
    expect(elementPlaces(placed).get(relay!.id)).toEqual(ON_DASH);
    const apart = applied(placed, [
      { kind: 'removeFeed', elementIds: Object.keys(placed.elements), wireIds: Object.keys(placed.wires) },
    ]);
    expect(apart.places).toEqual({});
  });

  it('moving the battery makes its wires too short for their routes, in the next look already', () => {
    const near = fed(said(lamps.build, 'battery', lamps.build.fusePanel.position), { relayRatingA: 30 });
    const body = bodyOf(near);
    const laid = applied(near, [planRoutes(near, body, ids)!]);
    const cut = applied(laid, [planLengths(laid, wireRoutes(laid, body))!]);
    const shortOnes = (build: Build) => assess(build).findings.filter(({ code }) => code === 'M14').length;
    expect(shortOnes(cut)).toBe(0);
    expect(shortOnes(said(cut, 'battery', { xMm: 300, yMm: -900, zMm: 900 }))).toBeGreaterThan(0);
  });
});

describe('V4: a battery that may be anywhere', () => {
  const told = (build: Build) => assess(build).findings.filter(({ code }) => code === 'V4');

  it('is asked for when a feed is taken from it, and quiet once it is said', () => {
    const build = fed(lamps.build);
    expect(told(build)).toMatchObject([{ severity: 'caution', stages: ['survey', 'feed'] }]);
    expect(told(said(build, 'battery', UNDER_BONNET))).toEqual([]);
  });

  it('nobody is asked while nothing hangs on it', () => {
    expect(told(lamps.build)).toEqual([]);
    expect(told(lamps.feed(warnFeed('L1 R1')).build)).toEqual([]);
  });
});
