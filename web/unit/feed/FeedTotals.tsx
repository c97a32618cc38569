import { type AssessedFeed, farEndName } from '../../../core/circuit/index.ts';
import { gaugeName } from '../../../core/units/index.ts';
import { useUnit } from '../useUnit.ts';

/** What the feeds come to together, while none is chosen. */
export function FeedTotals({ feeds }: { feeds: readonly AssessedFeed[] }) {
  const { build } = useUnit();
  const sum = (of: (each: AssessedFeed) => number) => feeds.reduce((all, each) => all + of(each), 0);
  const lossOf = ({ figures }: AssessedFeed) => figures.dropV / figures.dropBudgetV;
  const worst = feeds.reduce((most, each) => (lossOf(each) > lossOf(most) ? each : most));
  const sections = feeds.flatMap(({ feed, figures }) => figures.sections.map((section) => ({ feed, section })));
  const heat = ({ section }: (typeof sections)[number]) => section.currentA / section.ampacityA;
  const hottest = sections.length > 0 ? sections.reduce((most, each) => (heat(each) > heat(most) ? each : most)) : null;
  return (
    <section className="feed-totals" aria-label="All feeds together">
      <div className="three-figures">
        <div>
          <span>On the mean</span>
          <b className="mono">{sum(({ figures }) => figures.averageA).toFixed(1)} A</b>
        </div>
        <div>
          <span>All lit</span>
          <b className="mono">{sum(({ figures }) => figures.maximumA).toFixed(1)} A</b>
        </div>
        <div>
          <span>Wire</span>
          <b className="mono">{(sum(({ figures }) => figures.cutLengthMm) / 1000).toFixed(0)} m</b>
        </div>
      </div>
      <p className="why">
        Most lost: {worst.feed.fuse.name} at {farEndName(build, worst.figures) || 'its lamps'},{' '}
        {Math.round(100 * lossOf(worst))} % of what it may lose.
        {hottest &&
          ` Hottest wire: ${gaugeName(hottest.section.wire.table, hottest.section.wire.gauge)} of ${hottest.feed.fuse.name}, ${Math.round(100 * heat(hottest))} % of what it carries.`}
      </p>
    </section>
  );
}
