import { PrinterOutlined } from '@ant-design/icons';
import { clockOf, dateOf, dayName, dayStart, weekday } from '../../../core/shop/index.ts';
import type { Axis } from './axis.ts';

export function AxisHead({ axis, nowMinutes }: { axis: Axis; nowMinutes: number | null }) {
  const hours = [12, 15].filter((hour) => hour * 60 > axis.openMinutes && hour * 60 < axis.closeMinutes);
  return (
    <div className="axis-head">
      <div className="row-label" />
      <div className="lane">
        {axis.days.map((day, at) => (
          <div
            key={day}
            className={`day ${nowMinutes !== null && dayStart(nowMinutes) === day ? 'is-today' : ''}`}
            style={{ left: at * axis.dayPx, width: axis.dayPx }}
          >
            <b>
              {dayName(day)} {Number(dateOf(day).slice(8))}
            </b>
            <a
              href={`/api/shop/day.pdf?date=${dateOf(day)}`}
              target="_blank"
              rel="noreferrer"
              aria-label={`Day sheet, ${dayName(day)} ${Number(dateOf(day).slice(8))}`}
              title="Day sheet"
            >
              <PrinterOutlined aria-hidden />
            </a>
            {hours.map((hour) => (
              <span key={hour} style={{ left: axis.x(day + hour * 60) - at * axis.dayPx }}>
                {hour}
              </span>
            ))}
          </div>
        ))}
        {nowMinutes !== null && weekday(nowMinutes) < axis.days.length && (
          <span
            className={`now-chip ${nowMinutes - dayStart(nowMinutes) >= axis.closeMinutes ? 'is-after' : ''}`}
            style={{ left: axis.x(nowMinutes) }}
          >
            {clockOf(nowMinutes)}
          </span>
        )}
      </div>
    </div>
  );
}
