import { memo } from 'react';
import { type Body, paintOrder } from '../../core/body/index.ts';
import type { LightColour } from '../../core/document/index.ts';
import { LIGHT } from '../ui/tokens.ts';
import { pathOf } from './svgPath.ts';
import './sheet.css';

export interface GlyphLamp {
  x: number;
  y: number;
  face: string;
  colour: string;
  size: number;
  fitted: boolean;
}

const LAMP_PX = 2.1;
const GLOW_PX = 6.5;
const LARGE_LAMP_MM = 500;

/** A unit from above, front at the left, with its lamps: glowing when fitted, hollow while only planned. */
export const PlanGlyph = memo(function PlanGlyph({
  body,
  lamps,
  pxPerMm,
}: {
  body: Body;
  lamps: readonly GlyphLamp[];
  pxPerMm: number;
}) {
  const margin = 8;
  const half = (body.widthMm / 2 + 150) * pxPerMm;
  const width = body.lengthMm * pxPerMm + 2 * margin;
  return (
    <svg className="plan-glyph" width={width} height={half * 2} aria-hidden="true">
      <g className="body-view" transform={`translate(${margin} ${half}) scale(${pxPerMm})`}>
        {paintOrder(body, 'plan').map((part) => (
          <path key={part.id} className={`look-${part.look}`} d={pathOf(part.plan, true)} />
        ))}
      </g>
      {lamps.map((lamp) => {
        const [x, y] = [margin + lamp.x * pxPerMm, half + lamp.y * pxPerMm];
        const colour = LIGHT[lamp.colour as LightColour] ?? 'var(--surface)';
        const key = `${lamp.x} ${lamp.y} ${lamp.face} ${lamp.colour}`;
        if (!lamp.fitted)
          return <circle key={key} cx={x} cy={y} r={LAMP_PX} fill="var(--night)" stroke={colour} strokeWidth={1} />;
        const long = lamp.size > LARGE_LAMP_MM ? lamp.size * pxPerMm : 0;
        return (
          <g key={key}>
            <circle cx={x} cy={y} r={Math.max(GLOW_PX, long * 0.7)} fill={colour} opacity={0.16} />
            <circle cx={x} cy={y} r={Math.max(GLOW_PX * 0.6, long * 0.45)} fill={colour} opacity={0.22} />
            {long > 0 ? (
              <rect x={x - 2} y={y - long / 2} width={4} height={long} fill={colour} />
            ) : (
              <circle cx={x} cy={y} r={LAMP_PX} fill={colour} />
            )}
          </g>
        );
      })}
    </svg>
  );
});
