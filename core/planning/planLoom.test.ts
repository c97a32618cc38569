import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck, WARN_SWITCH } from '../../demo/testUnit.ts';
import { keptFigures } from '../circuit/index.ts';
import type { Build, Loom, LoomLead } from '../document/index.ts';
import { applyDrafts } from '../document/index.ts';
import { deriveFeeds, isSized, ownParts } from '../graph/index.ts';
import { cutList, jointList, loomEnds, shortMm } from '../harness/index.ts';
import { assess } from '../rules/index.ts';
import { jobSteps } from '../steps/index.ts';
import { inWords } from '../units/index.ts';
import { partsList } from '../work/index.ts';
import { type LoomWish, planLoom } from './planLoom.ts';
import { planRefit } from './sizes/planRefit.ts';

const newId = furtherIds();
const lead = (gauge: LoomLead['gauge'], lengthMm: number): LoomLead => ({ table: 'metric', gauge, lengthMm });
/** Two floods off a relay: a trunk of 7 m, two legs of a metre, and one more. */
const LOOM: Loom = {
  key: 'LM-0207',
  name: 'Two work lamps',
  family: 'blade',
  fuseA: 15,
  relayA: 30,
  hasSwitch: true,
  power: lead('2.5', 400),
  toSwitch: lead('0.5', 1500),
  ground: lead('0.5', 500),
  trunk: lead('2.5', 7000),
  legs: [lead('1.5', 1000), lead('1.5', 1000), lead('1.5', 1000)],
  hasReturn: false,
  ends: 'plugs',
};
const slotCalled = (build: Build, name: string) => Object.values(build.slots).find(({ label }) => label === name)!;
const truck = () => testTruck().lamp('FL-0701', 'rear', { yMm: 400, zMm: 1500 });
const wish = (build: Build, more: Partial<LoomWish> = {}): LoomWish => ({
  loom: LOOM,
  name: 'Floods',
  slotId: slotCalled(build, 'key').id,
  lampIds: Object.keys(build.lamps),
  control: WARN_SWITCH,
  wanted: 'ignition',
  colour: 'orange',
  patternId: 'steady',
  ...more,
});
function laid(build: Build = truck().build, more: Partial<LoomWish> = {}): Build {
  const planned = planLoom(build, wish(build, more), newId);
  if (!planned.ok) throw new Error(planned.reason.message);
  return applied(build, planned.value);
}
const loomId = (build: Build) => Object.keys(build.looms)[0]!;
const endOf = (build: Build, joins: string) => loomEnds(build, loomId(build)).find((end) => end.joins === joins)!;

describe('where a loom takes its power', () => {
  const boxed = truck().box('Battery box', '', { xMm: 600, yMm: 0, zMm: 900 }, true, 3, [
    { label: 'U', ratingA: 20, limitA: 30, volts: [0, 12.6] },
    { label: 'B', ratingA: null, limitA: 60, size: 'bolted', volts: [12.6, 12.6] },
    { label: 'L', ratingA: 40, limitA: 60, size: 'bladeLarge', volts: [12.6, 12.6] },
  ]).build;
  const switched = applied(boxed, [
    {
      kind: 'addSlots',
      slots: [{ ...slotCalled(boxed, 'key'), id: newId(), label: 'AUX 1', kind: 'upfitter', column: 9 }],
    },
  ]);
  const from = (label: string | null) => {
    const slotId = label === null ? null : slotCalled(switched, label).id;
    const planned = planLoom(switched, wish(switched, { slotId }), newId);
    return planned.ok || planned.reason.kind;
  };

  it('from a slot that a holder stands on, and from the battery', () => {
    expect([from('U'), from(null)]).toEqual([true, true]);
  });

  it('not from what is bolted or has large blades, nor from a switch of the unit: it brings its own', () => {
    expect([from('B'), from('L'), from('AUX 1')]).toEqual(['source', 'source', 'source']);
  });
});

describe('a loom on a holder in a slot', () => {
  const fusesOf = (build: Build) =>
    partsList(build, assess(build).feeds).flatMap(({ name, quantity }) =>
      /fuse/i.test(name) ? [[name, quantity]] : [],
    );

  it('wants a fuse in the holder beside its own, of the width of the slot; at the battery none', () => {
    const key = slotCalled(truck().build, 'key').id;
    expect(fusesOf(laid(truck().build, { slotId: key })).sort()).toEqual([
      ['Add-a-tap fuse holder 15 A', 1],
      ['Blade fuse 15 A', 1],
    ]);
    expect(fusesOf(laid(truck().build, { slotId: null }))).toEqual([]);
  });
});

describe('a loom that is bought ready', () => {
  const build = laid();
  const [feed] = deriveFeeds(build);

  it('feeds its lamps through its own fuse and relay, and its third leg is capped with nothing planned', () => {
    expect(feed!.fuse).toMatchObject({ ratingA: 15, name: 'Floods' });
    expect(feed!.lamps.map(({ tag }) => tag).sort()).toEqual(['L1', 'R1']);
    expect(feed!.contacts.map(({ element }) => element.kind)).toEqual(['relay']);
    expect(feed!.caps.map(({ name, plannedA }) => [name, plannedA])).toEqual([['Leg 3', 0]]);
    // Two floods at their largest current; the capped leg draws nothing.
    const { maximumA } = build.models['FL-0701']!;
    expect(keptFigures(build, feed!).maximumA).toBeCloseTo(2 * maximumA, 9);
  });

  it('loses what its own lengths and sizes lose: copper by hand', () => {
    const { drop, sections } = keptFigures(build, feed!);
    const of = (lengthMm: number, size: string) =>
      sections.find(({ wire }) => wire.lengthMm === lengthMm && wire.gauge === size)!;
    // ISO 6722-1 at 20 degrees, from memory: 2.5 mm2 7.6, 1.5 mm2 12.7 milliohm a metre.
    const trunkV = of(7000, '2.5').currentA * 7 * 0.0076;
    const legV = of(1000, '1.5').currentA * 1 * 0.0127;
    expect(of(7000, '2.5').dropV).toBeCloseTo(trunkV, 2);
    expect(of(1000, '1.5').dropV).toBeCloseTo(legV, 2);
    // There and back through the leg, and 0.4 and 0.1 m ahead of the relay beside the trunk.
    expect(drop.wireV).toBeCloseTo(trunkV * (7.5 / 7) + 2 * legV, 2);
  });

  it('is one part with what it brings: no wire, relay or switch beside it, and no fuse but that of the holder', () => {
    const parts = partsList(build, assess(build).feeds);
    expect(parts.find(({ key }) => key === 'loom LM-0207')).toMatchObject({ quantity: 1, use: 'Floods' });
    expect(parts.filter(({ name }) => /^(Wire \d|Relay|Rocker|Ready loom)/.test(name))).toEqual([]);
    expect(parts.filter(({ name }) => /^Blade fuse/.test(name))).toMatchObject([{ quantity: 1, use: 'Floods' }]);
    // The one joint that is made is at the holder in the slot.
    expect(parts.filter(({ name }) => name.startsWith('Sealed crimp')).map(({ quantity }) => quantity)).toEqual([1]);
    expect(
      partsList(laid(undefined, { loom: { ...LOOM, ends: 'open' } }), []).find(({ name }) => /crimp, red/.test(name))!
        .quantity,
    ).toBe(4);
  });

  it('is cut nowhere; what is joined is its power lead, and lamps where its legs end open', () => {
    expect(cutList(build)).toEqual([]);
    const joined = (of: Build) =>
      jointList(of)
        .filter(({ wires }) => wires.length > 0)
        .map(({ at, leads }) => [at, leads[0]]);
    expect(joined(build).filter(([at]) => !String(at).startsWith('Ground'))).toEqual([
      ['slot key', "the loom's orange lead"],
    ]);
    const open = laid(undefined, { loom: { ...LOOM, ends: 'open' } });
    expect(joined(open).map(([at]) => at)).toEqual(
      expect.arrayContaining(['slot key', 'L1 +', 'R1 +', 'L1 -', 'R1 -']),
    );
  });

  it('is laid whole, and is not sized by anybody', () => {
    const run = jobSteps(build, assess(build).feeds).find(({ kind }) => kind === 'run')!;
    expect(run.title).toBe('Lay the loom, Floods');
    expect(inWords(run.detail)).toContain('Two work lamps, out of its bag along its way before anything is drilled');
    expect([...feed!.wires, ...feed!.groundWires].some(isSized)).toBe(false);
    expect(planRefit(build, feed!.fuse.id)).toEqual([]);
    const [wire] = feed!.wires;
    const thicker = applyDrafts(build, [{ kind: 'editWires', wireIds: [wire!.id], changes: { gauge: '6' } }]);
    expect(thicker).toMatchObject({ ok: false, reason: { message: expect.stringContaining('as thick as it came') } });
  });

  it('goes with its last lead', () => {
    const bare = applied(build, [{ kind: 'removeFeed', ...ownParts(feed!, deriveFeeds(build)) }]);
    expect(bare.looms).toEqual({});
    expect(Object.keys(bare.lamps)).toEqual(Object.keys(build.lamps));
  });

  it('takes no more lamps than it has legs', () => {
    const { build: many } = truck().lamp('FL-0701', 'left', { xMm: 5000, yMm: 1, zMm: 900 });
    expect(planLoom(many, wish(many), newId)).toMatchObject({ ok: false, reason: { kind: 'legs' } });
    expect(planLoom(many, wish(many, { lampIds: [] }), newId)).toMatchObject({
      ok: false,
      reason: { kind: 'noLamps' },
    });
  });

  it('with the way back in it ends at one ground; without a relay its switch carries the lamps', () => {
    const plain = laid(undefined, { loom: { ...LOOM, hasReturn: true, relayA: null } });
    const [only] = deriveFeeds(plain);
    expect(only!.contacts.map(({ element }) => element.kind)).toEqual(['switch']);
    expect(
      Object.values(plain.elements)
        .filter(({ kind }) => kind === 'ground')
        .map(({ name }) => name),
    ).toEqual(['Ground of the loom']);
    expect(only!.lamps).toHaveLength(2);
    expect(assess(plain).findings.filter(({ code }) => code === 'M67')).toEqual([]);
  });
});

describe('a leg that does not reach', () => {
  const build = laid();

  it('is told by how much, and made longer by wire off the reel with two crimps', () => {
    // The fork lies between the two: 400 mm to either side, and a tenth more as wire is laid.
    expect(['L1 +', 'R1 +'].map((joins) => endOf(build, joins).asksMm)).toEqual([440, 440]);
    const short = laid(undefined, { loom: { ...LOOM, legs: [lead('1.5', 200), lead('1.5', 500)] } });
    const end = loomEnds(short, loomId(short)).find((each) => shortMm(each) > 0)!;
    expect(shortMm(end)).toBe(240);
    const finding = assess(short).findings.find(
      ({ code, message }) => code === 'M14' && /0.24 m is missing/.test(inWords(message)),
    )!;
    expect(inWords(finding.message)).toContain('Two work lamps: its lead to');
    const mended = applied(short, finding.waysOut[0]!.operations);
    expect(loomEnds(mended, loomId(mended)).filter((each) => shortMm(each) > 0)).toEqual([]);
    const extension = Object.values(mended.wires).filter(({ loomId: of }) => of === undefined);
    expect(extension.map(({ lengthMm, loomLengthMm }) => [lengthMm, loomLengthMm])).toContainEqual([240, null]);
    expect(partsList(mended, assess(mended).feeds).some(({ name }) => /^Wire 1.5/.test(name))).toBe(true);
  });

  it('by so little that it is drawn tighter: 30 mm is nothing', () => {
    const tooShort = (lengthMm: number) => {
      const tried = laid(undefined, { loom: { ...LOOM, legs: [lead('1.5', lengthMm), lead('1.5', lengthMm)] } });
      return Math.max(
        ...loomEnds(tried, loomId(tried))
          .filter(({ joins }) => /[LR]1 \+/.test(joins))
          .map(shortMm),
      );
    };
    expect(tooShort(410)).toBe(0);
    expect(tooShort(409)).toBe(31);
  });
});
