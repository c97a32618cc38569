/** Planning a crew's week takes a second or two: it is done beside the page. */
import { expose } from 'comlink';
import {
  type CrewAnswer,
  type CrewPlan,
  type CrewQuestion,
  movedBetween,
  planCrew,
  type Repair,
  repairPlan,
  underWay,
} from '../../core/schedule/index.ts';

const worker = {
  /** The whole week made anew; what was put somewhere by hand, and what is under way, stays. */
  plan(question: CrewQuestion, old: Pick<CrewPlan, 'placed' | 'bays'>, held: ReadonlySet<string>): Repair {
    const begun = underWay(question, old.placed);
    const kept = Object.fromEntries(Object.entries(old.placed).filter(([id]) => held.has(id) || begun.has(id)));
    const answer: CrewAnswer = planCrew(question, {}, kept);
    return { ...answer, movedIds: movedBetween(old.placed, answer.plan.placed) };
  },
  repair: (question: CrewQuestion, old: Pick<CrewPlan, 'placed' | 'bays'>, held: ReadonlySet<string>): Repair =>
    repairPlan(question, old, held),
};
export type ShopWorker = typeof worker;
expose(worker);
