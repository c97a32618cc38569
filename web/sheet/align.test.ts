import { describe, expect, it } from 'vitest';
import { alignment } from './align.ts';
import type { LampMark } from './lampMarks.ts';

const mark = (lampId: string, x: number, y: number, view: LampMark['view'] = 'left'): LampMark => ({
  key: `${lampId} ${view}`,
  lampId,
  tag: lampId,
  isFurtherJob: false,
  view,
  x,
  y,
  width: 8,
  height: 8,
  round: false,
  colour: 'amber',
  heads: 1,
  bar: false,
  away: false,
  faceOn: true,
});

describe('lining up while dragging', () => {
  const marks = [mark('a', 100, 50), mark('b', 200, 80), mark('me', 150, 60), mark('c', 151, 60, 'plan')];
  const moving = new Set(['me']);

  it('takes height from one lamp and place from another', () => {
    const found = alignment(marks, moving, 'left', 203, 53);
    expect(found).toMatchObject({ dx: -3, dy: -3 });
    expect([found.withX?.lampId, found.withY?.lampId]).toEqual(['b', 'a']);
  });

  it('ignores lamps that move along, other views and what is out of reach', () => {
    expect(alignment(marks, moving, 'left', 150, 65)).toMatchObject({ dx: 0, dy: 0, withX: null, withY: null });
  });

  it('takes the nearest of two', () => {
    expect(alignment([mark('a', 100, 0), mark('b', 103, 0)], new Set(), 'left', 102, 90).withX?.lampId).toBe('b');
  });
});
