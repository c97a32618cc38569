import { keptBody } from '../../../core/body/index.ts';
import { PlanGlyph } from '../../sheet/PlanGlyph.tsx';
import { GLYPH_PX_PER_MM, type ShopUnitSeen } from './bayGlyph.ts';

export function Glyph({ unit }: { unit: ShopUnitSeen }) {
  const body = keptBody(unit.glyph.bodyId, unit.glyph.parameters, { outlines: unit.glyph.outlines });
  return body && <PlanGlyph body={body} lamps={unit.glyph.lamps} pxPerMm={GLYPH_PX_PER_MM} />;
}
