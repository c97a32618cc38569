/** What is taped again once it is done: where holes and lamps came to sit, and what wires were cut to. */
import type { Build, Face, Id, Lamp } from '../document/index.ts';
import type { CutLine } from '../harness/index.ts';
import type { MeasureTarget, PlannedMeasure } from './step.ts';

/** Off by so much, a lamp still looks in its place (common practice, no source). */
export const PLACE_TOLERANCE_MM = 5;
/** A wire may come out shorter or longer by so much: half of its service loop (common practice, no source). */
export const CUT_TOLERANCE_MM = 60;
/** Leads shorter than this are cut at the lamp, not on the bench. */
const SHORTEST_CUT_MM = 500;

const AXES: Record<Face, readonly ('xMm' | 'yMm' | 'zMm')[]> = {
  front: ['yMm', 'zMm'],
  rear: ['yMm', 'zMm'],
  left: ['xMm', 'zMm'],
  right: ['xMm', 'zMm'],
  top: ['xMm', 'yMm'],
};

const FROM = { xMm: 'from front', yMm: 'from centre', zMm: 'from ground' } as const;

/** Name under which an as-built figure is kept. */
export const measureKey = (target: MeasureTarget): string =>
  target.kind === 'lamp' ? `lamp ${target.lampId} ${target.axis}` : `wire ${target.wireId}`;

/** Two figures for each lamp: those that can be taped on its face. */
export const lampMeasures = (lamps: readonly Lamp[]): PlannedMeasure[] =>
  lamps.flatMap((lamp) =>
    AXES[lamp.face].flatMap((axis): PlannedMeasure[] => {
      // On the centreline there is nothing to tape from.
      if (axis === 'yMm' && lamp.position.yMm === 0) return [];
      const target = { kind: 'lamp', lampId: lamp.id, axis } as const;
      return [
        {
          key: measureKey(target),
          label: lamp.tag,
          from: FROM[axis],
          plannedMm: Math.abs(lamp.position[axis]),
          toleranceMm: PLACE_TOLERANCE_MM,
          target,
        },
      ];
    }),
  );

/** The cut length of each longer wire of a feed. */
export function wireMeasures(build: Build, lines: readonly CutLine[], wireIds: ReadonlySet<Id>): PlannedMeasure[] {
  return lines.flatMap((line): PlannedMeasure[] => {
    const loomMm = build.wires[line.wireId]?.loomLengthMm ?? null;
    // A ready loom is as long as it is.
    if (!wireIds.has(line.wireId) || line.lengthMm < SHORTEST_CUT_MM || loomMm !== null) return [];
    const target = { kind: 'wire', wireId: line.wireId } as const;
    return [
      {
        key: measureKey(target),
        label: line.tag,
        from: `${line.from.to} to ${line.end.to}`,
        plannedMm: line.lengthMm,
        toleranceMm: CUT_TOLERANCE_MM,
        target,
      },
    ];
  });
}
