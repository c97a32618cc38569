import { useMemo } from 'react';
import { energyFigures, PEUKERT, RESERVE_PART } from '../../../core/feed/index.ts';
import { useUnit } from '../useUnit.ts';

const hours = (value: number): string => {
  if (!Number.isFinite(value)) return 'for good';
  return value >= 48 ? `${Math.round(value / 24)} days` : `${value.toFixed(1)} h`;
};

/** How long the lamps run with the engine off, and whether the alternator keeps up. */
export function BatteryView() {
  const { build } = useUnit();
  const figures = useMemo(() => energyFigures(build), [build]);
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
      {figures.scenarios.map(({ scenario, drawA, leftPart, fits }) => (
        <div key={scenario.key} className="scenario">
          <span>{scenario.words}</span>
          <svg
            viewBox="0 0 400 26"
            preserveAspectRatio="none"
            role="img"
            aria-label={`${Math.round(leftPart * 100)} percent left`}
          >
            <rect width={400} height={26} rx={3} fill="#1E252C" />
            <rect width={400 * leftPart} height={26} rx={3} fill={fits ? '#3E7D4F' : '#8A4B22'} />
            <line
              x1={400 * RESERVE_PART}
              x2={400 * RESERVE_PART}
              y1={0}
              y2={26}
              stroke="#E3C88F"
              strokeWidth={1.5}
              strokeDasharray="3 2"
            />
          </svg>
          <b className={`mono state ${fits ? 'ok' : 'caution'}`}>
            {fits ? '✓' : '⚠'} {Math.round(leftPart * 100)} % left
          </b>
          <small className="mono">{drawA.toFixed(1)} A</small>
        </div>
      ))}
      <p>
        Dashed: the half that starts the engine again. Lead-acid, new and warm; a cold or old battery holds less.
        Averages over the flash patterns, from the solved circuit. Common practice, no source.
      </p>
    </section>
  );
}
