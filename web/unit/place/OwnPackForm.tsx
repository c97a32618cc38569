import { DeleteOutlined, PlusOutlined } from '@ant-design/icons';
import { Alert, Button, Form, Input, Modal, Select } from 'antd';
import dayjs from 'dayjs';
import { useState } from 'react';
import { templateById } from '../../../core/body/index.ts';
import {
  type ColourRule,
  Face,
  LampRole,
  LightColour,
  type RequiredLamp,
  RulePack,
} from '../../../core/document/index.ts';
import { roleWords } from '../../../core/rules/index.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberInput } from '../../ui/NumberInput.tsx';
import { useUnit } from '../useUnit.ts';

interface Values {
  name: string;
  source: string;
  date: string;
  required?: {
    words: string;
    role: LampRole;
    face: Face;
    colour: LightColour;
    least: number;
    lowestMm?: number;
    highestMm?: number;
  }[];
  colours?: { words: string; colour: LightColour; towards: ColourRule['towards']; severity: ColourRule['severity'] }[];
}

const slug = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 30);
const asOptions = (values: readonly string[]) => values.map((value) => ({ value, label: value }));

/** The pack that a filled form describes; judged by the schema before it is kept. */
function packOf(values: Values, id: string, group: RulePack['groups'][number]) {
  return RulePack.safeParse({
    id,
    name: values.name,
    source: values.source,
    date: values.date,
    groups: [group],
    required: (values.required ?? []).map(
      (rule, index): RequiredLamp => ({
        id: `lamp-${index + 1}`,
        words: rule.words,
        role: rule.role,
        face: rule.face,
        colours: [rule.colour],
        least: rule.least,
        scope: {},
        symmetric: rule.least > 1 && rule.face !== 'left',
        ...(rule.lowestMm ? { lowestMm: rule.lowestMm } : {}),
        ...(rule.highestMm ? { highestMm: rule.highestMm } : {}),
      }),
    ),
    colours: (values.colours ?? []).map((rule, index) => ({ ...rule, id: `colour-${index + 1}`, except: [] })),
  });
}

/** The crew's own rules: which lamps a unit must have and which colours it may not show. */
export function OwnPackForm({ pack, onClose }: { pack: RulePack | null; onClose(): void }) {
  const { build, act } = useUnit();
  const [form] = Form.useForm<Values>();
  const [wrong, setWrong] = useState('');
  const group = templateById(build.body.bodyId)?.group ?? 'truck';

  const keep = (values: Values) => {
    const id = pack?.id ?? `crew-${slug(values.name) || 'rules'}`;
    const parsed = packOf(values, id, group);
    if (!parsed.success) return setWrong(parsed.error.issues[0]?.message ?? 'Something is missing.');
    const { packIds } = build.rules;
    act(
      { kind: 'putOwnPack', pack: parsed.data },
      ...(packIds.includes(id) ? [] : [{ kind: 'setRulePacks' as const, packIds: [...packIds, id] }]),
    );
    onClose();
  };
  const remove = () => {
    if (pack)
      act(
        { kind: 'setRulePacks', packIds: build.rules.packIds.filter((id) => id !== pack.id) },
        { kind: 'removeOwnPack', packId: pack.id },
      );
    onClose();
  };
  return (
    <Modal
      open
      width={720}
      title="Crew rules"
      onCancel={onClose}
      footer={[
        pack && (
          <Button key="remove" danger onClick={remove}>
            Remove
          </Button>
        ),
        <Button key="close" onClick={onClose}>
          Close
        </Button>,
        <Button key="keep" type="primary" onClick={() => form.submit()}>
          Keep
        </Button>,
      ]}
    >
      <Form
        form={form}
        layout="vertical"
        onFinish={keep}
        initialValues={{
          name: pack?.name ?? 'Reach Shed rules',
          source: pack?.source ?? 'Agreed in the shed',
          date: pack?.date ?? dayjs().format('YYYY-MM-DD'),
          required: pack?.required.map((rule) => ({ ...rule, colour: rule.colours[0]! })) ?? [],
          colours: pack?.colours ?? [],
        }}
      >
        <div className="two">
          <Form.Item name="name" label="Name" rules={[{ required: true, min: 3 }]}>
            <Input />
          </Form.Item>
          <Form.Item
            name="date"
            label="As of"
            rules={[{ required: true, pattern: /^\d{4}-\d\d-\d\d$/, message: 'A date like 2026-11-25' }]}
          >
            <Input />
          </Form.Item>
        </div>
        <Form.Item name="source" label="Where it comes from" rules={[{ required: true, min: 3 }]}>
          <Input />
        </Form.Item>
        <h4>Lamps a unit must have</h4>
        <Form.List name="required">
          {(fields, { add, remove: drop }) => (
            <>
              {fields.map(({ key, name }) => (
                <div key={key} className="rule-line">
                  <Form.Item name={[name, 'least']} rules={[{ required: true }]}>
                    <NumberInput aria-label="How many" min={1} max={20} precision={0} />
                  </Form.Item>
                  <Form.Item name={[name, 'colour']}>
                    <Select aria-label="Colour" options={asOptions(LightColour.options)} />
                  </Form.Item>
                  <Form.Item name={[name, 'role']}>
                    <Select
                      aria-label="Kind"
                      options={LampRole.options.map((value) => ({ value, label: roleWords(value) }))}
                    />
                  </Form.Item>
                  <Form.Item name={[name, 'face']}>
                    <Select aria-label="Where" options={asOptions(Face.options.filter((face) => face !== 'right'))} />
                  </Form.Item>
                  <Form.Item name={[name, 'lowestMm']}>
                    <LengthField label="Lowest" placeholder="from" />
                  </Form.Item>
                  <Form.Item name={[name, 'highestMm']}>
                    <LengthField label="Highest" placeholder="to" />
                  </Form.Item>
                  <Button aria-label="Take this rule out" icon={<DeleteOutlined />} onClick={() => drop(name)} />
                  <Form.Item
                    name={[name, 'words']}
                    className="wide"
                    rules={[{ required: true, min: 5, message: 'Say it in words' }]}
                  >
                    <Input placeholder="The rule in words" />
                  </Form.Item>
                </div>
              ))}
              <Button
                size="small"
                icon={<PlusOutlined />}
                onClick={() => add({ least: 2, colour: 'amber', role: 'warning', face: 'rear', words: '' })}
              >
                Lamp rule
              </Button>
            </>
          )}
        </Form.List>
        <h4>Colours</h4>
        <Form.List name="colours">
          {(fields, { add, remove: drop }) => (
            <>
              {fields.map(({ key, name }) => (
                <div key={key} className="rule-line colour">
                  <Form.Item name={[name, 'colour']}>
                    <Select aria-label="Colour" options={asOptions(LightColour.options)} />
                  </Form.Item>
                  <Form.Item name={[name, 'towards']}>
                    <Select aria-label="Towards" options={asOptions(['front', 'rear', 'any'])} />
                  </Form.Item>
                  <Form.Item name={[name, 'severity']}>
                    <Select aria-label="Severity" options={asOptions(['stop', 'caution'])} />
                  </Form.Item>
                  <Form.Item name={[name, 'words']} rules={[{ required: true, min: 5, message: 'Say it in words' }]}>
                    <Input placeholder="The rule in words" />
                  </Form.Item>
                  <Button aria-label="Take this rule out" icon={<DeleteOutlined />} onClick={() => drop(name)} />
                </div>
              ))}
              <Button
                size="small"
                icon={<PlusOutlined />}
                onClick={() => add({ colour: 'red', towards: 'front', severity: 'caution', words: '' })}
              >
                Colour rule
              </Button>
            </>
          )}
        </Form.List>
        {wrong && <Alert type="warning" title={wrong} showIcon />}
      </Form>
    </Modal>
  );
}
