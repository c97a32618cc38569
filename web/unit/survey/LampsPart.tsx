import { DeleteOutlined, PlusOutlined } from '@ant-design/icons';
import { Button, Checkbox, Select } from 'antd';
import { Face, type FactoryLamp, LampRole, LightColour } from '../../../core/document/index.ts';
import { usualLamps } from '../../../core/place/index.ts';
import { roleWords } from '../../../core/rules/index.ts';
import { newId } from '../../app/ids.ts';
import { LIGHT } from '../../app/tokens.ts';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { useUnit } from '../useUnit.ts';

const STATES: { value: FactoryLamp['state']; label: string }[] = [
  { value: 'works', label: 'works' },
  { value: 'dim', label: 'dim' },
  { value: 'dead', label: 'dead' },
  { value: 'missing', label: 'missing' },
];
const asOptions = (values: readonly string[]) => values.map((value) => ({ value, label: value }));

/** The lamps that the unit came with: what they are for, where, and whether they work. Rules about required lamps go by these. */
export function LampsPart() {
  const { build, body, mayEdit, act } = useUnit();
  const lamps = Object.values(build.factoryLamps);
  const put = (...changed: FactoryLamp[]) => act({ kind: 'recordFactoryLamps', lamps: changed });
  const fresh = (lamp: Omit<FactoryLamp, 'id' | 'state' | 'note'>): FactoryLamp => ({
    ...lamp,
    id: newId(),
    state: 'works',
    note: '',
  });
  return (
    <section className="survey-part" aria-label="Factory lamps">
      {lamps.length === 0 && (
        <p className="muted">
          Walk round with everything switched on. Start with what such a unit usually has, then correct each line.
        </p>
      )}
      {lamps.map((lamp) => (
        <FactoryLine key={lamp.id} lamp={lamp} onChange={put} />
      ))}
      {mayEdit && (
        <div className="button-row">
          {lamps.length === 0 && (
            <Button type="primary" onClick={() => put(...usualLamps(body).map(fresh))}>
              As usual for this kind
            </Button>
          )}
          <Button
            icon={<PlusOutlined />}
            onClick={() =>
              put(
                fresh({
                  role: 'tail',
                  face: 'rear',
                  colour: 'red',
                  paired: true,
                  position: { xMm: body.lengthMm, yMm: body.widthMm / 2 - 150, zMm: 800 },
                }),
              )
            }
          >
            Lamp
          </Button>
        </div>
      )}
    </section>
  );
}

function FactoryLine({ lamp, onChange }: { lamp: FactoryLamp; onChange(lamp: FactoryLamp): void }) {
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
          onCommit={(zMm) => edit({ position: { ...lamp.position, zMm: Math.round(zMm) } })}
        />
      </div>
    </article>
  );
}
