import { ApiOutlined, EditOutlined, PlusOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import type { Slot, SlotWhen } from '../../../core/document/index.ts';
import { cavityOf, type KeyedBox, PANEL, SLOT_WHEN_WORDS, slotsOfBox, slotWhen } from '../../../core/graph/index.ts';
import { newId } from '../../app/ids.ts';
import { useApp, useAppDispatch } from '../../app/store.ts';
import { BLADE } from '../../ui/tokens.ts';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';
import { CavityMetal } from './CavityMetal.tsx';

/** Short forms for the small cells; the slot's own page has the long ones. */
const WHEN_SHORT: Record<SlotWhen, string> = {
  always: 'always hot',
  ignition: 'key on',
  signal: 'with signal',
  dead: 'dead',
  reserved: 'reserved',
  unread: 'not read',
};

const CAVITY_WORDS = { whole: '', noLoadSide: ', no terminal on the load side', hollow: ', hollow' } as const;
const EMPTY_WORDS = { whole: 'spare', noLoadSide: 'no terminal', hollow: 'hollow' } as const;
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
  const slotId = useApp((state) => state.unit.slotId);
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
        {slots.map((slot) => {
          const when = slotWhen(slot, build.electrics.systemVoltageV);
          const cavity = cavityOf(slot);
          return (
            <button
              key={slot.id}
              type="button"
              className={`slot ${when}`}
              aria-pressed={slot.id === slotId}
              onClick={() => dispatch(unitActions.slotChosen(slot.id))}
              aria-label={`Slot ${slot.label}, ${slot.ratingA ?? 'no'} A fuse, ${SLOT_WHEN_WORDS[when]}${slot.ratingA === null ? CAVITY_WORDS[cavity] : ''}`}
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
                {slot.ratingA ?? <CavityMetal cavity={cavity} />}
              </span>
              <span className="slot-text">
                <b>{slot.reservedFor ? 'kept' : slot.feeds || EMPTY_WORDS[cavity]}</b>
                <small>{WHEN_SHORT[when]}</small>
              </span>
              {tapped.has(slot.id) && <ApiOutlined className="tapped" title="tapped by a feed" aria-label="tapped" />}
            </button>
          );
        })}
        {slots.length === 0 && (
          <p className="empty">No slots yet. Add them as they sit in the box, then read each with the meter.</p>
        )}
      </div>
    </section>
  );
}
