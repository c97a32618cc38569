import { Select } from 'antd';
import type { Control, SwitchPart } from '../../../core/document/index.ts';
import { switchPinName, terminalsOf } from '../../../core/graph/index.ts';
import { planSwitchPart } from '../../../core/planning/index.ts';
import { capitalised } from '../../../core/units/index.ts';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { useUnit } from '../useUnit.ts';

const USUAL: SwitchPart = {
  form: 'rocker',
  light: 'none',
  marks: { in: '', out: '', lamp: '', panel: '' },
  hole: null,
  panel: { material: 'plastic', thicknessMm: 3 },
};
const FORMS = [
  { value: 'rocker', label: 'rocker' },
  { value: 'toggle', label: 'toggle' },
  { value: 'push', label: 'push' },
];
const LIGHTS = [
  { value: 'none', label: 'none' },
  { value: 'own', label: 'lit, with a ground of its own' },
  { value: 'ownAndPanel', label: 'lit, and a second light' },
];
/** What most of a kind go into: a starting point to be measured (common practice, no source). */
const HOLES: Record<string, SwitchPart['hole']> = {
  none: null,
  round: { shape: 'round', diameterMm: 19 },
  rectangle: { shape: 'rectangle', widthMm: 37, heightMm: 21 },
};
const HOLE_WORDS = [
  { value: 'none', label: 'no hole of ours' },
  { value: 'round', label: 'round' },
  { value: 'rectangle', label: 'with corners' },
];
const MATERIALS = ['plastic', 'steel', 'aluminium'].map((value) => ({ value, label: value }));

/** Which switch it is: each change is kept at once, and the wiring of its light follows. */
export function SwitchFields({ control }: { control: Control }) {
  const { build, preferences, mayEdit, act } = useUnit();
  const part = control.part ?? USUAL;
  const say = (changes: Partial<SwitchPart>) => act(...planSwitchPart(build, control.id, { ...part, ...changes }));
  const length = (label: string, valueMm: number, onCommit: (mm: number) => void) => (
    <LengthInput
      isFine
      label={`${label} of ${control.name}`}
      unit={preferences.length}
      disabled={!mayEdit}
      valueMm={valueMm}
      onCommit={onCommit}
    />
  );
  const { hole } = part;
  return (
    <div className="switch-fields">
      <div className="form-row">
        <span>Worked as</span>
        <Select
          aria-label={`${control.name} is worked as`}
          disabled={!mayEdit}
          value={part.form}
          onChange={(form) => say({ form })}
          options={FORMS}
        />
      </div>
      <div className="form-row">
        <span>Light in it</span>
        <Select
          aria-label={`Light in ${control.name}`}
          disabled={!mayEdit}
          value={part.light}
          onChange={(light) => say({ light })}
          options={LIGHTS}
        />
      </div>
      <div className="form-row">
        <span>Its hole</span>
        <Select
          aria-label={`Hole of ${control.name}`}
          disabled={!mayEdit}
          value={hole?.shape ?? 'none'}
          onChange={(shape) => say({ hole: HOLES[shape] })}
          options={HOLE_WORDS}
        />
        {hole?.shape === 'round' &&
          length('Diameter', hole.diameterMm, (diameterMm) => say({ hole: { ...hole, diameterMm } }))}
        {hole?.shape === 'rectangle' && (
          <>
            {length('Width', hole.widthMm, (widthMm) => say({ hole: { ...hole, widthMm } }))}
            {length('Height', hole.heightMm, (heightMm) => say({ hole: { ...hole, heightMm } }))}
          </>
        )}
      </div>
      {hole && (
        <div className="form-row">
          <span>Through</span>
          <Select
            aria-label={`Panel of ${control.name}`}
            disabled={!mayEdit}
            value={part.panel.material}
            onChange={(material) => say({ panel: { ...part.panel, material } })}
            options={MATERIALS}
          />
          {length('Panel thickness', part.panel.thicknessMm, (thicknessMm) =>
            say({ panel: { ...part.panel, thicknessMm } }),
          )}
        </div>
      )}
      <p className="why">What is stamped beside its terminals: the order differs by make. Meter it before joining.</p>
      <div className="switch-marks">
        {terminalsOf(part).map((terminal) => (
          <div key={terminal}>
            <span>{capitalised(switchPinName(null, terminal))}</span>
            <TextField
              label={`Stamped beside the ${switchPinName(null, terminal)} of ${control.name}`}
              maxLength={6}
              disabled={!mayEdit}
              value={part.marks[terminal]}
              onCommit={(mark) => say({ marks: { ...part.marks, [terminal]: mark } })}
            />
          </div>
        ))}
      </div>
    </div>
  );
}
