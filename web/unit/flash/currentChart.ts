/** What all lit lamps of a setting draw together over the window of the timeline, as options of a chart under its lanes. */
import type { currentTrace } from '../../../core/flash/index.ts';
import { TOKENS } from '../../ui/tokens.ts';

const label = { color: TOKENS.nightMuted, fontFamily: 'IBM Plex Mono, monospace', fontSize: 11 };

export function currentChart({ steps, meanA, peakA }: ReturnType<typeof currentTrace>, windowS: number) {
  const last = steps.at(-1)?.currentA ?? 0;
  return {
    // The lanes above give the time; this stands under them to the pixel.
    grid: { left: 0, right: 0, top: 6, bottom: 10 },
    tooltip: { trigger: 'axis', valueFormatter: (value: number) => `${value.toFixed(2)} A` },
    xAxis: { type: 'value', min: 0, max: windowS, show: false },
    yAxis: {
      type: 'value',
      min: 0,
      max: Math.max(1, Math.ceil(peakA * 1.15)),
      splitNumber: 2,
      axisLabel: { ...label, inside: true, showMinLabel: false, align: 'left' },
      splitLine: { lineStyle: { color: TOKENS.nightGrid } },
    },
    series: [
      {
        name: 'Current',
        type: 'line',
        step: 'end',
        symbol: 'none',
        data: [...steps.map(({ timeS, currentA }) => [timeS, currentA]), [windowS, last]],
        lineStyle: { color: TOKENS.cautionLine, width: 1.2 },
        areaStyle: { color: TOKENS.cautionLine, opacity: 0.1 },
        markLine: {
          silent: true,
          symbol: 'none',
          data: [{ yAxis: meanA, name: 'mean' }],
          lineStyle: { color: TOKENS.nightMuted, type: 'dashed' },
          label: { ...label, formatter: 'mean', position: 'insideEndTop' },
        },
      },
    ],
  };
}
