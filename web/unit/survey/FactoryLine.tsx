import { DeleteOutlined } from '@ant-design/icons';
import { Button, Checkbox, Select } from 'antd';
import { Face, type FactoryLamp, LampRole, LightColour } from '../../../core/document/index.ts';
import { roleWords } from '../../../core/rules/index.ts';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { LIGHT } from '../../ui/tokens.ts';
import { useUnit } from '../useUnit.ts';

const STATES: { value: FactoryLamp['state']; label: string }[] = [
  { value: 'works', label: 'works' },
  { value: 'dim', label: 'dim' },
  { value: 'dead', label: 'dead' },
  { value: 'missing', label: 'missing' },
];

const asOptions = (values: readonly string[]) => values.map((value) => ({ value, label: value }));

export function FactoryLine({ lamp, onChange }: { lamp: FactoryLamp; onChange(lamp: FactoryLamp): void }) {
  const { preferences, mayEdit, act } = useUnit();
  const edit = (changes: Partial<FactoryLamp>) => onChange({ ...lamp, ...changes });
  return (
    <article className={`factory-line ${lamp.state}`}>
      <div className="line">
        <i style={{ background: LIGHT[lamp.colour] }} aria-hidden />
        <Select
          aria-label="What it is"
          size="small"
          disabled={!mayEdit}
          value={lamp.role}
          options={LampRole.options.map((value) => ({ value, label: roleWords(value) }))}
          onChange={(role) => edit({ role })}
        />
        <Select
          aria-label="Its colour"
          size="small"
          disabled={!mayEdit}
          value={lamp.colour}
          options={asOptions(LightColour.options)}
          onChange={(colour) => edit({ colour })}
        />
        <Select
          aria-label="Where"
          size="small"
          disabled={!mayEdit}
          value={lamp.face}
          options={asOptions(Face.options)}
          onChange={(face) => edit({ face })}
        />
        {mayEdit && (
          <Button
            size="small"
            type="text"
            aria-label={`Take out the ${roleWords(lamp.role).toLowerCase()}`}
            icon={<DeleteOutlined />}
            onClick={() => act({ kind: 'removeSurveyItem', from: 'factoryLamps', itemId: lamp.id })}
          />
        )}
      </div>
      <div className="line">
        <div className="states" role="radiogroup" aria-label="State">
          {STATES.map(({ value, label }) => (
            <button
              key={value}
              type="button"
              role="radio"
              aria-checked={lamp.state === value}
              disabled={!mayEdit}
              onClick={() => edit({ state: value })}
            >
              {label}
            </button>
          ))}
        </div>
        <Checkbox
          disabled={!mayEdit}
          checked={lamp.paired}
          onChange={(event) => edit({ paired: event.target.checked })}
        >
          pair
        </Checkbox>
        <LengthInput
          label="Height above ground"
          valueMm={lamp.position.zMm}
          unit={preferences.length}
          disabled={!mayEdit}
          onCommit={(zMm) => edit({ position: { ...lamp.position, zMm } })}
        />
      </div>
    </article>
  );
}
