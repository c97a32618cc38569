import { describe, expect, it } from 'vitest';
import { planFuseBlock, planGroundBus } from '../../../core/planning/index.ts';
import { assess } from '../../../core/rules/index.ts';
import { supplyBlocks } from '../../../core/work/index.ts';
import { applied, furtherIds, testTruck } from '../../../demo/testUnit.ts';
import {
  chosenSignal,
  controlOptions,
  isSpareChannel,
  usualControl,
  wishedChannels,
  wishedControl,
} from './controls.ts';
import { sourceOptions } from './sources.ts';

const newId = furtherIds();
const unit = testTruck()
  .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
  .lamp('MK-0101', 'left', { xMm: 4300, yMm: 1, zMm: 760 })
  .feed({
    name: 'Warn',
    pattern: 'quad',
    wanted: 'always',
    slot: 'hot',
    tags: 'L1 R1',
    control: { name: 'Warn', kind: 'channel', signal: null, ratingA: 8 },
    receiver: 2,
  });
const { build } = unit;
const feeds = assess(build).feeds;
const slotOf = (label: string) => Object.values(build.slots).find((slot) => slot.label === label)!.id;
const spare = Object.values(build.controls).find((control) => control.name === 'Warn spare 2')!.id;

describe('what lamps can be switched by', () => {
  it('offers the free channel of a receiver as such, and only it', () => {
    expect(isSpareChannel(build, spare)).toBe(true);
    expect(isSpareChannel(build, unit.controlId('Warn'))).toBe(false);
    const [known] = controlOptions(build);
    expect(known!.options.map((option) => option.label)).toEqual(['Warn', 'Warn spare 2, a channel not used yet']);
  });

  it('a free channel joins its receiver, a new receiver brings its channels, a switch none', () => {
    const values = usualControl(build);
    expect(wishedChannels(build, { ...values, control: spare })).toBe(0);
    expect(wishedChannels(build, { ...values, control: 'new-receiver', channels: 6 })).toBe(6);
    expect(wishedChannels(build, { ...values, control: 'new-switch' })).toBeUndefined();
  });

  it('a signal of the unit is made once and known by what it is', () => {
    const values = { ...usualControl(build), control: 'signal-left' };
    expect(wishedControl(values)).toEqual({ name: 'Left turn', kind: 'signal', signal: 'left', ratingA: null });
    expect(chosenSignal(build, 'signal-left')).toBe('left');
    const joined = applied(build, [
      { kind: 'addControl', control: { id: newId(), name: 'Left', kind: 'signal', signal: 'left', ratingA: null } },
    ]);
    const fresh = controlOptions(joined)
      .at(-1)!
      .options.map((option) => option.value);
    expect(fresh).not.toContain('signal-left');
    expect(fresh).toContain('signal-hazard');
  });
});

describe('where a feed can take its power', () => {
  it('tells what is left in a slot after what hangs on it', () => {
    const options = sourceOptions(build, feeds).at(-1)!.options;
    expect(options.find((option) => option.value === slotOf('hot'))!.label).toBe(
      'Slot hot: spare, always hot, 17.8 A free',
    );
    expect(options.find((option) => option.value === slotOf('busy'))!.label).toContain('2.0 A free');
  });

  it('a fuse block is a source, a ground bus is none', () => {
    const { blockId, operations } = planFuseBlock({ name: 'Block', ways: 6, mainA: 40, table: 'metric' }, newId);
    const blocked = applied(build, [...operations, ...planGroundBus(build, unit.ids('L1 R1'), newId)]);
    expect(supplyBlocks(blocked).map((block) => block.id)).toEqual([blockId]);
    const offered = (wholeFuses: boolean) =>
      sourceOptions(blocked, feeds, { wholeFuses })[0]!.options.map((option) => option.label);
    expect(offered(false)).toContain('Fuse block: Block');
    expect(offered(true)).toEqual(['Battery, through its own fuse']);
  });
});
