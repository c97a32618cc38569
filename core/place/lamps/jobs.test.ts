/** A carrier lamp with three jobs: tail, stop, turn; each with a lead of its own and one ground. */

import { describe, expect, it } from 'vitest';
import { modelByKey } from '../../../demo/shelf.ts';
import { applied, furtherIds, testTruck, warnFeed } from '../../../demo/testUnit.ts';
import { bodyOf } from '../../body/index.ts';
import { solveSetting } from '../../circuit/index.ts';
import type { Build, Control, Signal } from '../../document/index.ts';
import { applyOperation, furtherJobs, housingJoint } from '../../document/index.ts';
import { deriveFeeds, ownParts, unfedLamps, wiresRun } from '../../graph/index.ts';
import { jointList } from '../../harness/index.ts';
import { planGroundSwitch, planMoveLamps, planOwnGround } from '../../planning/index.ts';
import { assess } from '../../rules/index.ts';
import { jobSteps } from '../../steps/index.ts';
import { inWords } from '../../units/index.ts';
import { partsList, sharedPurpose } from '../../work/index.ts';
import { copyLayout, placeRow } from '../rows.ts';
import { housings, jobModels, jobName, shareHousing } from './jobs.ts';
import { mirrorOperations, placeLampOperation } from './newLamps.ts';

const ids = furtherIds();
const KEY = 'MG-1102';
const WIDTH_MM = 180;
const carrier = () => testTruck().lamp(KEY, 'rear', { yMm: 500, zMm: 900 });
const tagged = (build: Build, tag: string) => Object.values(build.lamps).find((lamp) => lamp.tag === tag)!;
const tags = (build: Build) => Object.values(build.lamps).map(({ tag }) => tag);
const by = (name: string, signal: Signal): Pick<Control, 'name' | 'kind' | 'signal' | 'ratingA'> => ({
  name,
  kind: 'signal',
  signal,
  ratingA: null,
});
/** Tail by the running lights, stop by the brake, both sides; turns are left. */
const fed = () =>
  carrier()
    .feed(warnFeed('L1 R1', { name: 'Tail', pattern: 'steady', control: by('Running lights', 'running') }))
    .feed(warnFeed('L1b R1b', { name: 'Stop', slot: 'key', pattern: 'steady', control: by('Brake', 'brake') }));

describe('placed', () => {
  it('it is one housing a side, with a lamp a job under its tag', () => {
    const { build } = carrier();
    expect(tags(build)).toEqual(['L1', 'L1b', 'L1c', 'R1', 'R1b', 'R1c']);
    expect(housings(build).map(({ tag }) => tag)).toEqual(['L1', 'R1']);
    expect(furtherJobs(build, tagged(build, 'L1').id).map(({ tag }) => tag)).toEqual(['L1b', 'L1c']);
    expect(jobName(build, tagged(build, 'L1b'))).toBe('stop');
    expect(jobName(build, tagged(build, 'R1c'))).toBe('turn');
    expect(jobName(build, tagged(build, 'L1'))).toBeNull();
    expect(shareHousing(tagged(build, 'L1b'), tagged(build, 'L1c'))).toBe(true);
    expect(shareHousing(tagged(build, 'L1'), tagged(build, 'L1c'))).toBe(true);
    expect(shareHousing(tagged(build, 'L1b'), tagged(build, 'R1b'))).toBe(false);
  });

  it('each job has its colour, lead and amps, and is paired with the same job on the other side', () => {
    const { build } = carrier();
    const [left, right] = [tagged(build, 'L1c'), tagged(build, 'R1c')];
    expect(build.models[left.modelKey]).toMatchObject({
      key: 'MG-1102c',
      kind: 'signal',
      colours: ['amber'],
      maximumA: 0.4,
      leads: [{ colour: 'yellow', purpose: 'feed' }],
    });
    expect(left.colour).toBe('amber');
    expect(left.pairId).toBe(right.pairId);
    expect(new Set([left.pairId, tagged(build, 'L1b').pairId, tagged(build, 'L1').pairId]).size).toBe(3);
  });

  it('jobs stand beside one another on its face, mirrored on the other side', () => {
    const { build } = carrier();
    const at = (tag: string) => tagged(build, tag).position.yMm;
    // A third of the face each: the second in the middle, the third outside of it.
    expect([at('L1'), at('L1b'), at('L1c')]).toEqual([500, 500, 500 + WIDTH_MM / 3]);
    expect([at('R1'), at('R1b'), at('R1c')]).toEqual([-500, -500, -500 - WIDTH_MM / 3]);
    expect(jobModels(modelByKey(KEY)).map(({ face }) => face.widthMm)).toEqual([WIDTH_MM / 3, WIDTH_MM / 3]);
  });

  it('it is bought, mounted and drilled once, and does not touch itself', () => {
    const { build } = carrier();
    const { feeds, findings } = assess(build);
    const lines = partsList(build, feeds).filter(({ group }) => group === 'lamps');
    expect(lines.map(({ name, quantity }) => [name, quantity])).toEqual([
      ['Magnet carrier lamp, tail, stop and turn', 2],
    ]);
    expect(inWords(jobSteps(build, feeds).find(({ kind }) => kind === 'mount')!.detail)).toMatch(/^L1 R1:/);
    expect(findings.filter(({ code, place }) => code === 'M25' && place.lampIds.length > 1)).toEqual([]);
  });

  it('in a row every lamp of it has all its jobs', () => {
    const { build } = testTruck();
    const positions = [-600, 600].map((yMm) => ({ xMm: 7000, yMm, zMm: 900 }));
    const after = applied(build, [placeRow(build, { model: modelByKey(KEY), face: 'rear', positions }, ids)]);
    expect(tags(after).sort()).toEqual(['L1', 'L1b', 'L1c', 'R1', 'R1b', 'R1c']);
  });
});

describe('said', () => {
  it('a job is called as its housing says, whatever the names hold', () => {
    const model = modelByKey(KEY);
    const long = { ...model, name: `${'x'.repeat(70)}: y`, jobs: [{ ...model.jobs[0]!, name: 'left: turn and stop' }] };
    expect(jobModels(long)[0]!.name.length).toBeLessThanOrEqual(80);
    const { build } = testTruck();
    const at = { face: 'rear', position: { xMm: 7000, yMm: 500, zMm: 900 }, paired: false } as const;
    const after = applied(build, [placeLampOperation(build, { model: long, ...at }, ids)]);
    expect(jobName(after, tagged(after, 'L1b'))).toBe('left: turn and stop');
  });

  it('a job in a housing that is not there, or in another job, is refused', () => {
    const { build } = carrier();
    const place = (housingId: string) =>
      applyOperation(
        build,
        {
          id: ids(),
          kind: 'placeLamps',
          models: [],
          lamps: [{ ...tagged(build, 'L1b'), id: ids(), tag: 'L9b', housingId }],
        },
        { by: 'test', at: '2026-01-05T10:00:00.000Z' },
      );
    expect(place(ids())).toMatchObject({ ok: false, reason: { message: expect.stringContaining('not on the unit') } });
    expect(place(tagged(build, 'L1c').id)).toMatchObject({ ok: false });
    expect(place(tagged(build, 'L1').id)).toMatchObject({ ok: true });
  });
});

describe('changed', () => {
  it('its jobs go where the housing goes', () => {
    const { build } = carrier();
    const lamp = tagged(build, 'L1');
    const position = { ...lamp.position, yMm: 700, zMm: 1000 };
    const after = applied(build, [{ kind: 'moveLamps', moves: [{ lampId: lamp.id, face: 'rear', position }] }]);
    expect(tagged(after, 'L1b').position).toMatchObject({ yMm: 700, zMm: 1000 });
    expect(tagged(after, 'L1c').position).toMatchObject({ yMm: 760, zMm: 1000 });
    expect(tagged(after, 'R1c').position).toEqual(tagged(build, 'R1c').position);
  });

  it('they follow its tag and its lock', () => {
    const { build } = carrier();
    const lampIds = [tagged(build, 'L1').id];
    const after = applied(build, [{ kind: 'editLamps', lampIds, changes: { tag: 'L7', locked: true } }]);
    expect(tags(after)).toEqual(['L7', 'L7b', 'L7c', 'R1', 'R1b', 'R1c']);
    expect(Object.values(after.lamps).filter(({ locked }) => locked)).toHaveLength(3);
  });

  it('taken off, they go with it, and their circuits too; one job alone can go', () => {
    const { build } = fed();
    const off = applied(build, [{ kind: 'removeLamps', lampIds: [tagged(build, 'L1').id] }]);
    expect(tags(off)).toEqual(['R1', 'R1b', 'R1c']);
    const loads = Object.values(off.elements).filter(({ kind }) => kind === 'lampLoad');
    expect(loads.map(({ name }) => name).sort()).toEqual(['R1', 'R1b']);
    const without = applied(build, [{ kind: 'removeLamps', lampIds: [tagged(build, 'L1c').id] }]);
    expect(tags(without)).toEqual(['L1', 'L1b', 'R1', 'R1b', 'R1c']);
  });

  it('swapped for one with one job it loses the others; for one with several it is refused', () => {
    const { build } = carrier();
    const swap = (key: string) =>
      applyOperation(
        build,
        { id: ids(), kind: 'swapModel', lampIds: [tagged(build, 'L1').id], model: modelByKey(key) },
        { by: 'test', at: '2026-01-05T10:00:00.000Z' },
      );
    const plain = swap('MG-1101');
    expect(plain.ok && tags(plain.value.build)).toEqual(['L1', 'R1', 'R1b', 'R1c']);
    expect(swap('ST-0311')).toMatchObject({ ok: false, reason: { kind: 'invalid' } });
  });

  it('mirrored, the twin has every job under its own tag', () => {
    const { build } = testTruck();
    const single = applied(build, [
      placeLampOperation(
        build,
        { model: modelByKey(KEY), face: 'rear', position: { xMm: 7000, yMm: 500, zMm: 900 }, paired: false },
        ids,
      ),
    ]);
    expect(tags(single)).toEqual(['L1', 'L1b', 'L1c']);
    const after = applied(single, mirrorOperations(single, [tagged(single, 'L1').id], ids));
    expect(tags(after)).toEqual(['L1', 'L1b', 'L1c', 'R1', 'R1b', 'R1c']);
    expect(tagged(after, 'R1c')).toMatchObject({
      housingId: tagged(after, 'R1').id,
      pairId: tagged(after, 'L1c').pairId,
    });
    expect(tagged(after, 'R1c').position.yMm).toBe(-tagged(after, 'L1c').position.yMm);
  });

  it('a job that stands on the centreline is mirrored with its housing all the same', () => {
    const { build } = testTruck();
    const place = { face: 'rear', position: { xMm: 7000, yMm: 30, zMm: 900 }, paired: false } as const;
    const single = applied(build, [placeLampOperation(build, { model: modelByKey('ST-0311'), ...place }, ids)]);
    const job = tagged(single, 'L1b');
    const atCentre = {
      ...single,
      lamps: { ...single.lamps, [job.id]: { ...job, position: { ...job.position, yMm: 0 } } },
    };
    const after = applied(atCentre, mirrorOperations(atCentre, [tagged(atCentre, 'L1').id], ids));
    expect(tags(after)).toEqual(['L1', 'L1b', 'R1', 'R1b']);
  });

  it('copied to another unit, jobs stand in the copy of their housing', () => {
    const source = carrier().build;
    const target = testTruck().build;
    const { operation } = copyLayout(
      { build: source, body: bodyOf(source) },
      { build: target, body: bodyOf(target) },
      'edges',
      ids,
    );
    const after = applied(target, [operation!]);
    expect(tags(after).sort()).toEqual(tags(source).sort());
    for (const tag of ['L1b', 'L1c', 'R1b'])
      expect(tagged(after, tag)).toMatchObject({
        housingId: tagged(after, tag.slice(0, 2)).id,
        position: tagged(source, tag).position,
      });
  });
});

describe('fed', () => {
  it('each job asks for a feed of its own, and for the lead that it is for', () => {
    const { build } = carrier();
    expect(unfedLamps(build).map(({ tag }) => tag)).toEqual(['L1', 'L1b', 'L1c', 'R1', 'R1b', 'R1c']);
    expect(unfedLamps(fed().build).map(({ tag }) => tag)).toEqual(['L1c', 'R1c']);
    const signalOf = (tag: string) => sharedPurpose(build, [tagged(build, tag)])?.signal;
    expect(['L1', 'L1b', 'L1c', 'R1c'].map(signalOf)).toEqual(['running', 'brake', 'left', 'right']);
  });

  it('a control lights its own job and no other', () => {
    const { build } = fed();
    const lit = (signal: Signal) => {
      const control = Object.values(build.controls).find((each) => each.signal === signal)!;
      const { solution } = solveSetting(build, { keyOn: true, controlIds: new Set([control.id]), load: 'maximum' });
      return Object.values(build.elements)
        .filter(({ kind, id }) => kind === 'lampLoad' && Math.abs(solution.elements[id]!.currentA) > 1e-3)
        .map(({ name }) => name)
        .sort();
    };
    expect(lit('running')).toEqual(['L1', 'R1']);
    expect(lit('brake')).toEqual(['L1b', 'R1b']);
  });

  const loadOf = (build: Build, tag: string) =>
    Object.values(build.elements).find(({ kind, name }) => kind === 'lampLoad' && name === tag)!;
  const jointOf = (build: Build, tag: string) => housingJoint(build, loadOf(build, tag).id);
  /** Wires of the crew's from the joint in a lamp to metal. */
  const leadsFrom = (build: Build, tag: string) =>
    wiresRun(build).filter(({ from }) => from.elementId === jointOf(build, tag));

  it('all jobs of a housing share its ground lead: no second wire, ring or joint for it', () => {
    const { build } = fed();
    expect(jointOf(build, 'L1')).not.toBeNull();
    expect(jointOf(build, 'L1b')).toBe(jointOf(build, 'L1'));
    expect(jointOf(build, 'R1')).not.toBe(jointOf(build, 'L1'));
    expect(leadsFrom(build, 'L1b')).toHaveLength(1);
    const rings = Object.values(build.elements).filter(({ kind }) => kind === 'ground');
    expect(rings.map(({ name }) => name).filter((name) => /[LR]1/.test(name))).toEqual(['Ground at L1 R1']);
    const joints = jointList(build);
    expect(joints.filter(({ at }) => at === 'L1 -' || at === 'L1b -')).toEqual([]);
    expect(joints.find(({ at }) => at === 'Ground lead of L1')!.leads.at(-1)).toBe('L1 black lead');
    expect(joints.find(({ at }) => at === 'L1b +')!.leads).toContain('L1b green lead');
  });

  it('that lead carries what all of them draw', () => {
    const { build } = fed();
    const lead = leadsFrom(build, 'L1')[0]!;
    const controlIds = new Set(Object.keys(build.controls));
    const { solution } = solveSetting(build, { keyOn: true, controlIds, load: 'maximum' });
    expect(Math.abs(solution.elements[lead.id]!.currentA)).toBeCloseTo(0.06 + 0.35, 1);
  });

  it('a feed taken apart leaves the lead that the other job needs; the last takes it along', () => {
    const { build } = fed();
    const { feeds } = assess(build);
    const [tail, stop] = feeds.map(({ feed }) => feed);
    expect(feeds.map(({ figures }) => Number(figures.maximumA.toFixed(2)))).toEqual([0.12, 0.7]);
    const apart = applied(build, [{ kind: 'removeFeed', ...ownParts(tail!, [tail!, stop!]) }]);
    expect(leadsFrom(apart, 'L1b')).toHaveLength(1);
    expect(assess(apart).findings.map(({ code }) => code)).not.toContain('M64');
    const bare = applied(apart, [{ kind: 'removeFeed', ...ownParts(deriveFeeds(apart)[0]!, []) }]);
    expect(Object.values(bare.wires).filter(({ colour }) => colour === 'black')).toEqual([]);
  });

  it('switched in the ground, one job takes the others along: they have one lead', () => {
    const { build } = fed();
    const control = { name: 'Enable', kind: 'switch', signal: null, ratingA: 10 } as const;
    const planned = planGroundSwitch(build, [tagged(build, 'L1').id], control, ids);
    const after = applied(build, planned.ok ? planned.value : []);
    expect(leadsFrom(after, 'L1b').map(({ to }) => after.elements[to.elementId]!.kind)).toEqual(['switch']);
    for (const feed of deriveFeeds(after))
      expect(feed.groundContacts.map((each) => each.control.name)).toEqual(['Enable']);
    const back = applied(after, planOwnGround(after, [tagged(after, 'L1b').id], ids));
    expect(leadsFrom(back, 'L1').map(({ to }) => back.elements[to.elementId]!.kind)).toEqual(['ground']);
  });

  it('moved to another feed a job keeps its place at that lead', () => {
    const { build } = fed();
    const feeds = deriveFeeds(build);
    const [tail, stop] = feeds;
    const lampIds = ['L1b', 'R1b'].map((tag) => tagged(build, tag).id);
    const planned = planMoveLamps(build, feeds, lampIds, tail!.fuse.id, ids);
    const after = applied(build, planned.ok ? planned.value : []);
    expect(stop!.lamps).toHaveLength(2);
    expect(deriveFeeds(after).map(({ lamps }) => lamps.length)).toEqual([4]);
    expect(jointOf(after, 'L1b')).toBe(jointOf(after, 'L1'));
    expect(jointOf(after, 'L1b')).not.toBeNull();
  });

  it('with the last of its lamps the joint goes, not before', () => {
    const { build } = fed();
    const joint = jointOf(build, 'L1')!;
    const tail = applied(build, [{ kind: 'removeLamps', lampIds: [tagged(build, 'L1b').id] }]);
    expect(tail.elements[joint]).toBeDefined();
    const none = applied(build, [{ kind: 'removeLamps', lampIds: [tagged(build, 'L1').id] }]);
    expect(none.elements[joint]).toBeUndefined();
    expect(Object.values(none.wires).some(({ from }) => from.elementId === joint)).toBe(false);
  });
});
