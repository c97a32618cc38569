import { CloseOutlined } from '@ant-design/icons';
import { Button, Checkbox } from 'antd';
import type { FuseBox } from '../../../core/document/index.ts';
import { type KeyedBox, PANEL, slotsOfBox } from '../../../core/graph/index.ts';
import { TextField } from '../../ui/TextField.tsx';
import { PositionFields } from '../PositionFields.tsx';
import { useUnit } from '../useUnit.ts';

/** A fuse box as a thing: what it is called, where it is, whether water reaches it. */
export function BoxEditor({ box, onClose }: { box: KeyedBox; onClose(): void }) {
  const { build, mayEdit, act } = useUnit();
  const isPanel = box.key === PANEL;
  const edit = (changes: Partial<FuseBox>) =>
    act(isPanel ? { kind: 'setFusePanel', changes } : { kind: 'editFuseBox', boxId: box.key, changes });
  const slots = slotsOfBox(build, box.key).length;
  return (
    <section className="box-editor" aria-label={box.name}>
      <header className="panel-head">
        <div>
          <h2>{box.name}</h2>
          <span className="muted">{slots === 1 ? '1 slot' : `${slots} slots`}</span>
        </div>
        <Button type="text" aria-label="Close the box" icon={<CloseOutlined />} onClick={onClose} />
      </header>
      <div className="form-row">
        <span>Name</span>
        <TextField
          label="Name of the box"
          value={box.name}
          disabled={!mayEdit}
          onCommit={(name) => name && edit({ name })}
        />
      </div>
      <div className="form-row">
        <span>Found</span>
        <TextField
          label="Where the box is found"
          value={box.place}
          placeholder="behind the kick panel, right"
          disabled={!mayEdit}
          onCommit={(place) => edit({ place })}
        />
      </div>
      <PositionFields name={box.name} position={box.position} onChange={(position) => edit({ position })} />
      <Checkbox
        checked={box.isWet === true}
        disabled={!mayEdit}
        onChange={({ target }) => edit({ isWet: target.checked })}
      >
        Water reaches it: its terminals are sealed
      </Checkbox>
      <p className="muted">
        A map of slots is never carried over from the next model up or another year: read each one.
      </p>
      {mayEdit && !isPanel && (
        <footer className="panel-foot">
          <Button
            danger
            type="text"
            disabled={slots > 0}
            title={slots > 0 ? 'Its slots go first' : undefined}
            onClick={() => act({ kind: 'removeFuseBox', boxId: box.key }) && onClose()}
          >
            Remove the box
          </Button>
        </footer>
      )}
    </section>
  );
}
