import { Alert, Form, Input, Modal, Segmented, Select } from 'antd';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { defaultParameters, drawnOtherwise, makeBody, templateById } from '../../core/body/index.ts';
import { Build } from '../../core/document/index.ts';
import { formatLength } from '../../core/units/index.ts';
import { errorSentence, useCreateUnitMutation, useFleetsQuery, useNextTagQuery } from '../app/api.ts';
import { newId } from '../app/ids.ts';
import { useApp } from '../app/store.ts';
import { useWords } from '../app/useWords.ts';
import { LengthInput } from '../ui/LengthInput.tsx';
import { BodyChoice } from './BodyChoice.tsx';
import { SidePicture } from './SidePicture.tsx';

interface Values {
  tag: string;
  name: string;
  systemVoltageV: 12 | 24;
  fleetId?: string;
}

export function NewUnit({ onClose }: { onClose(): void }) {
  const { data: suggested } = useNextTagQuery(undefined, { refetchOnMountOrArgChange: true });
  const { data: fleets = [] } = useFleetsQuery();
  const [bodyId, setBodyId] = useState('recovery-truck');
  const [parameters, setParameters] = useState<Record<string, number>>(() =>
    defaultParameters(templateById('recovery-truck')!),
  );
  const [create, { isLoading, error }] = useCreateUnitMutation();
  const [form] = Form.useForm<Values>();
  const navigate = useNavigate();
  const unit = useApp((state) => state.preferences.length);
  const inWords = useWords();
  const template = templateById(bodyId)!;
  const body = useMemo(() => makeBody(bodyId, parameters), [bodyId, parameters]);

  useEffect(() => {
    if (suggested && !form.isFieldTouched('tag')) form.setFieldValue('tag', suggested.tag);
  }, [suggested, form]);

  const choose = useCallback(
    (id: string) => {
      const next = templateById(id)!;
      const untouched = !form.isFieldTouched('name');
      setBodyId(id);
      setParameters(defaultParameters(next));
      if (untouched) form.setFieldValue('name', next.name);
    },
    [form],
  );

  const finish = async (values: Values) => {
    const id = newId();
    const made = await create({ id, bodyId, parameters, ...values });
    if (!made.error) navigate(`/unit/${id}/survey`);
  };

  return (
    <Modal
      open
      title="New unit"
      width={860}
      style={{ top: 24 }}
      className="tall-dialog"
      onCancel={onClose}
      okText="Take it into the yard"
      confirmLoading={isLoading}
      onOk={() => form.submit()}
      okButtonProps={{ disabled: !body.ok }}
    >
      <div className="new-unit">
        <BodyChoice value={bodyId} onChoose={choose} />
        <Form
          form={form}
          layout="vertical"
          requiredMark={false}
          initialValues={{ name: template.name, systemVoltageV: 12 }}
          onFinish={finish}
        >
          {body.ok && <SidePicture body={body.value} />}
          <div className="two">
            <Form.Item
              label="Tag"
              name="tag"
              normalize={(value: string) => value.toUpperCase()}
              rules={[
                { required: true, message: 'Letters, a dash and a number, like SR-07' },
                { pattern: /^[A-Z]{1,4}-\d{1,4}$/, message: 'Letters, a dash and a number, like SR-07' },
              ]}
            >
              <Input />
            </Form.Item>
            <Form.Item
              label="Name"
              name="name"
              rules={[
                {
                  validator: (_, value) =>
                    Build.shape.unit.shape.name.safeParse(value).success
                      ? Promise.resolve()
                      : Promise.reject(new Error('Two to sixty characters')),
                },
              ]}
            >
              <Input />
            </Form.Item>
            <Form.Item label="System" name="systemVoltageV">
              <Segmented
                options={[
                  { label: '12 V', value: 12 },
                  { label: '24 V', value: 24 },
                ]}
              />
            </Form.Item>
            {fleets.length > 1 && (
              <Form.Item label="Fleet" name="fleetId" rules={[{ required: true, message: 'Whose unit is it?' }]}>
                <Select options={fleets.map((fleet) => ({ value: fleet.id, label: fleet.name }))} />
              </Form.Item>
            )}
          </div>
          <div className="two">
            {Object.entries(template.parameters).map(([key, rule]) => (
              <Form.Item
                key={key}
                label={rule.name}
                help={`${formatLength(rule.minimumMm, unit)} to ${formatLength(rule.maximumMm, unit)}`}
              >
                <LengthInput
                  label={rule.name}
                  valueMm={parameters[key]!}
                  unit={unit}
                  onCommit={(valueMm) => setParameters({ ...parameters, [key]: valueMm })}
                />
              </Form.Item>
            ))}
          </div>
          {body.ok &&
            drawnOtherwise(body.value).map((words) => (
              <p key={inWords(words)} className="muted">
                {inWords(words)}
              </p>
            ))}
          {!body.ok && <Alert type="warning" title={body.reason.message} />}
          {error && <Alert type="error" title={errorSentence(error)} />}
        </Form>
      </div>
    </Modal>
  );
}
