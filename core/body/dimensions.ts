/** What each dimension of a template measures on the body, so that a drawing can show it. */
import { type Millimetres, mm, say, type Words } from '../units/index.ts';
import type { Body, BodyPart } from './bodyModel.ts';
import { templateById } from './makeBody.ts';
import { extent } from './outline/outline.ts';

export interface DimensionLine {
  axis: 'x' | 'y' | 'z';
  fromMm: Millimetres;
  toMm: Millimetres;
}

const middleX = (part: BodyPart | undefined): number => {
  if (!part) return 0;
  const [low, high] = extent(part.side, 0);
  return (low + high) / 2;
};

/** The line that a parameter measures; null for one that has no straight line of its own. */
export function dimensionLine(body: Body, key: string): DimensionLine | null {
  const value = body.parameters[key];
  if (value === undefined) return null;
  const find = (...starts: string[]) =>
    body.parts.find((part) => starts.some((start) => part.id.startsWith(start) && !part.id.includes('inner')));
  // A plow ahead sets the truck back: its own lengths begin at the bumper.
  const startMm = body.parameters.plowLengthMm ?? 0;
  switch (key) {
    case 'widthMm':
      return { axis: 'y', fromMm: -value / 2, toMm: value / 2 };
    case 'plowLengthMm':
      return { axis: 'x', fromMm: 0, toMm: value };
    case 'lengthMm':
    case 'cabLengthMm':
    case 'drawbarMm':
      return { axis: 'x', fromMm: startMm, toMm: startMm + value };
    case 'wheelbaseMm': {
      const fromMm = middleX(find('front-wheel', 'wheel-1'));
      return { axis: 'x', fromMm, toMm: fromMm + value };
    }
    case 'sideHeightMm': {
      const bed = body.parameters.bedHeightMm ?? 0;
      return { axis: 'z', fromMm: bed, toMm: bed + value };
    }
    default:
      return key.toLowerCase().includes('height') || key === 'clearanceMm'
        ? { axis: 'z', fromMm: 0, toMm: value }
        : null;
  }
}

const OVERALL = ['lengthMm', 'widthMm', 'heightMm'] as const;
/** Less than this no tape tells apart over a whole unit. */
const SAME_MM = 5;

/** Where a unit is not drawn as long, wide or high as was typed: a plow stands out beyond it, or its parts fill no less. */
export function drawnOtherwise(body: Body): Words[] {
  const rules = templateById(body.templateId)?.parameters ?? {};
  return OVERALL.flatMap((key) => {
    const typedMm = body.parameters[key];
    const rule = rules[key];
    if (typedMm === undefined || !rule || Math.abs(body[key] - typedMm) < SAME_MM) return [];
    return [say`${rule.name}: with all that stands out it is drawn at ${mm(body[key])}, not ${mm(typedMm)}.`];
  });
}
