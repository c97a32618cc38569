/** Findings about the order of work and about what was built otherwise than planned: M29 (of steps), V2, V3. */
import { type OperationDraft, type StepOrder, USUAL_ORDER } from '../../document/index.ts';
import { type Break, breakKey, breaksOfOrder, breaksOfTicks, jobSteps, type Step } from '../../steps/index.ts';
import { mm, plain, say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit } from '../finding.ts';

const lampsOf = ({ first, next }: Break) => [...new Set([...first.lampIds, ...next.lampIds])];

function brokenPlan(steps: readonly Step[], order: StepOrder): Hit[] {
  if (order.keys.length === 0) return [];
  return breaksOfOrder(steps)
    .filter((each) => order.reasons[breakKey(each)] === undefined)
    .map(
      (each): Hit => ({
        message: say`${each.next.title} is planned before ${each.first.title}.`,
        reason: plain(each.rule.reason),
        lampIds: lampsOf(each),
        waysOut: [{ label: say`Back to the usual order`, operations: [{ kind: 'orderSteps', order: USUAL_ORDER }] }],
      }),
    );
}

/** Ticks against a rule that has a finding of its own are left to that one. */
function brokenWork(steps: readonly Step[], { build }: CheckContext): Hit[] {
  const tick = (stepKey: string, done: boolean): OperationDraft => ({ kind: 'tickStep', stepKey, done });
  return breaksOfTicks(steps, build.ticks)
    .filter((each) => each.rule.code === 'M29' && build.stepOrder.reasons[breakKey(each)] === undefined)
    .map(
      (each): Hit => ({
        message: say`${each.next.title} is ticked, and ${each.first.title} is not.`,
        reason: plain(each.rule.reason),
        lampIds: lampsOf(each),
        waysOut: [
          { label: say`That was done: tick it`, operations: [tick(each.first.key, true)] },
          { label: say`Take the tick back`, operations: [tick(each.next.key, false)] },
        ],
      }),
    );
}

function outOfOrder(context: CheckContext): Hit[] {
  const { ticks, stepOrder } = context.build;
  if (Object.keys(ticks).length === 0 && stepOrder.keys.length === 0) return [];
  const steps = jobSteps(context.build, context.feeds);
  return [...brokenPlan(steps, stepOrder), ...brokenWork(steps, context)];
}

function builtOtherwise({ build }: CheckContext): Hit[] {
  return Object.entries(build.measured)
    .filter(([, measure]) => measure.state === 'off')
    .map(([key, { label, plannedMm, toleranceMm, valueMm, by, target }]): Hit => {
      return {
        message: say`${label}: built at ${mm(valueMm)}, planned at ${mm(plannedMm)}, ${mm(Math.abs(valueMm - plannedMm))} off where ${mm(toleranceMm)} is allowed.`,
        reason: say`Measured by ${by}. Until it is settled, plan and unit say different things.`,
        lampIds: target.kind === 'lamp' && build.lamps[target.lampId] ? [target.lampId] : [],
        waysOut: [
          { label: say`Take it as built`, operations: [{ kind: 'settleMeasure', key, accept: true }] },
          { label: say`To be made as planned`, operations: [{ kind: 'settleMeasure', key, accept: false }] },
        ],
      };
    });
}

const openProblems = ({ build }: CheckContext): Hit[] =>
  Object.values(build.problems)
    .filter((problem) => problem.solved === null)
    .map(
      (problem): Hit => ({
        message: plain(problem.words),
        reason: say`Said by ${problem.by} at the step. Whoever comes next finds the same.`,
        waysOut: [
          { label: say`It is solved`, operations: [{ kind: 'solveProblem', problemId: problem.id, words: 'solved' }] },
        ],
      }),
    );

/** Asked anew after every tick and measure. */
export const WORK_ORDER_RULES: readonly FindingRule[] = [
  {
    code: 'M29',
    stages: ['build'],
    severity: 'caution',
    title: 'Planned or done out of order',
    reason: 'What has to be done before a hole, a bracket or a cover cannot be done after it.',
    wayOut: 'Back to the usual order, or say why not',
    source: 'Common practice, no source',
    check: outOfOrder,
  },
  {
    code: 'V2',
    stages: ['build', 'place'],
    severity: 'caution',
    title: 'Built otherwise than planned',
    reason: 'Until it is settled, plan and unit say different things.',
    wayOut: 'Take it as built, or have it made as planned',
    source: 'The figures as built against the build',
    check: builtOtherwise,
  },
  {
    code: 'V3',
    stages: ['build'],
    severity: 'caution',
    title: 'A problem at a step waits for an answer',
    reason: 'Whoever comes next finds the same.',
    wayOut: 'Answer it',
    source: 'What was said at the step',
    check: openProblems,
  },
];
