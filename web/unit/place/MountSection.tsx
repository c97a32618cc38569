import { Button } from 'antd';
import type { BodyPart } from '../../../core/body/index.ts';
import type { Lamp, LampModel } from '../../../core/document/index.ts';
import { MOUNTS, mountOf, templateJobs } from '../../../core/place/index.ts';
import { drilledKey } from '../../../core/rules/index.ts';
import { mm, say } from '../../../core/units/index.ts';
import { useWords } from '../../app/useWords.ts';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { useUnit } from '../useUnit.ts';
import { BaseSection } from './BaseSection.tsx';
import { MagnetLine } from './MagnetLine.tsx';

/** How a lamp is held: what the mount needs and leaves, its drilling template, the hole as it came out. */
export function MountSection({ lamp, model, part }: { lamp: Lamp; model: LampModel; part: BodyPart | null }) {
  const { id, build, body, preferences, mayEdit, act } = useUnit();
  const inWords = useWords();
  const mount = mountOf(lamp, model);
  const facts = MOUNTS[mount.kind];
  const job = templateJobs(build, body).find((each) => each.lamps.some((other) => other.id === lamp.id));
  const behind = part && body.behind.find((each) => each.partId === part.id);
  const file = job && `/api/units/${id}/templates/${job.key}`;
  const drilled = build.survey[drilledKey(lamp.id)]?.value;
  return (
    <details className="mount">
      <summary>
        <h3>Mounting</h3>
        <span className="muted">
          {facts.reversible ? 'leaves nothing' : `leaves ${facts.leaves}`}
          {job ? ', with template' : ''}
        </span>
      </summary>
      <ol>
        {facts.order.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <p className="muted">Tools: {facts.tools.join(', ')}.</p>
      {facts.backingMm > 0 && (
        <p className="muted">
          {inWords(say`Wants ${mm(facts.backingMm)} free behind the skin`)}
          {behind ? inWords(say`; there is ${behind.what} at ${mm(behind.depthMm)}.`) : '.'} Know what is behind it.
        </p>
      )}
      {mount.kind === 'magnet' && <MagnetLine model={model} part={part} />}
      <BaseSection lamp={lamp} model={model} />
      {file && (
        <div className="button-row">
          <Button size="small" href={`${file}.pdf`} target="_blank">
            Template, A4
          </Button>
          <Button size="small" href={`${file}.pdf?paper=Letter`} target="_blank">
            Letter
          </Button>
          <Button size="small" href={`${file}.svg`}>
            SVG
          </Button>
          <Button size="small" href={`${file}.dxf`}>
            DXF
          </Button>
        </div>
      )}
      {mount.kind === 'grommet' && (
        <div className="form-row">
          <span>Hole as drilled</span>
          <LengthInput
            label="Hole as drilled"
            isFine
            valueMm={drilled ? Number.parseFloat(drilled) : mount.holeMm}
            unit={preferences.length}
            disabled={!mayEdit}
            onCommit={(value) => act({ kind: 'answerSurvey', key: drilledKey(lamp.id), value: String(value) })}
          />
        </div>
      )}
    </details>
  );
}
