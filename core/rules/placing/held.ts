/** The lamps that a crew mounts, each with what it sits on, and the moves that may set one right. */
import type { BodyPart } from '../../body/index.ts';
import { givesLight, type Lamp, type LampModel, type OperationDraft, type Position } from '../../document/index.ts';
import { carrierOf, footOf, housings, isDepth, lampMemo, nudge } from '../../place/index.ts';
import type { Millimetres } from '../../units/index.ts';
import type { CheckContext } from '../finding.ts';

export interface Held {
  lamp: Lamp;
  model: LampModel;
  /** What it sits on; null where no part is under it. */
  part: BodyPart | null;
}

const heldOn = lampMemo((body, lamp, model): Held => ({ lamp, model, part: carrierOf(body, lamp, model) }));

/** Lamps that the crew mounts: one that came with the unit is held as its maker held it. */
export const held = ({ build, body }: CheckContext): Held[] =>
  housings(build).flatMap((lamp) => {
    const model = build.models[lamp.modelKey];
    if (!model || model.kind === 'factory') return [];
    // What stands on a bracket is carried by what the bracket sits on.
    const foot = footOf(build, lamp);
    if (foot !== lamp) return [{ lamp, model, part: carrierOf(body, foot, build.models[foot.modelKey] ?? model) }];
    return [heldOn(body, lamp, model)];
  });

/** The same, of what sits on the skin itself. */
export const onSkin = (context: CheckContext): Held[] => held(context).filter(({ lamp }) => !lamp.pad);

/** The same, of what gives light. */
export const heldLights = (context: CheckContext): Held[] => held(context).filter(({ model }) => givesLight(model));

/** A move along the face of a lamp, as a fitter says it. */
export interface FaceMove {
  way: string;
  there: Lamp;
  operation: OperationDraft;
}

function wayOf(axis: keyof Position, sign: 1 | -1, { position }: Lamp): string {
  if (axis === 'zMm') return sign > 0 ? 'up' : 'down';
  if (axis === 'xMm') return sign > 0 ? 'back' : 'forward';
  return sign * position.yMm >= 0 ? 'out' : 'in';
}

/** The moves of a lamp by so much along its face that leave it on its part; none of a lamp that is locked. */
export function movesOnPart({ build, body }: CheckContext, { lamp, model, part }: Held, byMm: Millimetres): FaceMove[] {
  if (lamp.locked || !part) return [];
  return (['zMm', 'yMm', 'xMm'] as const)
    .filter((axis) => !isDepth(lamp.face, axis))
    .flatMap((axis) =>
      ([1, -1] as const).flatMap((sign): FaceMove[] => {
        const moves = nudge(build, body, [lamp.id], { [axis]: sign * byMm });
        const move = moves.find(({ lampId }) => lampId === lamp.id);
        if (!move) return [];
        const there = { ...lamp, position: move.position };
        if (carrierOf(body, there, model)?.id !== part.id) return [];
        return [{ way: wayOf(axis, sign, lamp), there, operation: { kind: 'moveLamps', moves } }];
      }),
    );
}
