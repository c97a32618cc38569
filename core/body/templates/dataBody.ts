/** Bodies that are given as data: outlines written short, and bands that say how their dimensions move them (data/README.md). */
import type { Millimetres } from '../../units/index.ts';
import type {
  BodyPart,
  BodyTemplate,
  Detail,
  Fittings,
  Joint,
  Look,
  Material,
  Pass,
  TapeEdge,
  View,
  Zone,
} from '../bodyModel.ts';
import type { Outline, Point } from '../outline/outline.ts';

type AxisName = 'x' | 'y' | 'z';

interface Band {
  parameter: string;
  axis: AxisName;
  from: Millimetres;
  to: Millimetres;
  minus?: string;
  half?: boolean;
  /** The start of the ids of the parts that it moves alone, and a star. */
  parts?: string;
}

interface DataDetail {
  look: Look;
  closed: boolean;
  points: string;
}

interface DrawnPart {
  id: string;
  name: string;
  look: Look;
  side: string;
  front: string;
  plan: string;
  details?: Partial<Record<View, DataDetail[]>>;
  material: Material;
  thicknessMm: Millimetres;
  paintBias?: BodyPart['paintBias'];
  solid?: boolean;
}

interface MirroredPart {
  id: string;
  name: string;
  mirrorOf: string;
}

interface DataPlace {
  xMm: Millimetres;
  yMm: Millimetres;
  zMm: Millimetres;
}

export interface BodyData extends Pick<BodyTemplate, 'id' | 'name' | 'group' | 'hasEngine' | 'parameters'> {
  source: string;
  bands: Band[];
  parts: (DrawnPart | MirroredPart)[];
  joints: Joint[];
  zones: Zone[];
  passes: Pass[];
  behind: Fittings['behind'];
  closed: string[];
  edges: TapeEdge[];
  panelPosition: DataPlace;
  driversEye: DataPlace | null;
}

/** Tenths of a millimetre in the files. */
const PER_MM = 10;

/** An outline as it is written in the files; a RangeError for what cannot be read. */
export function readOutline(text: string): Outline {
  const numbers = text.replace('o ', '').split(/[ ,]/).map(Number);
  if (numbers.some((value) => !Number.isFinite(value))) throw new RangeError(`not an outline: ${text.slice(0, 40)}`);
  if (text.startsWith('o ')) {
    const [x, y, radius, corners] = numbers as [number, number, number, number];
    return Array.from({ length: Math.abs(corners) }, (_, index): Point => {
      const angle = (2 * Math.PI * index) / corners;
      return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)];
    });
  }
  const points: Point[] = [];
  let [x, y] = [0, 0];
  for (let at = 0; at + 1 < numbers.length; at += 2) {
    x += numbers[at]!;
    y += numbers[at + 1]!;
    points.push([x / PER_MM, y / PER_MM]);
  }
  return points;
}

const KEPT_RATIO = 1 / 5;

/** Where bands move a place along an axis, by the dimensions asked for. */
class Bands {
  constructor(
    private readonly data: Pick<BodyData, 'bands' | 'parameters'>,
    private readonly values: Record<string, number>,
  ) {}

  private changeOf(parameter: string): Millimetres {
    const { defaultMm = 0 } = this.data.parameters[parameter] ?? {};
    return (this.values[parameter] ?? defaultMm) - defaultMm;
  }

  shift(axis: AxisName, atMm: Millimetres, partId: string): Millimetres {
    let sumMm = 0;
    for (const { parameter, axis: along, from, to, minus, half, parts } of this.data.bands) {
      if (along !== axis || (parts && !partId.startsWith(parts.slice(0, -1)))) continue;
      const wholeMm = this.changeOf(parameter) - (minus ? this.changeOf(minus) : 0);
      const changeMm = Math.max(half ? wholeMm / 2 : wholeMm, (KEPT_RATIO - 1) * (to - from));
      const distanceMm = half ? Math.abs(atMm) : atMm;
      const part = Math.min(1, Math.max(0, (distanceMm - from) / (to - from)));
      sumMm += (half && atMm < 0 ? -1 : 1) * changeMm * part;
    }
    return sumMm;
  }

  moved(axis: AxisName, atMm: Millimetres, partId = ''): Millimetres {
    return atMm + this.shift(axis, atMm, partId);
  }

  points(axes: readonly [AxisName, AxisName], outline: Outline, partId: string): Outline {
    return outline.map(([a, b]): Point => [this.moved(axes[0], a, partId), this.moved(axes[1], b, partId)]);
  }

  place<Place extends DataPlace>(place: Place): Place {
    const { xMm, yMm, zMm } = place;
    return { ...place, xMm: this.moved('x', xMm), yMm: this.moved('y', yMm), zMm: this.moved('z', zMm) };
  }

  span(axis: AxisName, [low, high]: readonly [number, number]): [number, number] {
    return [this.moved(axis, low), this.moved(axis, high)];
  }
}

const AXES = { side: ['x', 'z'], front: ['y', 'z'], plan: ['x', 'y'] } as const;
const OUTLINE_OF: Record<View, keyof typeof AXES> = {
  front: 'front',
  rear: 'front',
  left: 'side',
  right: 'side',
  plan: 'plan',
};
const ACROSS: Record<AxisName, keyof typeof AXES> = { x: 'front', y: 'side', z: 'plan' };
const OTHER_SIDE: Partial<Record<View, View>> = { left: 'right', right: 'left' };

/** A part as it is drawn, before any dimension moves it. */
function drawn(part: DrawnPart): BodyPart {
  const details: BodyPart['details'] = {};
  for (const [view, list] of Object.entries(part.details ?? {}) as [View, DataDetail[]][])
    details[view] = list.map((detail): Detail => ({ ...detail, points: readOutline(detail.points) }));
  return {
    ...part,
    side: readOutline(part.side),
    front: readOutline(part.front),
    plan: readOutline(part.plan),
    details,
    paintBias: part.paintBias ?? {},
    solid: part.solid ?? true,
  };
}

/** The same part on the other side of the centreline. */
function mirrored(part: BodyPart, { id, name }: MirroredPart): BodyPart {
  const across = (axis: 0 | 1) => (points: Outline) => points.map(([a, b]): Point => (axis === 0 ? [-a, b] : [a, -b]));
  const swapped = <Value>(of: Partial<Record<View, Value>>, map: (view: View, value: Value) => Value) =>
    Object.fromEntries(
      (Object.entries(of) as [View, Value][]).map(([view, value]) => [OTHER_SIDE[view] ?? view, map(view, value)]),
    ) as Partial<Record<View, Value>>;
  return {
    ...part,
    id,
    name,
    front: across(0)(part.front),
    plan: across(1)(part.plan),
    details: swapped(part.details, (view, list) => {
      if (OUTLINE_OF[view] === 'side') return list;
      const turn = across(view === 'plan' ? 1 : 0);
      return list.map((detail) => ({ ...detail, points: turn(detail.points) }));
    }),
    paintBias: swapped(part.paintBias, (_, bias) => bias),
  };
}

function partsOf(data: BodyData): BodyPart[] {
  const parts = new Map<string, BodyPart>();
  for (const part of data.parts) {
    if (!('mirrorOf' in part)) {
      parts.set(part.id, drawn(part));
      continue;
    }
    const twin = parts.get(part.mirrorOf);
    if (!twin)
      throw new RangeError(`${data.id}: ${part.id} is the other side of "${part.mirrorOf}", which is not there`);
    parts.set(part.id, mirrored(twin, part));
  }
  return [...parts.values()];
}

function movedPart(part: BodyPart, bands: Bands): BodyPart {
  const details: BodyPart['details'] = {};
  for (const [view, list] of Object.entries(part.details) as [View, Detail[]][])
    details[view] = list.map((detail) => ({
      ...detail,
      points: bands.points(AXES[OUTLINE_OF[view]], detail.points, part.id),
    }));
  return {
    ...part,
    side: bands.points(AXES.side, part.side, part.id),
    front: bands.points(AXES.front, part.front, part.id),
    plan: bands.points(AXES.plan, part.plan, part.id),
    details,
  };
}

function movedJoint(joint: Joint, bands: Bands): Joint {
  const { motion } = joint;
  if (motion.kind === 'slide') return joint;
  const [a, b] = AXES[ACROSS[motion.about]];
  const pivot: Point = [bands.moved(a, motion.pivot[0]), bands.moved(b, motion.pivot[1])];
  return { ...joint, motion: { ...motion, pivot } };
}

const movedZone = (zone: Zone, bands: Bands): Zone => ({
  ...zone,
  x: bands.span('x', zone.x),
  y: bands.span('y', zone.y),
  z: bands.span('z', zone.z),
});

/** A template that is built from data. What is drawn is read once, when the first unit of its kind is. */
export function dataBody(data: BodyData): BodyTemplate {
  let known: BodyPart[] | null = null;
  const { id, name, group, hasEngine, parameters } = data;
  return {
    id,
    name,
    group,
    hasEngine,
    parameters,
    build(values) {
      known ??= partsOf(data);
      const bands = new Bands(data, values);
      return {
        parts: known.map((part) => movedPart(part, bands)),
        edges: data.edges.map((edge) => ({ ...edge, atMm: bands.moved(edge.axis, edge.atMm) })),
        panelPosition: bands.place(data.panelPosition),
        driversEye: data.driversEye && bands.place(data.driversEye),
      };
    },
    fittings(values) {
      const bands = new Bands(data, values);
      return {
        joints: data.joints.map((joint) => movedJoint(joint, bands)),
        zones: data.zones.map((zone) => movedZone(zone, bands)),
        passes: data.passes.map((pass) => ({ ...pass, position: bands.place(pass.position) })),
        behind: data.behind,
        closed: data.closed,
      };
    },
  };
}
