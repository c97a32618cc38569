import { type Build, type LightColour, lights } from '../../core/document/index.ts';
import type { LengthUnit } from '../../core/units/index.ts';
import { LIGHT } from '../ui/tokens.ts';
import type { SheetLayout } from './layout.ts';
import { scaleBar } from './scaleBar.ts';

const COLOUR_NAMES: Record<LightColour, string> = {
  amber: 'Amber',
  red: 'Red',
  white: 'White',
  blue: 'Blue',
  green: 'Green',
};

/** What the colours mean, how many of each, and how long a metre or a foot is. */
export function SheetKey({ build, layout, unit }: { build: Build; layout: SheetLayout; unit: LengthUnit }) {
  const counts = new Map<LightColour, number>();
  for (const lamp of lights(build)) counts.set(lamp.colour, (counts.get(lamp.colour) ?? 0) + 1);
  const { lengthMm: barMm, words } = scaleBar(layout.pxPerMm, unit);
  return (
    <div className="sheet-key">
      <b>Walkaround sheet</b>
      {[...counts].map(([colour, count]) => (
        <div key={colour} className="row">
          <span className="dot" style={{ background: LIGHT[colour] }} />
          <span>{COLOUR_NAMES[colour]}</span>
          <span>{count}</span>
        </div>
      ))}
      <svg width={140} height={26} aria-hidden="true">
        <path
          d={`M1 4v8h${barMm * layout.pxPerMm}v-8M${1 + (barMm * layout.pxPerMm) / 2} 8v4`}
          stroke="var(--night-soft)"
          fill="none"
        />
        <text x={0} y={24} style={{ font: '400 11.5px var(--mono)' }}>
          0
        </text>
        <text x={barMm * layout.pxPerMm - 6} y={24} style={{ font: '400 11.5px var(--mono)' }}>
          {words}
        </text>
      </svg>
      <div>Five views, one scale</div>
    </div>
  );
}
