import type { Wire } from '../../../core/document/index.ts';
import { conductor, gaugeName } from '../../../core/units/index.ts';

/** Sizes of wires as one says them: 1.5 mm², or 0.75 to 2.5 mm²; empty where there are none. */
export function sizeRange(wires: readonly Wire[]): string {
  const sizes = wires.map(({ table, gauge }) => conductor(table, gauge)).sort((a, b) => a.areaMm2 - b.areaMm2);
  const [thinnest, thickest] = [sizes[0], sizes.at(-1)];
  if (!thinnest || !thickest) return '';
  const name = gaugeName(wires[0]!.table, thickest.gauge);
  return thinnest.gauge === thickest.gauge ? name : `${thinnest.gauge} to ${name}`;
}
