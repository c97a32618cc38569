import type { RefObject } from 'react';
import type { ShelfEntry } from '../../core/document/index.ts';
import { useApp } from '../app/store.ts';
import { faceSize } from '../ui/faceSize.ts';
import { LIGHT } from '../ui/tokens.ts';
import { VirtualRows } from '../ui/VirtualRows.tsx';
import { KitChips } from './KitChips.tsx';
import { ModelName } from './ModelName.tsx';
import { MountWords } from './MountWords.tsx';

const ROW_PX = 31;
const COLUMNS = 11;

/** Lamps of the shelf, as many rows as are seen. */
export function LampsShelf({
  entries,
  scroller,
  onEdit,
}: {
  entries: readonly ShelfEntry[];
  scroller: RefObject<HTMLElement | null>;
  /** Left out for who may not put anything on the shelf. */
  onEdit?: (key: string) => void;
}) {
  const unit = useApp((state) => state.preferences.length);
  return (
    <table className="plain parts-table">
      <thead>
        <tr>
          <th>Lamp</th>
          <th>Number</th>
          <th>Colours</th>
          <th className="right">Face, {unit}</th>
          <th className="right">A mean / all</th>
          <th className="right">Volts</th>
          <th>Mount</th>
          <th>In the box, and sold apart</th>
          <th className="right">Warranty</th>
          <th className="right">Marks</th>
          <th className="right">On hand</th>
        </tr>
      </thead>
      <VirtualRows
        items={entries}
        keyOf={({ model }) => model.key}
        scroller={scroller}
        rowPx={ROW_PX}
        columns={COLUMNS}
      >
        {({ model, priceMarks, onHand }) => (
          <tr key={model.key}>
            <td>
              <ModelName model={model} onEdit={onEdit} />{' '}
              {model.light === 'filament' && <span className="chip">filament</span>}
            </td>
            <td className="mono">{model.key}</td>
            <td>
              {model.colours.map((colour) => (
                <i key={colour} className="colour-dot" style={{ background: LIGHT[colour] }} title={colour} />
              ))}
            </td>
            <td className="right mono">{faceSize(model.face, unit)}</td>
            <td className="right mono">
              {model.averageA} / {model.maximumA}
            </td>
            <td className="right mono">
              {model.voltage.minimumV}–{model.voltage.maximumV}
            </td>
            <td>
              <MountWords model={model} />
            </td>
            <td>
              <KitChips model={model} />
            </td>
            <td className="right mono">{model.warrantyMonths} mo</td>
            <td className="right mono">{priceMarks}</td>
            <td className="right mono">{onHand}</td>
          </tr>
        )}
      </VirtualRows>
    </table>
  );
}
