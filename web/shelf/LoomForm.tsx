import { DeleteOutlined, PlusOutlined } from '@ant-design/icons';
import { Button, Form, Input, Radio, Select, Switch } from 'antd';
import { useState } from 'react';
import { FAMILIES } from '../../core/circuit/index.ts';
import { FuseFamily, Loom, type LoomLead, MAX_LEGS } from '../../core/document/index.ts';
import { conductorsOf, gaugeName } from '../../core/units/index.ts';
import { useApp } from '../app/store.ts';
import { LengthField } from '../ui/LengthField.tsx';
import { LoomDrawing } from '../ui/LoomDrawing.tsx';
import { NumberInput } from '../ui/NumberInput.tsx';
import { loomStart } from './loomStart.ts';
import { NameFields } from './NameFields.tsx';
import { ShelfForm } from './ShelfForm.tsx';
import { WhatIsWrong } from './WhatIsWrong.tsx';

type Values = Omit<Loom, 'relayA'> & { hasRelay: boolean; relayA: number };

const LEADS = [
  { name: 'power', words: 'Power lead, to its fuse' },
  { name: 'toSwitch', words: 'To the switch' },
  { name: 'ground', words: 'Ground lead' },
  { name: 'trunk', words: 'Trunk, to the fork' },
] as const;

/** A ready loom as it comes out of its bag: its parts, and each lead with length and size. */
export function LoomForm({
  loom,
  keys,
  onKeep,
  onClose,
}: {
  /** To be changed, or null for a new one. */
  loom: Loom | null;
  keys: readonly string[];
  onKeep(loom: Loom): void;
  onClose(): void;
}) {
  const [form] = Form.useForm<Values>();
  const table = useApp((state) => state.preferences.wire);
  const start = loom ?? loomStart(keys, table);
  const hasRelay = Form.useWatch('hasRelay', form) ?? start.relayA !== null;
  const family = Form.useWatch('family', form) ?? start.family;
  const unit = useApp((state) => state.preferences.length);
  const typed = Form.useWatch([], form) as Values | undefined;
  const drawn = Loom.safeParse({
    ...start,
    ...typed,
    name: 'Loom',
    relayA: hasRelay ? (typed?.relayA ?? start.relayA ?? 30) : null,
  });
  const [wrong, setWrong] = useState('');
  const keep = ({ hasRelay: isRelayed, relayA, ...rest }: Values) => {
    const parsed = Loom.safeParse({ ...rest, relayA: isRelayed ? relayA : null });
    if (parsed.success) return onKeep(parsed.data);
    const [issue] = parsed.error.issues;
    setWrong(`${issue?.path.join(', ')}: ${issue?.message}`);
  };
  const sizes = conductorsOf(start.trunk.table).map(({ gauge }) => ({
    value: gauge,
    label: gaugeName(start.trunk.table, gauge),
  }));
  const lead = (path: (string | number)[], words: string) => (
    <>
      <Form.Item name={[...path, 'table']} hidden>
        <Input />
      </Form.Item>
      <Form.Item name={[...path, 'lengthMm']} rules={[{ required: true, message: 'Its length' }]}>
        <LengthField label={`${words}, length`} />
      </Form.Item>
      <Form.Item name={[...path, 'gauge']}>
        <Select aria-label={`${words}, size`} options={sizes} />
      </Form.Item>
    </>
  );
  return (
    <ShelfForm
      form={form}
      width={640}
      title={loom ? loom.name : 'A ready loom'}
      initialValues={{ ...start, hasRelay: start.relayA !== null, relayA: start.relayA ?? 30 }}
      onValuesChange={() => setWrong('')}
      onFinish={keep}
      onClose={onClose}
      said={<WhatIsWrong wrong={wrong} refused={null} />}
    >
      <NameFields isNew={loom === null} asked="What its bag says" length={60} placeholder="Two work lamps, with relay">
        <Form.Item label="Lamp ends" name="ends">
          <Select
            aria-label="Lamp ends"
            options={[
              { value: 'plugs', label: 'plugs' },
              { value: 'open', label: 'open' },
            ]}
          />
        </Form.Item>
      </NameFields>
      <div className="four">
        <Form.Item label="Fuse" name="family">
          <Select
            aria-label="Kind of fuse"
            options={FuseFamily.options.map((each) => ({ value: each, label: FAMILIES[each].name }))}
          />
        </Form.Item>
        <Form.Item label="Rating" name="fuseA">
          <Select
            aria-label="Fuse rating"
            options={FAMILIES[family].ratingsA.map((ratingA) => ({ value: ratingA, label: `${ratingA} A` }))}
          />
        </Form.Item>
        <Form.Item label="Relay in it" name="hasRelay" valuePropName="checked">
          <Switch aria-label="Relay in it" />
        </Form.Item>
        <Form.Item label="Relay" name="relayA" hidden={!hasRelay}>
          <NumberInput aria-label="Relay, A" min={1} max={200} suffix="A" style={{ width: '100%' }} />
        </Form.Item>
      </div>
      <div className="two loom-also">
        <Form.Item label="A switch comes with it" name="hasSwitch" valuePropName="checked" layout="horizontal">
          <Switch aria-label="A switch comes with it" />
        </Form.Item>
        <Form.Item label="Way back" name="hasReturn">
          <Radio.Group
            options={[
              { value: false, label: 'lamps ground where they sit' },
              { value: true, label: 'trunk and legs bring it' },
            ]}
          />
        </Form.Item>
      </div>
      <h3>Leads, as laid along a tape</h3>
      {drawn.success && <LoomDrawing loom={drawn.data} unit={unit} />}
      {LEADS.map(({ name, words }) => (
        <div key={name} className="loom-line">
          <span>{words}</span>
          {lead([name], words)}
        </div>
      ))}
      <Form.List name="legs">
        {(fields, { add, remove }) => (
          <>
            {fields.map(({ key, name }) => (
              <div key={key} className="loom-line">
                <span>
                  Leg {name + 1}
                  {fields.length > 1 && (
                    <Button
                      type="text"
                      size="small"
                      aria-label={`Take out leg ${name + 1}`}
                      icon={<DeleteOutlined />}
                      onClick={() => remove(name)}
                    />
                  )}
                </span>
                {lead([name], `Leg ${name + 1}`)}
              </div>
            ))}
            {fields.length < MAX_LEGS && (
              <Button
                size="small"
                icon={<PlusOutlined />}
                onClick={() => add((form.getFieldValue('legs') as LoomLead[]).at(-1))}
              >
                Leg
              </Button>
            )}
          </>
        )}
      </Form.List>
    </ShelfForm>
  );
}
