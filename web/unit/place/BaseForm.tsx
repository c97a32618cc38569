import { DeleteOutlined } from '@ant-design/icons';
import { Button, Form, Segmented } from 'antd';
import { type BaseHole, holesProblem, type LampModel, MAX_HOLES } from '../../../core/document/index.ts';
import { useWords } from '../../app/useWords.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { useUnit } from '../useUnit.ts';

/** A hole while it is typed: what nobody has measured yet is null. */
type Typed = { [Key in 'aMm' | 'bMm' | 'diameterMm']: number | null } & Pick<BaseHole, 'use'>;

const USES = [
  { label: 'holds', value: 'fixing' as const },
  { label: 'lead', value: 'lead' as const },
];
const FIELDS = [
  ['aMm', 'to the right'],
  ['bMm', 'up'],
  ['diameterMm', 'across'],
] as const;
const NEW_HOLE: Typed = { aMm: null, bMm: null, diameterMm: null, use: 'lead' };

/** What is known is there to be changed; of an unmeasured base only how many fixings it has, and how large. */
const startOf = (mount: LampModel['mounts'][number]): Typed[] =>
  mount.places ??
  Array.from({ length: Math.max(1, mount.holes) }, () => ({
    ...NEW_HOLE,
    diameterMm: mount.holeMm || null,
    use: 'fixing' as const,
  }));

const isWhole = (hole: Typed): hole is BaseHole =>
  hole.aMm !== null && hole.bMm !== null && hole.diameterMm !== null && hole.diameterMm > 0;

/** Holes of a base as they are measured from its middle, typed in one go. */
export function BaseForm({
  model,
  mount,
  onClose,
}: {
  model: LampModel;
  mount: LampModel['mounts'][number];
  onClose(): void;
}) {
  const { act } = useUnit();
  const inWords = useWords();
  const [form] = Form.useForm<{ holes: Typed[] }>();
  const holes = Form.useWatch('holes', form) ?? [];
  const places = holes.filter(isWhole);
  const isAll = holes.length > 0 && places.length === holes.length;
  const problem = isAll ? holesProblem(model, places) : null;
  const save = () => {
    if (act({ kind: 'measureBase', modelKey: model.key, mount: mount.kind, places })) onClose();
  };
  return (
    <Form
      form={form}
      className="base-form"
      aria-label={`Holes of ${model.name}`}
      initialValues={{ holes: startOf(mount) }}
      onFinish={save}
    >
      <p className="muted">
        Lay the base on paper, draw round it and prick through its holes. Measure each from the middle, as you look at
        it on the unit; left of the middle and below it are minus.
      </p>
      <div className="base-row head" aria-hidden="true">
        <span />
        {FIELDS.map(([key, words]) => (
          <span key={key}>{words}</span>
        ))}
      </div>
      <Form.List name="holes">
        {(rows, { add, remove }) => (
          <>
            {rows.map(({ key, name }) => (
              <div className="base-row" key={key}>
                <b aria-hidden>{name + 1}</b>
                {FIELDS.map(([field, words]) => (
                  <Form.Item key={field} name={[name, field]} noStyle>
                    <LengthField label={`Hole ${name + 1}, ${words}`} isFine />
                  </Form.Item>
                ))}
                <Form.Item name={[name, 'use']} noStyle>
                  <Segmented size="small" aria-label={`Hole ${name + 1} is for`} options={USES} />
                </Form.Item>
                <Button
                  size="small"
                  type="text"
                  aria-label={`Take out hole ${name + 1}`}
                  icon={<DeleteOutlined />}
                  disabled={rows.length === 1}
                  onClick={() => remove(name)}
                />
              </div>
            ))}
            {problem && <p className="caution-line">{inWords(problem)}</p>}
            <div className="button-row">
              <Button size="small" disabled={rows.length >= MAX_HOLES} onClick={() => add(NEW_HOLE)}>
                Another hole
              </Button>
              <Button size="small" onClick={onClose}>
                Cancel
              </Button>
              <Button size="small" type="primary" htmlType="submit" disabled={!isAll || problem !== null}>
                Keep
              </Button>
            </div>
          </>
        )}
      </Form.List>
    </Form>
  );
}
