import { memo } from 'react';
import { LIGHT } from '../app/tokens.ts';
import type { LampMark } from './lampMarks.ts';

const GLOW_PX = 15;
const BAR_CELLS = 12;

/** A lamp in one view: keyline, face in its light's colour, glow. `lit` from 0 (dark) to 1. */
export const LampGlyph = memo(function LampGlyph({ mark, lit }: { mark: LampMark; lit: number }) {
  const { x, y, width, height, round, colour, away } = mark;
  const shown = away ? 0 : lit;
  const fill = LIGHT[colour];
  const glow = Math.min(GLOW_PX, Math.max(width, height) * 0.5 + 8);
  return (
    <g>
      {shown > 0.02 && (
        <ellipse
          cx={x}
          cy={y}
          rx={Math.max(glow, width / 2 + 7)}
          ry={Math.max(glow, height / 2 + 7)}
          fill={`url(#glow-${colour})`}
          opacity={shown}
          pointerEvents="none"
        />
      )}
      {round ? (
        <circle
          cx={x}
          cy={y}
          r={width / 2}
          className="lens"
          fill={fill}
          fillOpacity={0.16 + 0.84 * shown}
          stroke={shown > 0.02 ? '#0B0E11' : fill}
        />
      ) : (
        <rect
          x={x - width / 2}
          y={y - height / 2}
          width={width}
          height={height}
          rx={Math.min(1.5, height / 4)}
          className="lens"
          fill={fill}
          fillOpacity={0.16 + 0.84 * shown}
          stroke={shown > 0.02 ? '#0B0E11' : fill}
        />
      )}
      {mark.bar && width > 40 && <BarCells mark={mark} />}
    </g>
  );
});

function BarCells({ mark: { x, y, width, height } }: { mark: LampMark }) {
  const cells = Math.min(BAR_CELLS, Math.floor(width / 4));
  const step = width / cells;
  const lines = Array.from(
    { length: cells - 1 },
    (_, index) => `M${x - width / 2 + step * (index + 1)} ${y - height / 2}v${height}`,
  ).join('');
  return <path d={lines} stroke="#0B0E11" strokeWidth={0.9} pointerEvents="none" />;
}

/** Soft glows, once a sheet. White gets less: it is the brightest already. */
export function GlowDefs() {
  return (
    <defs>
      {Object.entries(LIGHT).map(([name, colour]) => {
        const part = name === 'white' ? 0.6 : 1;
        return (
          <radialGradient key={name} id={`glow-${name}`}>
            <stop offset="0" stopColor={colour} stopOpacity={0.62 * part} />
            <stop offset="0.33" stopColor={colour} stopOpacity={0.24 * part} />
            <stop offset="1" stopColor={colour} stopOpacity={0} />
          </radialGradient>
        );
      })}
    </defs>
  );
}
