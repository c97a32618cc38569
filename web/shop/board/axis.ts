/** The week laid out without its nights: working hours side by side, so that work runs unbroken over the day line. */
import type { Span } from '../../../core/schedule/index.ts';
import { DAY_MIN } from '../../../core/shop/index.ts';

export interface Axis {
  /** Midnights of the days that are shown. */
  days: readonly number[];
  /** First and last minute of a day that is shown. */
  openMinutes: number;
  closeMinutes: number;
  dayPx: number;
  widthPx: number;
  /** Where a time lies; what is at night lies at the day line. */
  x(minutes: number): number;
  minuteAt(x: number): number;
}

const USUAL = { openMinutes: 8 * 60, closeMinutes: 16 * 60 };
const HALF_HOUR = 30;

export function weekAxis(weekStartMinutes: number, works: readonly Span[], widthPx: number): Axis {
  const inWeek = works.filter(
    (span) => span.toMinutes > weekStartMinutes && span.fromMinutes < weekStartMinutes + 7 * DAY_MIN,
  );
  const clock = (minutes: number) => minutes - Math.floor(minutes / DAY_MIN) * DAY_MIN;
  const openMinutes =
    inWeek.length === 0 ? USUAL.openMinutes : Math.min(...inWeek.map((span) => clock(span.fromMinutes)));
  const closeMinutes =
    inWeek.length === 0 ? USUAL.closeMinutes : Math.max(...inWeek.map((span) => clock(span.toMinutes - 1) + 1));
  const from = Math.floor(openMinutes / HALF_HOUR) * HALF_HOUR;
  const to = Math.ceil(closeMinutes / HALF_HOUR) * HALF_HOUR;
  // Weekends are shown when somebody works then.
  const days = Array.from({ length: 7 }, (_, at) => weekStartMinutes + at * DAY_MIN).filter(
    (day, at) => at < 5 || inWeek.some((span) => span.fromMinutes < day + DAY_MIN && span.toMinutes > day),
  );
  const dayPx = widthPx / days.length;
  const pxPerMinute = dayPx / (to - from);
  return {
    days,
    openMinutes: from,
    closeMinutes: to,
    dayPx,
    widthPx,
    x(minutes) {
      let before = days.findLastIndex((day) => day <= minutes);
      if (before < 0) return minutes < days[0]! ? 0 : widthPx;
      const within = Math.min(Math.max(minutes - days[before]! - from, 0), to - from);
      if (minutes >= days[before]! + DAY_MIN) return ++before * dayPx;
      return before * dayPx + within * pxPerMinute;
    },
    minuteAt(x) {
      const at = Math.min(Math.max(Math.floor(x / dayPx), 0), days.length - 1);
      return days[at]! + from + Math.round(Math.min(Math.max(x - at * dayPx, 0), dayPx) / pxPerMinute);
    },
  };
}
