import { useMemo } from 'react';
import type { Build, Lamp, Loom } from '../../../../core/document/index.ts';
import type { SourceWish } from '../../../../core/work/index.ts';
import { type NewFeedValues, wishOf } from '../newFeedValues.ts';

/** Names change no figure: they are typed while it is tried. */
const NAMED = { name: 'This feed', controlName: 'its new switch' } as const;

/** What is to be tried, the same until something in the form changes that figures depend on; null while no lamps are chosen. */
export function useTriedWish(
  build: Build,
  values: NewFeedValues | undefined,
  lamps: readonly Lamp[],
  loom: Loom | null,
  table: 'awg' | 'metric',
): SourceWish | null {
  const wish =
    values?.control && values.patternId && lamps.length > 0
      ? wishOf(
          build,
          { ...values, ...NAMED },
          lamps.map(({ id }) => id),
          loom,
          table,
        )
      : null;
  const key = JSON.stringify(wish);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says all that is in it.
  return useMemo(() => wish, [key]);
}
