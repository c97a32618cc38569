import type { View } from '../../core/body/index.ts';
import type { Alignment } from './align.ts';
import type { SheetLayout } from './layout.ts';

/** Lines through the lamps that a dragged one has come in line with. */
export function AlignLines({ layout, line, view }: { layout: SheetLayout; line: Alignment; view: View }) {
  const frame = layout.frames[view];
  return (
    <g aria-hidden="true" className="align-lines">
      {line.withX && <path d={`M${line.withX.x} ${frame.top - 8}V${frame.bottom + 8}`} />}
      {line.withY && <path d={`M${frame.left - 8} ${line.withY.y}H${frame.right + 8}`} />}
    </g>
  );
}
