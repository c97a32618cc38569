import { expect, it } from 'vitest';
import { testTruck, warnFeed } from '../../demo/testUnit.ts';
import type { Build } from '../document/index.ts';
import { assess } from '../rules/index.ts';
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
