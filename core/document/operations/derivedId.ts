import type { Id } from '../schema/ids.ts';

/** FNV-1a over a text, started from a seed: 32 bits. */
function hash32(text: string, seed: number): number {
  let hash = (0x811c9dc5 ^ seed) >>> 0;
  for (let index = 0; index < text.length; index++) {
    hash ^= text.charCodeAt(index);
    hash = Math.imul(hash, 0x01000193) >>> 0;
  }
  return hash;
}

/**
 * An id that follows from another and a word, shaped as a UUID (version 8: made by a rule of one's own). The same way
 * out, offered twice, then carries the same ids, and taking it twice does it once.
 */
export function derivedId(from: Id, word: string): Id {
  const hex = [0, 1, 2, 3]
    .map((seed) =>
      hash32(`${from} ${word}`, seed * 0x9e3779b9)
        .toString(16)
        .padStart(8, '0'),
    )
    .join('');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
