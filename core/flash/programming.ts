/**
 * How to set a lamp to a pattern: the touches, turns or presses from what it shows now to what is wanted, by the shortest
 * way round its list. What each method does is common practice, no source; a lamp's own sheet decides.
 */
import { type Build, byPriority, type Id, type Lamp, type LampModel } from '../document/index.ts';
import { ok, type Result, refused } from '../result.ts';
import { patternOf } from './patterns/patterns.ts';

/** Seconds of a touch or a press: short steps on, long steps back, very long goes to the first. */
export const SHORT_S = 1;
export const BACK_S = 3;
export const RESET_S = 5;
/** A lamp that is set by a held button is opened for setting by this, and closes by itself afterwards. */
export const ENTER_S = 3;
export const CLOSE_S = 8;

export type Action =
  | { kind: 'next' | 'back'; count: number }
  | { kind: 'reset' }
  | { kind: 'enter' }
  | { kind: 'close' }
  | { kind: 'dial'; number: number };

export interface Recipe {
  lamp: Lamp;
  method: Exclude<LampModel['programming'], 'none'>;
  /** Null when nobody has said what it shows now: then it starts with a reset. */
  from: number | null;
  to: number;
  actions: Action[];
  /** Colour of the lead that is touched; empty for other methods. */
  lead: string;
  /** In the words of the person who kneels before the lamp. */
  words: string[];
}

export interface RecipeRefusal {
  kind: 'noMethod' | 'notInList' | 'own';
  message: string;
}

export const times = (count: number): string => (count === 1 ? 'once' : count === 2 ? 'twice' : `${count} times`);

/** Steps in a list of so many, from one place to another: on, back, or to the first and on from there. */
function shortestWay(from: number | null, to: number, length: number): Action[] {
  const on = (count: number): Action[] => (count > 0 ? [{ kind: 'next', count }] : []);
  const viaFirst: Action[] = [{ kind: 'reset' }, ...on(to)];
  if (from === null) return viaFirst;
  const forward = (to - from + length) % length;
  const backward = (length - forward) % length;
  const ways: { actions: Action[]; cost: number }[] = [
    { actions: on(forward), cost: forward },
    { actions: backward > 0 ? [{ kind: 'back', count: backward }] : [], cost: backward },
    { actions: viaFirst, cost: 1 + to },
    { actions: [{ kind: 'reset' }, { kind: 'back', count: length - to }], cost: 1 + length - to },
  ];
  return ways.reduce((best, way) => (way.cost < best.cost ? way : best)).actions;
}

function wordsOf(action: Action, method: Recipe['method'], lead: string): string {
  const touch = method === 'touch' ? `Touch the ${lead || 'programming'} lead to ground` : 'Press the button';
  switch (action.kind) {
    case 'next':
      return `${touch} ${times(action.count)}, each for less than ${SHORT_S} s.`;
    case 'back':
      return `${touch} ${times(action.count)} for ${BACK_S} s each: every one steps back.`;
    case 'reset':
      return `${touch} for ${RESET_S} s: it goes to the first of its list.`;
    case 'enter':
      return `Hold the button for ${ENTER_S} s until it blinks: it is open for setting.`;
    case 'close':
      return `Leave it for ${CLOSE_S} s: it closes by itself.`;
    case 'dial':
      return `Turn the small dial to ${action.number}.`;
    default:
      return action satisfies never;
  }
}

/** The recipe for one lamp, from what was last programmed into it to a pattern. */
export function programmingRecipe(build: Build, lampId: Id, patternId: string): Result<Recipe, RecipeRefusal> {
  const lamp = build.lamps[lampId];
  const model = lamp && build.models[lamp.modelKey];
  if (!lamp || !model || model.programming === 'none')
    return refused({ kind: 'noMethod', message: 'This lamp has nothing to set: it burns as it is fed.' });
  const to = model.patterns.findIndex((each) => each.patternId === patternId);
  const name = patternOf(build, patternId).name;
  if (to < 0)
    return refused({
      kind: 'notInList',
      message: `${lamp.tag} (${model.name}) has no ${name} in its list. Choose one that it has, or feed it through a flasher.`,
    });
  const known = build.programmed[lampId]?.number ?? null;
  const at = known === null ? -1 : model.patterns.findIndex((each) => each.number === known);
  const lead = model.leads.find((each) => each.purpose === 'program')?.colour ?? '';
  const wanted = model.patterns[to]!.number;
  const method = model.programming;
  const way = shortestWay(at < 0 ? null : at, to, model.patterns.length);
  const actions: Action[] =
    method === 'dial'
      ? at === to
        ? []
        : [{ kind: 'dial', number: wanted }]
      : method === 'hold' && way.length > 0
        ? [{ kind: 'enter' }, ...way, { kind: 'close' }]
        : way;
  const words = actions.map((action) => wordsOf(action, method, lead));
  if (actions.length === 0) words.push('It shows this already.');
  if (method === 'touch' && lead) words.push(`Then cap the ${lead} lead, so that it touches nothing on the road.`);
  if (!model.remembers && method !== 'dial')
    words.push('It forgets when its feed is off: set it again after every pull of the fuse.');
  return ok({ lamp, method, from: at < 0 ? null : known, to: wanted, actions, lead, words });
}

export interface ProgrammingTask {
  lamp: Lamp;
  patternId: string;
  /** Null when it cannot be set; `problem` says why. */
  recipe: Recipe | null;
  problem: string;
  done: boolean;
  by: string;
}

/** Every lamp that has a list of its own, with what it should be set to: the flashing pattern of its first function. */
export function programmingTasks(build: Build): ProgrammingTask[] {
  const functions = byPriority(build);
  return Object.values(build.lamps).flatMap((lamp): ProgrammingTask[] => {
    const model = build.models[lamp.modelKey];
    if (!model || model.programming === 'none' || model.patterns.length === 0) return [];
    const show = functions
      .filter((each) => build.controls[each.controlId]?.kind !== 'signal')
      .map((each) => each.shows[lamp.id])
      .find((each) => each !== undefined);
    if (!show) return [];
    const recipe = programmingRecipe(build, lamp.id, show.patternId);
    const set = build.programmed[lamp.id];
    return [
      {
        lamp,
        patternId: show.patternId,
        recipe: recipe.ok ? recipe.value : null,
        problem: recipe.ok ? '' : recipe.reason.message,
        done: recipe.ok && set?.number === recipe.value.to,
        by: set?.by ?? '',
      },
    ];
  });
}
