import { furtherJobs, type Lamp } from '../../../core/document/index.ts';
import { unfedLamps } from '../../../core/graph/index.ts';
import { jobName } from '../../../core/place/index.ts';
import { LIGHT } from '../../ui/tokens.ts';
import { useUnit } from '../useUnit.ts';

/** The jobs of a lamp that has several: each with its colour, its lead, its amps, and whether it is fed. */
export function JobRows({ lamp }: { lamp: Lamp }) {
  const { build } = useUnit();
  const unfed = new Set(unfedLamps(build).map(({ id }) => id));
  return (
    <div className="form-row">
      <span>Jobs</span>
      <ul className="job-rows" aria-label={`Jobs of ${lamp.tag}`}>
        {[lamp, ...furtherJobs(build, lamp.id)].map((job) => {
          const model = build.models[job.modelKey]!;
          const lead = model.leads.find(({ purpose }) => purpose === 'feed')?.colour;
          return (
            <li key={job.id}>
              <i style={{ background: LIGHT[job.colour] }} aria-hidden />
              <b>{job.tag}</b> {[jobName(build, job), job.colour].filter(Boolean).join(', ')}
              <span className="muted">
                {lead} lead, <span className="mono">{model.maximumA.toFixed(2)} A</span>,{' '}
                {unfed.has(job.id) ? 'not fed yet' : 'fed'}
              </span>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
