import { Button, Segmented, Select } from 'antd';
import { useState } from 'react';
import type { Id, OwnPattern } from '../../../core/document/index.ts';
import { byPriority } from '../../../core/document/index.ts';
import { copyOf, patternFigures, patternOf, patternsOf, suitsFilament } from '../../../core/flash/index.ts';
import { tagList } from '../../../core/place/index.ts';
import { newId } from '../../app/ids.ts';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { PatternMark } from '../../ui/PatternMark.tsx';
import { useUnit } from '../useUnit.ts';
import { FunctionRows } from './FunctionRows.tsx';

/** Sets pattern and phase of the selected lamps within a function. */
export function PatternPicker({
  selection,
  onDraw,
}: {
  selection: readonly Id[];
  /** Opens the editor on a copy of a pattern, for a function and lamps. */
  onDraw(pattern: OwnPattern, functionId: Id): void;
}) {
  const { build, mayEdit, act } = useUnit();
  const functions = byPriority(build);
  const having = functions.filter((each) => selection.some((id) => each.shows[id]));
  const [functionId, setFunctionId] = useState<Id | null>(null);
  if (selection.length === 0)
    return <p className="muted hint">Choose lamps on the sheet or a row of the timeline to set their pattern.</p>;
  const current = functions.find((each) => each.id === functionId) ?? having[0] ?? functions[0];
  if (!current) return null;
  const inIt = selection.filter((id) => current.shows[id]);
  const shows = inIt.map((id) => current.shows[id]!);
  const pattern =
    shows.length > 0 && shows.every((show) => show.patternId === shows[0]!.patternId)
      ? patternOf(build, shows[0]!.patternId)
      : null;
  const phases = new Set(shows.map((show) => show.phase));
  const filament = selection.some((id) => build.models[build.lamps[id]?.modelKey ?? '']?.light === 'filament');
  const tags = selection.flatMap((id) => build.lamps[id]?.tag ?? []);
  const setPhase = (value: string) => {
    if (value !== 'alternate')
      return act({
        kind: 'setPattern',
        functionId: current.id,
        lampIds: [...selection],
        changes: { phase: value as 'A' | 'B' },
      });
    const left = selection.filter((id) => (build.lamps[id]?.position.yMm ?? 0) >= 0);
    const right = selection.filter((id) => !left.includes(id));
    return act(
      ...(left.length > 0
        ? [{ kind: 'setPattern' as const, functionId: current.id, lampIds: left, changes: { phase: 'A' as const } }]
        : []),
      ...(right.length > 0
        ? [{ kind: 'setPattern' as const, functionId: current.id, lampIds: right, changes: { phase: 'B' as const } }]
        : []),
    );
  };

  const draw = (from: ReturnType<typeof patternOf>) => {
    const own = build.patterns[from.id];
    onDraw(own ?? copyOf(from, `own-${newId()}`, `${from.name} of ours`.slice(0, 40)), current.id);
  };

  return (
    <section className="pattern-picker" aria-label="Pattern of the selected lamps">
      <h3>
        {tags.length > 5 ? `${tags.length} lamps` : tagList(tags)}
        {pattern && <small className="muted"> {pattern.words}</small>}
      </h3>
      <div className="form-row">
        <span>Function</span>
        <Select
          aria-label="Function"
          disabled={!mayEdit}
          value={current.id}
          onChange={setFunctionId}
          options={functions.map((each) => ({ value: each.id, label: each.name }))}
        />
      </div>
      <div className="form-row">
        <span>Beat</span>
        <Segmented
          size="small"
          disabled={!mayEdit}
          value={phases.size > 1 ? 'alternate' : ([...phases][0] ?? 'A')}
          onChange={(value) => setPhase(value as string)}
          options={[
            { label: 'A', value: 'A' },
            { label: 'B', value: 'B' },
            { label: 'left and right answer', value: 'alternate' },
          ]}
        />
      </div>
      <div className="form-row">
        <span>Later by</span>
        <CommittedNumber
          aria-label="Later by, ms"
          precision={0}
          disabled={!mayEdit || inIt.length === 0}
          min={0}
          max={60_000}
          step={5}
          suffix="ms"
          value={shows[0]?.shiftMs ?? 0}
          onCommit={(shiftMs) =>
            shiftMs !== null &&
            act({
              kind: 'setPattern',
              functionId: current.id,
              lampIds: inIt,
              changes: { shiftMs: Math.round(shiftMs) },
            })
          }
        />
        {mayEdit && (
          <Button size="small" onClick={() => draw(pattern ?? patternOf(build, 'single'))}>
            Draw one …
          </Button>
        )}
      </div>
      <FunctionRows each={current} />
      <div className="pattern-list" role="listbox" aria-label="Patterns">
        {patternsOf(build).map((each) => {
          const figures = patternFigures(each);
          return (
            <button
              key={each.id}
              type="button"
              role="option"
              aria-selected={pattern?.id === each.id}
              disabled={!mayEdit}
              title={each.words}
              onClick={() =>
                act({
                  kind: 'setPattern',
                  functionId: current.id,
                  lampIds: [...selection],
                  changes: { patternId: each.id },
                })
              }
            >
              <span className="mono">{each.number ?? '✎'}</span>
              <PatternMark pattern={each} />
              <b>{each.name}</b>
              <span className="mono muted">
                {figures.steady ? 'steady' : `${figures.flashesPerMinute}/min ${figures.dutyPercent}%`}
              </span>
              {filament && !suitsFilament(each) && <span className="state caution">LED only</span>}
            </button>
          );
        })}
      </div>
      {mayEdit && pattern && (
        <Button
          size="small"
          disabled={build.fleetPatternId === pattern.id}
          onClick={() => act({ kind: 'setFleetPattern', patternId: pattern.id })}
        >
          {build.fleetPatternId === pattern.id
            ? `The fleet shows ${pattern.name}`
            : `The fleet is to show ${pattern.name}`}
        </Button>
      )}
    </section>
  );
}
