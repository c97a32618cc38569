/**
 * The moment at which tests and the browser's stories begin: the same on every machine, and another one when it is
 * handed in, so that weekdays, a year's end, a leap day and changes of summer time can be tried.
 */
import { type Clock, clockFrom } from '../clock.ts';

/** A Wednesday morning, local time. */
export const USUAL_NOW = '2026-03-11T10:00';

export const testNow = (): string => process.env.EMBER_TEST_NOW ?? USUAL_NOW;

export const testClock = (): Clock => clockFrom(new Date(testNow()));
