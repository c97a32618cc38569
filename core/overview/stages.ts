/** How far a unit is along its track: a share and a few words for each of the eight stages. */

import { type Build, lights, STAGES, type Stage } from '../document/index.ts';
import { slotWhen, unfedLamps } from '../graph/index.ts';
import { litHousings } from '../place/index.ts';
import { capChecks, provingCount } from '../prove/index.ts';
import type { Assessment } from '../rules/index.ts';
import { jobSteps } from '../steps/index.ts';
import { partsList } from '../work/index.ts';

export interface StageProgress {
  stage: Stage;
  /** 0 to 1. */
  share: number;
  words: string;
}

const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;
const part = (done: number, of: number): number => (of === 0 ? 0 : done / of);

/** Progress of every stage, in track order. */
export function stageProgress(build: Build, assessment: Assessment): StageProgress[] {
  const slots = Object.values(build.slots);
  const read = slots.filter((slot) => slotWhen(slot, build.electrics.systemVoltageV) !== 'unread').length;
  const lamps = lights(build);
  const mounted = litHousings(build).length;
  const unfed = unfedLamps(build).length;
  const shown = new Set(Object.values(build.functions).flatMap((each) => Object.keys(each.shows)));
  const withPattern = lamps.filter((lamp) => shown.has(lamp.id)).length;
  const missing = partsList(build, assessment.feeds).filter((line) => line.missing).length;
  const steps = jobSteps(build, assessment.feeds);
  const ticked = steps.filter((step) => build.ticks[step.key]).length;
  const { stops, passed } = provingCount(build, assessment.feeds);
  // Ends that wait capped are fed though nothing hangs there, and tried with a test lamp.
  const caps = capChecks(build);
  const tried = caps.filter(({ key }) => build.checks[key]?.result === 'good').length;
  const placeFindings = assessment.findings.filter((finding) => ['M26', 'M33'].includes(finding.code)).length;
  const surveyDone = (build.electrics.surveyed ? 1 : 0) + read;
  const surveyAll = 1 + slots.length;

  const progress: Record<Stage, Omit<StageProgress, 'stage'>> = {
    survey: {
      share: slots.length === 0 ? (build.electrics.surveyed ? 0.5 : 0) : part(surveyDone, surveyAll),
      words:
        slots.length === 0
          ? 'no slots yet'
          : read === slots.length
            ? count(read, 'slot')
            : `${read} of ${slots.length} read`,
    },
    place: {
      share: mounted === 0 ? 0 : placeFindings > 0 ? 0.9 : 1,
      words: mounted === 0 ? '' : count(mounted, 'lamp'),
    },
    feed: {
      share: part(lamps.length - unfed + caps.length, lamps.length + caps.length),
      words:
        lamps.length + caps.length === 0 ? '' : unfed > 0 ? `${unfed} unfed` : count(assessment.feeds.length, 'feed'),
    },
    flash: {
      share: part(withPattern, lamps.length),
      words: lamps.length === 0 ? '' : `${withPattern} of ${lamps.length} set`,
    },
    parts: {
      share: assessment.feeds.length === 0 ? 0 : missing > 0 ? 0.8 : 1,
      words: missing > 0 ? `${count(missing, 'kit')} missing` : '',
    },
    build: { share: part(ticked, steps.length), words: steps.length === 0 ? '' : `${ticked} of ${steps.length}` },
    prove: {
      share: part(passed + tried, stops + caps.length),
      words: stops + caps.length === 0 ? '' : `${passed + tried} of ${stops + caps.length}`,
    },
    handover: { share: build.handedOver ? 1 : 0, words: build.handedOver ? 'done' : '' },
  };
  return STAGES.map((stage) => ({ stage, ...progress[stage] }));
}

/** The stage at which the unit stands: the furthest that was begun, or the next when that one is done. */
export function currentStage(progress: readonly StageProgress[]): Stage {
  const begun = progress.findLastIndex((each) => each.share > 0);
  if (begun < 0) return 'survey';
  const isDone = progress[begun]!.share === 1;
  return STAGES[Math.min(STAGES.length - 1, isDone ? begun + 1 : begun)]!;
}
