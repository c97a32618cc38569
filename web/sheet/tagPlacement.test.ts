import { describe, expect, it } from 'vitest';
import { bodyOf } from '../../core/body/index.ts';

import { countingIds } from '../../demo/testUnit.ts';
import { demoUnits } from '../../demo/world.ts';
import { lampMarks } from './lampMarks.ts';
import { fromPixel, layoutSheet, toPixel } from './layout.ts';
import { placeTags, type TagRequest, tagWidth } from './tagPlacement.ts';

const requestsOf = (index: number) => {
  const build = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds())[index]!;
  const layout = layoutSheet(bodyOf(build), 888, 666);
  const marks = lampMarks(build, bodyOf(build), layout);
  const requests: TagRequest[] = marks.map((mark) => {
    const frame = layout.frames[mark.view];
    return {
      ...mark,
      text: mark.tag,
      middleX: (frame.left + frame.right) / 2,
      middleY: (frame.top + frame.bottom) / 2,
    };
  });
  return { layout, requests };
};

describe.each([
  [0, 'the recovery truck'],
  [1, 'the tilt trailer'],
])('tags of demo unit %d, %s', (index, _name) => {
  const { layout, requests } = requestsOf(index);
  const tags = placeTags(requests, layout);

  it('never meet each other', () => {
    for (const a of tags) {
      for (const b of tags) {
        if (a.key >= b.key) continue;
        const apart =
          Math.abs(a.x - b.x) >= (tagWidth(a.text) + tagWidth(b.text)) / 2 - 0.01 || Math.abs(a.y - b.y) >= 12.99;
        expect(apart, `${a.text} at ${a.x} ${a.y}, ${b.text} at ${b.x} ${b.y}`).toBe(true);
      }
    }
  });

  it('never lie on a lamp', () => {
    for (const tag of tags) {
      for (const lamp of requests) {
        const apart =
          Math.abs(tag.x - lamp.x) >= (tagWidth(tag.text) + lamp.width) / 2 ||
          Math.abs(tag.y - lamp.y) >= (13 + lamp.height) / 2;
        expect(apart, `${tag.text} on ${lamp.text}`).toBe(true);
      }
    }
  });

  it('find room for nearly every lamp, all within the field', () => {
    expect(tags.length).toBeGreaterThanOrEqual(requests.length * 0.9);
    for (const tag of tags) expect(tag.x > 0 && tag.x < layout.width && tag.y > 0 && tag.y < layout.height).toBe(true);
  });
});

describe('the sheet', () => {
  const { layout } = requestsOf(0);
  it('shares x between left, plan and right, and height between front, left and rear', () => {
    expect(toPixel(layout, 'left', 3000, 0)[0]).toBe(toPixel(layout, 'plan', 3000, 0)[0]);
    expect(toPixel(layout, 'left', 3000, 0)[0]).toBe(toPixel(layout, 'right', 3000, 0)[0]);
    expect(toPixel(layout, 'front', 0, 1200)[1]).toBe(toPixel(layout, 'rear', 0, 1200)[1]);
    expect(toPixel(layout, 'front', 0, 1200)[1]).toBe(toPixel(layout, 'left', 0, 1200)[1]);
  });

  it("puts the unit's left at the picture's right in front, at its left in the rear", () => {
    expect(toPixel(layout, 'front', 1000, 0)[0]).toBeGreaterThan(toPixel(layout, 'front', -1000, 0)[0]);
    expect(toPixel(layout, 'rear', 1000, 0)[0]).toBeLessThan(toPixel(layout, 'rear', -1000, 0)[0]);
  });

  it.each(['front', 'left', 'plan', 'right', 'rear'] as const)('%s: a pixel and its point are each other', (view) => {
    const [a, b] = fromPixel(layout, view, ...toPixel(layout, view, 812, 1340));
    expect(a).toBeCloseTo(812, 6);
    expect(b).toBeCloseTo(1340, 6);
  });
});
