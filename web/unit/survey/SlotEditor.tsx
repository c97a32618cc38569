import { CloseOutlined } from '@ant-design/icons';
import { Button, Popconfirm, Select } from 'antd';
import { FAMILIES, fuseColour } from '../../../core/circuit/index.ts';
import { type FuseFamily, type Slot, SourceKind } from '../../../core/document/index.ts';
import {
  boxOf,
  FAMILY_OF_SIZE,
  fuseBoxes,
  PANEL,
  sizeOf,
  slotsInOrder,
  slotWhen,
  whenWords,
} from '../../../core/graph/index.ts';
import { useAppDispatch } from '../../app/store.ts';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';
import { CavityRows } from './CavityRows.tsx';
import { MeterField } from './MeterField.tsx';
import { SignalSelect } from './SignalSelect.tsx';

const SOURCE_WORDS: Record<SourceKind, string> = {
  slot: 'a slot of a fuse box',
  prewire: 'a factory prewire',
  upfitter: 'a factory switch for upfitters',
  pin: 'a pin of the trailer connector',
  ignition: 'an ignition take-off',
};

const fuseWords = (family: FuseFamily, ratingA: number): string => {
  const colour = fuseColour(family, ratingA);
  return colour ? `${ratingA} A, ${colour}` : `${ratingA} A`;
};

/** One slot, as one stands before it with a meter: what is in it, what it feeds, what was read. */
export function SlotEditor({ slot, onClose }: { slot: Slot; onClose(): void }) {
  const { build, body, mayEdit, act } = useUnit();
  const dispatch = useAppDispatch();
  const when = slotWhen(slot, build.electrics.systemVoltageV);
  const order = slotsInOrder(build);
  const next = order[order.findIndex((each) => each.id === slot.id) + 1];
  const boxes = fuseBoxes(build);
  const family = FAMILY_OF_SIZE[sizeOf(slot)];
  const edit = (changes: Partial<Omit<Slot, 'id'>>) => act({ kind: 'editSlot', slotId: slot.id, changes });

  return (
    <section className="slot-editor" aria-label={`Slot ${slot.label}`}>
      <header className="panel-head">
        <span className="tag-chip">{slot.label}</span>
        <div>
          <h2>
            Slot {slot.label}
            {boxes.length > 1 && <small>, {boxOf(build, slot).name || 'Fuse panel'}</small>}
          </h2>
          <span
            className={`state ${when === 'dead' || when === 'reserved' ? 'caution' : when === 'unread' ? 'note' : 'ok'}`}
          >
            {whenWords(slot, build.electrics.systemVoltageV)}
          </span>
        </div>
        <Button type="text" aria-label="Close the slot" icon={<CloseOutlined />} onClick={onClose} />
      </header>
      <div className="meter">
        <MeterField
          label="Key off"
          value={slot.reading.keyOffV}
          disabled={!mayEdit}
          onCommit={(keyOffV) => act({ kind: 'recordSlotReading', slotId: slot.id, changes: { keyOffV } })}
        />
        <MeterField
          label="Key on"
          value={slot.reading.keyOnV}
          disabled={!mayEdit}
          onCommit={(keyOnV) => act({ kind: 'recordSlotReading', slotId: slot.id, changes: { keyOnV } })}
        />
        {body.hasEngine && (
          <MeterField
            label="Running"
            value={slot.reading.runningV}
            disabled={!mayEdit}
            onCommit={(runningV) => act({ kind: 'recordSlotReading', slotId: slot.id, changes: { runningV } })}
          />
        )}
        {slot.signal !== null && (
          <MeterField
            label="With it on"
            value={slot.reading.signalV}
            disabled={!mayEdit}
            onCommit={(signalV) => act({ kind: 'recordSlotReading', slotId: slot.id, changes: { signalV } })}
          />
        )}
      </div>
      <div className="form-row">
        <span>Hot with</span>
        <SignalSelect
          label="Signal of the driver with which it is hot"
          none="no signal: battery or key"
          disabled={!mayEdit}
          value={slot.signal}
          onChange={(signal) => edit({ signal })}
        />
      </div>
      <div className="form-row">
        <span>Label</span>
        <TextField
          label="Slot label"
          value={slot.label}
          disabled={!mayEdit}
          onCommit={(label) => label && edit({ label })}
        />
      </div>
      {boxes.length > 1 && slot.kind === 'slot' && (
        <div className="form-row">
          <span>Box</span>
          <Select
            aria-label="Fuse box"
            disabled={!mayEdit}
            value={slot.boxId ?? PANEL}
            onChange={(key) => edit({ boxId: key === PANEL ? null : key })}
            options={boxes.map(({ key, name }) => ({ value: key, label: name }))}
          />
        </div>
      )}
      <div className="form-row">
        <span>It is</span>
        <Select
          aria-label="Kind of source"
          disabled={!mayEdit}
          value={slot.kind}
          onChange={(kind) => edit({ kind })}
          options={SourceKind.options.map((kind) => ({ value: kind, label: SOURCE_WORDS[kind] }))}
        />
      </div>
      <div className="form-row">
        <span>Fuse in it</span>
        <Select
          aria-label="Fuse in the slot"
          disabled={!mayEdit}
          value={slot.ratingA ?? 0}
          onChange={(rating) => edit({ ratingA: rating === 0 ? null : rating })}
          options={[
            { value: 0, label: 'none' },
            ...FAMILIES[family].ratingsA.map((ratingA) => ({ value: ratingA, label: fuseWords(family, ratingA) })),
          ]}
        />
      </div>
      {slot.kind === 'slot' && <CavityRows slot={slot} onEdit={edit} />}
      <div className="form-row">
        <span>Good for</span>
        <CommittedNumber
          aria-label="Most the slot may carry, A"
          min={1}
          max={200}
          suffix="A"
          disabled={!mayEdit}
          value={slot.limitA}
          onCommit={(limitA) => limitA && edit({ limitA })}
        />
      </div>
      <div className="form-row">
        <span>Feeds</span>
        <TextField
          label="What the slot feeds"
          value={slot.feeds}
          placeholder="nothing: spare"
          disabled={!mayEdit}
          onCommit={(feeds) => edit({ feeds })}
        />
      </div>
      <div className="form-row">
        <span>Own load</span>
        <CommittedNumber
          aria-label="Load of the unit's own on the slot, A"
          min={0}
          max={200}
          step={0.5}
          suffix="A"
          disabled={!mayEdit}
          value={slot.ownLoadA}
          onCommit={(ownLoadA) => ownLoadA !== null && edit({ ownLoadA })}
        />
      </div>
      <div className="form-row">
        <span>Reserved for</span>
        <TextField
          label="Reserved for an option"
          value={slot.reservedFor}
          placeholder="no option"
          disabled={!mayEdit}
          onCommit={(reservedFor) => edit({ reservedFor })}
        />
      </div>
      <footer className="panel-foot">
        {mayEdit && (
          <Popconfirm
            title={`Remove slot ${slot.label}?`}
            okText="Remove"
            onConfirm={() => act({ kind: 'removeSlot', slotId: slot.id }) && onClose()}
          >
            <Button danger type="text">
              Remove
            </Button>
          </Popconfirm>
        )}
        {next && (
          <Button type="primary" onClick={() => dispatch(unitActions.slotChosen(next.id))}>
            Next slot: {next.label}
          </Button>
        )}
      </footer>
    </section>
  );
}
