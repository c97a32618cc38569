/** Colours of lights, wires and blades in drawings: on screen and in the files that are handed out. */
import type { LightColour, WireColour } from '../document/index.ts';

export const LIGHT: Record<LightColour, string> = {
  amber: '#FFB000',
  red: '#FF3B30',
  white: '#F4F8FF',
  blue: '#3D7BFF',
  green: '#2FD66B',
};

export const WIRE: Record<WireColour, string> = {
  orange: '#EE7A31',
  blue: '#4A83BE',
  brown: '#9A6645',
  yellow: '#C9A93A',
  green: '#4F9560',
  red: '#BE4B45',
  violet: '#8C74B8',
  white: '#C9D1D8',
  black: '#4E5B66',
};

export const BLADE: Record<number, string> = {
  1: '#7C848B',
  2: '#8A9096',
  3: '#A489D6',
  4: '#D98BA6',
  5: '#CDA77C',
  7.5: '#B07B55',
  10: '#E0685B',
  15: '#5A97D8',
  20: '#E0BC45',
  25: '#D9DEE1',
  30: '#4E9C62',
  35: '#4FA3A0',
  40: '#E07F33',
};
