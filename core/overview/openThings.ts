/** Everything that is open on a unit when it goes out, with its weight and the place where it is settled. */
import type { Build, Stage } from '../document/index.ts';
import { programmingTasks } from '../flash/index.ts';
import { tagList } from '../place/index.ts';
import { openItems } from '../prove/index.ts';
import { isOpen } from '../rules/index.ts';
import { inWords, type ReaderUnits } from '../units/index.ts';
import type { Overview } from './overview.ts';

export interface OpenThing {
  words: string;
  weight: 'stop' | 'caution' | 'work';
  stage: Stage;
}

/** By weight: what stops, what cautions, what is still to be done. Empty only when nothing whatever is open. */
export function openThings(build: Build, overview: Overview, units?: ReaderUnits): OpenThing[] {
  const findings = overview.findings.filter((finding) => isOpen(finding));
  const told = (severity: 'stop' | 'caution') =>
    findings
      .filter((finding) => finding.severity === severity)
      .map(
        (finding): OpenThing => ({
          words: inWords(finding.message, units),
          weight: severity,
          stage: finding.stages[0]!,
        }),
      );
  const unticked = overview.steps.filter((step) => !build.ticks[step.key]).length;
  const unset = programmingTasks(build).filter((task) => !task.done);
  const work = (stage: Stage, words: string | false): OpenThing[] => (words ? [{ words, weight: 'work', stage }] : []);
  return [
    ...told('stop'),
    ...told('caution'),
    ...work('build', unticked > 0 && `${unticked} ${unticked === 1 ? 'step' : 'steps'} not ticked`),
    ...work(
      'flash',
      unset.length > 0 &&
        `${tagList(unset.map(({ lamp }) => lamp.tag))} not set to ${unset.length === 1 ? 'its' : 'their'} pattern`,
    ),
    // Findings that stop stand above already.
    ...openItems(build, overview.stops, []).flatMap((words) => work('prove', words)),
    ...work('prove', build.signOff === null && 'nobody has signed that it is proven'),
  ];
}
