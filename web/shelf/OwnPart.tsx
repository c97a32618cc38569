import { DeleteOutlined, PlusOutlined } from '@ant-design/icons';
import { Button, Checkbox, Form, Select } from 'antd';
import { useState } from 'react';
import { type LampModel, MAX_PADS, type Pad, type ShelfEntry } from '../../core/document/index.ts';
import { LengthField } from '../ui/LengthField.tsx';
import { Amount } from './Amount.tsx';
import { MountFields } from './MountFields.tsx';
import { NameFields } from './NameFields.tsx';
import { withMount } from './ownLampStart.ts';
import { PART_KINDS, startOfPart } from './ownPartStart.ts';
import { ShelfForm } from './ShelfForm.tsx';
import { StockFields } from './StockFields.tsx';
import { usePutModel } from './usePutModel.ts';
import { WhatIsWrong } from './WhatIsWrong.tsx';

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
  const { keep, isLoading, wrong, forget, refused } = usePutModel(entry, onClose);

  const finished = ({ mount, isHolder: _, holds, priceMarks, onHand, face, ...rest }: Values) => {
    // A whip is round; whatever else is entered here has a base with corners.
    const shape = rest.kind === 'aerial' ? 'round' : start.model.face.shape;
    return keep(
      {
        ...start.model,
        ...rest,
        face: { ...face, shape },
        mounts: withMount(start.model, mount),
        holds: isHolder ? holds : null,
      },
      { priceMarks, onHand },
    );
  };
  return (
    <ShelfForm
      form={form}
      title={entry ? `${entry.model.name}: a new version` : 'A bracket or another part of our own'}
      okText={entry ? `Keep as version ${entry.model.version + 1}` : undefined}
      isLoading={isLoading}
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
        forget();
      }}
      onFinish={finished}
      onClose={onClose}
      said={<WhatIsWrong wrong={wrong} refused={refused} />}
    >
      <NameFields isNew={entry === null} asked="What people call it">
        <Form.Item label="Kind" name="kind">
          <Select aria-label="Kind" options={[...PART_KINDS]} />
        </Form.Item>
      </NameFields>
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
          <Amount label="Weight" unit="kg" step={0.01} />
        </Form.Item>
      </div>
      <MountFields />
      <Form.Item name="isHolder" valuePropName="checked">
        <Checkbox>Lamps or other parts stand on it</Checkbox>
      </Form.Item>
      {isHolder && (
        <>
          <div className="four">
            <Form.Item label="Holds together" name={['holds', 'massKg']}>
              <Amount label="Most that it holds" unit="kg" step={0.1} />
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
      <StockFields />
    </ShelfForm>
  );
}
