import { DeleteOutlined } from '@ant-design/icons';
import { Button, Segmented } from 'antd';
import { useState } from 'react';
import { type BaseHole, holesProblem, type LampModel, MAX_HOLES } from '../../../core/document/index.ts';
import { newId } from '../../app/ids.ts';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { useUnit } from '../useUnit.ts';

type Typed = { [Key in 'aMm' | 'bMm' | 'diameterMm']: number | null } & { id: string; use: BaseHole['use'] };

const USES = [
  { label: 'holds', value: 'fixing' as const },
  { label: 'lead', value: 'lead' as const },
];
const FIELDS = [
  ['aMm', 'to the right'],
  ['bMm', 'up'],
  ['diameterMm', 'across'],
] as const;

/** What is known is there to be changed; of an unmeasured base only how many fixings it has, and how large. */
function startOf(mount: LampModel['mounts'][number]): Typed[] {
  if (mount.places) return mount.places.map((place) => ({ ...place, id: newId() }));
  return Array.from({ length: Math.max(1, mount.holes) }, () => ({
    id: newId(),
    aMm: null,
    bMm: null,
    diameterMm: mount.holeMm || null,
    use: 'fixing',
  }));
}

const isWhole = (hole: Typed): hole is Typed & BaseHole =>
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
  const { preferences, act } = useUnit();
  const [typed, setTyped] = useState(() => startOf(mount));
  const change = (id: string, changes: Partial<Typed>) =>
    setTyped((before) => before.map((hole) => (hole.id === id ? { ...hole, ...changes } : hole)));
  const places = typed.filter(isWhole).map(({ id: _, ...hole }): BaseHole => hole);
  const problem = places.length === typed.length ? holesProblem(model, places) : null;
  const save = () => {
    if (act({ kind: 'measureBase', modelKey: model.key, mount: mount.kind, places })) onClose();
  };
  return (
    <form
      className="base-form"
      aria-label={`Holes of ${model.name}`}
      onSubmit={(event) => {
        event.preventDefault();
        if (places.length === typed.length && !problem) save();
      }}
    >
      <p className="muted">
        Lay the base on paper, draw round it and prick through its holes. Measure each from the middle, as you look at
        it on the unit; left of the middle and below it are minus.
      </p>
      <div className="base-row head" aria-hidden="true">
        {FIELDS.map(([key, words]) => (
          <span key={key}>{words}</span>
        ))}
      </div>
      {typed.map((hole, index) => (
        <div className="base-row" key={hole.id}>
          {FIELDS.map(([key, words]) => (
            <LengthInput
              key={key}
              label={`Hole ${index + 1}, ${words}`}
              prefix={key === 'aMm' ? String(index + 1) : undefined}
              valueMm={hole[key]}
              unit={preferences.length}
              onCommit={(valueMm) => change(hole.id, { [key]: valueMm })}
              onClear={() => change(hole.id, { [key]: null })}
            />
          ))}
          <Segmented
            size="small"
            aria-label={`Hole ${index + 1} is for`}
            options={USES}
            value={hole.use}
            onChange={(use) => change(hole.id, { use })}
          />
          <Button
            size="small"
            type="text"
            aria-label={`Take out hole ${index + 1}`}
            icon={<DeleteOutlined />}
            disabled={typed.length === 1}
            onClick={() => setTyped((before) => before.filter(({ id }) => id !== hole.id))}
          />
        </div>
      ))}
      {problem && <p className="caution-line">{problem}</p>}
      <div className="button-row">
        <Button
          size="small"
          disabled={typed.length >= MAX_HOLES}
          onClick={() =>
            setTyped((before) => [...before, { id: newId(), aMm: null, bMm: null, diameterMm: null, use: 'lead' }])
          }
        >
          Another hole
        </Button>
        <Button size="small" onClick={onClose}>
          Cancel
        </Button>
        <Button
          size="small"
          type="primary"
          htmlType="submit"
          disabled={places.length < typed.length || problem !== null}
        >
          Keep
        </Button>
      </div>
    </form>
  );
}
