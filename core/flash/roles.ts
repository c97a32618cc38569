/** What a function is for, and the questions every crew asks of its priorities. */
import { type Build, byPriority, type Control, type Id, type Lamp, type LightFunction } from '../document/index.ts';
import { patternFigures } from './patterns/patternFigures.ts';
import { type Pattern, patternOf } from './patterns/patterns.ts';
import { showsFor } from './should.ts';

export type FunctionRole = 'running' | 'stop' | 'turn' | 'reverse' | 'warning' | 'work';

const SIGNAL_ROLES: Record<NonNullable<Control['signal']>, FunctionRole> = {
  running: 'running',
  brake: 'stop',
  left: 'turn',
  right: 'turn',
  hazard: 'turn',
  reverse: 'reverse',
};

export const isFlashing = (pattern: Pattern): boolean => !patternFigures(pattern).steady;

/** By what works it and whether it flashes: what the crew switches is a warning when any of its lamps flashes. */
export function roleOf(build: Build, each: LightFunction): FunctionRole {
  const signal = build.controls[each.controlId]?.signal;
  if (signal) return SIGNAL_ROLES[signal];
  return Object.values(each.shows).some((show) => isFlashing(patternOf(build, show.patternId))) ? 'warning' : 'work';
}

const ofRole = (build: Build, ...roles: FunctionRole[]): LightFunction[] =>
  byPriority(build).filter((each) => roles.includes(roleOf(build, each)));

const lampsIn = (build: Build, each: LightFunction): Id[] => Object.keys(each.shows).filter((id) => build.lamps[id]);

export interface Strobing {
  lamp: Lamp;
  function: LightFunction;
  pattern: Pattern;
}

/** Running lights alone never strobe: lamps that flash when nothing but the running lights is on. */
export function strobingWithRunning(build: Build): Strobing[] {
  const running = Object.values(build.controls).filter((control) => control.signal === 'running');
  const shows = showsFor(build, new Set(running.map((control) => control.id)));
  return [...shows.values()].flatMap(({ lamp, function: each, pattern }) =>
    isFlashing(pattern) ? [{ lamp, function: each, pattern }] : [],
  );
}

export interface Clash {
  winner: LightFunction;
  loser: LightFunction;
  lampIds: Id[];
}

/** Of two sets of functions, those that take lamps from the others by their priority. */
function clashes(build: Build, losers: readonly LightFunction[], winners: readonly LightFunction[]): Clash[] {
  const order = byPriority(build).map((each) => each.id);
  return losers.flatMap((loser) =>
    winners.flatMap((winner): Clash[] => {
      if (winner.controlId === loser.controlId || order.indexOf(winner.id) > order.indexOf(loser.id)) return [];
      const lampIds = lampsIn(build, loser).filter((id) => winner.shows[id]);
      return lampIds.length > 0 ? [{ winner, loser, lampIds }] : [];
    }),
  );
}

/** Warning overrides running lights: where the running lights keep lamps that should warn. */
export const runningOverWarning = (build: Build): Clash[] =>
  clashes(build, ofRole(build, 'warning'), ofRole(build, 'running'));

/** A required stop or turn signal is not masked: where a warning keeps lamps that should signal. */
export const warningOverSignal = (build: Build): Clash[] =>
  clashes(build, ofRole(build, 'stop', 'turn'), ofRole(build, 'warning'));

export interface Answer {
  question: string;
  holds: boolean;
  words: string;
}

const names = (found: readonly Clash[]): string =>
  [...new Set(found.map(({ winner, loser }) => `${winner.name} over ${loser.name}`))].join(', ');

/** The standard questions, answered for a unit as it stands. */
export function standardQuestions(build: Build): Answer[] {
  const strobing = strobingWithRunning(build);
  const running = runningOverWarning(build);
  const masked = warningOverSignal(build);
  return [
    {
      question: 'Running lights alone never strobe',
      holds: strobing.length === 0,
      words: strobing.map(({ lamp }) => lamp.tag).join(' '),
    },
    { question: 'Warning overrides running', holds: running.length === 0, words: names(running) },
    { question: 'Stop and turn are not masked', holds: masked.length === 0, words: names(masked) },
  ];
}
