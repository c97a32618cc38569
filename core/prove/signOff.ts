/** Checks without a meter, and what is still open before a unit may be called proven. */
import type { Build, Id, LookedWrong } from '../document/index.ts';
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
const CHECKS: readonly CheckKind[] = [
  { key: 'pull', name: 'Pull test', how: 'Every crimp pulled by hand along the wire: nothing moves.' },
  { key: 'seal', name: 'Seals', how: 'Grommets, gaskets and shrink closed all round; no bare copper in the wet.' },
  { key: 'polarity', name: 'Polarity', how: 'Each lamp lit once with its leads as the joint list has them.' },
  { key: 'leads', name: 'Unused leads', how: 'Programming and spare leads capped; nothing can touch metal.' },
  { key: 'labels', name: 'Buttons', how: 'Every button pressed with somebody reading the legend aloud.' },
  { key: 'night', name: 'Night look', how: 'After dark, with a photograph: aim, spill, nothing in a mirror.' },
  { key: 'stock', name: 'Back to stock', how: 'Nothing of its own was cut that could not be put back.' },
];

/** A test lamp at each end that waits capped: nothing is lit there, so no step of the walk comes by. */
export const capChecks = (build: Build): CheckKind[] =>
  Object.values(build.elements).flatMap((element): CheckKind[] =>
    element.kind === 'cap' && element.plannedA > 0
      ? [
          {
            key: `cap:${element.id}`,
            name: element.name,
            how: 'Test lamp at its end: it lights with its own fuse in and with no other. Then capped again.',
          },
        ]
      : [],
  );

/** All checks of a unit: its capped ends first, without which nothing is proven, then those of every one. */
export const checksOf = (build: Build): CheckKind[] => [...capChecks(build), ...CHECKS];

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
      return `${names}${stop.keyOn ? '' : ', key off'}: ${openWords(build, stop)}`;
    }),
    ...checksOf(build)
      .filter((check) => build.checks[check.key]?.result !== 'good')
      .map((check) => {
        const found = build.checks[check.key];
        return `${check.name}: ${found ? (found.result === 'bad' ? 'not good' : 'put off') : 'not looked at'}${found?.note ? ` (${found.note})` : ''}`;
      }),
    ...findings.filter((finding) => finding.severity === 'stop').map((finding) => inWords(finding.message, units)),
  ].map((line) => line.slice(0, 200));
}

const LOOKED_WORDS: Record<LookedWrong, string> = {
  dark: 'stays dark',
  dim: 'is dim',
  colour: 'has the wrong colour',
  pattern: 'has the wrong pattern',
  swapped: "shows another's",
  lit: 'lights, and should not',
};

/** What was wrong with a lamp, after its tag: 'R2 stays dark'. */
export const lookedWords = (build: Build, lampId: Id, wrong: LookedWrong): string =>
  `${build.lamps[lampId]?.tag ?? 'a lamp'} ${LOOKED_WORDS[wrong]}`;

/** What keeps a step of the walk from passing. */
function openWords(build: Build, { state, look, unlit, points }: ProvingStop): string {
  const wrong = Object.entries(look?.wrong ?? {}).map(([id, what]) => lookedWords(build, id, what));
  if (wrong.length > 0) return wrong.join(', ');
  if (unlit.length > 0) return `by the circuit ${unlit.map(({ tag }) => tag).join(' ')} cannot light`;
  if (state === 'fail') return 'a reading fails';
  if (state === 'near') return 'a reading is near its limit';
  if (!look) return state === 'unread' ? 'not looked at' : 'read, and not looked at';
  return `looked at, ${points.filter(({ reading }) => reading === null).length} to read`;
}

/**
 * Proven: every step looked at, read and passed, and every capped end tried with a test lamp, which no step reaches. The
 * other checks and notes may stay open, and are told.
 */
export function isProven(build: Build, stops: readonly ProvingStop[]): boolean {
  const caps = capChecks(build);
  return (
    stops.length + caps.length > 0 &&
    stops.every((stop) => stop.state === 'pass') &&
    caps.every(({ key }) => build.checks[key]?.result === 'good')
  );
}

/** Why nobody may sign that a unit is proven; null when somebody may. */
export function whyNotProven(
  build: Build,
  stops: readonly ProvingStop[],
  findings: readonly Pick<Finding, 'severity'>[],
): string | null {
  if (!isProven(build, stops)) return 'Nothing is called proven while a step is open or fails.';
  const count = findings.filter(({ severity }) => severity === 'stop').length;
  if (count > 0)
    return `Nothing is called proven while ${count === 1 ? 'a finding says' : `${count} findings say`} stop: settle ${count === 1 ? 'it' : 'them'} first.`;
  return null;
}
