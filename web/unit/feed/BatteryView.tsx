import { useMemo, useState } from 'react';
import { energyFigures, PEUKERT, type Scenario } from '../../../core/circuit/index.ts';
import { Chart } from '../../ui/Chart.tsx';
import { useUnit } from '../useUnit.ts';
import { batteryChart } from './batteryChart.ts';

const hours = (value: number): string => {
  if (!Number.isFinite(value)) return 'for good';
  return value >= 48 ? `${Math.round(value / 24)} days` : `${value.toFixed(1)} h`;
};

/** How long the lamps run with the engine off, and whether the alternator keeps up. */
export function BatteryView() {
  const { build } = useUnit();
  const figures = useMemo(() => energyFigures(build), [build]);
  const [chosen, setChosen] = useState<Scenario['key']>('roadside');
  const shown = figures.scenarios.find(({ scenario }) => scenario.key === chosen)!;
  const option = useMemo(() => batteryChart(shown), [shown]);
  const lowest = Math.min(...shown.course.map((point) => point.terminalV));
  const { batteryAh, alternatorA } = build.electrics;
  const margins = [
    { words: 'At idle', value: figures.idleMarginA },
    { words: 'Running', value: figures.runningMarginA },
  ];
  return (
    <section className="battery-view" aria-label="Battery" tabIndex={0}>
      <div className="battery-figures">
        <div>
          <span>Engine off, crew's controls on</span>
          <b className="mono">{figures.keyOffA.toFixed(1)} A</b>
          <small>with the key on {figures.keyOnA.toFixed(1)} A</small>
        </div>
        <div>
          <span>Down to half of {batteryAh} Ah in</span>
          <b className="mono">{hours(figures.hoursToReserve)}</b>
          <small>Peukert, exponent {PEUKERT}</small>
        </div>
        {alternatorA > 0 &&
          margins.map(({ words, value }) => (
            <div key={words}>
              <span>
                {words}, alternator {alternatorA} A
              </span>
              <b className={`mono state ${value < 0 ? 'stop' : value < 10 ? 'caution' : 'ok'}`}>
                {value >= 0 ? `${value.toFixed(0)} A spare` : `${Math.abs(value).toFixed(0)} A short`}
              </b>
              <small>the unit's own 25 A counted</small>
            </div>
          ))}
      </div>
      <div className="scenarios" role="radiogroup" aria-label="What the unit does">
        {figures.scenarios.map(({ scenario, drawA, leftRatio, fits }) => (
          <button
            key={scenario.key}
            type="button"
            role="radio"
            aria-checked={scenario.key === shown.scenario.key}
            className="scenario"
            onClick={() => setChosen(scenario.key)}
          >
            <span>{scenario.words}</span>
            <b className={`mono state ${fits ? 'ok' : 'caution'}`}>
              {fits ? '✓' : '⚠'} {Math.round(leftRatio * 100)} % left
            </b>
            <small className="mono">up to {drawA.toFixed(1)} A</small>
          </button>
        ))}
      </div>
      <Chart
        className="battery-chart"
        option={option}
        label={`${shown.scenario.words}: at least ${Math.round(shown.leftRatio * 100)} percent left, ${lowest.toFixed(1)} V at the lowest`}
      />
      <p>
        Full line: left in the battery; dashed, its terminals. Lead-acid, new and warm; a cold or old one holds less.
        Averages over the flash patterns, from the solved circuit. Common practice, no source.
      </p>
    </section>
  );
}
