import { Button } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { expectationOf, whenText } from '../../../core/shop/index.ts';
import { hoursText } from '../../../core/work/index.ts';
import { JobFields } from './JobFields.tsx';
import type { SidePanelProps, UnitSeen } from './sidePanelProps.ts';

export function UnitCard({ shop, board, unit, onUnit }: SidePanelProps & { unit: UnitSeen }) {
  const [editing, setEditing] = useState(false);
  const job = board.jobs.find((each) => each.unitId === unit.id);
  const { nowMinutes } = shop.work;
  const expected = expectationOf(unit, shop.data.units, shop.data.learned);
  return (
    <section aria-label={unit.tag} className="unit-card">
      <header>
        <h2>
          <b className="ember">{unit.tag}</b> {unit.name}
        </h2>
        <Button type="text" size="small" onClick={() => onUnit(null)} aria-label="Show all units">
          ×
        </Button>
      </header>
      {job && (
        <>
          <span className="progress" aria-hidden>
            <i style={{ width: `${(job.done / Math.max(1, job.all)) * 100}%` }} />
          </span>
          {job.all === 0 && <p className="muted">Its steps follow from lamps and feeds: place lamps first.</p>}
          <p>
            {job.done} of {job.all} steps
            {job.readyMinutes !== null && (
              <>
                , ready <b>{whenText(job.readyMinutes, nowMinutes)}</b>
              </>
            )}
          </p>
          {job.lateMinutes > 0 && job.dueMinutes !== null && (
            <p className="state caution">
              ⚠ {hoursText(job.lateMinutes)} after {whenText(job.dueMinutes, nowMinutes)}
            </p>
          )}
          <p className="muted">
            {hoursText(expected.minutes)} in all, usually {hoursText(expected.low)} to {hoursText(expected.high)}
            {expected.from.length > 0 && `, learned from ${expected.from.join(', ')}`}
          </p>
        </>
      )}
      <p className="card-links">
        <Link to={`/unit/${unit.id}/build`}>Open its steps</Link>
        <a href={`/api/units/${unit.id}/quote.pdf`} target="_blank" rel="noreferrer">
          Quote
        </a>
        {shop.mayPlan && (
          <button type="button" className="way" onClick={() => setEditing(!editing)}>
            {editing ? 'Close' : 'Due date, windows'}
          </button>
        )}
      </p>
      {editing && <JobFields shop={shop} unitId={unit.id} />}
    </section>
  );
}
