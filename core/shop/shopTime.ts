/**
 * The shop's own clock: local times without a zone, as they stand on the wall and in a calendar. Inside the core they are
 * whole minutes since the start of 2000; in documents they are written '2026-11-25T07:30'.
 */
import * as z from 'zod';
import type { Span } from '../schedule/index.ts';

const START_MS = Date.UTC(2000, 0, 1);
export const DAY_MIN = 24 * 60;

export const ShopTime = z
  .string()
  .max(16)
  .regex(/^\d{4}-(0\d|1[0-2])-([0-2]\d|3[01])T([01]\d|2[0-3]):[0-5]\d$/, {
    error: 'a date and time as 2026-11-25T07:30',
  });
export type ShopTime = string;
export const ShopDate = z.iso.date({ error: 'a date as 2026-11-25' });
export const ClockTime = z
  .string()
  .max(5)
  .regex(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/, { error: 'a time as 07:30' });

/** Minutes of a time: `minutesOf('2000-01-02T00:30') // => 1470`. A date alone is its midnight. */
export const minutesOf = (time: ShopTime): number =>
  Math.round((Date.parse(`${time.length === 10 ? `${time}T00:00` : time}:00Z`) - START_MS) / 60_000);

/** The time of minutes: `timeOf(1470) // => '2000-01-02T00:30'`. */
export const timeOf = (minutes: number): ShopTime =>
  new Date(START_MS + Math.round(minutes) * 60_000).toISOString().slice(0, 16);

export const dateOf = (minutes: number): string => timeOf(minutes).slice(0, 10);
export const clockOf = (minutes: number): string => timeOf(minutes).slice(11);

/** Midnight before or at a time. */
export const dayStart = (minutes: number): number => Math.floor(minutes / DAY_MIN) * DAY_MIN;

/** 0 for Monday to 6 for Sunday; 1 January 2000 was a Saturday. */
export const weekday = (minutes: number): number => (Math.floor(minutes / DAY_MIN) + 5) % 7;

/** Monday's midnight. */
export const weekStart = (minutes: number): number => dayStart(minutes) - weekday(minutes) * DAY_MIN;

/** ISO 8601 number of the week that a time lies in: the one that has its Thursday in the year. */
export function weekNumber(minutes: number): number {
  const thursday = weekStart(minutes) + 3 * DAY_MIN;
  const year = Number(dateOf(thursday).slice(0, 4));
  const firstThursday = weekStart(minutesOf(`${year}-01-04`)) + 3 * DAY_MIN;
  return 1 + (thursday - firstThursday) / (7 * DAY_MIN);
}

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
export const dayName = (minutes: number): string => DAYS[weekday(minutes)]!;

/** As people say it: `whenText(...) // => 'Thu 09:00'`; further away than a week with its date. */
export function whenText(minutes: number, nowMinutes: number): string {
  const isNear = Math.abs(minutes - nowMinutes) < 7 * DAY_MIN;
  const date = new Date(START_MS + minutes * 60_000);
  const day = `${date.getUTCDate()} ${date.toLocaleString('en-GB', { month: 'short', timeZone: 'UTC' })}`;
  return `${dayName(minutes)} ${isNear ? '' : `${day} `}${clockOf(minutes)}`;
}

/** One day's hours, as `{ from: '07:30', to: '12:00' }`. */
export interface ClockSpan {
  from: string;
  to: string;
}

const clockMinutes = (clock: string): number => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));

/** Hours of a week, Monday first, laid out over so many days from a day on. */
export function hoursOver(week: readonly (readonly ClockSpan[])[], fromDayMinutes: number, days: number): Span[] {
  const spans: Span[] = [];
  for (let day = 0; day < days; day++) {
    const start = dayStart(fromDayMinutes) + day * DAY_MIN;
    for (const { from, to } of week[weekday(start)] ?? [])
      spans.push({ fromMinutes: start + clockMinutes(from), toMinutes: start + clockMinutes(to) });
  }
  return spans;
}
