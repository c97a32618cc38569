import type { Lamp } from '../../../core/document/index.ts';
import { tapedDimensions } from '../../../core/place/index.ts';
import { formatLength, type LengthUnit } from '../../../core/units/index.ts';
import { useUnit } from '../useUnit.ts';

/** The same place from other edges: what a second person at the far end would read. */
export function OtherEdges({ lamp, unit }: { lamp: Lamp; unit: LengthUnit }) {
  const { body } = useUnit();
  const taped = tapedDimensions(body, lamp);
  const rows = [...taped.x, ...taped.y]
    .filter(({ edge }) => !['centreline', 'bumper', 'front'].includes(edge.id))
    .slice(0, 4);
  return (
    <ul className="other-edges" aria-label="From other edges">
      {rows.map(({ edge, lengthMm }) => (
        <li key={edge.id}>
          from {edge.name} <b className="mono">{formatLength(lengthMm, unit)}</b>
        </li>
      ))}
    </ul>
  );
}
