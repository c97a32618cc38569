import { type Board, type JobLine, whenText } from '../../../core/shop/index.ts';
import { hoursText } from '../../../core/work/index.ts';
import type { UnitSeen } from './sidePanelProps.ts';

function readyWords(job: JobLine, nowMinutes: number): string {
  if (job.all === 0) return 'no steps';
  return job.readyMinutes === null ? 'not planned' : whenText(job.readyMinutes, nowMinutes);
}

/** Every unit on the board by when it is ready: what one says on Monday. */
export function Lateness({
  board,
  units,
  nowMinutes,
  onUnit,
}: {
  board: Board;
  units: ReadonlyMap<string, UnitSeen>;
  nowMinutes: number;
  onUnit(unitId: string): void;
}) {
  const open = board.jobs
    .filter((job) => job.done < job.all || job.all === 0)
    .sort((a, b) => (a.readyMinutes ?? Number.POSITIVE_INFINITY) - (b.readyMinutes ?? Number.POSITIVE_INFINITY));
  return (
    <section aria-label="Ready">
      <h2>
        Ready <span className="muted">{open.length} in work</span>
      </h2>
      <ul className="ready-list">
        {open.map((job) => (
          <li key={job.unitId}>
            <button type="button" onClick={() => onUnit(job.unitId)}>
              <b>{units.get(job.unitId)?.tag}</b>
              <span className="mono">{readyWords(job, nowMinutes)}</span>
              {job.lateMinutes > 0 ? (
                <span className="state caution">⚠ {hoursText(job.lateMinutes)} late</span>
              ) : (
                <span className="muted">
                  {job.dueMinutes === null ? 'no date' : `due ${whenText(job.dueMinutes, nowMinutes)}`}
                </span>
              )}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
