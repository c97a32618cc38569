import type { LampModel } from '../../core/document/index.ts';
import { type LengthUnit, typedLength } from '../../core/units/index.ts';

/** A lamp's face as shelves list it, without the unit: `ø 150`, `500 × 24`. */
export function faceSize({ shape, widthMm, heightMm }: LampModel['face'], unit: LengthUnit): string {
  const wide = typedLength(widthMm, unit);
  return shape === 'round' ? `ø ${wide}` : `${wide} × ${typedLength(heightMm, unit)}`;
}
