/** Colours that drawings need as values; tokens.css holds the same names for everything else (tokens.test.ts compares). */

export const TOKENS = {
  paper: '#F4F1EC',
  surface: '#FFFFFF',
  ink: '#1C1917',
  muted: '#6B645C',
  line: '#DCD5CB',
  steel: '#27313A',
  night: '#12161A',
  nightGrid: '#1E252C',
  nightText: '#C9D3DB',
  nightMuted: '#8797A5',
  spent: '#4E7370',
  nightWash: '#1A2128',
  nightOk: '#6FBF83',
  nightCaution: '#E3B063',
  ember: '#C8501B',
  emberHover: '#E0662F',
  ok: '#346942',
  caution: '#8A5A12',
  stop: '#B3261E',
  note: '#3A6EA5',
  border: '#CFC7BB',
  cautionLine: '#E3C88F',
  cautionBright: '#B7791F',
  okBright: '#3E7D4F',
} as const;

export { BLADE, LIGHT, WIRE } from '../../core/graph/index.ts';

/** What a new person of the crew is drawn in; kept with the person, so that it is a value and not a name. */
export const CREW_COLOURS = ['#7A4A2B', '#3A6EA5', '#3E7D4F', '#6B5B8C', '#5B6470', '#8C6A57'] as const;
