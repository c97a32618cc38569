import type { Id, LightColour, Show } from '../../../core/document/index.ts';

export const LANES = { left: 214, rightPad: 204 };

export const ROW = 18;

export const AXIS = 24;

export const TRACE = 62;

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
