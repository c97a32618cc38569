/** The layers of lamps on a sheet, far to near. All but the moving lamps stand still during a drag and are memoised. */
import { memo } from 'react';
import type { Id } from '../../core/document/index.ts';
import { LampGlyph } from './LampGlyph.tsx';
import type { LampMark } from './lampMarks.ts';

export const RestingLamps = memo(function RestingLamps({
  marks,
  brightness,
}: {
  marks: readonly LampMark[];
  brightness: ReadonlyMap<Id, number> | null;
}) {
  return (
    <g>
      {marks.map((mark) => (
        <LampGlyph key={mark.key} mark={mark} lit={brightness ? (brightness.get(mark.lampId) ?? 0) : 1} />
      ))}
    </g>
  );
});
