import { memo, useMemo } from 'react';
import { expectedMinutes, type Run, runsOf, type ShopUnit, type ShopWork } from '../../core/shop/index.ts';
import { type StepKind, wrightUnit } from '../../core/steps/index.ts';

/** What a run is looked at by. */
const PARTS: { name: string; kinds: readonly StepKind[] }[] = [
  { name: 'Bench and loose test', kinds: ['isolate', 'bench', 'loose', 'trimOff', 'program'] },
  { name: 'Holes and mounts', kinds: ['pilot', 'drill', 'mount'] },
  { name: 'Wire and joints', kinds: ['run', 'join', 'pull', 'insulate', 'ties'] },
  { name: 'Prove and close', kinds: ['prove', 'trimOn', 'close', 'fuse'] },
];
const BAR = { widthPx: 26, gapPx: 8, heightPx: 78, headPx: 16, footPx: 16 };

interface Bar {
  tag: string;
  spent: number | null;
  expected: number;
}

/** Units alike, one after another: what each took, what the next will. */
export const Learning = memo(function Learning({ work }: { work: ShopWork }) {
  const run = useMemo(
    () => runsOf(work.units, work.learned).sort((a, b) => b.units.length - a.units.length)[0] ?? null,
    [work.units, work.learned],
  );
  if (!run) return null;
  return <RunStrip run={run} work={work} />;
});

function RunStrip({ run, work }: { run: Run; work: ShopWork }) {
  const expected = useMemo(() => expectedMinutes(work.units, work.learned), [work.units, work.learned]);
  const minutes = (unit: ShopUnit, kinds: readonly StepKind[]) => {
    const steps = unit.steps.filter((step) => kinds.includes(step.kind));
    const done = steps.length > 0 && steps.every((step) => step.done?.minutes != null);
    return {
      spent: done ? steps.reduce((sum, step) => sum + step.done!.minutes!, 0) : null,
      expected: steps.reduce((sum, step) => sum + expected.get(unit.id)!.get(step.key)!, 0),
    };
  };
  const charts = PARTS.map(({ name, kinds }) => ({
    name,
    bars: run.units.map(({ unit }): Bar => ({ tag: unit.tag.replace(/^\D+/, ''), ...minutes(unit, kinds) })),
  })).filter(({ bars }) => bars.some((bar) => bar.expected > 0));
  const most = Math.max(...charts.flatMap(({ bars }) => bars.map((bar) => Math.max(bar.spent ?? 0, bar.expected))));
  const lastMin = wrightUnit(run.firstMin, run.units.length, run.rate);
  const hours = (value: number) => (value / 60).toFixed(1);
  const { name } = run.units[0]!.unit;
  return (
    <section className="learning" aria-label={`${run.units.length} alike: ${name}`}>
      <div className="learning-words">
        <h2>
          {run.units.length} alike: {name}
        </h2>
        <p>
          first <b className="mono">{hours(run.firstMin)}</b> h, last <b className="mono">{hours(lastMin)}</b> h
        </p>
        <p>
          each doubling <b className="mono">×{run.rate.toFixed(2)}</b>
        </p>
      </div>
      {charts.map(({ name: title, bars }) => (
        <figure key={title}>
          <figcaption>{title}</figcaption>
          <BarChart bars={bars} most={most} title={title} />
        </figure>
      ))}
    </section>
  );
}

function BarChart({ bars, most, title }: { bars: readonly Bar[]; most: number; title: string }) {
  const height = BAR.headPx + BAR.heightPx + BAR.footPx;
  const base = BAR.headPx + BAR.heightPx;
  const tall = (minutes: number) => (minutes / most) * BAR.heightPx;
  const words = bars
    .map(
      (bar) => `${bar.tag}: ${bar.spent === null ? 'expected' : 'spent'} ${Math.round(bar.spent ?? bar.expected)} min`,
    )
    .join(', ');
  return (
    <svg width={bars.length * (BAR.widthPx + BAR.gapPx)} height={height} role="img" aria-label={`${title}. ${words}`}>
      {bars.map((bar, at) => {
        const x = at * (BAR.widthPx + BAR.gapPx);
        const shown = bar.spent ?? bar.expected;
        return (
          <g key={bar.tag}>
            <rect
              className={bar.spent === null ? 'to-come' : 'spent'}
              x={x + 0.5}
              y={base - tall(shown)}
              width={BAR.widthPx - 1}
              height={Math.max(tall(shown), 1)}
            />
            {bar.spent !== null && (
              <path className="expected" d={`M${x - 1} ${base - tall(bar.expected)}h${BAR.widthPx + 2}`} />
            )}
            <text x={x + BAR.widthPx / 2} y={base - Math.max(tall(shown), tall(bar.expected)) - 4}>
              {Math.round(shown)}
            </text>
            <text className="tag" x={x + BAR.widthPx / 2} y={height - 3}>
              {bar.tag}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
