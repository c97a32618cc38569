/** A drag of lamps over one view, and where it would leave them. */
import type { View } from '../../core/body/index.ts';
import { type Build, type Id, type Lamp, type Position, standingOn } from '../../core/document/index.ts';
import { footOf, twinOf } from '../../core/place/index.ts';
import type { Alignment } from './align.ts';

export interface Drag {
  ids: Id[];
  /** The same with what goes along in the same hand. */
  carried: Id[];
  view: View;
  startX: number;
  startY: number;
  by: Partial<Position>;
  moved: boolean;
  /** What the first lamp lines up with. */
  line: Alignment | null;
}

/** Lamps with what they stand on, and with all that stands there beside them: what one hand moves. */
export function carriedIds(build: Pick<Build, 'lamps'>, ids: readonly Id[]): Id[] {
  const feet = ids.map((id) => (build.lamps[id] ? footOf(build, build.lamps[id]).id : id));
  return [...new Set([...ids, ...feet, ...feet.flatMap((id) => standingOn(build, id).map((each) => each.id))])];
}

export function withTwinIds(build: Pick<Build, 'lamps'>, given: readonly Id[]): Id[] {
  const ids = carriedIds(build, given);
  const twins = ids.flatMap((id) => {
    const lamp = build.lamps[id];
    return (lamp && twinOf(build, lamp)?.id) ?? [];
  });
  return [...new Set([...ids, ...twins])];
}

/** The lamp where it would be if the drag ended now, without asking the skin. */
export function movedLamp(lamp: Lamp, drag: Drag): Lamp {
  const isTwin = !drag.carried.includes(lamp.id);
  const { xMm = 0, yMm = 0, zMm = 0 } = drag.by;
  const { position } = lamp;
  return {
    ...lamp,
    position: { xMm: position.xMm + xMm, yMm: position.yMm + (isTwin ? -yMm : yMm), zMm: position.zMm + zMm },
  };
}
