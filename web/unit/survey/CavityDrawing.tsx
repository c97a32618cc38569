import type { BoxTerminal } from '../../../core/harness/index.ts';
import { conductorsOf, wireOuterMm } from '../../../core/units/index.ts';

const PX_PER_MM = 5;
/** Wires that are worth drawing: those a crew has on the reel. */
const [LEAST_MM2, MOST_MM2] = [0.5, 6];
const GAP_PX = 10;
/** Room for a size under its wire. */
const LABEL_PX = 30;
const MIDDLE_PX = 26;

/** What goes into a cavity: its terminal, the way round, and which wires its lock still closes on, at one scale. */
export function CavityDrawing({
  terminal,
  table,
}: {
  terminal: BoxTerminal & { isSealed: boolean };
  table: 'awg' | 'metric';
}) {
  const sizes = conductorsOf(table)
    .filter(({ areaMm2 }) => areaMm2 >= LEAST_MM2 && areaMm2 <= MOST_MM2)
    .sort((a, b) => a.areaMm2 - b.areaMm2);
  let x = GAP_PX;
  const wires = sizes.map(({ gauge, areaMm2 }) => {
    const outerPx = wireOuterMm(areaMm2) * PX_PER_MM;
    const widePx = Math.max(outerPx, LABEL_PX);
    const at = x + widePx / 2;
    x += widePx + GAP_PX;
    return {
      gauge,
      at,
      outerPx,
      copperPx: 2 * Math.sqrt(areaMm2 / Math.PI) * PX_PER_MM,
      fits: areaMm2 >= terminal.leastMm2 - 1e-9 && areaMm2 <= terminal.lockMm2 + 1e-9,
    };
  });
  const fitting = wires.filter(({ fits }) => fits).map(({ gauge }) => gauge);
  const unit = table === 'awg' ? 'AWG ' : '';
  const range = `${unit}${fitting[0]} to ${fitting.at(-1)}${table === 'awg' ? '' : ' mm²'}`;
  return (
    <div className="cavity">
      <b>{terminal.name}</b>
      <span>
        {terminal.way}
        {terminal.isSealed ? '; seal on the wire first' : ''}
      </span>
      <svg viewBox={`0 0 ${x} 70`} role="img" aria-label={`Wires that its lock takes: ${range}`}>
        {wires.map(({ gauge, at, outerPx, copperPx, fits }) => (
          <g key={gauge} className={fits ? 'fits' : 'too-thick'}>
            <circle cx={at} cy={MIDDLE_PX} r={outerPx / 2} className="skin" />
            <circle cx={at} cy={MIDDLE_PX} r={copperPx / 2} className="copper" />
            <text x={at} y={62} textAnchor="middle">
              {gauge}
            </text>
          </g>
        ))}
      </svg>
      <span>
        Its lock closes on {range}; a thicker wire crimps, but the terminal never locks. The fuse goes into the slot.
      </span>
    </div>
  );
}
