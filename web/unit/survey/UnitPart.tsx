import { drawnOtherwise, OWN_OUTLINE_ID, templateById } from '../../../core/body/index.ts';
import { findingsAt } from '../../../core/rules/index.ts';
import { mm, say } from '../../../core/units/index.ts';
import { useWords } from '../../app/useWords.ts';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { Findings } from '../Findings.tsx';
import { useUnit } from '../useUnit.ts';
import { Attachments } from './Attachments.tsx';
import { Electrics } from './Electrics.tsx';
import { OutlineImport } from './OutlineImport.tsx';

/** Dimensions, what hangs on the unit, battery and voltage. The dimension being edited is pointed out on the sheet. */
export function UnitPart({ onDimension }: { onDimension(key: string | null): void }) {
  const { build, body, overview, preferences, mayEdit, act } = useUnit();
  const inWords = useWords();
  const rules = templateById(build.body.bodyId)?.parameters ?? {};
  return (
    <>
      <section>
        <h3>Dimensions</h3>
        {Object.entries(rules).map(([key, rule]) => (
          <div key={key} className="form-row" title={inWords(say`${mm(rule.minimumMm)} to ${mm(rule.maximumMm)}`)}>
            <span>{rule.name}</span>
            <LengthInput
              label={rule.name}
              valueMm={build.body.parameters[key] ?? rule.defaultMm}
              unit={preferences.length}
              disabled={!mayEdit}
              onFocusChange={(focused) => onDimension(focused ? key : null)}
              onCommit={(value) => act({ kind: 'setBodyParameters', changes: { [key]: value } })}
            />
          </div>
        ))}
        {drawnOtherwise(body).map((words) => (
          <p key={inWords(words)} className="muted">
            {inWords(words)}
          </p>
        ))}
      </section>
      {build.body.bodyId === OWN_OUTLINE_ID && <OutlineImport />}
      <Attachments />
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
        findings={overview ? findingsAt(overview.findings, 'survey') : null}
        empty="No findings about slots and plugs."
      />
    </>
  );
}
