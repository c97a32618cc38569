import { EditOutlined, PlusOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import type { Slot } from '../../../core/document/index.ts';
import { type KeyedBox, PANEL, slotsOfBox } from '../../../core/graph/index.ts';
import { newId } from '../../app/ids.ts';
import { useAppDispatch } from '../../app/store.ts';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';
import { SlotCell } from './SlotCell.tsx';

const DEFAULT_COLUMNS = 6;
const DEFAULT_LIMIT_A = 15;

/** The name for the next slot of a box: numbers go on, letters too. */
function nextLabel(slots: readonly Slot[]): (index: number) => string {
  const last = slots.at(-1)?.label ?? '';
  if (/^[A-Y]$/.test(last)) return (index) => String.fromCharCode(last.charCodeAt(0) + 1 + index);
  const numbers = slots.map((slot) => Number(slot.label)).filter(Number.isFinite);
  const first = Math.max(0, ...numbers) + 1;
  return (index) => String(first + index);
}

/** One box as one looks into it: each slot with what it feeds, what the meter said, and which metal is there. */
export function FuseBox({ box, isChosen, onChoose }: { box: KeyedBox; isChosen: boolean; onChoose(): void }) {
  const { build, mayEdit, act } = useUnit();
  const dispatch = useAppDispatch();
  const slots = slotsOfBox(build, box.key);
  const tapped = new Set(
    Object.values(build.elements).flatMap((element) => (element.kind === 'tap' ? [element.slotId] : [])),
  );

  const add = (count: number) => {
    const start = slots.length;
    const label = nextLabel(slots);
    const added = Array.from(
      { length: count },
      (_, index): Slot => ({
        id: newId(),
        kind: 'slot',
        label: label(index),
        row: Math.floor((start + index) / DEFAULT_COLUMNS),
        column: (start + index) % DEFAULT_COLUMNS,
        ratingA: null,
        limitA: DEFAULT_LIMIT_A,
        feeds: '',
        ownLoadA: 0,
        reservedFor: '',
        signal: null,
        reading: { keyOffV: null, keyOnV: null, runningV: null, signalV: null },
        ...(box.key !== PANEL && { boxId: box.key }),
      }),
    );
    if (act({ kind: 'addSlots', slots: added }) && added[0]) dispatch(unitActions.slotChosen(added[0].id));
  };

  return (
    <section className={isChosen ? 'fuse-box is-chosen' : 'fuse-box'} aria-label={box.name}>
      <header>
        <h3>
          <button type="button" aria-pressed={isChosen} onClick={onChoose}>
            {box.name} {mayEdit && <EditOutlined aria-hidden />}
          </button>
        </h3>
        <span>{[box.place, box.isWet ? 'wet' : ''].filter(Boolean).join('; ')}</span>
        {mayEdit && (
          <span className="right">
            <Button
              size="small"
              ghost
              aria-label={`Add a slot to ${box.name}`}
              icon={<PlusOutlined aria-hidden />}
              onClick={() => add(1)}
            >
              Slot
            </Button>
            <Button size="small" ghost aria-label={`Add six slots to ${box.name}`} onClick={() => add(6)}>
              Six
            </Button>
          </span>
        )}
      </header>
      <div className="slots">
        {slots.map((slot) => (
          <SlotCell key={slot.id} slot={slot} isTapped={tapped.has(slot.id)} />
        ))}
        {slots.length === 0 && (
          <p className="empty">No slots yet. Add them as they sit in the box, then read each with the meter.</p>
        )}
      </div>
    </section>
  );
}
