import { memo, useMemo } from 'react';
import { runsOf, type ShopWork } from '../../../core/shop/index.ts';
import { RunStrip } from './RunStrip.tsx';

/** Units alike, one after another: what each took, what the next will. */
export const Learning = memo(function Learning({ work }: { work: ShopWork }) {
  const run = useMemo(
    () => runsOf(work.units, work.learned).sort((a, b) => b.units.length - a.units.length)[0] ?? null,
    [work.units, work.learned],
  );
  if (!run) return null;
  return <RunStrip run={run} work={work} />;
});
