import type { ShelfEntry } from '../../core/document/index.ts';
import { formatKg, MOUNTS } from '../../core/place/index.ts';
import { typedFine } from '../../core/units/index.ts';
import { useApp } from '../app/store.ts';
import { FaceSwatch } from '../ui/FaceSwatch.tsx';
import { faceSize } from '../ui/faceSize.ts';

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
        {entries.map(({ model, priceMarks, onHand }) => {
          const mount = model.mounts[0]!;
          return (
            <tr key={model.key}>
              <td>
                <FaceSwatch model={model} />{' '}
                {onEdit ? (
                  <button type="button" className="link" onClick={() => onEdit(model.key)}>
                    <b>{model.name}</b>
                  </button>
                ) : (
                  <b>{model.name}</b>
                )}
              </td>
              <td className="mono">{model.key}</td>
              <td>{model.kind}</td>
              <td className="right mono">{faceSize(model.face, unit)}</td>
              <td>
                {MOUNTS[mount.kind].name.toLowerCase()}
                {mount.holes > 0 && (
                  <span className="mono muted">
                    {' '}
                    {mount.holes} × {typedFine(mount.holeMm, unit)}
                  </span>
                )}
              </td>
              <td className="right mono">{formatKg(model.massKg)}</td>
              <td className="right mono">{model.holds ? formatKg(model.holds.massKg) : ''}</td>
              <td className="right mono">{model.holds?.pads.length ?? ''}</td>
              <td>
                {model.kitContents.map((item) => (
                  <span key={item} className="chip">
                    {item}
                  </span>
                ))}
              </td>
              <td className="right mono">{priceMarks}</td>
              <td className="right mono">{onHand}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
