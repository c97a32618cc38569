import { Checkbox, Segmented, Switch } from 'antd';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { Id, OwnPattern } from '../../../core/document/index.ts';
import { byPriority } from '../../../core/document/index.ts';
import { brightnessAt, showsFor } from '../../../core/flash/index.ts';
import { findingsAt } from '../../../core/rules/index.ts';
import { useApp, useAppDispatch } from '../../app/store.ts';
import { isTyping } from '../../app/typing.ts';
import { Sheet } from '../../sheet/Sheet.tsx';
import { Findings } from '../Findings.tsx';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';
import { ControlStates } from './ControlStates.tsx';
import { LegendPanel } from './LegendPanel.tsx';
import { NowPanel } from './NowPanel.tsx';
import { PatternEditor } from './PatternEditor.tsx';
import { PatternPicker } from './PatternPicker.tsx';
import { ProgramPanel } from './ProgramPanel.tsx';
import { safeSpeed } from './safeSpeed.ts';
import { Timeline } from './Timeline.tsx';
import { type Speed, usePlayhead } from './usePlayhead.ts';
import '../unit.css';
import './flash.css';

const WINDOW_S = 2;

const PANELS = [
  { value: 'now', label: 'Now' },
  { value: 'pattern', label: 'Pattern' },
  { value: 'set', label: 'Set lamps' },
  { value: 'legend', label: 'Legend' },
] as const;
type Panel = (typeof PANELS)[number]['value'];

export function FlashStage() {
  const { build, body, overview, preferences, act } = useUnit();
  const selection = useApp((state) => state.unit.selection);
  const dispatch = useAppDispatch();
  const [on, setOn] = useState<ReadonlySet<Id>>(
    () =>
      new Set(
        byPriority(build).flatMap((each) =>
          build.controls[each.controlId]?.kind === 'signal' ? [] : [each.controlId],
        ),
      ),
  );
  const [speed, setSpeed] = useState<Speed>(0.1);
  const [unsafe, setUnsafe] = useState(false);
  const [night, setNight] = useState(false);
  const [chosenPanel, setPanel] = useState<Panel>('now');
  const [drawing, setDrawing] = useState<{ pattern: OwnPattern; functionId: Id; lampIds: Id[] } | null>(null);
  const shows = useMemo(() => showsFor(build, on, { night }), [build, on, night]);
  const playedSpeed = unsafe ? speed : safeSpeed(speed, shows.values());
  const playhead = usePlayhead(WINDOW_S, playedSpeed);
  const { toggle, step } = playhead;
  const select = useCallback(
    (ids: Id[]) => {
      dispatch(unitActions.selected(ids));
      if (ids.length > 0) setPanel('pattern');
    },
    [dispatch],
  );
  const point = useCallback((ids: Id[]) => dispatch(unitActions.selected(ids)), [dispatch]);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event) || (event.target as HTMLElement).closest('button')) return;
      if (event.key === ' ') {
        event.preventDefault();
        toggle();
      }
      if (event.key === 'ArrowRight') step(0.01);
      if (event.key === 'ArrowLeft') step(-0.01);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [toggle, step]);

  const brightness = useMemo(
    () => new Map([...shows].map(([id, show]) => [id, brightnessAt(show, playhead.timeS)])),
    [shows, playhead.timeS],
  );
  const findings = overview ? findingsAt(overview.findings, 'flash') : null;

  return (
    <div className="flash">
      <div className="flash-sheet">
        <Sheet
          body={body}
          build={build}
          unit={preferences.length}
          selection={selection}
          onSelect={select}
          brightness={brightness}
          form="compact"
        />
      </div>
      <ControlStates on={on} onChange={setOn} />
      <aside className="panel flash-now" aria-label="What it does now">
        <header className="inline-head">
          <Segmented
            aria-label="Panel"
            size="small"
            value={chosenPanel}
            onChange={(value) => setPanel(value as Panel)}
            options={[...PANELS]}
          />
          <Switch
            size="small"
            aria-label="At night"
            title={night ? 'Levels of the night' : 'Levels of the day'}
            checkedChildren="☾"
            unCheckedChildren="☀"
            checked={night}
            onChange={setNight}
          />
        </header>
        {chosenPanel === 'now' && (
          <>
            <NowPanel on={on} shows={shows} />
            <Findings findings={findings} empty="The flashing holds." />
          </>
        )}
        {chosenPanel === 'pattern' && (
          <PatternPicker
            selection={selection}
            onDraw={(pattern, functionId) => setDrawing({ pattern, functionId, lampIds: [...selection] })}
          />
        )}
        {chosenPanel === 'set' && <ProgramPanel onPoint={point} />}
        {chosenPanel === 'legend' && <LegendPanel />}
      </aside>
      {drawing ? (
        <PatternEditor
          key={drawing.pattern.id}
          initial={drawing.pattern}
          colour={build.lamps[drawing.lampIds[0] ?? '']?.colour ?? 'amber'}
          onClose={() => setDrawing(null)}
          onSave={(pattern) => {
            const { functionId, lampIds } = drawing;
            const done = act(
              { kind: 'putPattern', pattern },
              { kind: 'setPattern', functionId, lampIds, changes: { patternId: pattern.id } },
            );
            if (done) setDrawing(null);
          }}
        />
      ) : (
        <Timeline
          shows={shows}
          windowS={WINDOW_S}
          playhead={playhead}
          speed={speed}
          playedSpeed={playedSpeed}
          onSpeed={setSpeed}
          selection={selection}
          onSelect={select}
          extra={
            <span className="seizure">
              ⚠ Flashing light can trigger seizures.
              {playedSpeed < speed || unsafe ? (
                <Checkbox checked={unsafe} onChange={(event) => setUnsafe(event.target.checked)}>
                  true speed, over 3 flashes a second
                </Checkbox>
              ) : null}
              {playhead.still && ' Your system asks for less motion: step with the arrow keys.'}
            </span>
          }
        />
      )}
    </div>
  );
}
