import { CalendarOutlined } from '@ant-design/icons';
import { minutesIn } from '../../../core/schedule/index.ts';
import { type Board as BoardData, DAY_MIN, type ShopWork } from '../../../core/shop/index.ts';
import { SKILL_NAMES } from '../../../core/steps/index.ts';

export function PersonLabel({
  board,
  worker,
  weekMinutes,
}: {
  board: BoardData;
  worker: ShopWork['shop']['workers'][string];
  weekMinutes: number;
}) {
  const works = board.question.people.find((person) => person.id === worker.id)?.works ?? [];
  const end = weekMinutes + 7 * DAY_MIN;
  const all = minutesIn(works, weekMinutes, end);
  const busy = board.blocks
    .filter((block) => block.workerIds.includes(worker.id))
    .reduce(
      (sum, block) => sum + minutesIn(works, Math.max(block.fromMinutes, weekMinutes), Math.min(block.toMinutes, end)),
      0,
    );
  const share = all === 0 ? 0 : Math.min(1, busy / all);
  return (
    <div className="row-label person-label">
      <div>
        <b>{worker.name.split(' ')[0]}</b>
        <a
          href={`/api/shop/workers/${worker.id}/calendar.ics`}
          aria-label={`Calendar of ${worker.name}`}
          title="Calendar file"
        >
          <CalendarOutlined aria-hidden />
        </a>
      </div>
      <small>{worker.skills.map((skill) => SKILL_NAMES[skill]).join(', ') || 'helps'}</small>
      <span className="mono">
        {(busy / 60).toFixed(1)} of {(all / 60).toFixed(1)} h
      </span>
      <span className="load">
        <i style={{ width: `${share * 100}%` }} />
      </span>
    </div>
  );
}
