import { useMemo } from 'react';
import type { YardTotals } from '../../core/contract/index.ts';
import { STAGE_NAMES, STAGES } from '../../core/document/index.ts';
import { Chart } from '../ui/Chart.tsx';
import { stagesChart } from './stagesChart.ts';

export function StageHistogram({ stages }: { stages: YardTotals['stages'] }) {
  const option = useMemo(() => stagesChart(stages), [stages]);
  return (
    <Chart
      option={option}
      className="histogram"
      label={STAGES.map((stage) => `${STAGE_NAMES[stage]} ${stages[stage]}`).join(', ')}
    />
  );
}
