import { CloseOutlined } from '@ant-design/icons';
import { Button, Form, Input, Radio, Select } from 'antd';
import { useMemo, useState } from 'react';
import { type Position, WireColour } from '../../../core/document/index.ts';
import type { SpareChoice, SpareWish } from '../../../core/work/index.ts';
import { NumberInput } from '../../ui/NumberInput.tsx';
import { PositionFields } from '../PositionFields.tsx';
import { useUnit } from '../useUnit.ts';
import { endPlaces } from './endPlaces.ts';
import { SpareChoiceRow } from './SpareChoiceRow.tsx';
import { useSpareChoices } from './useSpareChoices.ts';

interface Values {
  name: string;
  plannedA: number;
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
  const wish = useMemo<SpareWish>(
    () => ({ name: name.trim() || 'Spare', plannedA, position, wanted, table: preferences.wire, colour }),
    [name, plannedA, position, wanted, preferences.wire, colour],
  );
  const choices = useSpareChoices(build, wish);
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
          <Form.Item label="Planned, A" name="plannedA">
            <NumberInput aria-label="Planned amps" min={0.1} max={150} />
          </Form.Item>
        </div>
        <div className="two">
          <Form.Item label="Should be live" name="wanted">
            <Radio.Group
              optionType="button"
              options={[
                { value: 'always', label: 'always' },
                { value: 'ignition', label: 'with key' },
              ]}
            />
          </Form.Item>
          <Form.Item label="Wire colour" name="colour">
            <Select
              aria-label="Wire colour"
              options={WireColour.options.map((each) => ({ value: each, label: each }))}
            />
          </Form.Item>
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
      {choices === null && <p className="empty">Each way is being tried …</p>}
      {choices === 'failed' && (
        <p className="state-line stop">They could not be worked out. Close this and try again.</p>
      )}
      {choices !== null && choices !== 'failed' && (
        <>
          {choices.length === 0 && (
            <p className="state-line caution">
              ⚠ Nothing that is live {wanted === 'always' ? 'always' : 'with the key'} has {plannedA} A to spare. Read
              more slots in Survey, or plan fewer amps.
            </p>
          )}
          <ol className="spare-choices">
            {choices.map((choice, index) => (
              <SpareChoiceRow
                key={choice.slot?.id ?? 'battery'}
                choice={choice}
                isFirst={index === 0}
                onTake={() => take(choice)}
              />
            ))}
          </ol>
        </>
      )}
      <p className="caution-line">Disconnect or pull the fuse before joining.</p>
    </section>
  );
}
