/**
 * A body is a list of parts. A part is the solid in which the extrusions of its side, front and plan outlines meet;
 * the five drawn views, the plan glyph, the skin under a lamp and blocked views all come from these three outlines.
 * Coordinates: x from the front-most point rearwards, y from the centreline to the left, z up from the ground.
 */

import type { OwnOutlines } from '../document/index.ts';
import type { Millimetres } from '../units/index.ts';
import type { Outline, Point } from './outline/outline.ts';

export type View = 'front' | 'left' | 'plan' | 'right' | 'rear';
export const VIEWS: readonly View[] = ['front', 'left', 'plan', 'right', 'rear'];

/** How a surface is drawn; the web theme gives each a fill and a line. */
export type Look = 'body' | 'metal' | 'panel' | 'glass' | 'lens' | 'dark' | 'deep' | 'line' | 'faint' | 'hidden';

/** A line or patch drawn on a part in one view; it has no solid of its own. */
export interface Detail {
  points: readonly Point[];
  closed: boolean;
  look: Look;
}

export type Material = 'steel' | 'aluminium' | 'plastic' | 'glass' | 'rubber' | 'timber';

export interface BodyPart {
  id: string;
  name: string;
  look: Look;
  side: Outline; // [x, z]
  front: Outline; // [y, z]
  plan: Outline; // [x, y]
  details: Partial<Record<View, Detail[]>>;
  material: Material;
  thicknessMm: Millimetres;
  /** Moves a part in the painter's order where its nearest point does not decide (a wheel in its arch). */
  paintBias: Partial<Record<View, number>>;
  /** False for cables and hooks: drawn, but neither carries a lamp nor hides one. */
  solid: boolean;
}

/** A straight edge that a tape can hook onto. `axis` is the direction measured along from it. */
export interface TapeEdge {
  id: string;
  name: string;
  axis: 'x' | 'y' | 'z';
  atMm: Millimetres;
}

export interface ParameterRule {
  name: string;
  defaultMm: Millimetres;
  minimumMm: Millimetres;
  maximumMm: Millimetres;
}

interface Place {
  xMm: Millimetres;
  yMm: Millimetres;
  zMm: Millimetres;
}

/** How the parts of a joint move: about an axis through a point of the plane across it, or straight along an axis. */
export type Motion =
  | { kind: 'turn'; about: 'x' | 'y' | 'z'; pivot: Point } // pivot in [y, z], [x, z] or [x, y]
  | { kind: 'slide'; along: 'x' | 'y' | 'z' };

/**
 * A joint between parts. Positions are degrees (turning from the first axis of its plane to the second) or mm from the
 * place in which the parts are given, which is how the unit travels.
 */
export interface Joint {
  id: string;
  name: string;
  motion: Motion;
  /** Parts that move, by id. Solids that move must be prisms along the joint's axis to stay exact. */
  partIds: readonly string[];
  positions: readonly { name: string; at: number }[];
}

/** Joint positions by joint id; joints left out are at 0. */
export type Pose = Readonly<Record<string, number>>;

export type ZoneKind = 'noDrill' | 'pinch' | 'hot' | 'moving' | 'strike' | 'load' | 'hands';

/** A stretch of space in which lamps, holes or wires are in danger or in the way. */
export interface Zone {
  id: string;
  name: string;
  kind: ZoneKind;
  x: readonly [number, number];
  y: readonly [number, number];
  z: readonly [number, number];
}

/** A way through a wall for wire. */
export interface Pass {
  id: string;
  name: string;
  kind: 'grommet' | 'plug' | 'tube' | 'hole';
  position: Place;
  diameterMm: Millimetres;
  /** True where water reaches it: it then wants a seal. */
  wet: boolean;
}

/** What lies behind the skin of a part, and how far behind it. */
export interface Behind {
  partId: string;
  what: string;
  depthMm: Millimetres;
}

/** A mirror the driver looks into. */
export interface MirrorGlass {
  id: string;
  name: string;
  position: Place;
}

export interface BodyTemplate {
  id: string;
  name: string;
  group: 'truck' | 'van' | 'trailer' | 'machine' | 'cycle';
  parameters: Record<string, ParameterRule>;
  hasEngine: boolean;
  build(parameters: Record<string, number>, outlines?: OwnOutlines | null): BodyPlan;
  /** What it has besides its solids, where that comes with it; else see fittings.ts. */
  fittings?(parameters: Record<string, number>): Omit<Fittings, 'mirrors'>;
}

/** What a template makes for one set of parameters. */
export interface BodyPlan {
  parts: BodyPart[];
  edges: TapeEdge[];
  /** Where a fuse panel usually sits, for first wire lengths. */
  panelPosition: Place;
  driversEye: Place | null;
}

/** What a body has besides its solids; see fittings.ts. */
export interface Fittings {
  joints: readonly Joint[];
  zones: readonly Zone[];
  passes: readonly Pass[];
  behind: readonly Behind[];
  mirrors: readonly MirrorGlass[];
  /** Parts that are closed sections: no hand gets a nut behind their skin. */
  closed: readonly string[];
}

export interface Body extends BodyPlan, Fittings {
  templateId: string;
  name: string;
  hasEngine: boolean;
  parameters: Record<string, number>;
  lengthMm: Millimetres;
  widthMm: Millimetres;
  heightMm: Millimetres;
  /** How far everything reaches, attachments included: what a drawing needs room for. */
  span: Span;
}

export interface Span {
  fromMm: Millimetres;
  toMm: Millimetres;
  wideMm: Millimetres;
  topMm: Millimetres;
}
