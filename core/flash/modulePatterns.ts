/** What a brake-lamp module can flash: ten patterns, the first four slow enough for filaments (common practice, no source). */
export const MODULE_PATTERN_IDS = [
  'slow-single',
  'slow-double',
  'slow-triple',
  'wide-single',
  'single',
  'double',
  'triple',
  'quad',
  'five',
  'quick',
] as const;

/** Touches of a module's programming lead that choose a pattern, 1 to 10; null for one that no module has. */
export function touchesFor(patternId: string): number | null {
  const index = (MODULE_PATTERN_IDS as readonly string[]).indexOf(patternId);
  return index < 0 ? null : index + 1;
}

/** Bursts about five seconds, then burns steadily, and bursts again after a pause (common practice, no source). */
export const USUAL_BURST = { burstS: 5, rearmS: 20 } as const;
