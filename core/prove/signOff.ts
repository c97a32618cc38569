/** Checks without a meter, and what is still open before a unit may be called proven. */
import type { Build } from '../document/index.ts';
import type { Finding } from '../rules/index.ts';
import { inWords, type ReaderUnits } from '../units/index.ts';
import type { ProvingStop } from './expectations.ts';

export interface CheckKind {
  key: string;
  name: string;
  /** How it is done. */
  how: string;
}

/** Common practice, no source. `night` is the key that finding M58 asks for. */
export const CHECKS: readonly CheckKind[] = [
  { key: 'pull', name: 'Pull test', how: 'Every crimp pulled by hand along the wire: nothing moves.' },
  { key: 'seal', name: 'Seals', how: 'Grommets, gaskets and shrink closed all round; no bare copper in the wet.' },
  { key: 'polarity', name: 'Polarity', how: 'Each lamp lit once with its leads as the joint list has them.' },
  { key: 'leads', name: 'Unused leads', how: 'Programming and spare leads capped; nothing can touch metal.' },
  { key: 'labels', name: 'Buttons', how: 'Every button pressed with somebody reading the legend aloud.' },
  { key: 'night', name: 'Night look', how: 'After dark, with a photograph: aim, spill, nothing in a mirror.' },
  { key: 'stock', name: 'Back to stock', how: 'Nothing of its own was cut that could not be put back.' },
];

/** Lines for the person who signs: every step unread or not passed, checks not good, findings that stop. */
export function openItems(
  build: Build,
  stops: readonly ProvingStop[],
  findings: readonly Pick<Finding, 'severity' | 'message'>[],
  units?: ReaderUnits,
): string[] {
  const settings = stops.filter((stop) => stop.state !== 'pass');
  return [
    ...settings.map((stop) => {
      const names = stop.controls.map((control) => control.name).join(' + ');
      return `${names}: ${stop.state === 'fail' ? 'a reading fails' : stop.state === 'near' ? 'a reading is near its limit' : 'not read'}`;
    }),
    ...CHECKS.filter((check) => build.checks[check.key]?.result !== 'good').map((check) => {
      const found = build.checks[check.key];
      return `${check.name}: ${found ? (found.result === 'bad' ? 'not good' : 'put off') : 'not looked at'}${found?.note ? ` (${found.note})` : ''}`;
    }),
    ...findings.filter((finding) => finding.severity === 'stop').map((finding) => inWords(finding.message, units)),
  ].map((line) => line.slice(0, 200));
}

/** Proven: every step read and passed. Checks and notes may stay open, and are told. */
export const isProven = (stops: readonly ProvingStop[]): boolean =>
  stops.length > 0 && stops.every((stop) => stop.state === 'pass' || stop.state === 'near');
