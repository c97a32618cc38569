/**
 * A body is a list of parts. A part is the solid in which the extrusions of its side, front and plan outlines meet;
 * the five drawn views, the plan glyph, the skin under a lamp and blocked views all come from these three outlines.
 * Coordinates: x from the front-most point rearwards, y from the centreline to the left, z up from the ground.
 */
import type { Outline, Point } from './outline.ts';

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
  thicknessMm: number;
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
  atMm: number;
}

export interface ParameterRule {
  name: string;
  defaultMm: number;
  minimumMm: number;
  maximumMm: number;
}

export interface BodyTemplate {
  id: string;
  name: string;
  group: 'truck' | 'van' | 'trailer' | 'machine' | 'cycle';
  parameters: Record<string, ParameterRule>;
  hasEngine: boolean;
  build(parameters: Record<string, number>): BodyPlan;
}

/** What a template makes for one set of parameters. */
export interface BodyPlan {
  parts: BodyPart[];
  edges: TapeEdge[];
  /** Where a fuse panel usually sits, for first wire lengths. */
  panelPosition: { xMm: number; yMm: number; zMm: number };
  driversEye: { xMm: number; yMm: number; zMm: number } | null;
}

export interface Body extends BodyPlan {
  templateId: string;
  name: string;
  hasEngine: boolean;
  parameters: Record<string, number>;
  lengthMm: number;
  widthMm: number;
  heightMm: number;
}
