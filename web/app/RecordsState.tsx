import { Link } from 'react-router';
import { useRecordsQuery } from './api.ts';

/** An hour is young for a backup, a day is as planned, more is a matter for somebody. */
const TOO_OLD_H = 36;

const ageWords = (hours: number): string =>
  hours < 48 ? `${Math.max(1, Math.round(hours))} h ago` : `${Math.round(hours / 24)} days ago`;

/** How the shop's records are kept: the last backup, and those that cannot be read. Asked for when the menu opens. */
export function RecordsState() {
  const { data } = useRecordsQuery(undefined, { refetchOnMountOrArgChange: true });
  if (!data) return null;
  const { backup, damaged } = data;
  return (
    <div className="records">
      <div className="choice">
        <span>Last backup</span>
        {backup === null ? (
          <span className="state muted">none yet, one every night</span>
        ) : (
          <span className={backup.ageH > TOO_OLD_H ? 'state caution' : 'state ok'}>
            {backup.ageH > TOO_OLD_H ? '⚠' : '✓'} {ageWords(backup.ageH)}
          </span>
        )}
      </div>
      {damaged.map((unit) => (
        <p key={unit.id} className="state stop">
          <Link to={`/unit/${unit.id}`}>{unit.tag}</Link>: {unit.damaged}
        </p>
      ))}
    </div>
  );
}
