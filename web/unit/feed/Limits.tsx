import type { AssessedFeed } from '../../../core/circuit/index.ts';

/** Every element in series against the fuse: the smallest rated one decides. */
export function Limits({ assessed: { feed, figures } }: { assessed: AssessedFeed }) {
  const most = Math.max(...figures.limits.map((limit) => limit.limitA), feed.fuse.ratingA * 1.2);
  return (
    <ul className="limits">
      {figures.limits.map((limit) => {
        const weak = limit.limitA < limit.deviceRatingA;
        return (
          <li key={limit.name} title={limit.reason} className={weak ? 'weak' : limit.kind === 'fuse' ? 'fuse' : ''}>
            <span>{limit.name}</span>
            <i>
              <i style={{ width: `${(limit.limitA / most) * 100}%` }} />
              <b style={{ left: `${(figures.maximumA / most) * 100}%` }} />
              <em style={{ left: `${(feed.fuse.ratingA / most) * 100}%` }} />
            </i>
            <span className="mono">{limit.limitA.toFixed(limit.limitA % 1 ? 1 : 0)} A</span>
          </li>
        );
      })}
      <li className="legend">
        <span />
        <small>
          ▍load {figures.maximumA.toFixed(1)} A, dashed: fuse {feed.fuse.ratingA} A
          {figures.weakest ? `; weakest: ${figures.weakest.name}` : ''}
        </small>
      </li>
    </ul>
  );
}
