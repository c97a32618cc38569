import type { Outline } from '../../core/body/index.ts';

/** An outline as path data, in the outline's own units, to one decimal. */
export const pathOf = (outline: Outline, closed: boolean): string =>
  `M${outline.map(([a, b]) => `${a.toFixed(1)} ${b.toFixed(1)}`).join('L')}${closed ? 'Z' : ''}`;
