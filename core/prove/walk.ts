/**
 * The proving walk: few settings of the controls that show every function on every lamp of it and every pair of functions
 * that share lamps, in an order with little switching.
 */
import type { Build, Control, Id } from '../document/index.ts';
import { showsFor } from '../flash/index.ts';

/** What a setting shows, as keys: `function lamp` and `function+function`. */
type Shown = ReadonlySet<string>;

export interface Candidate {
  controlIds: readonly Id[];
  shown: Shown;
}

/** With more controls than this not all settings are tried: single ones, pairs, and what grows from them. */
const ALL_SETTINGS_UP_TO = 10;
/** Branches looked at before the best cover so far is taken. */
const MAX_BRANCHES = 60_000;
/** The driver's controls want a second person in the cab. */
const DRIVER_COST = 3;

/** Left and right together are the hazard lamps, which have a control of their own. */
const contradicts = (controls: readonly Control[]): boolean =>
  controls.some((control) => control.signal === 'left') && controls.some((control) => control.signal === 'right');

function shownIn(build: Build, controlIds: readonly Id[]): Shown {
  const on = new Set(controlIds);
  const shown = new Set<string>();
  for (const { lamp, function: each } of showsFor(build, on).values()) shown.add(`${each.id} ${lamp.id}`);
  const active = Object.values(build.functions).filter((each) => on.has(each.controlId));
  for (const [index, one] of active.entries())
    for (const other of active.slice(index + 1)) {
      if (one.controlId === other.controlId) continue;
      const shares = Object.keys(one.shows).some((id) => build.lamps[id] && other.shows[id]);
      if (shares) shown.add([one.id, other.id].sort().join('+'));
    }
  return shown;
}

/** Controls that do anything. */
const workedControls = (build: Build): Control[] => {
  const used = new Set(Object.values(build.functions).map((each) => each.controlId));
  return Object.values(build.controls).filter((control) => used.has(control.id));
};

/** Settings that can be made, each with what it shows. */
export function walkCandidates(build: Build): Candidate[] {
  const controls = workedControls(build);
  const settings: Control[][] = [];
  if (controls.length <= ALL_SETTINGS_UP_TO)
    for (let bits = 1; bits < 1 << controls.length; bits++) settings.push(controls.filter((_, at) => (bits >> at) & 1));
  else
    for (const [index, control] of controls.entries()) {
      settings.push([control]);
      for (const other of controls.slice(index + 1)) settings.push([control, other]);
      // Everything of the crew's but one, and all that goes with one control.
      settings.push(controls.filter((each) => each !== control && each.signal !== 'right'));
    }
  return settings
    .filter((setting) => !contradicts(setting))
    .map((setting) => {
      const controlIds = setting.map((control) => control.id).sort();
      return { controlIds, shown: shownIn(build, controlIds) };
    });
}

/** Candidates that show nothing which a smaller or equal one does not show as well are left out. */
function withoutDominated(candidates: readonly Candidate[]): Candidate[] {
  const sorted = [...candidates].sort(
    (a, b) => b.shown.size - a.shown.size || a.controlIds.length - b.controlIds.length,
  );
  const kept: Candidate[] = [];
  for (const each of sorted)
    if (!kept.some((other) => [...each.shown].every((key) => other.shown.has(key)))) kept.push(each);
  return kept;
}

/** Few candidates that together show all there is to show: greedy first, then branch and bound from the rarest key. */
export function cover(given: readonly Candidate[]): Candidate[] {
  const candidates = withoutDominated(given);
  const all = new Set(candidates.flatMap((each) => [...each.shown]));
  let best = greedy(candidates, all);
  let branches = 0;
  const search = (chosen: readonly Candidate[], open: ReadonlySet<string>): void => {
    if (open.size === 0) {
      if (chosen.length < best.length) best = [...chosen];
      return;
    }
    const most = Math.max(...candidates.map((each) => countIn(each, open)));
    if (chosen.length + Math.ceil(open.size / most) >= best.length || ++branches > MAX_BRANCHES) return;
    let rarest: Candidate[] | null = null;
    for (const key of open) {
      const having = candidates.filter((each) => each.shown.has(key));
      if (!rarest || having.length < rarest.length) rarest = having;
    }
    for (const each of rarest!.sort((a, b) => countIn(b, open) - countIn(a, open)))
      search([...chosen, each], new Set([...open].filter((key) => !each.shown.has(key))));
  };
  search([], all);
  return best;
}

const countIn = (candidate: Candidate, open: ReadonlySet<string>): number => {
  let count = 0;
  for (const key of open) if (candidate.shown.has(key)) count++;
  return count;
};

function greedy(candidates: readonly Candidate[], all: ReadonlySet<string>): Candidate[] {
  const chosen: Candidate[] = [];
  let open = all;
  while (open.size > 0) {
    const next = candidates.reduce((most, each) => (countIn(each, open) > countIn(most, open) ? each : most));
    chosen.push(next);
    open = new Set([...open].filter((key) => !next.shown.has(key)));
  }
  return chosen;
}

/** What it costs to get from one setting to the next: the driver's controls more than the crew's. */
function switching(build: Build, from: readonly Id[], to: readonly Id[]): number {
  const [one, other] = [new Set(from), new Set(to)];
  const flips = [...new Set([...from, ...to])].filter((id) => one.has(id) !== other.has(id));
  return flips.reduce((sum, id) => sum + (build.controls[id]?.kind === 'signal' ? DRIVER_COST : 1), 0);
}

/** Settings in an order with little switching, from everything off: nearest next, then turned stretches about. */
function ordered(build: Build, settings: readonly (readonly Id[])[]): (readonly Id[])[] {
  const left = [...settings];
  const order: (readonly Id[])[] = [];
  for (let at: readonly Id[] = []; left.length > 0; ) {
    const nearest = left.reduce((best, each) =>
      switching(build, at, each) < switching(build, at, best) ? each : best,
    );
    left.splice(left.indexOf(nearest), 1);
    order.push(nearest);
    at = nearest;
  }
  const cost = (path: readonly (readonly Id[])[]) =>
    path.reduce((sum, each, index) => sum + switching(build, path[index - 1] ?? [], each), 0);
  let best = order;
  for (let improved = true; improved; ) {
    improved = false;
    for (let from = 0; from < best.length; from++)
      for (let to = from + 1; to < best.length; to++) {
        const turned = [...best.slice(0, from), ...best.slice(from, to + 1).reverse(), ...best.slice(to + 1)];
        if (cost(turned) < cost(best)) {
          best = turned;
          improved = true;
        }
      }
  }
  return best;
}

export interface WalkStep {
  controls: Control[];
  /** To switch since the step before. */
  on: Control[];
  off: Control[];
}

/** The walk of a unit: settings in order, each with what has to be switched for it. */
export function provingWalk(build: Build): WalkStep[] {
  const settings = ordered(
    build,
    cover(walkCandidates(build)).map((each) => each.controlIds),
  );
  const controlsOf = (ids: readonly Id[]) => ids.map((id) => build.controls[id]!);
  return settings.map((ids, index) => {
    const before = settings[index - 1] ?? [];
    return {
      controls: controlsOf(ids),
      on: controlsOf(ids.filter((id) => !before.includes(id))),
      off: controlsOf(before.filter((id) => !ids.includes(id))),
    };
  });
}
