import { useMemo } from 'react';
import { expectedMinutes, type Run, type ShopUnit, type ShopWork } from '../../../core/shop/index.ts';
import { type StepKind, wrightUnit } from '../../../core/steps/index.ts';
import { BarChart } from './BarChart.tsx';
import type { Bar } from './learningChart.ts';

/** What a run is looked at by. */
const PARTS: { name: string; kinds: readonly StepKind[] }[] = [
  { name: 'Bench and loose test', kinds: ['isolate', 'bench', 'loose', 'trimOff', 'program'] },
  { name: 'Holes and mounts', kinds: ['pilot', 'drill', 'mount'] },
  { name: 'Wire and joints', kinds: ['run', 'switch', 'cut', 'join', 'pull', 'insulate', 'ties'] },
  { name: 'Prove and close', kinds: ['prove', 'trimOn', 'close', 'fuse'] },
];

export function RunStrip({ run, work }: { run: Run; work: ShopWork }) {
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
  const lastMinutes = wrightUnit(run.firstMinutes, run.units.length, run.rate);
  const hours = (value: number) => (value / 60).toFixed(1);
  const { name } = run.units[0]!.unit;
  return (
    <section className="learning" aria-label={`${run.units.length} alike: ${name}`}>
      <div className="learning-words">
        <h2>
          {run.units.length} alike: {name}
        </h2>
        <p>
          first <b className="mono">{hours(run.firstMinutes)}</b> h, last <b className="mono">{hours(lastMinutes)}</b> h
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
