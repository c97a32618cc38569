import { memo } from 'react';
import { useNavigate } from 'react-router';
import { keptBody } from '../../core/body/index.ts';
import type { UnitListItem } from '../../core/contract/index.ts';
import { STAGE_NAMES, type Stage } from '../../core/document/index.ts';
import { patternById } from '../../core/flash/index.ts';
import { useWords } from '../app/useWords.ts';
import { PlanGlyph } from '../sheet/PlanGlyph.tsx';
import { PatternMark } from '../ui/PatternMark.tsx';
import { SeverityMark } from '../ui/SeverityMark.tsx';
import { StageTrack } from './StageTrack.tsx';
import { PX_PER_MM } from './yardItem.ts';

export const UnitRow = memo(function UnitRow({ unit, muted }: { unit: UnitListItem; muted: boolean }) {
  const navigate = useNavigate();
  const body = keptBody(unit.glyph.bodyId, unit.glyph.parameters, { outlines: unit.glyph.outlines });
  const { stops, cautions, notes, firstFinding, patternIds, stageWords, shares } = unit.summary;
  const words = useWords();
  const told = unit.damaged ?? (firstFinding && words(firstFinding));
  const done = shares.at(-1) === 1;
  const fitted = unit.glyph.lamps.filter((lamp) => lamp.fitted).length;
  const flashing = patternIds.filter((id) => id !== 'steady' && id !== 'turn').map(patternById);
  const open = () => navigate(`/unit/${unit.id}/${unit.stage}`);
  const counted = (count: number, what: string) => `${count} ${what}${count === 1 ? '' : 's'}`;
  return (
    <button
      type="button"
      className={muted ? 'unit-row muted-row' : 'unit-row'}
      onClick={open}
      aria-label={`${unit.tag} ${unit.name}, ${STAGE_NAMES[unit.stage as Stage]}, ${counted(stops, 'stop')}, ${counted(cautions, 'caution')}`}
    >
      <span className="strip">{body && <PlanGlyph body={body} lamps={unit.glyph.lamps} pxPerMm={PX_PER_MM} />}</span>
      <span className="who">
        <b>{unit.tag}</b>
        <span>{unit.name}</span>
      </span>
      <span className="stage">
        <StageTrack unit={unit} />
        <span className="stage-line">
          {done ? <span className="state ok">✓ Handed over</span> : <b>{STAGE_NAMES[unit.stage as Stage]}</b>}
          {!done && <span className="mono">{stageWords}</span>}
        </span>
      </span>
      <span className="patterns">
        {flashing.length === 0 ? (
          <span className="muted">{patternIds.length > 0 ? 'steady only' : 'not set yet'}</span>
        ) : (
          flashing.slice(0, 2).map((pattern) => (
            <span key={pattern.id}>
              <PatternMark pattern={pattern} /> {pattern.name}
            </span>
          ))
        )}
      </span>
      <span className="finding" title={told ?? undefined}>
        {unit.damaged !== null ? (
          <span className="state stop">✕ Record cannot be read</span>
        ) : stops > 0 ? (
          <SeverityMark severity="stop" count={stops} />
        ) : cautions > 0 ? (
          <SeverityMark severity="caution" count={cautions} />
        ) : notes > 0 ? (
          <SeverityMark severity="note" count={notes} />
        ) : (
          <span className="muted">none</span>
        )}
        {told && <small>{told}</small>}
      </span>
      <span className="lamps">
        {unit.glyph.lamps.length === 0 ? (
          <span className="muted">none yet</span>
        ) : (
          `${fitted} of ${unit.glyph.lamps.length} fitted`
        )}
      </span>
    </button>
  );
});
