import { ApiOutlined } from '@ant-design/icons';
import { useEffect, useRef } from 'react';
import { fuseColour } from '../../../core/circuit/index.ts';
import type { Slot, SlotWhen } from '../../../core/document/index.ts';
import { cavityOf, FAMILY_OF_SIZE, SLOT_WHEN_WORDS, sizeOf, slotWhen } from '../../../core/graph/index.ts';
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

/** A slot as it sits in its box: the fuse or the metal in it, what it feeds, what the meter said. */
export function SlotCell({ slot, isTapped }: { slot: Slot; isTapped: boolean }) {
  const { build } = useUnit();
  const isChosen = useApp((state) => state.unit.slotId === slot.id);
  const dispatch = useAppDispatch();
  const button = useRef<HTMLButtonElement>(null);
  // On a phone its editor lies over the lower half: the slot is to be seen above it.
  useEffect(() => {
    if (isChosen && window.matchMedia('(max-width: 900px)').matches) button.current?.scrollIntoView({ block: 'start' });
  }, [isChosen]);
  const when = slotWhen(slot, build.electrics.systemVoltageV);
  const cavity = cavityOf(slot);
  return (
    <button
      ref={button}
      type="button"
      className={`slot ${when}`}
      aria-pressed={isChosen}
      onClick={() => dispatch(unitActions.slotChosen(slot.id))}
      aria-label={`Slot ${slot.label}, ${slot.ratingA ?? 'no'} A fuse, ${SLOT_WHEN_WORDS[when]}${slot.ratingA === null ? CAVITY_WORDS[cavity] : ''}`}
    >
      <span className="slot-label">{slot.label}</span>
      <span
        className="blade"
        style={
          slot.ratingA
            ? {
                background: BLADE[fuseColour(FAMILY_OF_SIZE[sizeOf(slot)], slot.ratingA)] ?? 'var(--night-muted)',
                opacity: when === 'unread' ? 0.55 : 1,
              }
            : undefined
        }
      >
        {slot.ratingA ?? <CavityMetal cavity={cavity} />}
      </span>
      <span className="slot-text">
        <b>{slot.reservedFor ? 'kept' : slot.feeds || EMPTY_WORDS[cavity]}</b>
        <small>{WHEN_SHORT[when]}</small>
      </span>
      {isTapped && <ApiOutlined className="tapped" title="tapped by a feed" aria-label="tapped" />}
    </button>
  );
}
