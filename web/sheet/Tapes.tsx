import type { Body } from '../../core/body/index.ts';
import type { Lamp } from '../../core/document/index.ts';
import { tapedDimensions } from '../../core/place/index.ts';
import { formatLength, type LengthUnit } from '../../core/units/index.ts';
import { positionPixel, type SheetLayout } from './layout.ts';
import { Tape } from './Tape.tsx';

const TICK_MM = 100;

/** Tapes from the edges a person would hook them on: along the unit, out from the centreline, up from the ground. */
export function Tapes({ body, layout, lamp, unit }: { body: Body; layout: SheetLayout; lamp: Lamp; unit: LengthUnit }) {
  const taped = tapedDimensions(body, lamp);
  const along = taped.x[0];
  const { right, rear, front } = layout.frames;
  const k = layout.pxPerMm;
  const [sideX] = positionPixel(layout, 'right', lamp.position);
  const [, height] = positionPixel(layout, 'right', lamp.position);
  const outView = lamp.face === 'front' ? front : rear;
  const outX = outView.originX + outView.signA * lamp.position.yMm * k;
  const sideY = right.bottom + 20;
  const outY = outView.bottom + 20;
  const upX = Math.min(layout.width - 30, right.right + 38);
  const fieldWidth = layout.width;
  const label = (mm: number) => formatLength(mm, unit).replace(/ (mm|in)$/, '');
  return (
    <g aria-hidden="true">
      {along && (
        <Tape
          x0={right.originX + along.edge.atMm * k}
          y0={sideY}
          x1={sideX}
          y1={sideY}
          fieldWidth={fieldWidth}
          label={label(along.lengthMm)}
          ticks={along.lengthMm / TICK_MM}
        />
      )}
      <Tape
        x0={outView.originX}
        y0={outY}
        x1={outX}
        y1={outY}
        fieldWidth={fieldWidth}
        label={label(Math.abs(lamp.position.yMm))}
        ticks={Math.abs(lamp.position.yMm) / TICK_MM}
      />
      <Tape
        x0={upX}
        y0={right.bottom}
        x1={upX}
        y1={height}
        fieldWidth={fieldWidth}
        label={label(lamp.position.zMm)}
        ticks={lamp.position.zMm / TICK_MM}
      />
    </g>
  );
}
