import { type LengthUnit, MM_PER_FOOT } from '../../core/units/index.ts';

/** The longest bar that fits: 1, 2 or 5 times a power of ten metres, or feet for who works in inches. */
export function scaleBar(pxPerMm: number, unit: LengthUnit, mostPx = 110): { lengthMm: number; words: string } {
  const [oneMm, name] = unit === 'in' ? [MM_PER_FOOT, 'ft'] : [1000, 'm'];
  const most = mostPx / pxPerMm / oneMm;
  const power = 10 ** Math.floor(Math.log10(most));
  const length = [5, 2, 1].map((n) => n * power).find((each) => each <= most) ?? power;
  return { lengthMm: length * oneMm, words: `${Number(length.toPrecision(1))} ${name}` };
}
