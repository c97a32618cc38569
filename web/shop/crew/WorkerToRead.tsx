import type { Worker } from '../../../core/shop/index.ts';
import { SKILL_NAMES } from '../../../core/steps/index.ts';
import { DAYS, daysWords, hoursOf, hoursWords } from './crewWords.ts';
import { Initial } from './Initial.tsx';

/** For whoever may look and not change. */
export function WorkerToRead({ worker }: { worker: Worker }) {
  return (
    <article className="worker to-read" aria-label={worker.name}>
      <div className="worker-head">
        <Initial worker={worker} />
        <b>{worker.name}</b>
        <span>{worker.skills.map((skill) => SKILL_NAMES[skill]).join(', ') || 'helps'}</span>
        <span className="mono">{hoursOf(worker.week).toFixed(1)} h a week</span>
      </div>
      <div className="worker-week">
        {worker.week.map((day, at) => (
          <div key={DAYS[at]} className="day-hours">
            <span>{DAYS[at]}</span>
            {hoursWords(day) || 'free'}
          </div>
        ))}
      </div>
      {worker.away.length > 0 && <p className="worker-away muted">Away {worker.away.map(daysWords).join('; ')}</p>}
    </article>
  );
}
