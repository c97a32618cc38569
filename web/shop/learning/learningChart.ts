/** What each of several units alike took and what the next will, as options of a chart. */
import { TOKENS } from '../../ui/tokens.ts';

export interface Bar {
  tag: string;
  /** Minutes that were written down; null while it is to come. */
  spent: number | null;
  /** Minutes expected of it. */
  expected: number;
}

const HEADROOM = 1.25;

/** Full bars were spent, dashed ones are to come; the line is what was or is expected. */
export const learningChart = (bars: readonly Bar[], most: number) => ({
  grid: { left: 0, right: 0, top: 4, bottom: 18 },
  tooltip: { trigger: 'axis', valueFormatter: (minutes: number) => `${Math.round(minutes)} min` },
  xAxis: {
    type: 'category',
    data: bars.map((bar) => bar.tag),
    axisTick: { show: false },
    axisLine: { lineStyle: { color: TOKENS.line } },
    axisLabel: { color: TOKENS.muted, fontFamily: 'Barlow Condensed, sans-serif', fontSize: 12, interval: 0 },
  },
  yAxis: { type: 'value', min: 0, max: most * HEADROOM, show: false },
  series: [
    {
      name: 'minutes',
      type: 'bar',
      barWidth: '76%',
      data: bars.map((bar) => ({
        value: bar.spent ?? bar.expected,
        itemStyle:
          bar.spent === null
            ? { color: 'transparent', borderColor: TOKENS.spent, borderType: 'dashed', borderWidth: 1 }
            : { color: TOKENS.spent },
      })),
      label: {
        show: true,
        position: 'top',
        color: TOKENS.ink,
        fontFamily: 'IBM Plex Mono, monospace',
        fontSize: 11,
        formatter: ({ value }: { value: number }) => String(Math.round(value)),
      },
    },
    {
      name: 'expected',
      type: 'line',
      step: 'middle',
      symbol: 'none',
      data: bars.map((bar) => bar.expected),
      lineStyle: { color: TOKENS.ink, width: 1.5 },
      itemStyle: { color: TOKENS.ink },
    },
  ],
});
