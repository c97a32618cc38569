/** Ready looms against own wire. */
import type { Build, OperationDraft, Wire } from '../../document/index.ts';
import { type Feed, isRun } from '../../graph/index.ts';
import type { Millimetres } from '../../units/index.ts';
import { type Comparison, compared, type Prices } from './compare.ts';

/** Ready looms come in these lengths (common practice, no source). */
const LOOM_LENGTHS_MM = [2000, 3000, 4000, 5000, 6000, 8000, 10_000, 12_000];
/** Shorter wires are the lamp's own lead or lie in the panel: no loom is bought for them. */
const LOOM_FROM_MM = 1000;

/** Long wires of some feeds as ready looms, the next longer there is; where they are looms already, as own wire. */
export function compareLooms(build: Build, feeds: readonly Feed[], prices: Prices): Comparison {
  const wires = feeds
    .flatMap((feed) => feed.wires)
    .filter((wire) => isRun(wire) && !wire.loomId && wire.lengthMm >= LOOM_FROM_MM);
  const looms = wires.filter((wire) => wire.loomLengthMm !== null);
  const change = (wire: Wire, loomLengthMm: Millimetres | null): OperationDraft => ({
    kind: 'editWires',
    wireIds: [wire.id],
    changes: loomLengthMm === null ? { loomLengthMm } : { loomLengthMm, lengthMm: loomLengthMm },
  });
  if (looms.length > 0)
    return compared(
      build,
      feeds,
      [
        { name: 'Ready looms', operations: [] },
        { name: 'Own wire', operations: looms.map((wire) => change(wire, null)) },
      ],
      prices,
    );
  if (wires.length === 0) return { ok: false, reason: 'These feeds have no wire long enough for a loom.' };
  const tooLong = wires.find((wire) => wire.lengthMm > LOOM_LENGTHS_MM.at(-1)!);
  if (tooLong) return { ok: false, reason: `No ready loom is ${(tooLong.lengthMm / 1000).toFixed(1)} m long.` };
  const fitting = (wire: Wire) => LOOM_LENGTHS_MM.find((lengthMm) => lengthMm >= wire.lengthMm)!;
  return compared(
    build,
    feeds,
    [
      { name: 'Own wire', operations: [] },
      { name: 'Ready looms', operations: wires.map((wire) => change(wire, fitting(wire))) },
    ],
    prices,
  );
}
