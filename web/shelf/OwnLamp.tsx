import { DeleteOutlined, PlusOutlined } from '@ant-design/icons';
import { Alert, Button, Form, Input, Modal, Select } from 'antd';
import { useState } from 'react';
import { givesLight, LampKind, LampModel, LightColour, MountKind, type ShelfEntry } from '../../core/document/index.ts';
import { ampsOfWatts, labelDoubts, MOUNTS } from '../../core/place/index.ts';
import { errorSentence, usePutOnShelfMutation } from '../app/api.ts';
import { LengthField } from '../ui/LengthField.tsx';
import { NumberInput } from '../ui/NumberInput.tsx';
import { PURPOSE_WORDS, startOf, withMount } from './ownLampStart.ts';

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
  const [put, { isLoading, error }] = usePutOnShelfMutation();
  const [wrong, setWrong] = useState('');
  const [doubts, setDoubts] = useState<string[]>([]);

  const entryOf = (values: Values): ShelfEntry | null => {
    const { mount, watts: _, priceMarks, onHand, ...rest } = values;
    const mounts = withMount(start.model, mount);
    const parsed = LampModel.safeParse({ ...start.model, ...rest, mounts, aim: aimOf(values) });
    if (parsed.success) return { model: parsed.data, priceMarks, onHand };
    const [issue] = parsed.error.issues;
    setWrong(`${issue?.path.join(', ')}: ${issue?.message}`);
    return null;
  };
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
    setWrong('');
  };
  const keep = async (values: Values) => {
    const made = entryOf(values);
    if (!made) return;
    const answer = await put({ key: made.model.key, entry: made, before: entry?.model.version ?? null });
    if (!answer.error) onClose();
  };
  const number = (label: string, suffix: string, step = 1) => (
    <NumberInput aria-label={label} min={0} step={step} suffix={suffix} style={{ width: '100%' }} />
  );
  return (
    <Modal
      open
      width={760}
      style={{ top: 24 }}
      className="tall-dialog"
      title={entry ? `${entry.model.name}: a new version` : 'A lamp of our own'}
      okText={entry ? `Keep as version ${entry.model.version + 1}` : 'Put it on the shelf'}
      confirmLoading={isLoading}
      onOk={() => form.submit()}
      onCancel={onClose}
    >
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        className="own-lamp"
        initialValues={{
          ...start.model,
          mount: start.model.mounts[0],
          priceMarks: start.priceMarks,
          onHand: start.onHand,
        }}
        onValuesChange={changed}
        onFinish={keep}
      >
        <h3>From the label</h3>
        <div className="three">
          <Form.Item label="Number" name="key" normalize={(value: string) => value.toUpperCase()}>
            <Input disabled={entry !== null} />
          </Form.Item>
          <Form.Item label="Name" name="name" rules={[{ required: true, min: 2, message: 'What people call it' }]}>
            <Input maxLength={80} />
          </Form.Item>
          <Form.Item label="Kind" name="kind">
            <Select
              aria-label="Kind"
              options={asOptions(LampKind.options.filter((kind) => kind !== 'factory' && givesLight({ kind })))}
            />
          </Form.Item>
        </div>
        <div className="four">
          <Form.Item label="Colours" name="colours" rules={[{ required: true, message: 'At least one' }]}>
            <Select aria-label="Colours" mode="multiple" options={asOptions(LightColour.options)} />
          </Form.Item>
          <Form.Item label="Light" name="light">
            <Select aria-label="Light" options={asOptions(['led', 'filament'])} />
          </Form.Item>
          <Form.Item label="From" name={['voltage', 'minimumV']}>
            {number('Lowest volts', 'V', 0.5)}
          </Form.Item>
          <Form.Item label="to" name={['voltage', 'maximumV']}>
            {number('Highest volts', 'V', 0.5)}
          </Form.Item>
        </div>
        <div className="four">
          <Form.Item label="Watts, if the label has them" name="watts">
            {number('Watts', 'W')}
          </Form.Item>
          <Form.Item label="All lit" name="maximumA">
            {number('Amps, all lit', 'A', 0.01)}
          </Form.Item>
          <Form.Item label="On the mean" name="averageA">
            {number('Amps, on the mean', 'A', 0.01)}
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
        <div className="four">
          <Form.Item label="Held by" name={['mount', 'kind']}>
            <Select
              aria-label="Held by"
              options={MountKind.options.map((kind) => ({ value: kind, label: MOUNTS[kind].name }))}
            />
          </Form.Item>
          <Form.Item label="Holes" name={['mount', 'holes']}>
            {number('Holes', '')}
          </Form.Item>
          <Form.Item label="of" name={['mount', 'holeMm']}>
            <LengthField label="Diameter of a hole" isFine />
          </Form.Item>
          <Form.Item label="Weight" name="massKg">
            {number('Weight', 'kg', 0.01)}
          </Form.Item>
        </div>
        <div className="four">
          <Form.Item label="Its foot" name="footMm">
            <LengthField label="Thickness of its foot" placeholder="not measured" isFine />
          </Form.Item>
          <Form.Item label="Turns either way" name={['aim', 'turnDeg']}>
            {number('Turns either way', '°')}
          </Form.Item>
          <Form.Item label="Tilts either way" name={['aim', 'tiltDeg']}>
            {number('Tilts either way', '°')}
          </Form.Item>
        </div>
        <h3>Ours</h3>
        <div className="four">
          <Form.Item label="Price" name="priceMarks">
            {number('Price', 'marks')}
          </Form.Item>
          <Form.Item label="On hand" name="onHand">
            {number('On hand', '')}
          </Form.Item>
          <Form.Item label="Warranty" name="warrantyMonths">
            {number('Warranty', 'months')}
          </Form.Item>
        </div>
        <div className="own-lamp-said">
          {doubts.map((words) => (
            <p key={words} className="state caution">
              ▲ {words}
            </p>
          ))}
          {wrong && <Alert type="warning" title={wrong} showIcon />}
          {error && <Alert type="error" title={errorSentence(error)} showIcon />}
        </div>
      </Form>
    </Modal>
  );
}
