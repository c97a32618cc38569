import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck, warnFeed } from '../../../demo/testUnit.ts';
import type { Build, Lamp } from '../../document/index.ts';
import { unfedLamps } from '../../graph/index.ts';
import { planFuseBlock } from '../../planning/index.ts';
import { assess } from '../../rules/index.ts';
import { planFromSource, type SourceWish, trySource } from './fromSource.ts';
import { isPossible, type SourceRow, sourceAnswer, sourceRows } from './sourceRows.ts';
import { BATTERY, bestSource, NEW_BLOCK, pinOfSource, pinSource, slotOfSource, usualWanted } from './sources.ts';

const newId = furtherIds();
const unit = testTruck()
  .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
  .lamp('ST-0302', 'left', { xMm: 4300, yMm: 1, zMm: 760 })
  .lamp('SG-0404', 'rear', { yMm: 300, zMm: 1900 })
  .feed(warnFeed('L1 R1'));
const { build } = unit;
const { feeds } = assess(build);
const slotOf = (label: string) => Object.values(build.slots).find((slot) => slot.label === label)!.id;
const pin = {
  pin: '3',
  colour: 'green',
  purpose: 'brake lamp',
  keyOffV: 0,
  keyOnV: 0,
  runningV: null,
  signal: 'brake',
  signalV: 12.6,
  ratingA: 10,
  ownLoadA: 3.5,
  areaMm2: null,
} as const;
const plug = { id: newId(), name: 'tail lamp plug', place: '', end: 'open', leftMm: null, pins: [pin] } as const;
const metered = applied(build, [{ kind: 'recordPlug', plug: { ...plug, pins: [pin] } }]);
const tagged = (of: Build, tags: string): Lamp[] =>
  Object.values(of.lamps).filter(({ tag }) => tags.split(' ').includes(tag));
const [strobes, stops] = [tagged(build, 'L2 R2'), tagged(build, 'L3 R3')];
const rowOf = (label: string, of = build): SourceRow =>
  sourceRows(of, assess(of).feeds).find((row) => row.label.startsWith(label))!;
const wish = (more: Partial<SourceWish> = {}): SourceWish => ({
  name: 'Sides',
  lampIds: strobes.map(({ id }) => id),
  control: { name: 'Sides', kind: 'switch', signal: null, ratingA: 10 },
  relayRatingA: null,
  family: 'blade',
  wanted: 'always',
  table: 'metric',
  colour: 'orange',
  patternId: 'double',
  loom: null,
  ...more,
});

describe('what is offered first', () => {
  it('a spare live slot with room, and the battery when there is none', () => {
    const bare = testTruck().build;
    const hot = Object.values(bare.slots).find(({ label }) => label === 'hot')!.id;
    // 20 A x 0.8 = 16 A.
    expect(bestSource(bare, [], 16)).toBe(hot);
    expect(bestSource(bare, [], 16.1)).toBe(BATTERY);
    expect(usualWanted(build, slotOf('key'))).toBe('ignition');
    expect(usualWanted(build, BATTERY)).toBe('always');
  });

  it('lamps that the driver works are offered their lead, a metered pin too, while it has room', () => {
    const braking = bestSource(metered, feeds, 3, 'brake');
    expect(pinOfSource(metered, braking)?.pin.pin).toBe('3');
    expect(slotOfSource(metered, braking)?.signal).toBe('brake');
    // (10 - 3.5) A x 0.8 = 5.2 A.
    expect(pinOfSource(metered, bestSource(metered, feeds, 5.1, 'brake'))).not.toBeNull();
    expect(bestSource(metered, feeds, 5.3, 'brake')).toBe(slotOf('hot'));
    expect(bestSource(metered, feeds, 3, 'reverse')).toBe(slotOf('hot'));
  });
});

describe('rows of the board', () => {
  it('stand by when they are live, and there by what is left; the battery before all', () => {
    expect(sourceRows(metered, assess(metered).feeds).map(({ live, label }) => `${live} ${label}`)).toEqual([
      'always ',
      'always hot',
      'always busy',
      'key key',
      'signal 3 green',
      'not dead',
      'not unread',
    ]);
  });

  it('tell what a source may carry, what is on it, and what is left', () => {
    const { limitA, ownA, crewA, leftA } = rowOf('hot');
    // Two strobes of 1.1 A, on a wire that is good for 20 A.
    expect([limitA, ownA, crewA]).toEqual([20, 0, 2.2]);
    expect(leftA).toBeCloseTo(17.8, 9);
    expect(rowOf('busy')).toMatchObject({ limitA: 15, ownA: 13, crewA: 0, leftA: 2 });
    expect(sourceRows(build, feeds).find(({ kind }) => kind === 'battery')).toMatchObject({
      limitA: null,
      leftA: null,
    });
  });

  it('a block carries what its main fuse does, less the feeds behind it', () => {
    const { blockId, operations } = planFuseBlock({ name: 'Block', ways: 6, mainA: 40, table: 'metric' }, newId);
    const blocked = applied(build, operations);
    expect(rowOf('Block', blocked)).toMatchObject({ kind: 'block', live: 'always', limitA: 40, crewA: 0 });
    const planned = planFromSource(blocked, blockId, wish(), newId);
    const fed = applied(blocked, planned.ok ? planned.value.feed : []);
    expect(rowOf('Block', fed).leftA).toBeCloseTo(40 - 2.2, 9);
  });
});

describe('whether lamps would do there', () => {
  const answer = (label: string, lamps: Lamp[], of = metered) => sourceAnswer(of, rowOf(label, of), lamps);

  it('what warns goes where it is hot without the key', () => {
    const bare = testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).build;
    expect(answer('hot', Object.values(bare.lamps), bare)).toBe('would');
    expect(answer('key', strobes)).toBe('key');
    expect(answer('3 green', strobes)).toBe('otherSignal');
  });

  it('what the driver works goes where it is hot with that', () => {
    expect(answer('3 green', stops)).toBe('would');
    expect(answer('key', stops)).toBe('noSignal');
  });

  it('nothing goes where the meter shows none, nobody read, a holder is in, or too little is left', () => {
    expect(answer('dead', strobes)).toBe('dead');
    expect(answer('unread', strobes)).toBe('unread');
    expect(answer('hot', strobes)).toBe('tapped');
    // 2.2 A / 0.8 = 2.75 A, and 2 A are left.
    expect(answer('busy', strobes)).toBe('full');
    // One of them: 1.1 / 0.8 = 1.375 A.
    expect(answer('busy', strobes.slice(0, 1))).toBe('would');
    const kept = applied(metered, [{ kind: 'editSlot', slotId: slotOf('key'), changes: { reservedFor: 'tail lift' } }]);
    expect(answer('key', strobes, kept)).toBe('kept');
  });

  it('the battery takes all; what is only live at another time can be taken all the same', () => {
    const battery = sourceRows(build, feeds).find(({ kind }) => kind === 'battery')!;
    expect(sourceAnswer(build, battery, strobes)).toBe('would');
    const answers = ['would', 'key', 'noSignal', 'otherSignal', 'kept', 'dead', 'unread', 'tapped', 'full'] as const;
    expect(answers.filter(isPossible)).toEqual(['would', 'key', 'noSignal']);
  });
});

describe('lamps on a source', () => {
  it('are tried as they would be: the same fuse, wire and loss once the feed is made', () => {
    const tried = trySource(build, slotOf('key'), wish({ wanted: 'ignition' }), newId);
    const planned = planFromSource(build, slotOf('key'), wish({ wanted: 'ignition' }), newId);
    if (!tried.ok || !planned.ok) throw new Error('refused');
    const made = assess(applied(build, [...planned.value.before, ...planned.value.feed])).feeds.find(
      ({ feed }) => feed.fuse.name === 'Sides',
    )!;
    const { feed, figures } = tried.value.assessed;
    expect(feed.lamps.map(({ tag }) => tag).sort()).toEqual(['L2', 'R2']);
    expect(figures.maximumA).toBeCloseTo(2.2, 9);
    // 2.2 A / 0.8 = 2.75 A: the smallest blade carries it.
    expect(feed.fuse.ratingA).toBe(3);
    expect(figures.dropV).toBeCloseTo(made.figures.dropV, 9);
    expect(figures.dropV).toBeLessThanOrEqual(figures.dropBudgetV);
  });

  it('what it brings is told: warning that dies with the key; nothing where it does not', () => {
    const brought = (source: string, wanted: 'always' | 'ignition') => {
      const tried = trySource(build, source, wish({ wanted }), newId);
      return tried.ok ? tried.value.brings.map(({ code }) => code) : null;
    };
    expect(brought(slotOf('key'), 'always')).toContain('M10');
    expect(brought(BATTERY, 'always')).not.toContain('M10');
  });

  it('a pin is made a source first, a new block put in with its main fuse', () => {
    const onPin = planFromSource(
      metered,
      pinSource(plug.id, '3'),
      wish({ lampIds: stops.map(({ id }) => id), patternId: 'steady' }),
      newId,
    );
    expect(onPin.ok && onPin.value.before.map(({ kind }) => kind)).toEqual(['addSlots']);
    const onBlock = planFromSource(build, NEW_BLOCK, wish(), newId);
    if (!onBlock.ok) throw new Error('refused');
    const blocked = applied(build, onBlock.value.before);
    expect(rowOf('Fuse block', blocked).limitA).toBe(40);
    const after = applied(blocked, onBlock.value.feed);
    expect(unfedLamps(after).map(({ tag }) => tag)).toEqual(['L3', 'R3']);
  });

  it('nothing to put is refused in words', () => {
    const tried = trySource(build, BATTERY, wish({ lampIds: [] }), newId);
    expect(tried).toMatchObject({ ok: false, reason: { message: 'Choose at least one lamp for the feed.' } });
  });
});
