import { DeleteOutlined, PlusOutlined } from '@ant-design/icons';
import { Button, Form, Input, Select } from 'antd';
import { useState } from 'react';
import { givesLight, LampKind, LampModel, LightColour, type ShelfEntry } from '../../core/document/index.ts';
import { ampsOfWatts, labelDoubts } from '../../core/place/index.ts';
import { LengthField } from '../ui/LengthField.tsx';
import { Amount } from './Amount.tsx';
import { MountFields } from './MountFields.tsx';
import { NameFields } from './NameFields.tsx';
import { PURPOSE_WORDS, startOf, withMount } from './ownLampStart.ts';
import { ShelfForm } from './ShelfForm.tsx';
import { StockFields } from './StockFields.tsx';
import { usePutModel } from './usePutModel.ts';
import { WhatIsWrong } from './WhatIsWrong.tsx';

const asOptions = (values: readonly string[]) => values.map((value) => ({ value, label: value }));

type Values = Omit<LampModel, 'mounts'> & {
  mount: LampModel['mounts'][number];
  watts?: number;
  priceMarks: number;
  onHand: number;
};

/** What does neither turn nor tilt is fixed. */
const aimOf = ({ aim }: Pick<Values, 'aim'>): LampModel['aim'] =>
  aim?.turnDeg || aim?.tiltDeg ? { turnDeg: aim.turnDeg ?? 0, tiltDeg: aim.tiltDeg ?? 0 } : null;

/** A lamp of the shop's own, from its label; one that is there already becomes a new version, and units keep theirs. */
export function OwnLamp({
  entry,
  keys,
  onClose,
}: {
  /** To be changed, or null for a new one. */
  entry: ShelfEntry | null;
  keys: readonly string[];
  onClose(): void;
}) {
  const [form] = Form.useForm<Values>();
  const start = startOf(entry, keys);
  const { keep, isLoading, wrong, forget, refused } = usePutModel(entry, onClose);
  const [doubts, setDoubts] = useState<string[]>([]);

  const changed = (some: Partial<Values>, all: Values) => {
    if (some.watts !== undefined && some.watts !== null) {
      const amps = ampsOfWatts(some.watts, all.voltage);
      form.setFieldsValue({ maximumA: amps, averageA: amps });
    }
    // What is odd is odd before it has a name.
    const now = {
      ...start.model,
      ...form.getFieldsValue(),
      aim: aimOf(all),
      name: start.model.name || 'a lamp',
      mounts: [all.mount],
    };
    const parsed = LampModel.safeParse(now);
    setDoubts(parsed.success ? labelDoubts(parsed.data) : []);
    forget();
  };
  const finished = (values: Values) => {
    const { mount, watts: _, priceMarks, onHand, ...rest } = values;
    const mounts = withMount(start.model, mount);
    return keep({ ...start.model, ...rest, mounts, aim: aimOf(values) }, { priceMarks, onHand });
  };
  return (
    <ShelfForm
      form={form}
      title={entry ? `${entry.model.name}: a new version` : 'A lamp of our own'}
      okText={entry ? `Keep as version ${entry.model.version + 1}` : undefined}
      isLoading={isLoading}
      initialValues={{
        ...start.model,
        mount: start.model.mounts[0],
        priceMarks: start.priceMarks,
        onHand: start.onHand,
      }}
      onValuesChange={changed}
      onFinish={finished}
      onClose={onClose}
      said={
        <>
          {doubts.map((words) => (
            <p key={words} className="state caution">
              ▲ {words}
            </p>
          ))}
          <WhatIsWrong wrong={wrong} refused={refused} />
        </>
      }
    >
      <h3>From the label</h3>
      <NameFields isNew={entry === null} asked="What people call it">
        <Form.Item label="Kind" name="kind">
          <Select
            aria-label="Kind"
            options={asOptions(LampKind.options.filter((kind) => kind !== 'factory' && givesLight({ kind })))}
          />
        </Form.Item>
      </NameFields>
      <div className="four">
        <Form.Item label="Colours" name="colours" rules={[{ required: true, message: 'At least one' }]}>
          <Select aria-label="Colours" mode="multiple" options={asOptions(LightColour.options)} />
        </Form.Item>
        <Form.Item label="Light" name="light">
          <Select aria-label="Light" options={asOptions(['led', 'filament'])} />
        </Form.Item>
        <Form.Item label="From" name={['voltage', 'minimumV']}>
          <Amount label="Lowest volts" unit="V" step={0.5} />
        </Form.Item>
        <Form.Item label="to" name={['voltage', 'maximumV']}>
          <Amount label="Highest volts" unit="V" step={0.5} />
        </Form.Item>
      </div>
      <div className="four">
        <Form.Item label="Watts, if the label has them" name="watts">
          <Amount label="Watts" unit="W" />
        </Form.Item>
        <Form.Item label="All lit" name="maximumA">
          <Amount label="Amps, all lit" unit="A" step={0.01} />
        </Form.Item>
        <Form.Item label="On the mean" name="averageA">
          <Amount label="Amps, on the mean" unit="A" step={0.01} />
        </Form.Item>
        <Form.Item label="Sealing" name="sealing">
          <Input aria-label="Sealing" maxLength={4} />
        </Form.Item>
      </div>
      <h3>Leads</h3>
      <Form.List name="leads">
        {(fields, { add, remove }) => (
          <>
            {fields.map(({ key, name }) => (
              <div key={key} className="lead-line">
                <Form.Item name={[name, 'colour']} rules={[{ required: true, message: 'Its colour' }]}>
                  <Input aria-label={`Lead ${name + 1}, colour`} maxLength={30} />
                </Form.Item>
                <Form.Item name={[name, 'purpose']}>
                  <Select aria-label={`Lead ${name + 1}, what for`} options={PURPOSE_WORDS} />
                </Form.Item>
                <Button
                  aria-label={`Take out lead ${name + 1}`}
                  icon={<DeleteOutlined />}
                  onClick={() => remove(name)}
                />
              </div>
            ))}
            <Button size="small" icon={<PlusOutlined />} onClick={() => add({ colour: '', purpose: 'program' })}>
              Lead
            </Button>
          </>
        )}
      </Form.List>
      <h3>By rule and calliper</h3>
      <div className="four">
        <Form.Item label="Face" name={['face', 'shape']}>
          <Select aria-label="Shape of the face" options={asOptions(['rectangle', 'round'])} />
        </Form.Item>
        <Form.Item label="Wide" name={['face', 'widthMm']}>
          <LengthField label="Width" />
        </Form.Item>
        <Form.Item label="High" name={['face', 'heightMm']}>
          <LengthField label="Height" />
        </Form.Item>
        <Form.Item label="Deep" name={['face', 'depthMm']}>
          <LengthField label="Depth" />
        </Form.Item>
      </div>
      <MountFields />
      <div className="four">
        <Form.Item label="Weight" name="massKg">
          <Amount label="Weight" unit="kg" step={0.01} />
        </Form.Item>
        <Form.Item label="Turns either way" name={['aim', 'turnDeg']}>
          <Amount label="Turns either way" unit="°" />
        </Form.Item>
        <Form.Item label="Tilts either way" name={['aim', 'tiltDeg']}>
          <Amount label="Tilts either way" unit="°" />
        </Form.Item>
      </div>
      <StockFields>
        <Form.Item label="Warranty" name="warrantyMonths">
          <Amount label="Warranty" unit="months" />
        </Form.Item>
      </StockFields>
    </ShelfForm>
  );
}
