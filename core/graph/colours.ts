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

/** Blades by the name of their colour. */
export const BLADE: Record<string, string> = {
  black: '#7C848B',
  grey: '#8A9096',
  violet: '#A489D6',
  pink: '#D98BA6',
  tan: '#CDA77C',
  brown: '#B07B55',
  red: '#E0685B',
  blue: '#5A97D8',
  yellow: '#E0BC45',
  clear: '#D9DEE1',
  green: '#4E9C62',
  'blue-green': '#4FA3A0',
  orange: '#E07F33',
};
