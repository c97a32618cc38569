import { describe, expect, it } from 'vitest';
import { furtherIds, testTruck, WARN_SWITCH, warnFeed } from '../../demo/testUnit.ts';
import type { Build, Wire } from '../document/index.ts';
import { islandsOf, settingsOf } from './islands.ts';

const newId = furtherIds();
const two = () =>
  testTruck()
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp('MK-0101', 'left', { xMm: 4300, yMm: 1, zMm: 760 })
    .feed(warnFeed('L1 R1'))
    .feed(warnFeed('L2 R2', { name: 'Markers', slot: 'key', control: { ...WARN_SWITCH, name: 'Markers' } })).build;
const controlsOf = (build: Build) =>
  islandsOf(build)
    .map(({ controlIds }) => controlIds.map((id) => build.controls[id]!.name).sort())
    .sort();
const load = (build: Build, tag: string) =>
  Object.values(build.elements).find((each) => each.kind === 'lampLoad' && build.lamps[each.lampId]!.tag === tag)!;
const joined = (build: Build, from: Wire['from'], to: Wire['to']): Build => {
  const [some] = Object.values(build.wires);
  const wire = { ...some!, id: newId(), from, to };
  return { ...build, wires: { ...build.wires, [wire.id]: wire } };
};

describe('islands of a circuit', () => {
  it('feeds that have only battery and metal in common are apart', () => {
    expect(controlsOf(two())).toEqual([['Markers'], ['Warn']]);
  });

  it('every part but metal lies in one of them', () => {
    const build = two();
    const ids = islandsOf(build).flatMap(({ elementIds }) => [...elementIds]);
    const inland = Object.values(build.elements).filter(({ kind }) => kind !== 'ground');
    expect([...ids].sort()).toEqual(inland.map(({ id }) => id).sort());
  });

  it('a wire between two makes them one', () => {
    const build = two();
    const end = (tag: string) => ({ elementId: load(build, tag).id, terminal: 'plus' });
    expect(controlsOf(joined(build, end('L1'), end('L2')))).toEqual([['Markers', 'Warn']]);
  });

  it('so does one control that works something in both', () => {
    const build = two();
    const [first, second] = Object.values(build.controls);
    const elements = Object.fromEntries(
      Object.entries(build.elements).map(([id, element]) => [
        id,
        element.kind === 'switch' && element.controlId === second!.id ? { ...element, controlId: first!.id } : element,
      ]),
    );
    expect(islandsOf({ ...build, elements }).filter(({ controlIds }) => controlIds.length > 0)).toHaveLength(1);
  });

  it('a block that fuses hang on joins nothing; one that returns meet in does', () => {
    const build = two();
    const block = { id: newId(), kind: 'block' as const, name: 'Block', ways: 6 };
    const withBlock = { ...build, elements: { ...build.elements, [block.id]: block } };
    const fuses = Object.values(build.elements).filter(({ kind }) => kind === 'fuse');
    const bus = { elementId: block.id, terminal: 'bus' };
    const supply = fuses.reduce((now, { id }) => joined(now, bus, { elementId: id, terminal: 'in' }), withBlock);
    expect(controlsOf(supply)).toEqual([['Markers'], ['Warn']]);
    const returns = ['L1', 'L2'].reduce(
      (now, tag) => joined(now, { elementId: load(build, tag).id, terminal: 'minus' }, bus),
      withBlock as Build,
    );
    expect(controlsOf(returns)).toEqual([['Markers', 'Warn']]);
  });
});

describe('settings that are looked at', () => {
  const ids = (count: number) => Array.from({ length: count }, (_, at) => `c${at}`);

  it('are all there are up to eight controls', () => {
    expect(settingsOf([])).toEqual([[]]);
    expect(settingsOf(ids(2))).toEqual([[], ['c0'], ['c1'], ['c0', 'c1']]);
    expect(settingsOf(ids(8))).toHaveLength(256);
    expect(new Set(settingsOf(ids(8)).map((each) => each.join()))).toHaveProperty('size', 256);
  });

  it('beyond, none, each alone, every two, and all', () => {
    const settings = settingsOf(ids(9));
    expect(settings).toHaveLength(1 + 9 + 36 + 1);
    expect(settings.at(-1)).toEqual(ids(9));
    expect(settings.filter(({ length }) => length === 2)).toHaveLength(36);
  });
});
