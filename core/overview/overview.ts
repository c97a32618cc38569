/** Everything shown of a unit that is derived from its build, computed in one go (in the browser: in a worker). */

import { type Body, bodyOf } from '../body/index.ts';
import type { AssessedFeed } from '../circuit/index.ts';
import type { Build } from '../document/index.ts';
import { type ProvingStop, provingStops } from '../prove/index.ts';
import { assess, type Finding } from '../rules/index.ts';
import { jobSteps, type Step } from '../steps/index.ts';
import { type PartLine, partsList } from '../work/index.ts';
import { type StageProgress, stageProgress } from './stages.ts';

export interface Overview {
  feeds: AssessedFeed[];
  findings: Finding[];
  progress: StageProgress[];
  parts: PartLine[];
  steps: Step[];
  stops: ProvingStop[];
}

export function overviewOf(build: Build, body: Body = bodyOf(build)): Overview {
  const assessment = assess(build, body);
  const { feeds, findings } = assessment;
  return {
    feeds,
    findings,
    progress: stageProgress(build, assessment),
    parts: partsList(build, feeds),
    steps: jobSteps(build, feeds),
    stops: provingStops(build, feeds),
  };
}
