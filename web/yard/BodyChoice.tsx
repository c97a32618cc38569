import { memo, useMemo } from 'react';
import { BODY_TEMPLATES, makeBody } from '../../core/body/index.ts';
import { PlanGlyph } from '../sheet/PlanGlyph.tsx';

/** All bodies at one scale, from above. Drawn once, not at every key of the form beside it. */
export const BodyChoice = memo(function BodyChoice({ value, onChoose }: { value: string; onChoose(id: string): void }) {
  const bodies = useMemo(() => BODY_TEMPLATES.map(({ id, name }) => ({ id, name, drawn: makeBody(id, {}) })), []);
  return (
    <div className="bodies" role="radiogroup" aria-label="Body">
      {bodies.map(({ id, name, drawn }) => (
        <button key={id} type="button" role="radio" aria-checked={id === value} onClick={() => onChoose(id)}>
          {drawn.ok && <PlanGlyph body={drawn.value} lamps={[]} pxPerMm={0.0115} />}
          <span>{name}</span>
        </button>
      ))}
    </div>
  );
});
