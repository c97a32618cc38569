import { ApiOutlined, PlusOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import type { Slot, SlotWhen } from '../../../core/document/index.ts';
import { SLOT_WHEN_WORDS, slotWhen } from '../../../core/graph/index.ts';
import { newId } from '../../app/ids.ts';
import { useApp, useAppDispatch } from '../../app/store.ts';
import { BLADE } from '../../ui/tokens.ts';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';

export const slotsInOrder = (slots: Record<string, Slot>): Slot[] =>
  Object.values(slots).sort((a, b) => a.row - b.row || a.column - b.column);

/** Short forms for the small cells; the slot's own page has the long ones. */
const WHEN_SHORT: Record<SlotWhen, string> = {
  always: 'always hot',
  ignition: 'key on',
  signal: 'with signal',
  dead: 'dead',
  reserved: 'reserved',
  unread: 'not read',
};

const DEFAULT_COLUMNS = 6;
const DEFAULT_LIMIT_A = 15;

/** The panel as one looks at it, each slot with what it feeds and what the meter said. */
export function FusePanel() {
  const { build, mayEdit, act } = useUnit();
  const slotId = useApp((state) => state.unit.slotId);
  const dispatch = useAppDispatch();
  const slots = slotsInOrder(build.slots);
  const tapped = new Set(
    Object.values(build.elements).flatMap((element) => (element.kind === 'tap' ? [element.slotId] : [])),
  );

  const add = (count: number) => {
    const start = slots.length;
    const numbers = slots.map((slot) => Number(slot.label)).filter(Number.isFinite);
    const first = Math.max(0, ...numbers) + 1;
    const added = Array.from(
      { length: count },
      (_, index): Slot => ({
        id: newId(),
        kind: 'slot',
        label: String(first + index),
        row: Math.floor((start + index) / DEFAULT_COLUMNS),
        column: (start + index) % DEFAULT_COLUMNS,
        ratingA: null,
        limitA: DEFAULT_LIMIT_A,
        feeds: '',
        ownLoadA: 0,
        reservedFor: '',
        signal: null,
        reading: { keyOffV: null, keyOnV: null, runningV: null, signalV: null },
      }),
    );
    if (act({ kind: 'addSlots', slots: added }) && added[0]) dispatch(unitActions.slotChosen(added[0].id));
  };

  return (
    <section className="fuse-panel" aria-label="Fuse panel">
      <header>
        <h3>{build.fusePanel.name}</h3>
        <span>{build.fusePanel.place}</span>
        {mayEdit && (
          <span className="right">
            <Button
              size="small"
              ghost
              aria-label="Add a slot"
              icon={<PlusOutlined aria-hidden />}
              onClick={() => add(1)}
            >
              Slot
            </Button>
            <Button size="small" ghost onClick={() => add(6)}>
              Six slots
            </Button>
          </span>
        )}
      </header>
      <div className="slots">
        {slots.map((slot) => {
          const when = slotWhen(slot, build.electrics.systemVoltageV);
          return (
            <button
              key={slot.id}
              type="button"
              className={`slot ${when}`}
              aria-pressed={slot.id === slotId}
              onClick={() => dispatch(unitActions.slotChosen(slot.id))}
              aria-label={`Slot ${slot.label}, ${slot.ratingA ?? 'no'} A fuse, ${SLOT_WHEN_WORDS[when]}`}
            >
              <span className="slot-label">{slot.label}</span>
              <span
                className="blade"
                style={
                  slot.ratingA
                    ? { background: BLADE[slot.ratingA] ?? 'var(--night-muted)', opacity: when === 'unread' ? 0.55 : 1 }
                    : undefined
                }
              >
                {slot.ratingA ?? ''}
              </span>
              <span className="slot-text">
                <b>{slot.reservedFor ? 'kept' : slot.feeds || 'spare'}</b>
                <small>{WHEN_SHORT[when]}</small>
              </span>
              {tapped.has(slot.id) && <ApiOutlined className="tapped" title="tapped by a feed" aria-label="tapped" />}
            </button>
          );
        })}
        {slots.length === 0 && (
          <p className="empty">No slots yet. Add them as they sit in the panel, then read each with the meter.</p>
        )}
      </div>
    </section>
  );
}
