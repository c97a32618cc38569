import type { Id, LightColour, Show } from '../../../core/document/index.ts';

export const LANES = { left: 214, rightPad: 204 };

export const ROW = 18;

export const AXIS = 24;

/** Height of the current under the lanes, px. */
export const TRACE = 72;

export interface Row {
  key: string;
  name: string;
  lampIds: Id[];
  tags: string;
  show: Show;
  colour: LightColour;
  level: number;
  active: boolean;
  currentA: number;
}
