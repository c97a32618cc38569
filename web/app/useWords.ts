import { inWords, type Words } from '../../core/units/index.ts';
import { useApp } from './store.ts';

/** Puts what the core says into the units of whoever reads it. */
export function useWords(): (words: Words) => string {
  const length = useApp((state) => state.preferences.length);
  const wire = useApp((state) => state.preferences.wire);
  return (words) => inWords(words, { length, wire });
}
