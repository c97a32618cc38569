import { isRun } from '../../../../core/graph/index.ts';
import { formatLength } from '../../../../core/units/index.ts';
import type { SourceRow, TriedSource } from '../../../../core/work/index.ts';
import { useUnit } from '../../useUnit.ts';
import { sizeRange } from '../sizeRange.ts';
import { ampsText } from './words.ts';

/** What lamps come to on the source that they are held over, as figures along the line. */
export function HeldFigures({ row, tried, restA }: { row: SourceRow; tried: TriedSource; restA: number }) {
  const { preferences } = useUnit();
  const { feed, figures } = tried.assessed;
  const isOver = figures.dropV > figures.dropBudgetV;
  const withRestA = row.crewA + figures.maximumA + restA;
  const isTooMuch = row.limitA !== null && row.ownA + withRestA > row.limitA;
  const lines: [string, string, boolean?][] = [
    ['load', `${ampsText(figures.maximumA)} A`],
    ['fuse', feed.ownFuse ? `its own ${feed.fuse.ratingA} A` : `${feed.fuse.ratingA} A`],
    ['way', formatLength(figures.longestRunMm, preferences.length)],
    ['wire', sizeRange(figures.sections.map(({ wire }) => wire).filter(isRun))],
    ['lost', `${figures.dropV.toFixed(2)} of ${figures.dropBudgetV.toFixed(2)} V`, isOver],
    [
      'hangs there',
      row.crewA > 0 ? `${row.crewA.toFixed(1)} A` : row.ownA > 0 ? row.own || 'its own load' : 'nothing yet',
    ],
    ...(restA > 0 && row.limitA !== null
      ? ([['with the rest', `${(row.ownA + withRestA).toFixed(1)} of ${row.limitA} A`, isTooMuch]] as [
          string,
          string,
          boolean,
        ][])
      : []),
  ];
  return (
    <dl>
      {lines.map(([name, value, isBad]) => (
        <div key={name} className={isBad ? 'over' : undefined}>
          <dt>{name}</dt>
          <dd className="mono">{value}</dd>
        </div>
      ))}
    </dl>
  );
}
