import { Select } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { type Board, clockOf, DAY_MIN, dateOf, dayName, dayStart, type ShopWork } from '../../core/shop/index.ts';
import { useSessionQuery } from '../app/api.ts';

const DAYS_AHEAD = 7;

/** On a phone: one person's own work, day after day, each a way to its steps. */
export function DayList({ work, board }: { work: ShopWork; board: Board }) {
  const { shop, units, nowMinutes } = work;
  const { data: session } = useSessionQuery();
  const workers = Object.values(shop.workers);
  const me = workers.find((worker) => worker.name === session?.person.name);
  const [chosen, setChosen] = useState<string | null>(null);
  const workerId = chosen ?? me?.id ?? workers[0]?.id;
  const own = board.blocks
    .filter((block) => !block.isDone && workerId !== undefined && block.workerIds.includes(workerId))
    .sort((a, b) => a.fromMinutes - b.fromMinutes);
  const days = Array.from({ length: DAYS_AHEAD }, (_, at) => dayStart(nowMinutes) + at * DAY_MIN)
    .map((day) => ({ day, blocks: own.filter((block) => block.fromMinutes < day + DAY_MIN && block.toMinutes > day) }))
    .filter(({ blocks }) => blocks.length > 0);
  return (
    <section className="day-list" aria-label="Work by day">
      <Select
        size="large"
        aria-label="Whose work"
        value={workerId}
        options={workers.map((worker) => ({ value: worker.id, label: worker.name }))}
        onChange={setChosen}
      />
      {days.length === 0 && <p className="empty">Nothing planned in the next seven days.</p>}
      {days.map(({ day, blocks }) => (
        <section key={day} aria-label={dayName(day)}>
          <h2>
            {dayName(day)} {Number(dateOf(day).slice(8))}
          </h2>
          {blocks.map((block) => {
            const unit = units.find((each) => each.id === block.unitId);
            const others = block.workerIds.filter((id) => id !== workerId).map((id) => shop.workers[id]?.name);
            return (
              <Link key={block.id} to={`/unit/${block.unitId}/build`} className="day-block">
                <span className="mono">
                  {block.fromMinutes < day ? 'goes on' : clockOf(block.fromMinutes)}
                  <br />
                  {block.toMinutes > day + DAY_MIN ? 'next day' : clockOf(block.toMinutes)}
                </span>
                <span>
                  <b>{unit?.tag}</b> {shop.bays[shop.plan.bays[block.unitId] ?? '']?.name}
                  <br />
                  {block.words}
                  {others.length > 0 && <small className="muted"> with {others.join(', ')}</small>}
                </span>
              </Link>
            );
          })}
        </section>
      ))}
    </section>
  );
}
