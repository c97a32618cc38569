import { DeleteOutlined, PlusOutlined } from '@ant-design/icons';
import { Alert, Button, Checkbox, Form, Input, Modal, Select } from 'antd';
import { useState } from 'react';
import { LampModel, MAX_PADS, MountKind, type Pad, type ShelfEntry } from '../../core/document/index.ts';
import { MOUNTS } from '../../core/place/index.ts';
import { errorSentence, usePutOnShelfMutation } from '../app/api.ts';
import { LengthField } from '../ui/LengthField.tsx';
import { NumberInput } from '../ui/NumberInput.tsx';
import { withMount } from './ownLampStart.ts';
import { PART_KINDS, startOfPart } from './ownPartStart.ts';

const NEW_PAD: Pad = { aMm: 0, bMm: 0, outMm: 50, faces: 'up', holeMm: 9 };
const LOOKS = [
  { value: 'up', label: 'stands upright' },
  { value: 'out', label: 'looks out' },
];

type Values = Pick<LampModel, 'key' | 'name' | 'kind' | 'face' | 'massKg' | 'footMm'> & {
  mount: Pick<LampModel['mounts'][number], 'kind' | 'holes' | 'holeMm'>;
  isHolder: boolean;
  holds: NonNullable<LampModel['holds']>;
  priceMarks: number;
  onHand: number;
};

/** A bracket, an aerial or a box of the shop's own; one that is there already becomes a new version, and units keep theirs. */
export function OwnPart({
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
  const start = startOfPart(entry, keys);
  const [isHolder, setHolder] = useState(start.model.holds !== null);
  const [put, { isLoading, error }] = usePutOnShelfMutation();
  const [wrong, setWrong] = useState('');

  const keep = async ({ mount, isHolder: _, holds, priceMarks, onHand, face, ...rest }: Values) => {
    // A whip is round; whatever else is entered here has a base with corners.
    const shape = rest.kind === 'aerial' ? 'round' : start.model.face.shape;
    const parsed = LampModel.safeParse({
      ...start.model,
      ...rest,
      face: { ...face, shape },
      mounts: withMount(start.model, mount),
      holds: isHolder ? holds : null,
    });
    if (!parsed.success) {
      const [issue] = parsed.error.issues;
      return setWrong(`${issue?.path.join(', ')}: ${issue?.message}`);
    }
    const made = { model: parsed.data, priceMarks, onHand };
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
      title={entry ? `${entry.model.name}: a new version` : 'A bracket or another part of our own'}
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
          isHolder: start.model.holds !== null,
          holds: start.model.holds ?? { massKg: 3, thicknessMm: 3, pads: [NEW_PAD] },
          priceMarks: start.priceMarks,
          onHand: start.onHand,
        }}
        onValuesChange={(changed: Partial<Values>) => {
          if (changed.isHolder !== undefined) setHolder(changed.isHolder);
          setWrong('');
        }}
        onFinish={keep}
      >
        <div className="three">
          <Form.Item label="Number" name="key" normalize={(value: string) => value.toUpperCase()}>
            <Input disabled={entry !== null} />
          </Form.Item>
          <Form.Item label="Name" name="name" rules={[{ required: true, min: 2, message: 'What people call it' }]}>
            <Input maxLength={80} />
          </Form.Item>
          <Form.Item label="Kind" name="kind">
            <Select aria-label="Kind" options={[...PART_KINDS]} />
          </Form.Item>
        </div>
        <h3>By rule and calliper</h3>
        <div className="four">
          <Form.Item label="Wide" name={['face', 'widthMm']}>
            <LengthField label="Width" />
          </Form.Item>
          <Form.Item label="High" name={['face', 'heightMm']}>
            <LengthField label="Height" />
          </Form.Item>
          <Form.Item label="Stands out" name={['face', 'depthMm']}>
            <LengthField label="Depth" />
          </Form.Item>
          <Form.Item label="Weight" name="massKg">
            {number('Weight', 'kg', 0.01)}
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
          <Form.Item label="Its foot" name="footMm">
            <LengthField label="Thickness of its foot" placeholder="not measured" isFine />
          </Form.Item>
        </div>
        <Form.Item name="isHolder" valuePropName="checked">
          <Checkbox>Lamps or other parts stand on it</Checkbox>
        </Form.Item>
        {isHolder && (
          <>
            <div className="four">
              <Form.Item label="Holds together" name={['holds', 'massKg']}>
                {number('Most that it holds', 'kg', 0.1)}
              </Form.Item>
              <Form.Item label="Metal" name={['holds', 'thicknessMm']}>
                <LengthField label="Thickness of its metal" isFine />
              </Form.Item>
            </div>
            <Form.List name={['holds', 'pads']}>
              {(fields, { add, remove }) => (
                <>
                  {fields.map(({ key, name }) => (
                    <div key={key} className="pad-line">
                      <Form.Item label={name === 0 ? 'To the right' : undefined} name={[name, 'aMm']}>
                        <LengthField label={`Place ${name + 1}, to the right of its middle`} />
                      </Form.Item>
                      <Form.Item label={name === 0 ? 'Up' : undefined} name={[name, 'bMm']}>
                        <LengthField label={`Place ${name + 1}, up from its middle`} />
                      </Form.Item>
                      <Form.Item label={name === 0 ? 'Out from the skin' : undefined} name={[name, 'outMm']}>
                        <LengthField label={`Place ${name + 1}, out from the skin`} />
                      </Form.Item>
                      <Form.Item label={name === 0 ? 'Hole' : undefined} name={[name, 'holeMm']}>
                        <LengthField label={`Place ${name + 1}, hole`} isFine />
                      </Form.Item>
                      <Form.Item label={name === 0 ? 'What stands there' : undefined} name={[name, 'faces']}>
                        <Select aria-label={`Place ${name + 1}, what stands there`} options={LOOKS} />
                      </Form.Item>
                      <Button
                        aria-label={`Take out place ${name + 1}`}
                        icon={<DeleteOutlined />}
                        disabled={fields.length === 1}
                        onClick={() => remove(name)}
                      />
                    </div>
                  ))}
                  <Button
                    size="small"
                    icon={<PlusOutlined />}
                    disabled={fields.length >= MAX_PADS}
                    onClick={() => add(NEW_PAD)}
                  >
                    Place
                  </Button>
                </>
              )}
            </Form.List>
          </>
        )}
        <h3>Ours</h3>
        <div className="four">
          <Form.Item label="Price" name="priceMarks">
            {number('Price', 'marks')}
          </Form.Item>
          <Form.Item label="On hand" name="onHand">
            {number('On hand', '')}
          </Form.Item>
        </div>
        <div className="own-lamp-said">
          {wrong && <Alert type="warning" title={wrong} showIcon />}
          {error && <Alert type="error" title={errorSentence(error)} showIcon />}
        </div>
      </Form>
    </Modal>
  );
}
