import { CaretRightFilled, PauseOutlined } from '@ant-design/icons';
import { useCallback, useMemo } from 'react';
import type { Id } from '../../../core/document/index.ts';
import { brightnessAt } from '../../../core/flash/index.ts';
import type { ProvingStop } from '../../../core/prove/index.ts';
import { Sheet } from '../../sheet/Sheet.tsx';
import { safeSpeed } from '../flash/safeSpeed.ts';
import { usePlayhead } from '../flash/usePlayhead.ts';
import type { useUnit } from '../useUnit.ts';

const WINDOW_S = 6;

const SPEED = 0.5;

/** The sheet as it should look in this step, slowed down; it stands still until it is played. */
export function StepSheet({
  body,
  build,
  unit,
  stop,
  selection,
}: Pick<ReturnType<typeof useUnit>, 'body' | 'build'> & {
  unit: ReturnType<typeof useUnit>['preferences']['length'];
  stop: ProvingStop | null;
  selection: readonly Id[];
}) {
  const shows = useMemo(() => stop?.shows ?? [], [stop]);
  const { timeS, playing, toggle, still } = usePlayhead(WINDOW_S, safeSpeed(SPEED, shows));
  const brightness = useMemo(
    () => new Map(shows.map((show) => [show.lamp.id, playing ? brightnessAt(show, timeS) : show.level])),
    [shows, playing, timeS],
  );
  const ignore = useCallback((_ids: Id[]) => {}, []);
  return (
    <div className="step-sheet">
      <Sheet
        body={body}
        build={build}
        unit={unit}
        selection={selection}
        onSelect={ignore}
        brightness={brightness}
        form="compact"
      >
        {stop && !still && (
          <button type="button" className="play-step" aria-label={playing ? 'Stop' : 'Show it slowly'} onClick={toggle}>
            {playing ? <PauseOutlined /> : <CaretRightFilled />}
          </button>
        )}
      </Sheet>
    </div>
  );
}
