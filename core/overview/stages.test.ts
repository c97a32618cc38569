import { expect, it } from 'vitest';
import { applied, furtherIds, testTruck, warnFeed } from '../../demo/testUnit.ts';
import type { Build } from '../document/index.ts';
import { capChecks } from '../prove/index.ts';
import { assess } from '../rules/index.ts';
import { spareChoices } from '../work/index.ts';
import { stageProgress } from './stages.ts';

const stageOf = (build: Build, stage: string) =>
  stageProgress(build, assess(build)).find((each) => each.stage === stage)!;
/** Tail, stop and turn in one housing a side. */
const carrier = () => testTruck().lamp('MG-1102', 'rear', { yMm: 500, zMm: 900 });

it('what is mounted counts by housing, what is fed and shown by job', () => {
  const { build } = carrier();
  expect(stageOf(build, 'place').words).toBe('2 lamps');
  expect(stageOf(build, 'feed')).toMatchObject({ share: 0, words: '6 unfed' });
  const { build: tails } = carrier().feed(warnFeed('L1 R1'));
  expect(stageOf(tails, 'feed')).toMatchObject({ share: 2 / 6, words: '4 unfed' });
  expect(stageOf(tails, 'flash')).toMatchObject({ share: 2 / 6, words: '2 of 6 set' });
});

it('says of the survey how many slots were read, and of none that there is none', () => {
  expect(stageOf(testTruck().build, 'survey').words).toBe('4 of 5 read');
  const { build } = testTruck();
  const [first] = Object.values(build.slots);
  expect(stageOf({ ...build, slots: { [first!.id]: first! } }, 'survey').words).toBe('1 slot');
  expect(stageOf({ ...build, slots: {} }, 'survey').words).toBe('no slots yet');
});

it('counts ends that wait capped as fed, and as proven once a test lamp was on them', () => {
  const unit = testTruck().box('Cab box', '', { xMm: 1500, yMm: 0, zMm: 1000 }, false, 1, [
    { label: '1', ratingA: null, limitA: 15, cavity: 'noLoadSide', volts: [0, 12.5] },
  ]);
  const wish = {
    name: 'Later',
    plannedA: 5,
    position: { xMm: 4000, yMm: 0, zMm: 1000 },
    wanted: 'ignition',
    table: 'metric',
    colour: 'orange',
  } as const;
  const ready = applied(unit.build, spareChoices(unit.build, wish, furtherIds())[0]!.operations);
  expect(stageOf(ready, 'feed')).toMatchObject({ share: 1, words: '1 feed' });
  expect(stageOf(ready, 'prove')).toMatchObject({ share: 0, words: '0 of 1' });
  const [{ key } = { key: '' }] = capChecks(ready);
  const tried = applied(ready, [{ kind: 'recordCheck', key, check: { result: 'good', note: '', photoId: null } }]);
  expect(stageOf(tried, 'prove')).toMatchObject({ share: 1, words: '1 of 1' });
});
