import { BarChart, LineChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { type EChartsCoreOption, init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';

use([BarChart, LineChart, GridComponent, MarkAreaComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);

/** A chart that fills its place. `label` says in words what it shows, for whoever does not see it. */
export function Chart({ option, label, className }: { option: EChartsCoreOption; label: string; className?: string }) {
  const place = useRef<HTMLDivElement>(null);
  const chart = useRef<ReturnType<typeof init> | null>(null);
  useEffect(() => {
    const made = init(place.current!, null, { renderer: 'svg' });
    chart.current = made;
    const watcher = new ResizeObserver(() => made.resize());
    watcher.observe(place.current!);
    return () => {
      watcher.disconnect();
      made.dispose();
    };
  }, []);
  useEffect(() => {
    // Whoever asked for no motion gets none, and nothing shown here is worth watching it grow.
    chart.current?.setOption({ animation: false, ...option }, true);
  }, [option]);
  return <div ref={place} className={className} role="img" aria-label={label} />;
}
