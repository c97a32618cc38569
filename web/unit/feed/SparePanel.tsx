import { CloseOutlined } from '@ant-design/icons';
import { Button, Form, Input, Select } from 'antd';
import { useMemo, useState } from 'react';
import type { Position, WireColour } from '../../../core/document/index.ts';
import type { SpareChoice, SpareWish } from '../../../core/work/index.ts';
import { NumberInput } from '../../ui/NumberInput.tsx';
import { PositionFields } from '../PositionFields.tsx';
import { useUnit } from '../useUnit.ts';
import { endPlaces } from './endPlaces.ts';
import { LiveField } from './LiveField.tsx';
import { SpareChoices } from './SpareChoices.tsx';
import { WireColourField } from './WireColourField.tsx';

interface Values {
  name: string;
  /** Null while the field is empty. */
  plannedA: number | null;
  wanted: 'always' | 'ignition';
  colour: WireColour;
}

/** A circuit made ready before its lamp is there: what is planned, where its end lies, and where it comes from. */
export function SparePanel({ onClose, onMade }: { onClose(): void; onMade(fuseId: string): void }) {
  const { build, body, preferences, act } = useUnit();
  const places = useMemo(() => endPlaces(build, body), [build, body]);
  const [placeKey, setPlaceKey] = useState<string | null>(places[0]!.key);
  const [position, setPosition] = useState<Position>(places[0]!.position);
  const [form] = Form.useForm<Values>();
  const values = Form.useWatch([], form) as Values | undefined;
  const spares = Object.values(build.elements).filter(({ kind }) => kind === 'cap').length;
  const initial: Values = { name: `Spare ${spares + 1}`, plannedA: 6, wanted: 'ignition', colour: 'orange' };
  const { name, plannedA, wanted, colour } = { ...initial, ...values };
  const wish = useMemo<SpareWish | null>(
    () =>
      plannedA === null
        ? null
        : { name: name.trim() || 'Spare', plannedA, position, wanted, table: preferences.wire, colour },
    [name, plannedA, position, wanted, preferences.wire, colour],
  );
  const take = ({ operations }: SpareChoice) => {
    if (!act(...operations)) return;
    const [first] = operations;
    const fuse = first?.kind === 'assignFeed' ? first.elements.find(({ kind }) => kind === 'fuse') : undefined;
    if (fuse) onMade(fuse.id);
    onClose();
  };

  return (
    <section className="new-feed spare" aria-label="Spare circuit">
      <header className="panel-head">
        <span className="tag-chip">+</span>
        <div>
          <h2>Spare circuit</h2>
          <span className="muted">Fused and run now, its end capped until the lamp is there.</span>
        </div>
        <Button type="text" aria-label="Close" icon={<CloseOutlined />} onClick={onClose} />
      </header>
      <Form form={form} layout="vertical" requiredMark={false} initialValues={initial}>
        <div className="two">
          <Form.Item
            label="Name"
            name="name"
            rules={[{ required: true, whitespace: true, message: 'Name what it is for: Later floods …' }]}
          >
            <Input maxLength={40} />
          </Form.Item>
          <Form.Item label="Planned, A" name="plannedA" rules={[{ required: true, message: 'How many amps?' }]}>
            <NumberInput aria-label="Planned amps" min={0.1} max={150} />
          </Form.Item>
        </div>
        <div className="two">
          <LiveField />
          <WireColourField />
        </div>
      </Form>
      <div className="form-row">
        <span>End lies</span>
        <Select
          aria-label="Where the end lies"
          value={placeKey}
          placeholder="where it is typed"
          onChange={(key) => {
            setPlaceKey(key);
            setPosition(places.find((each) => each.key === key)!.position);
          }}
          options={places.map((each) => ({ value: each.key, label: each.name }))}
        />
      </div>
      <PositionFields
        name="Capped end"
        position={position}
        onChange={(to) => {
          setPlaceKey(null);
          setPosition(to);
        }}
      />
      <h3>Where it comes from</h3>
      {wish ? (
        <SpareChoices wish={wish} onTake={take} />
      ) : (
        <p className="empty">How many amps it is planned for tells where it can come from.</p>
      )}
      <p className="caution-line">Disconnect or pull the fuse before joining.</p>
    </section>
  );
}
