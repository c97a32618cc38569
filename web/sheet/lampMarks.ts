/** Where each lamp is drawn on the sheet: one mark a view in which it is seen. */
import { type Body, partUnder, VIEWS, type View, viewOfFace } from '../../core/body/index.ts';
import {
  type Build,
  givesLight,
  type Id,
  type Lamp,
  type LampModel,
  type LightColour,
} from '../../core/document/index.ts';
import { facesAway, isHousing, isSeenIn, silhouetteIn } from '../../core/place/index.ts';
import { type SheetLayout, toPixel } from './layout.ts';

export interface LampMark {
  key: string;
  lampId: Id;
  tag: string;
  /** One more job in a housing that is tagged already. */
  isFurtherJob: boolean;
  view: View;
  /** Centre and size on the sheet, px. */
  x: number;
  y: number;
  width: number;
  height: number;
  round: boolean;
  /** Null for what gives no light. */
  colour: LightColour | null;
  heads: number;
  bar: boolean;
  /** Its light points away from whoever looks at this view. */
  away: boolean;
  /** The view that looks straight at its mounting face. */
  faceOn: boolean;
}

const SHORTEST_LONG_SIDE_PX = 7;
const SHORTEST_SHORT_SIDE_PX = 4;

/** True face, but never too small to see or hit. */
function drawnSize(width: number, height: number, round: boolean): [number, number] {
  if (round) {
    const diameter = Math.max(SHORTEST_LONG_SIDE_PX, Math.min(width, height));
    return [diameter, diameter];
  }
  const grow = Math.max(1, SHORTEST_LONG_SIDE_PX / Math.max(width, height, 0.01));
  return [Math.max(SHORTEST_SHORT_SIDE_PX, width * grow), Math.max(SHORTEST_SHORT_SIDE_PX, height * grow)];
}

export function markOf(layout: SheetLayout, view: View, lamp: Lamp, model: LampModel): LampMark {
  const { low, high, round } = silhouetteIn(view, lamp, model);
  const [x, y] = toPixel(layout, view, (low[0] + high[0]) / 2, (low[1] + high[1]) / 2);
  const [width, height] = drawnSize((high[0] - low[0]) * layout.pxPerMm, (high[1] - low[1]) * layout.pxPerMm, round);
  return {
    key: `${lamp.id} ${view}`,
    lampId: lamp.id,
    tag: lamp.tag,
    isFurtherJob: !isHousing(lamp),
    view,
    x,
    y,
    width,
    height,
    round,
    colour: givesLight(model) ? lamp.colour : null,
    heads: model.heads,
    bar: model.kind === 'bar',
    away: facesAway(view, lamp.face),
    faceOn: viewOfFace[lamp.face] === view,
  };
}

/** Name of the part that a lamp sits on; empty when it sits on nothing. */
export const carrierName = (body: Body, lamp: Lamp): string => partUnder(body, lamp.face, lamp.position)?.name ?? '';

/** Which views a lamp is seen in: rays against the body, kept per lamp until the lamp itself changes. */
const seenCache = new WeakMap<Lamp, { body: Body; model: LampModel; views: View[] }>();

function viewsSeeing(body: Body, lamp: Lamp, model: LampModel): View[] {
  const known = seenCache.get(lamp);
  if (known && known.body === body && known.model === model) return known.views;
  const views = VIEWS.filter((view) => !facesAway(view, lamp.face) && isSeenIn(body, view, lamp, model));
  seenCache.set(lamp, { body, model, views });
  return views;
}

/** How near a lamp is to whoever looks at a view; larger is nearer. */
const NEARNESS: Record<View, (lamp: Lamp) => number> = {
  front: (lamp) => -lamp.position.xMm,
  rear: (lamp) => lamp.position.xMm,
  left: (lamp) => lamp.position.yMm,
  right: (lamp) => -lamp.position.yMm,
  plan: (lamp) => lamp.position.zMm,
};

/** Lamps closer together than this on the sheet stand behind one another: the nearest is drawn. */
const SAME_SPOT_PX = 3;

export function lampMarks(build: Pick<Build, 'lamps' | 'models'>, body: Body, layout: SheetLayout): LampMark[] {
  const lamps = Object.values(build.lamps);
  return layout.views.flatMap((view) => {
    const kept: LampMark[] = [];
    for (const lamp of [...lamps].sort((a, b) => NEARNESS[view](b) - NEARNESS[view](a))) {
      const model = build.models[lamp.modelKey];
      if (!model || !viewsSeeing(body, lamp, model).includes(view)) continue;
      const mark = markOf(layout, view, lamp, model);
      const hidden = kept.some(
        (other) =>
          // A bracket hides no lamp, and no lamp a bracket.
          mark.colour !== null &&
          other.colour !== null &&
          Math.abs(other.x - mark.x) < SAME_SPOT_PX &&
          Math.abs(other.y - mark.y) < SAME_SPOT_PX,
      );
      if (!hidden) kept.push(mark);
    }
    return kept;
  });
}
