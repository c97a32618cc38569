/** Planning a crew's week takes a second or two: it is done beside the page. */
import { expose } from 'comlink';
import {
  type CrewAnswer,
  type CrewPlan,
  type CrewQuestion,
  keptOf,
  movedBetween,
  planCrew,
  type Repair,
  repairPlan,
} from '../../core/schedule/index.ts';

const CLOCK = { now: () => performance.now() };

const worker = {
  /** The whole week made anew; what was put somewhere by hand, and what is under way, stays. */
  plan(question: CrewQuestion, old: Pick<CrewPlan, 'placed' | 'bays'>, held: ReadonlySet<string>): Repair {
    const answer: CrewAnswer = planCrew(question, CLOCK, keptOf(question, old, held));
    return { ...answer, movedIds: movedBetween(old.placed, answer.plan.placed) };
  },
  repair: (question: CrewQuestion, old: Pick<CrewPlan, 'placed' | 'bays'>, held: ReadonlySet<string>): Repair =>
    repairPlan(question, old, held, CLOCK),
};
export type ShopWorker = typeof worker;
expose(worker);
