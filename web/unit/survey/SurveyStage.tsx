import { InputNumber, Segmented } from 'antd';
import { useState } from 'react';
import { templateById } from '../../../core/body/index.ts';
import { formatMm } from '../../../core/units/index.ts';
import { type SurveyPart, surveyProgress } from '../../../core/work/index.ts';
import { useApp, useAppDispatch } from '../../app/store.ts';
import { Sheet } from '../../sheet/Sheet.tsx';
import { Findings } from '../Findings.tsx';
import { LengthInput } from '../LengthInput.tsx';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';
import { FusePanel } from './FusePanel.tsx';
import { LampsPart } from './LampsPart.tsx';
import { PhotosPart } from './PhotosPart.tsx';
import { PlugsPart } from './PlugsPart.tsx';
import { QuestionsPart } from './QuestionsPart.tsx';
import { SlotEditor } from './SlotEditor.tsx';
import { TrimPart } from './TrimPart.tsx';

const PARTS: { part: SurveyPart; words: string; View: () => React.ReactNode }[] = [
  { part: 'unit', words: 'Unit', View: UnitPart },
  { part: 'questions', words: 'Questions', View: QuestionsPart },
  { part: 'lamps', words: 'Lamps', View: LampsPart },
  { part: 'plugs', words: 'Plugs', View: PlugsPart },
  { part: 'trim', words: 'Trim', View: TrimPart },
  { part: 'photos', words: 'Photos', View: PhotosPart },
];

export function SurveyStage() {
  const { build, body, preferences } = useUnit();
  const slotId = useApp((state) => state.unit.slotId);
  const dispatch = useAppDispatch();
  const slot = slotId ? build.slots[slotId] : undefined;
  const [picked, setPicked] = useState<string[]>([]);
  const [part, setPart] = useState<SurveyPart>('unit');
  const progress = surveyProgress(build, body);
  const { View } = PARTS.find((each) => each.part === part)!;

  return (
    <div className="split survey">
      <div className="field-stack">
        <Sheet
          body={body}
          build={build}
          unit={preferences.length}
          selection={picked}
          onSelect={setPicked}
          form="compact"
        />
        <FusePanel />
      </div>
      <aside className="panel" aria-label="Survey">
        {slot ? (
          <SlotEditor slot={slot} onClose={() => dispatch(unitActions.slotChosen(null))} />
        ) : (
          <>
            <nav className="survey-tabs" aria-label="Parts of the survey">
              {PARTS.map(({ part: each, words }) => {
                const { done, of } = progress[each];
                return (
                  <button key={each} type="button" aria-pressed={part === each} onClick={() => setPart(each)}>
                    {words}
                    <small>{of === null ? done : of === 1 ? (done ? '✓' : '') : `${done} of ${of}`}</small>
                  </button>
                );
              })}
            </nav>
            <View />
          </>
        )}
      </aside>
    </div>
  );
}

function UnitPart() {
  const { build, overview, preferences, mayEdit, act } = useUnit();
  const rules = templateById(build.body.bodyId)?.parameters ?? {};
  return (
    <>
      <section>
        <h3>Unit</h3>
        {Object.entries(rules).map(([key, rule]) => (
          <div key={key} className="form-row" title={`${formatMm(rule.minimumMm)} to ${formatMm(rule.maximumMm)} mm`}>
            <span>{rule.name}</span>
            <LengthInput
              label={rule.name}
              valueMm={build.body.parameters[key] ?? rule.defaultMm}
              unit={preferences.length}
              disabled={!mayEdit}
              onCommit={(value) => act({ kind: 'setBodyParameters', changes: { [key]: Math.round(value) } })}
            />
          </div>
        ))}
      </section>
      <Electrics />
      <section className="read-order">
        <h3>How to read a slot</h3>
        <ol>
          <li>Black lead on bare metal, red on the slot.</li>
          <li>Read key off, key on, then with the engine running.</li>
          <li>Write it down before anything is joined.</li>
        </ol>
        <p className="muted">A slot that looks empty may be prewired for an option. Look it up, or mark it reserved.</p>
      </section>
      <Findings
        findings={(overview?.findings ?? []).filter((finding) => finding.place.slotIds.length > 0)}
        empty="No findings about slots."
      />
    </>
  );
}

function Electrics() {
  const { build, body, mayEdit, act } = useUnit();
  const { electrics } = build;
  return (
    <section>
      <h3>Electrics</h3>
      <div className="form-row">
        <span>System</span>
        <Segmented
          disabled={!mayEdit}
          aria-label="System voltage"
          value={electrics.systemVoltageV}
          options={[
            { label: '12 V', value: 12 },
            { label: '24 V', value: 24 },
          ]}
          onChange={(value) =>
            act({ kind: 'setElectrics', changes: { systemVoltageV: value as 12 | 24, surveyed: true } })
          }
        />
      </div>
      <div className="form-row">
        <span>Battery</span>
        <InputNumber
          aria-label="Battery capacity, Ah"
          min={1}
          max={2000}
          suffix="Ah"
          disabled={!mayEdit}
          value={electrics.batteryAh}
          onChange={(value) => value && act({ kind: 'setElectrics', changes: { batteryAh: value, surveyed: true } })}
        />
      </div>
      {body.hasEngine && (
        <div className="form-row">
          <span>Alternator</span>
          <InputNumber
            aria-label="Alternator, A"
            min={0}
            max={1000}
            suffix="A"
            disabled={!mayEdit}
            value={electrics.alternatorA}
            onChange={(value) =>
              value !== null && act({ kind: 'setElectrics', changes: { alternatorA: value, surveyed: true } })
            }
          />
        </div>
      )}
      {!electrics.surveyed && mayEdit && (
        <button
          type="button"
          className="quiet"
          onClick={() => act({ kind: 'setElectrics', changes: { surveyed: true } })}
        >
          ✓ These are as on the unit
        </button>
      )}
    </section>
  );
}
