import { Select } from 'antd';
import { Cavity, FuseSize, type Slot } from '../../../core/document/index.ts';
import { cavityOf, SIZE_WORDS, sizeOf } from '../../../core/graph/index.ts';
import { terminalFor } from '../../../core/harness/index.ts';
import { capitalised } from '../../../core/units/index.ts';
import { useUnit } from '../useUnit.ts';
import { CavityDrawing } from './CavityDrawing.tsx';

const CAVITY_CHOICES: Record<Cavity, string> = {
  whole: 'on both sides',
  noLoadSide: 'feed side only: load side waits',
  hollow: 'on neither side: hollow',
};

/** What a slot takes, which metal is in it, and what goes into it where the load side waits for a terminal. */
export function CavityRows({ slot, onEdit }: { slot: Slot; onEdit(changes: Partial<Slot>): void }) {
  const { build, mayEdit, preferences } = useUnit();
  const terminal = terminalFor(build, slot);
  return (
    <>
      <div className="form-row">
        <span>Takes</span>
        <Select
          aria-label="What the slot takes"
          disabled={!mayEdit}
          value={sizeOf(slot)}
          onChange={(size) => onEdit({ size })}
          options={FuseSize.options.map((size) => ({ value: size, label: capitalised(SIZE_WORDS[size]) }))}
        />
      </div>
      {slot.ratingA === null && (
        <div className="form-row">
          <span>Metal in it</span>
          <Select
            aria-label="Metal in the slot"
            disabled={!mayEdit}
            value={cavityOf(slot)}
            onChange={(cavity) => onEdit({ cavity })}
            options={Cavity.options.map((cavity) => ({ value: cavity, label: CAVITY_CHOICES[cavity] }))}
          />
        </div>
      )}
      {slot.ratingA === null && terminal && <CavityDrawing terminal={terminal} table={preferences.wire} />}
    </>
  );
}
