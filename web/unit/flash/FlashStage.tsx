import { Checkbox } from 'antd';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { Id } from '../../../core/build/index.ts';
import { brightnessAt, byPriority, describeShows, showsFor } from '../../../core/flash/index.ts';
import { useApp, useAppDispatch } from '../../app/store.ts';
import { isTyping } from '../../app/typing.ts';
import { Sheet } from '../../sheet/Sheet.tsx';
import { Findings } from '../Findings.tsx';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';
import { ControlStates } from './ControlStates.tsx';
import { PatternPicker } from './PatternPicker.tsx';
import { Score } from './Score.tsx';
import { safeSpeed } from './safeSpeed.ts';
import { type Speed, usePlayhead } from './usePlayhead.ts';

const WINDOW_S = 2;

export function FlashStage() {
  const { build, body, overview, preferences } = useUnit();
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
  const shows = useMemo(() => showsFor(build, on), [build, on]);
  const playedSpeed = unsafe ? speed : safeSpeed(speed, shows.values());
  const playhead = usePlayhead(WINDOW_S, playedSpeed);
  const { toggle, step } = playhead;
  const select = useCallback((ids: Id[]) => dispatch(unitActions.selected(ids)), [dispatch]);

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
  const findings = (overview?.findings ?? []).filter((finding) => finding.code === 'M41');

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
        <h3>What it does now</h3>
        <p className="does-now" aria-live="polite">
          {describeShows(build, on)}
        </p>
        <PatternPicker selection={selection} />
        {findings.length > 0 && <Findings findings={findings} />}
      </aside>
      <Score
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
    </div>
  );
}
