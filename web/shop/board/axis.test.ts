import { describe, expect, it } from 'vitest';
import { DAY_MIN, hoursOver, minutesOf } from '../../../core/shop/index.ts';
import { weekAxis } from './axis.ts';

const monday = minutesOf('2026-11-23');
const day = [{ from: '07:30', to: '16:30' }];

describe('the axis of a week', () => {
  const axis = weekAxis(monday, hoursOver([day, day, day, day, day, [], []], monday, 7), 900);
  it('five days of nine hours, nights cut out', () => {
    expect([axis.days.length, axis.dayPx, axis.openMinutes, axis.closeMinutes]).toEqual([5, 180, 450, 990]);
    expect(axis.x(monday + 450)).toBe(0);
    expect(axis.x(monday + 990)).toBe(180);
    expect(axis.x(monday + DAY_MIN)).toBe(180);
    expect(axis.x(monday + DAY_MIN + 510)).toBe(200);
  });
  it('what is before or after the week lies at its ends', () => {
    expect(axis.x(monday - 1)).toBe(0);
    expect(axis.x(monday + 5 * DAY_MIN + 600)).toBe(900);
  });
  it('goes there and back', () => {
    for (const minutes of [450, 500, 989]) expect(axis.minuteAt(axis.x(monday + minutes))).toBe(monday + minutes);
  });
  it('shows a Saturday that somebody works on', () => {
    expect(weekAxis(monday, hoursOver([[], [], [], [], [], day, []], monday, 7), 900).days).toHaveLength(6);
  });
});
