/** Moving work on the board by hand: where its steps come to lie, and what would be wrong with that, in words. */
import { type CrewQuestion, endAfter, OpenTime, type PlacedTask, type PlanFault, spanAt } from '../schedule/index.ts';
import { SKILL_NAMES, type Skill } from '../steps/index.ts';
import type { Block } from './board.ts';
import type { ShopDraft } from './shopOperations.ts';
import { type Shop, taskIdOf, unitOfTask } from './shopSchema.ts';
import { timeOf, whenText } from './shopTime.ts';
import type { ShopUnit } from './shopWork.ts';

/**
 * The steps of a block one after another from a time on, in the hours of whoever does them now. Null when these people
 * have no such hours.
 */
export function movedSteps(
  question: CrewQuestion,
  block: Pick<Block, 'unitId' | 'stepKeys'>,
  to: { startMinutes: number; workerIds: readonly string[] },
): Record<string, PlacedTask> | null {
  const open = new OpenTime(question).of(to.workerIds, block.unitId);
  const minutes = new Map(question.tasks.map((task) => [task.id, task.minutes]));
  const placed: Record<string, PlacedTask> = {};
  let time = to.startMinutes;
  for (const key of block.stepKeys) {
    const id = taskIdOf(block.unitId, key);
    const span = open[spanAt(open, time)];
    if (!span) return null;
    const startMinutes = Math.max(time, span.fromMinutes);
    const endMinutes = endAfter(open, startMinutes, minutes.get(id) ?? 0);
    if (endMinutes === Number.POSITIVE_INFINITY) return null;
    placed[id] = { startMinutes, endMinutes, personIds: to.workerIds };
    time = endMinutes;
  }
  return placed;
}

/** The operation that puts steps where a hand has moved them, and holds them there. */
export const holdSteps = (
  placed: Record<string, PlacedTask>,
  held = true,
): Extract<ShopDraft, { kind: 'setPlan' }> => ({
  kind: 'setPlan',
  bays: {},
  steps: Object.fromEntries(
    Object.entries(placed).map(([id, { startMinutes, endMinutes, personIds }]) => [
      id,
      { from: timeOf(startMinutes), to: timeOf(endMinutes), workerIds: [...personIds], held },
    ]),
  ),
});

/** Faults as sentences, one of each kind: of the same trouble at five steps it is enough to hear once. */
export function faultsInWords(faults: readonly PlanFault[], context: FaultContext): string[] {
  const byKind = new Map<string, PlanFault[]>();
  for (const fault of faults) byKind.set(fault.kind, [...(byKind.get(fault.kind) ?? []), fault]);
  return [...byKind.values()].map((list) => {
    const more = new Set(list.map((fault) => fault.taskId)).size - 1;
    const words = faultWords(list[0]!, context);
    return more === 0 ? words : `${words.slice(0, -1)}, and ${more} more like it.`;
  });
}

export interface FaultContext {
  shop: Shop;
  units: readonly ShopUnit[];
  question: CrewQuestion;
}

/** A fault as a sentence: "SR-07 Mount, rear begins before Final holes, rear has ended." */
export function faultWords(fault: PlanFault, { shop, units, question }: FaultContext): string {
  const name = (taskId: string) => {
    const unit = units.find((each) => each.id === unitOfTask(taskId));
    const step = unit?.steps.find((each) => taskIdOf(unit.id, each.key) === taskId);
    return `${unit?.tag ?? ''} ${step?.title ?? ''}`.trim();
  };
  const task = question.tasks.find((each) => each.id === fault.taskId);
  const own = name(fault.taskId);
  const other = fault.otherId ? name(fault.otherId) : '';
  switch (fault.kind) {
    case 'past':
      return `${own} begins in the past.`;
    case 'order':
      return `${own} begins before ${other} has ended.`;
    case 'part':
      return task && Number.isFinite(task.notBeforeMinutes)
        ? `${own} begins before its parts are in, ${whenText(task.notBeforeMinutes, question.nowMinutes)}.`
        : `${own} has parts that nobody has ordered.`;
    case 'skill':
      return `${own} needs somebody for ${SKILL_NAMES[task?.skill as Skill] ?? 'it'}.`;
    case 'people':
      return `${own} needs two people.`;
    case 'hours':
      return `${own} lies outside working hours.`;
    case 'window':
      return `${own}: the unit is not here all that time.`;
    case 'twice':
      return `${own} begins while the same person is at ${other}.`;
    case 'bay':
      return fault.otherId
        ? `${own} begins before ${units.find((unit) => unit.id === unitOfTask(fault.otherId!))?.tag} has left ${shop.bays[shop.plan.bays[unitOfTask(fault.taskId)] ?? '']?.name ?? 'the bay'}.`
        : `${own} has no bay that the unit fits into.`;
    default:
      return fault.kind satisfies never;
  }
}
