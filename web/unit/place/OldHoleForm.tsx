import { Button, Form, Input, Select } from 'antd';
import { ontoSkin } from '../../../core/body/index.ts';
import type { Face, Lamp } from '../../../core/document/index.ts';
import { isDepth } from '../../../core/place/index.ts';
import { newId } from '../../app/ids.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { useUnit } from '../useUnit.ts';
import { FACE_WORDS, FACES } from './faceWords.ts';

const OPTIONS = FACES.map((face) => ({ value: face, label: FACE_WORDS[face] }));
const AXES = [
  ['xMm', 'From front'],
  ['yMm', 'Left of centre'],
  ['zMm', 'From ground'],
] as const;

interface Values {
  face: Face;
  xMm: number | null;
  yMm: number | null;
  zMm: number | null;
  diameterMm: number | null;
  note: string;
}

/** An old hole as it is taped: the depth follows the skin. It begins beside the lamp that is chosen. */
export function OldHoleForm({ beside, onClose }: { beside: Lamp | undefined; onClose(): void }) {
  const { body, act } = useUnit();
  const [form] = Form.useForm<Values>();
  const face = Form.useWatch('face', form) ?? beside?.face ?? 'rear';
  const keep = ({ xMm, yMm, zMm, diameterMm, note, ...values }: Values) => {
    if (diameterMm === null) return;
    const wanted = { xMm: xMm ?? 0, yMm: yMm ?? 0, zMm: zMm ?? 0 };
    const position = ontoSkin(body, values.face, wanted);
    const hole = { id: newId(), face: values.face, position, diameterMm, note: note.trim() };
    if (act({ kind: 'recordOldHole', hole })) onClose();
  };
  return (
    <Form
      form={form}
      layout="vertical"
      requiredMark={false}
      className="old-hole-form"
      initialValues={{
        face: beside?.face ?? 'rear',
        xMm: beside?.position.xMm ?? null,
        yMm: beside?.position.yMm ?? null,
        zMm: beside?.position.zMm ?? null,
        diameterMm: null,
        note: '',
      }}
      onFinish={keep}
    >
      <Form.Item label="On" name="face">
        <Select aria-label="Face of the old hole" options={OPTIONS} />
      </Form.Item>
      {AXES.map(([axis, label]) => (
        <Form.Item
          key={axis}
          label={label}
          name={axis}
          hidden={isDepth(face, axis)}
          rules={[{ required: !isDepth(face, axis), message: 'As taped' }]}
        >
          <LengthField label={`Old hole, ${label.toLowerCase()}`} />
        </Form.Item>
      ))}
      <Form.Item label="Across" name="diameterMm" rules={[{ required: true, message: 'By gauge or bit' }]}>
        <LengthField label="Old hole, across" isFine />
      </Form.Item>
      <Form.Item label="Of what" name="note">
        <Input maxLength={80} placeholder="old work lamp" aria-label="Old hole, of what" />
      </Form.Item>
      <div className="button-row">
        <Button size="small" type="primary" htmlType="submit">
          Keep it
        </Button>
        <Button size="small" onClick={onClose}>
          Cancel
        </Button>
      </div>
    </Form>
  );
}
