import { describe, expect, it } from 'vitest';
import { bodyOf } from '../../core/body/index.ts';
import type { Build, Id } from '../../core/document/index.ts';
import { assess, isOpen } from '../../core/rules/index.ts';
import { countingIds, testTruck } from '../../demo/testUnit.ts';
import { demoUnits } from '../../demo/world.ts';
import { findingBox, isMarked } from './findingMarks.ts';
import { type LampMark, lampMarks } from './lampMarks.ts';
import { layoutNarrow, layoutSheet, layoutStrip, type SheetLayout } from './layout.ts';
import { tagsOf } from './sheetTags.ts';
import { SIDE_MARK_PX, sideMarks } from './sideMarks.ts';
import { type Box, meets, tagWidth } from './tagPlacement.ts';
import { boxOf, viewNames } from './viewNames.ts';

const units = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds());
const foundOf = (build: Build): Map<Id, unknown> =>
  new Map(
    assess(build)
      .findings.filter((each) => isOpen(each))
      .flatMap(({ place }) => place.lampIds.map((id) => [id, true] as const)),
  );
const around = (x: number, y: number, half: number): Box => ({
  x0: x - half,
  x1: x + half,
  y0: y - half,
  y1: y + half,
});
const SIZES = [
  ['sheet', (body: ReturnType<typeof bodyOf>) => layoutSheet(body, 888, 628)],
  ['strip', (body: ReturnType<typeof bodyOf>) => layoutStrip(body, 888, 170)],
  ['phone', (body: ReturnType<typeof bodyOf>) => layoutNarrow(body, 390, 300, 'left')],
] as const;

/** Everything that is lettered on a sheet, by what it is. */
function letters(layout: SheetLayout, marks: readonly LampMark[], found: ReadonlyMap<Id, unknown>) {
  return {
    tags: tagsOf(layout, marks, null, found).map(({ text, x, y }) => ({
      what: text,
      box: { x0: x - tagWidth(text) / 2, x1: x + tagWidth(text) / 2, y0: y - 6.5, y1: y + 6.5 },
    })),
    names: viewNames(layout, marks).map((name) => ({ what: name.text, box: boxOf(name) })),
    sides: sideMarks(layout, 'full').map(({ x, y, name }) => ({ what: name, box: around(x, y, SIDE_MARK_PX) })),
    found: marks
      .filter((mark) => isMarked(mark, found))
      .map((mark) => ({ what: `mark of ${mark.tag}`, box: findingBox(mark) })),
  };
}

describe.each(units.map((build) => [build.unit.tag, build] as const))('%s', (_, build) => {
  it.each(SIZES)(
    'on its %s no tag lies on another, on a name, on a side or on the mark of a finding',
    (_, layoutOf) => {
      const body = bodyOf(build);
      const layout = layoutOf(body);
      const marks = lampMarks(build, body, layout);
      const { tags, names, sides, found } = letters(layout, marks, foundOf(build));
      for (const [index, tag] of tags.entries())
        for (const other of [...tags.slice(index + 1), ...names, ...sides, ...found])
          expect(meets(tag.box, other.box), `${tag.what} on ${other.what}`).toBe(false);
      for (const [index, name] of names.entries())
        for (const other of [...names.slice(index + 1), ...sides])
          expect(meets(name.box, other.box), `${name.what} on ${other.what}`).toBe(false);
    },
  );
});

describe('names of views', () => {
  const beacon = testTruck().lamp('BC-0101', 'top', { xMm: 900, yMm: 0 }).build;
  const body = bodyOf(beacon);
  const layout = layoutSheet(body, 888, 628);
  const marks = lampMarks(beacon, body, layout);
  const nameIn = (view: string, of: readonly LampMark[]) => viewNames(layout, of).find((each) => each.view === view)!;

  it('rise above a lamp that stands on the roof', () => {
    const free = nameIn('front', []);
    const lamp = marks.find(({ view }) => view === 'front')!;
    // As high as the name would be.
    const risen = nameIn('front', [{ ...lamp, x: free.x, y: free.y + 4, height: 2 }]);
    expect(risen.y).toBe(free.y - 4);
    expect(risen.x).toBe(free.x);
  });

  it('stand beside the view where there is no room above', () => {
    const free = nameIn('front', []);
    const lamp = marks.find(({ view }) => view === 'front')!;
    const tall = { ...lamp, x: free.x, y: free.y - 20, height: 60 };
    expect(nameIn('front', [tall]).anchor).not.toBe('middle');
  });
});
