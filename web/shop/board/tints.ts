/** Quiet colours that tell units apart on the board; tags and names tell them apart as well. */
const TINTS = [
  'var(--tint-1)',
  'var(--tint-2)',
  'var(--tint-3)',
  'var(--tint-4)',
  'var(--tint-5)',
  'var(--tint-6)',
  'var(--tint-7)',
  'var(--spent)',
];

/** A tint for each unit, neighbours in the list unlike each other. */
export const tintsOf = (unitIds: readonly string[]): ReadonlyMap<string, string> =>
  new Map(unitIds.map((id, at) => [id, TINTS[at % TINTS.length]!]));
