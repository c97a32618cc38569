/** How many units of the yard reached each stage, as options of a chart the size of a heading. */

import type { YardTotals } from '../../core/contract/index.ts';
import { STAGE_NAMES, STAGES } from '../../core/document/index.ts';
import { TOKENS } from '../ui/tokens.ts';

/** From here on work on the unit itself has begun; the last one is behind it. */
const FIRST_OF_WORK = STAGES.indexOf('build');

const colourOf = (index: number): string =>
  index === STAGES.length - 1 ? TOKENS.nightMuted : index >= FIRST_OF_WORK ? TOKENS.ember : TOKENS.steel;

export function stagesChart(stages: YardTotals['stages']) {
  return {
    grid: { left: 0, right: 0, top: 13, bottom: 0 },
    tooltip: { trigger: 'item', formatter: '{b}: {c}', appendToBody: true },
    xAxis: { type: 'category', data: STAGES.map((stage) => STAGE_NAMES[stage]), show: false },
    // The root, so that one unit still shows beside fifty.
    yAxis: { type: 'value', show: false, max: Math.max(1, ...STAGES.map((stage) => Math.sqrt(stages[stage]))) },
    series: [
      {
        type: 'bar',
        barCategoryGap: '14%',
        barMinHeight: 1,
        data: STAGES.map((stage, index) => ({
          value: Math.sqrt(stages[stage]),
          itemStyle: { color: colourOf(index) },
          label: { show: stages[stage] > 0, formatter: String(stages[stage]) },
          tooltip: { formatter: `${STAGE_NAMES[stage]}: ${stages[stage]}` },
        })),
        label: {
          position: 'top',
          distance: 1,
          color: TOKENS.muted,
          fontFamily: 'IBM Plex Mono, monospace',
          fontSize: 11,
        },
      },
    ],
  };
}
