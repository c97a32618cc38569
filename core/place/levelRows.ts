/** Which lamps of a unit are rows: what a fitter lays along one line. */
import type { Lamp } from '../document/index.ts';
import type { Millimetres } from '../units/index.ts';

/** Level as who looks along the row sees it (common practice, no source). */
export const LEVEL_MM = 30;

/** Fewer are a pair, which is looked at as one. */
const FEWEST = 3;

/**
 * Rows: three or more lamps of one model on one face, none of them more than 30 mm above the lowest. What is level is
 * given: the height, or how far back on a roof.
 */
export function levelRows(lamps: readonly Lamp[], levelOf: (lamp: Lamp) => Millimetres): Lamp[][] {
  const alike = new Map<string, Lamp[]>();
  for (const lamp of lamps) {
    const key = `${lamp.modelKey} ${lamp.face}`;
    const known = alike.get(key);
    if (known) known.push(lamp);
    else alike.set(key, [lamp]);
  }
  return [...alike.values()].flatMap((all) => {
    const rows: Lamp[][] = [];
    for (const lamp of [...all].sort((a, b) => levelOf(a) - levelOf(b))) {
      const row = rows.at(-1);
      if (row && levelOf(lamp) - levelOf(row[0]!) <= LEVEL_MM) row.push(lamp);
      else rows.push([lamp]);
    }
    return rows.filter(({ length }) => length >= FEWEST);
  });
}
