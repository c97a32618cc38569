import type { ShelfEntry } from '../../core/document/index.ts';
import { formatKg } from '../../core/place/index.ts';
import { useApp } from '../app/store.ts';
import { faceSize } from '../ui/faceSize.ts';
import { KitChips } from './KitChips.tsx';
import { ModelName } from './ModelName.tsx';
import { MountWords } from './MountWords.tsx';

/** Brackets, aerials, cameras and boxes of the shelf: how they are held, and what they hold. */
export function PartsShelf({
  entries,
  onEdit,
}: {
  entries: readonly ShelfEntry[];
  /** Left out for who may not put anything on the shelf. */
  onEdit?: (key: string) => void;
}) {
  const unit = useApp((state) => state.preferences.length);
  return (
    <table className="plain parts-table">
      <thead>
        <tr>
          <th>Part</th>
          <th>Number</th>
          <th>Kind</th>
          <th className="right">Base, {unit}</th>
          <th>Held by</th>
          <th className="right">Weighs, kg</th>
          <th className="right">Holds, kg</th>
          <th className="right">Places</th>
          <th>In the box</th>
          <th className="right">Marks</th>
          <th className="right">On hand</th>
        </tr>
      </thead>
      <tbody>
        {entries.map(({ model, priceMarks, onHand }) => (
          <tr key={model.key}>
            <td>
              <ModelName model={model} onEdit={onEdit} />
            </td>
            <td className="mono">{model.key}</td>
            <td>{model.kind}</td>
            <td className="right mono">{faceSize(model.face, unit)}</td>
            <td>
              <MountWords model={model} />
            </td>
            <td className="right mono">{formatKg(model.massKg)}</td>
            <td className="right mono">{model.holds ? formatKg(model.holds.massKg) : ''}</td>
            <td className="right mono">{model.holds?.pads.length ?? ''}</td>
            <td>
              <KitChips model={model} />
            </td>
            <td className="right mono">{priceMarks}</td>
            <td className="right mono">{onHand}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
