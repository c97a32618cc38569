/** The legend of a unit's controls, made from the build, so that board, label, remote and operator card say the same. */

import {
  type Build,
  byPriority,
  type Control,
  type ElementOf,
  type Id,
  type OperationDraft,
} from '../document/index.ts';
import { tagList } from '../place/index.ts';
import type { Amps } from '../units/index.ts';
import { patternOf } from './patterns/patterns.ts';

export interface LegendRow {
  control: Control;
  /** Where it is found: output 2 of a receiver, or empty. */
  where: string;
  does: string;
  tags: string;
  /** A channel that nothing hangs on. */
  spare: boolean;
}

const receiversOf = (build: Build): ElementOf<'receiver'>[] =>
  Object.values(build.elements).flatMap((element) => (element.kind === 'receiver' ? [element] : []));

function whereIs(build: Build, controlId: Id): string {
  for (const receiver of receiversOf(build)) {
    const at = receiver.channels.indexOf(controlId);
    if (at >= 0) return `${receiver.name}, button ${at + 1}`;
  }
  return '';
}

/** Every control with what it does, crew's controls first, buttons of a receiver in their order. */
export function legendOf(build: Build): LegendRow[] {
  const order = receiversOf(build).flatMap((receiver) => receiver.channels);
  const place = (control: Control) => {
    const at = order.indexOf(control.id);
    return control.kind === 'signal' ? 2000 : at >= 0 ? at : 1000;
  };
  return Object.values(build.controls)
    .sort((a, b) => place(a) - place(b) || a.name.localeCompare(b.name))
    .map((control): LegendRow => {
      const own = byPriority(build).filter((each) => each.controlId === control.id);
      const ids = own.flatMap((each) => Object.keys(each.shows)).filter((id) => build.lamps[id]);
      return {
        control,
        where: whereIs(build, control.id),
        does: own
          .map((each) => {
            const patterns = [
              ...new Set(Object.values(each.shows).map((show) => patternOf(build, show.patternId).name)),
            ];
            return `${each.name}: ${patterns.join(' and ').toLowerCase()}`;
          })
          .join('; '),
        tags: tagList([...new Set(ids)].map((id) => build.lamps[id]!.tag)),
        spare: own.length === 0,
      };
    });
}

/** What the hung legend says, to compare with later. */
export const legendPrint = (build: Build): string =>
  legendOf(build)
    .filter((row) => !row.spare)
    .map(({ control, where, does, tags }) => [control.name, where, does, tags].join(' | '))
    .join('\n')
    .slice(0, 4000);

export interface Merge {
  keep: Control;
  drop: Control;
  /** What can no longer be shown apart. */
  lost: string;
  currentA: Amps;
  /** May the kept channel carry both? */
  fits: boolean;
  operations: OperationDraft[];
}

/**
 * Ways to free a channel of a receiver by merging two of them: what is lost, and whether the kept channel carries both.
 * The lamps of the dropped one follow the kept one's control; their wires move to its output.
 */
export function mergeChoices(build: Build, receiverId: Id): Merge[] {
  const receiver = build.elements[receiverId];
  if (receiver?.kind !== 'receiver') return [];
  const functions = Object.values(build.functions);
  const used = receiver.channels.filter((id) => functions.some((each) => each.controlId === id));
  const maximumA = (controlId: Id) => {
    const ids = new Set(
      functions.filter((each) => each.controlId === controlId).flatMap((each) => Object.keys(each.shows)),
    );
    return [...ids].reduce((sum, id) => sum + (build.models[build.lamps[id]?.modelKey ?? '']?.maximumA ?? 0), 0);
  };
  return used.flatMap((keepId, index) =>
    used.slice(index + 1).flatMap((dropId): Merge[] => {
      const [keep, drop] = [build.controls[keepId], build.controls[dropId]];
      const kept = functions.find((each) => each.controlId === keepId);
      const dropped = functions.find((each) => each.controlId === dropId);
      if (!keep || !drop || !kept || !dropped) return [];
      const currentA = maximumA(keepId) + maximumA(dropId);
      return [
        {
          keep,
          drop,
          lost: `${kept.name} without ${dropped.name}, and the other way about`,
          currentA,
          fits: keep.ratingA === null || currentA <= keep.ratingA,
          operations: mergeOperations(build, receiver, { keepId, dropId, keptId: kept.id, droppedId: dropped.id }),
        },
      ];
    }),
  );
}

function mergeOperations(
  build: Build,
  receiver: ElementOf<'receiver'>,
  { keepId, dropId, keptId, droppedId }: { keepId: Id; dropId: Id; keptId: Id; droppedId: Id },
): OperationDraft[] {
  const output = (controlId: Id) => `out${receiver.channels.indexOf(controlId) + 1}`;
  const moves = Object.values(build.wires).flatMap((wire) =>
    (['from', 'to'] as const)
      .filter((end) => wire[end].elementId === receiver.id && wire[end].terminal === output(dropId))
      .map((end) => ({ wireId: wire.id, end, onto: { elementId: receiver.id, terminal: output(keepId) } })),
  );
  const shows = Object.entries(build.functions[droppedId]!.shows);
  return [
    ...(moves.length > 0 ? [{ kind: 'moveWireEnds' as const, moves }] : []),
    ...shows.map(([id, changes]) => ({ kind: 'setPattern' as const, functionId: keptId, lampIds: [id], changes })),
    { kind: 'removeFunction' as const, functionId: droppedId },
  ];
}
