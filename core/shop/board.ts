/** The week as the board shows it: what each person does and did, which unit stands in which bay, and what waits. */
import {
  type CrewQuestion,
  faultsOf,
  joined,
  minutesIn,
  type PlanFault,
  type Span,
  spanAt,
} from '../schedule/index.ts';
import type { StepKind } from '../steps/index.ts';
import { crewQuestion, planOf, type ShopWork, worksOf } from './shopQuestion.ts';
import { type Shop, stepOfTask, taskIdOf, unitOfTask } from './shopSchema.ts';
import { minutesOf, timeOf, whenText } from './shopTime.ts';
import { expectedMinutes, type ShopStep, type ShopUnit } from './shopWork.ts';
import { type Shortage, shortages } from './stock.ts';

const KIND_WORDS: Record<StepKind, string> = {
  isolate: 'Power off',
  bench: 'Bench',
  loose: 'Loose test',
  trimOff: 'Trim off',
  pilot: 'Pilot',
  drill: 'Holes',
  run: 'Wire',
  mount: 'Mount',
  switch: 'Switch',
  cut: 'Cut lead',
  join: 'Join',
  pull: 'Pull test',
  program: 'Program',
  insulate: 'Cap leads',
  prove: 'Prove',
  ties: 'Ties',
  trimOn: 'Trim on',
  close: 'Close up',
  fuse: 'Fuse in',
};

/** Work at one unit without a break, by the same hands. */
export interface Block {
  id: string;
  unitId: string;
  workerIds: readonly string[];
  fromMinutes: number;
  toMinutes: number;
  stepKeys: string[];
  words: string;
  /** Expected of its steps. */
  minutes: number;
  /** What was written down; null while it is to do. */
  spentMinutes: number | null;
  isDone: boolean;
  held: boolean;
}

/** Tasks of the planner that a block stands for. */
export const taskIdsOf = ({ unitId, stepKeys }: Pick<Block, 'unitId' | 'stepKeys'>): string[] =>
  stepKeys.map((key) => taskIdOf(unitId, key));

export interface Stay {
  unitId: string;
  bayId: string;
  fromMinutes: number;
  toMinutes: number;
}

export type WaitKind = 'part' | 'unavailable' | 'bay' | 'crew';

export interface Wait {
  unitId: string;
  stepKey: string;
  title: string;
  kind: WaitKind;
  /** Working hours that go by until it is free; 0 for what is not planned at all. */
  lostMinutes: number;
  untilMinutes: number | null;
  words: string;
  shortage: Shortage | null;
}

export interface JobLine {
  unitId: string;
  readyMinutes: number | null;
  dueMinutes: number | null;
  lateMinutes: number;
  expectedMinutes: number;
  spentMinutes: number;
  /** Steps done of all. */
  done: number;
  all: number;
}

export interface Board {
  question: CrewQuestion;
  blocks: Block[];
  stays: Stay[];
  waits: Wait[];
  jobs: JobLine[];
  faults: PlanFault[];
}

/** Words for a stretch of steps: at most three kinds of work, then how many more. */
function wordsFor(steps: readonly ShopStep[]): string {
  if (steps.length === 1) return steps[0]!.title;
  const kinds = [...new Set(steps.map((step) => KIND_WORDS[step.kind]))];
  const shown = kinds.slice(0, 3).map((word, at) => (at === 0 ? word : word.toLowerCase()));
  return kinds.length > 3 ? `${shown.join(', ')} +${kinds.length - 3}` : shown.join(', ');
}

interface Piece {
  step: ShopStep;
  unitId: string;
  workerIds: readonly string[];
  fromMinutes: number;
  toMinutes: number;
  minutes: number;
  spentMinutes: number | null;
  held: boolean;
}

/** Pieces that follow each other at one unit without working time between are one block. */
function blocksOf(pieces: readonly Piece[], works: ReadonlyMap<string, readonly Span[]>, isDone: boolean): Block[] {
  const byHands = new Map<string, Piece[]>();
  for (const piece of pieces) {
    const key = piece.workerIds.join();
    byHands.set(key, [...(byHands.get(key) ?? []), piece]);
  }
  const blocks: Block[] = [];
  for (const list of byHands.values()) {
    list.sort((a, b) => a.fromMinutes - b.fromMinutes);
    let open: { block: Block; steps: ShopStep[] } | null = null;
    for (const piece of list) {
      const spans = works.get(piece.workerIds[0]!) ?? [];
      const follows =
        open &&
        open.block.unitId === piece.unitId &&
        open.block.held === piece.held &&
        minutesIn(spans, open.block.toMinutes, piece.fromMinutes) === 0;
      if (open && follows) {
        open.block.toMinutes = Math.max(open.block.toMinutes, piece.toMinutes);
        open.block.minutes += piece.minutes;
        if (piece.spentMinutes !== null) open.block.spentMinutes = (open.block.spentMinutes ?? 0) + piece.spentMinutes;
        open.block.stepKeys.push(piece.step.key);
        open.steps.push(piece.step);
        open.block.words = wordsFor(open.steps);
        continue;
      }
      const { step, ...rest } = piece;
      const id = `${isDone ? 'done' : 'plan'} ${piece.unitId} ${step.key} ${piece.workerIds.join()}`;
      const block: Block = { ...rest, id, stepKeys: [step.key], words: wordsFor([step]), isDone };
      open = { block, steps: [step] };
      blocks.push(block);
    }
  }
  return blocks;
}

/** When work of so many minutes that ended at a time was begun, going back over closings. */
function startBefore(spans: readonly Span[], endMinutes: number, minutes: number): number {
  let left = minutes;
  for (let at = Math.min(spanAt(spans, endMinutes), spans.length - 1); at >= 0; at--) {
    const end = Math.min(endMinutes, spans[at]!.toMinutes);
    const here = end - spans[at]!.fromMinutes;
    if (here <= 0) continue;
    if (here >= left) return end - left;
    left -= here;
  }
  return endMinutes - left;
}

/** What was ticked, laid back to back before the moment of each tick: nobody did two steps at once. */
function donePieces({ shop, units }: ShopWork, localMinutes: (iso: string) => number, expected: Expected): Piece[] {
  const workerOf = new Map(Object.values(shop.workers).map((worker) => [worker.name, worker]));
  const byWorker = new Map<string, Piece[]>();
  for (const unit of units)
    for (const step of unit.steps) {
      const worker = step.done && workerOf.get(step.done.by);
      if (!step.done || !worker) continue;
      const minutes = expected.get(unit.id)!.get(step.key)!;
      const spentMinutes = step.done.minutes ?? minutes;
      const toMinutes = localMinutes(step.done.at);
      const workerIds = [worker.id];
      const piece = {
        step,
        unitId: unit.id,
        workerIds,
        fromMinutes: toMinutes,
        toMinutes,
        minutes,
        spentMinutes,
        held: false,
      };
      byWorker.set(worker.id, [...(byWorker.get(worker.id) ?? []), piece]);
    }
  return [...byWorker].flatMap(([id, pieces]) => {
    const first = Math.min(...pieces.map((piece) => piece.toMinutes));
    const spans = worksOf(shop.workers[id]!, first - 28 * 24 * 60, 180);
    let next = Number.POSITIVE_INFINITY;
    // Stable, so that steps ticked in the same minute keep the order of the job.
    for (const piece of pieces.sort((a, b) => a.toMinutes - b.toMinutes).reverse()) {
      piece.toMinutes = Math.min(piece.toMinutes, next);
      piece.fromMinutes = startBefore(spans, piece.toMinutes, piece.spentMinutes ?? piece.minutes);
      next = piece.fromMinutes;
    }
    return pieces;
  });
}

type Expected = ReadonlyMap<string, ReadonlyMap<string, number>>;

function staysOf(question: CrewQuestion, plan: ReturnType<typeof planOf>, shop: Shop, nowMinutes: number): Stay[] {
  return question.jobs.flatMap((job): Stay[] => {
    const bayId = plan.bays[job.id] ?? shop.jobs[job.id]?.inBayId;
    const own = question.tasks.filter((task) => task.jobId === job.id && task.inBay && plan.placed[task.id]);
    if (!bayId || own.length === 0) return [];
    const from = Math.min(...own.map((task) => plan.placed[task.id]!.startMinutes));
    const toMinutes = Math.max(...own.map((task) => plan.placed[task.id]!.endMinutes));
    // What stands there already has stood there.
    return [
      { unitId: job.id, bayId, fromMinutes: job.inBayId === bayId ? Math.min(from, nowMinutes) : from, toMinutes },
    ];
  });
}

/** Why a step begins no sooner than it does, when everything that it waits for is done. */
function waitOf(
  question: CrewQuestion,
  plan: ReturnType<typeof planOf>,
  task: CrewQuestion['tasks'][number],
  open: readonly Span[],
  stays: readonly Stay[],
): { kind: WaitKind; lostMinutes: number; untilMinutes: number } | null {
  const at = plan.placed[task.id];
  if (!at) return null;
  const ready = Math.max(question.nowMinutes, ...task.after.map((id) => plan.placed[id]?.endMinutes ?? 0));
  const until = (kind: WaitKind, untilMinutes: number) => ({
    kind,
    untilMinutes,
    lostMinutes: minutesIn(open, ready, untilMinutes),
  });
  if (minutesIn(open, ready, at.startMinutes) === 0) return null;
  if (task.notBeforeMinutes > ready) return until('part', task.notBeforeMinutes);
  const { windows } = question.jobs.find((job) => job.id === task.jobId)!;
  const window = windows?.[spanAt(windows, at.startMinutes)];
  if (window && window.fromMinutes > ready && minutesIn(open, window.fromMinutes, at.startMinutes) === 0)
    return until('unavailable', at.startMinutes);
  const own = stays.find((stay) => stay.unitId === task.jobId);
  const before = stays
    .filter((stay) => own && stay.bayId === own.bayId && stay.toMinutes <= own.fromMinutes)
    .reduce((last, stay) => Math.max(last, stay.toMinutes), 0);
  return task.inBay && before > ready ? until('bay', before) : until('crew', at.startMinutes);
}

/** Waits that cost so much and more are told: for hands there is always a little. */
const TOLD_FROM_MIN: Record<WaitKind, number> = { part: 15, unavailable: 15, bay: 60, crew: 120 };

function waitsOf(
  work: ShopWork,
  question: CrewQuestion,
  plan: ReturnType<typeof planOf>,
  stays: readonly Stay[],
): Wait[] {
  const { shop, units, nowMinutes } = work;
  const open = joined(question.people.flatMap((person) => [...person.works]));
  const short = shortages(shop, units);
  const stepOf = new Map(
    units.flatMap((unit) => unit.steps.map((step) => [taskIdOf(unit.id, step.key), step.title] as const)),
  );
  const list: Wait[] = [];
  for (const task of question.tasks) {
    const stepKey = stepOfTask(task.id);
    const base = { unitId: task.jobId, stepKey, title: stepOf.get(task.id) ?? stepKey };
    const shortage =
      short
        .filter((each) => each.unitId === task.jobId && each.part.stepKeys.includes(stepKey))
        .sort((a, b) => b.inAtMinutes - a.inAtMinutes)[0] ?? null;
    if (task.notBeforeMinutes === Number.POSITIVE_INFINITY && shortage) {
      const words = `${shortage.part.name}: ${shortage.shortBy} short, and nobody has ordered enough`;
      list.push({ ...base, kind: 'part', lostMinutes: 0, untilMinutes: null, words, shortage });
      continue;
    }
    const wait = waitOf(question, plan, task, open, stays);
    if (!wait || wait.lostMinutes < TOLD_FROM_MIN[wait.kind]) continue;
    const until = whenText(wait.untilMinutes, nowMinutes);
    const words = {
      part: `${shortage?.part.name ?? 'A part'} is in on ${until}`,
      unavailable: `The unit is there again on ${until}`,
      bay: `Its bay is free on ${until}`,
      crew: `Whoever can do it is free on ${until}`,
    }[wait.kind];
    list.push({ ...base, ...wait, words, shortage: wait.kind === 'part' ? shortage : null });
  }
  // One row a unit and reason: the wait that costs most.
  const worst = new Map<string, Wait>();
  for (const wait of list) {
    const key = `${wait.unitId} ${wait.kind} ${wait.shortage?.part.key ?? ''}`;
    const known = worst.get(key);
    if (!known || known.lostMinutes < wait.lostMinutes) worst.set(key, wait);
  }
  const rank = (wait: Wait) => (wait.untilMinutes === null ? Number.POSITIVE_INFINITY : wait.lostMinutes);
  return [...worst.values()].sort((a, b) => (rank(a) === rank(b) ? 0 : rank(b) - rank(a)));
}

function jobLine(shop: Shop, unit: ShopUnit, expected: Expected, plan: ReturnType<typeof planOf>): JobLine {
  let readyMinutes: number | null = null;
  let [expectedMinutes, spentMinutes, done] = [0, 0, 0];
  for (const step of unit.steps) {
    const minutes = expected.get(unit.id)!.get(step.key)! * step.people;
    expectedMinutes += minutes;
    if (step.done) {
      done++;
      spentMinutes += step.done.minutes ?? minutes;
    }
    const at = plan.placed[taskIdOf(unit.id, step.key)];
    if (at) readyMinutes = Math.max(readyMinutes ?? 0, at.endMinutes);
  }
  const due = shop.jobs[unit.id]?.due ?? null;
  const dueMinutes = due === null ? null : minutesOf(due);
  const lateMinutes = dueMinutes !== null && readyMinutes !== null ? Math.max(0, readyMinutes - dueMinutes) : 0;
  return {
    unitId: unit.id,
    readyMinutes,
    dueMinutes,
    lateMinutes,
    expectedMinutes,
    spentMinutes,
    done,
    all: unit.steps.length,
  };
}

/** Everything on the board. `localMinutes` turns a stamp of the log into minutes on the shop's clock. */
export function boardOf(work: ShopWork, localMinutes: (iso: string) => number): Board {
  const { shop, units, learned, nowMinutes } = work;
  const question = crewQuestion(work);
  const plan = planOf(shop, question);
  const expected = expectedMinutes(units, learned);
  const stepOf = new Map(
    units.flatMap((unit) => unit.steps.map((step) => [taskIdOf(unit.id, step.key), step] as const)),
  );
  const works = new Map(question.people.map((person) => [person.id, person.works]));
  const planned = question.tasks.flatMap((task): Piece[] => {
    const at = plan.placed[task.id];
    const step = stepOf.get(task.id);
    if (!at || !step) return [];
    return [
      {
        step,
        unitId: unitOfTask(task.id),
        workerIds: at.personIds,
        fromMinutes: at.startMinutes,
        toMinutes: at.endMinutes,
        minutes: task.minutes,
        spentMinutes: null,
        held: shop.plan.steps[task.id]!.held,
      },
    ];
  });
  const longWorks = new Map(
    Object.values(shop.workers).map((worker) => [worker.id, worksOf(worker, nowMinutes - 60 * 24 * 60, 120)]),
  );
  const stays = staysOf(question, plan, shop, nowMinutes);
  return {
    question,
    blocks: [
      ...blocksOf(donePieces(work, localMinutes, expected), longWorks, true),
      ...blocksOf(planned, works, false),
    ],
    stays,
    waits: waitsOf(work, question, plan, stays),
    jobs: units.filter((unit) => shop.jobs[unit.id]).map((unit) => jobLine(shop, unit, expected, plan)),
    faults: faultsOf(question, plan),
  };
}

export interface CalendarEntry {
  id: string;
  from: string;
  to: string;
  title: string;
  place: string;
  words: string;
}

/** A person's or a bay's plan as calendar entries, times on the shop's clock. */
export function calendarOf(work: ShopWork, of: { workerId: string } | { bayId: string }): CalendarEntry[] {
  const board = boardOf(work, () => 0);
  const unitOf = new Map(work.units.map((unit) => [unit.id, unit]));
  const bayName = (unitId: string) => work.shop.bays[work.shop.plan.bays[unitId] ?? '']?.name ?? '';
  if ('bayId' in of)
    return board.stays
      .filter((stay) => stay.bayId === of.bayId)
      .map((stay) => {
        const unit = unitOf.get(stay.unitId)!;
        return {
          id: `${stay.bayId}-${stay.unitId}`,
          from: timeOf(stay.fromMinutes),
          to: timeOf(stay.toMinutes),
          title: `${unit.tag} ${unit.name}`,
          place: work.shop.bays[of.bayId]?.name ?? '',
          words: '',
        };
      });
  return board.blocks
    .filter((block) => !block.isDone && block.workerIds.includes(of.workerId))
    .sort((a, b) => a.fromMinutes - b.fromMinutes)
    .map((block) => {
      const unit = unitOf.get(block.unitId)!;
      const titles = unit.steps.filter((step) => block.stepKeys.includes(step.key)).map((step) => step.title);
      return {
        id: `${of.workerId}-${block.unitId}-${block.stepKeys[0]}`,
        from: timeOf(block.fromMinutes),
        to: timeOf(block.toMinutes),
        title: `${unit.tag}: ${block.words}`,
        place: bayName(block.unitId),
        words: titles.join('\n'),
      };
    });
}
