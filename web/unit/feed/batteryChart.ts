/** What is left in the battery and what its terminals show over a scenario, as options of a chart. */
import { RESERVE_RATIO, type ScenarioFigures } from '../../../core/circuit/index.ts';
import { TOKENS } from '../../ui/tokens.ts';

const MONO = 'IBM Plex Mono, monospace';
const SURE_V = 0.4;

const label = { color: TOKENS.nightMuted, fontFamily: MONO, fontSize: 11 };
const axisLine = { lineStyle: { color: TOKENS.nightMuted } };

const span = (values: readonly number[]): { min: number; max: number } => ({
  min: Math.floor((Math.min(...values) - SURE_V) * 2) / 2,
  max: Math.ceil((Math.max(...values) + SURE_V) * 2) / 2,
});

export function batteryChart({ scenario, course, fits }: ScenarioFigures) {
  const colour = fits ? TOKENS.nightOk : TOKENS.nightCaution;
  let begin = 0;
  const areas = scenario.phases.map((phase) => {
    const from = begin;
    begin += phase.hours;
    return [
      {
        name: phase.words,
        xAxis: from,
        itemStyle: { color: phase.lit ? TOKENS.nightWash : 'transparent' },
        label: {
          color: TOKENS.nightText,
          fontFamily: 'Barlow, sans-serif',
          fontSize: 12,
          position: 'top',
          distance: 4,
        },
      },
      { xAxis: begin },
    ];
  });
  return {
    grid: { left: 46, right: 50, top: 24, bottom: 26 },
    tooltip: {
      trigger: 'axis',
      valueFormatter: (value: number) => value.toFixed(1),
    },
    xAxis: {
      type: 'value',
      max: begin,
      axisLabel: { ...label, formatter: (hours: number) => `${Math.round(hours * 10) / 10} h`, hideOverlap: true },
      axisLine,
      splitLine: { show: false },
    },
    yAxis: [
      {
        type: 'value',
        min: 0,
        max: 100,
        interval: 25,
        axisLabel: { ...label, formatter: '{value} %' },
        splitLine: { lineStyle: { color: TOKENS.nightGrid } },
      },
      {
        type: 'value',
        ...span(course.map((point) => point.terminalV)),
        axisLabel: { ...label, formatter: '{value} V' },
        splitLine: { show: false },
      },
    ],
    series: [
      {
        name: 'left in the battery, %',
        type: 'line',
        showSymbol: false,
        data: course.map((point) => [point.hours, point.chargeRatio * 100]),
        lineStyle: { color: colour, width: 2.5 },
        itemStyle: { color: colour },
        areaStyle: { color: colour, opacity: 0.14 },
        markArea: { silent: true, data: areas },
        markLine: {
          silent: true,
          symbol: 'none',
          lineStyle: { color: TOKENS.nightCaution, type: 'dashed' },
          label: {
            show: true,
            formatter: 'starts the engine',
            color: TOKENS.nightMuted,
            position: 'insideEndTop',
            fontSize: 11,
          },
          data: [{ yAxis: RESERVE_RATIO * 100 }],
        },
      },
      {
        name: 'at the terminals, V',
        type: 'line',
        yAxisIndex: 1,
        showSymbol: false,
        data: course.map((point) => [point.hours, point.terminalV]),
        lineStyle: { color: TOKENS.nightText, width: 1.5, type: [5, 3] },
        itemStyle: { color: TOKENS.nightText },
      },
    ],
  };
}
