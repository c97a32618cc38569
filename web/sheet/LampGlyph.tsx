import { memo } from 'react';
import { LIGHT } from '../ui/tokens.ts';
import { BarCells } from './BarCells.tsx';
import { HeldGlyph } from './HeldGlyph.tsx';
import type { LampMark } from './lampMarks.ts';

const GLOW_PX = 15;

/** A lamp in one view: keyline, face in its light's colour, glow. `lit` from 0 (dark) to 1. */
export const LampGlyph = memo(function LampGlyph({ mark, lit }: { mark: LampMark; lit: number }) {
  const { x, y, width, height, round, colour, away } = mark;
  if (colour === null) return <HeldGlyph mark={mark} />;
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
          stroke={shown > 0.02 ? 'var(--night)' : fill}
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
          stroke={shown > 0.02 ? 'var(--night)' : fill}
        />
      )}
      {mark.bar && width > 40 && <BarCells mark={mark} />}
    </g>
  );
});
