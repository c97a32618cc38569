import { useMemo } from 'react';
import { Chart } from '../../ui/Chart.tsx';
import { type Bar, learningChart } from './learningChart.ts';

const BAR_PX = 34;

const MIN_WIDTH_PX = 68;

export function BarChart({ bars, most, title }: { bars: readonly Bar[]; most: number; title: string }) {
  const option = useMemo(() => learningChart(bars, most), [bars, most]);
  const words = bars
    .map(
      (bar) => `${bar.tag}: ${bar.spent === null ? 'expected' : 'spent'} ${Math.round(bar.spent ?? bar.expected)} min`,
    )
    .join(', ');
  const width = Math.max(MIN_WIDTH_PX, bars.length * BAR_PX);
  return (
    <div style={{ width }}>
      <Chart className="learning-chart" option={option} label={`${title}. ${words}`} />
    </div>
  );
}
