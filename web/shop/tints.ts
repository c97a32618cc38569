/** Quiet colours that tell units apart on the board; tags and names tell them apart as well. */
const TINTS = ['#6F6283', '#8C6A57', '#6F7A52', '#5F7290', '#8A6A78', '#7C7468', '#50797F', '#4E7370'];

/** A tint for each unit, neighbours in the list unlike each other. */
export const tintsOf = (unitIds: readonly string[]): ReadonlyMap<string, string> =>
  new Map(unitIds.map((id, at) => [id, TINTS[at % TINTS.length]!]));
