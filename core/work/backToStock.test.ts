import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck, warnFeed } from '../../demo/testUnit.ts';
import { bodyOf } from '../body/index.ts';
import type { Build } from '../document/index.ts';
import { allHoles, drillingOf } from '../place/index.ts';

import { backToStock } from './backToStock.ts';

const newId = furtherIds();
const stock = (build: Build) => backToStock(build, bodyOf(build));
const titles = (build: Build) => stock(build).steps.map(({ title }) => title);
const detail = (build: Build, title: string) => stock(build).steps.find((step) => step.title === title)!.detail;
const lamps = () => testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 });

describe('the way back', () => {
  it('of a unit to which nothing was added is empty', () => {
    expect(stock(testTruck().build)).toEqual({ steps: [], parts: [] });
  });

  it('begins with the power off and ends with everything of its own tried', () => {
    const all = titles(lamps().feed(warnFeed('L1 R1')).build);
    expect(all[0]).toBe('Take the power off');
    expect(all.at(-1)).toBe('Power on, and try everything of its own');
    expect(all.indexOf('Draw the loom out')).toBeLessThan(all.indexOf('Take the lamps off'));
    expect(all.indexOf('Take the lamps off')).toBeLessThan(all.indexOf('Close the holes'));
  });

  it('an empty slot is empty again, one with a fuse gets its own back, which is bought; a stud loses its lead', () => {
    const spare = lamps().feed(warnFeed('L1 R1')).build;
    expect(detail(spare, 'Take the feeds off their sources')).toBe('slot hot: empty again');
    expect(stock(spare).parts.some(({ name }) => name.startsWith('Fuse'))).toBe(false);
    const busy = lamps().feed(warnFeed('L1 R1', { slot: 'busy' })).build;
    expect(detail(busy, 'Take the feeds off their sources')).toBe('slot busy: its own 15 A fuse back');
    expect(stock(busy).parts).toContainEqual({ name: 'Fuse 15 A for slot busy', quantity: 1 });
    const stud = lamps().feed(warnFeed('L1 R1', { slot: null })).build;
    expect(detail(stud, 'Take the feeds off their sources')).toBe('1 lead off the battery stud');
    expect(titles(lamps().build)).not.toContain('Take the feeds off their sources');
  });

  it('every hole is closed with a plug of its size, or the next that there is', () => {
    const { build } = lamps();
    const lamp = Object.values(build.lamps)[0]!;
    const model = build.models[lamp.modelKey]!;
    const holes = Object.values(build.lamps).flatMap((each) => allHoles(drillingOf(each, model)));
    const { parts } = stock(build);
    expect(parts.reduce((sum, { quantity }) => sum + quantity, 0)).toBe(holes.length);
    const plugFor = (holeMm: number) => {
      const mount = { ...model.mounts[0]!, kind: 'grommet' as const, holes: 1, holeMm, places: null };
      const drilled = { ...build, models: { ...build.models, [model.key]: { ...model, mounts: [mount] } } };
      const held = Object.fromEntries(
        Object.values(drilled.lamps).map((each) => [each.id, { ...each, mount: 'grommet' as const }]),
      );
      return stock({ ...drilled, lamps: held }).parts.map(({ name }) => name);
    };
    // Common trade sizes: a plug takes up to 0.4 mm more than its name.
    expect(plugFor(20)).toEqual(['Blanking plug 20 mm']);
    expect(plugFor(20.4)).toEqual(['Blanking plug 20 mm']);
    expect(plugFor(20.5)).toEqual(['Blanking plug 25 mm']);
    expect(plugFor(76)).toEqual(['Blanking plug 76 mm']);
    for (const size of [3.2, 5, 6.5, 8.5, 10.5, 13, 16, 20, 25, 32, 40, 50, 60, 76, 102])
      expect(plugFor(size), `${size}`).toEqual([`Blanking plug ${size} mm`]);
    expect(plugFor(110)).toEqual(['Patch over a 110 mm hole']);
  });

  it('a slot gets one plate over it, corner holes and all', () => {
    const { build } = testTruck().lamp('RV-0502', 'rear', { yMm: 560, zMm: 945 });
    expect(stock(build).parts).toEqual([{ name: 'Cover plate over a slot of 508 x 25.4 mm', quantity: 2 }]);
    expect(detail(build, 'Close the holes')).toBe(
      '2 × 508 x 25.4 mm at L1 R1: plugs and plates set in sealant, edges painted.',
    );
  });

  it('ways through walls are closed by name, trim goes back with what held it', () => {
    const { build } = lamps();
    expect(titles(build)).not.toContain('Close the routes through walls');
    const pass = { holeMm: 16, boreMm: 13, sealed: true, wet: false };
    const node = (name: string, xMm: number) => ({
      id: newId(),
      name,
      position: { xMm, yMm: 0, zMm: 800 },
      pass,
      jointId: null,
    });
    const built = applied(build, [
      { kind: 'putRoute', nodes: [node('sill plug', 900), node('', 1900)], links: [], dropLinks: [] },
      {
        kind: 'recordTrim',
        trim: { id: newId(), name: 'Kick panel', fasteners: 'clips', count: 6, note: 'two are new' },
      },
    ]);
    expect(detail(built, 'Close the routes through walls')).toBe('a pass, sill plug');
    expect(detail(built, 'Put Kick panel back')).toBe('6 × clips; two are new');
  });
});
