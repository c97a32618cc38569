export { type CrewPlan, type CrewQuestion, type CrewTask, OpenTime, type PlacedTask } from './crew.ts';
export { faultsOf, type PlanFault } from './crewFaults.ts';
export { keptOf, movedBetween, type Repair, repairPlan } from './crewRepair.ts';
export { type CrewAnswer, planCrew } from './crewSearch.ts';
export { xorshift } from './random.ts';
export { PlanQuestion, planTasks } from './schedule.ts';
export { endAfter, joined, minutesIn, type Span, spanAt, without } from './spans.ts';
