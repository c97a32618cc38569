import { BorderVerticleOutlined, ColumnWidthOutlined, DeleteOutlined, SwapOutlined } from '@ant-design/icons';
import type { Id } from '../../../core/build/index.ts';
import { centre, mirrorOperations, spreadEvenly } from '../../../core/place/index.ts';
import { newId } from '../../app/ids.ts';
import { useUnit } from '../useUnit.ts';
import { asMove } from '../useUnitKeys.ts';

export function PlaceTools({ selection }: { selection: readonly Id[] }) {
  const { build, body, act } = useUnit();
  const lamps = selection.flatMap((id) => build.lamps[id] ?? []);
  const canMirror = lamps.some((lamp) => lamp.pairId === null && lamp.position.yMm !== 0);
  const canCentre = lamps.some(
    (lamp) => lamp.face !== 'left' && lamp.face !== 'right' && lamp.position.yMm !== 0 && lamp.pairId === null,
  );
  return (
    <div className="sheet-tools" role="toolbar" aria-label="Arrange lamps">
      <button type="button" disabled={!canMirror} onClick={() => act(...mirrorOperations(build, selection, newId))}>
        <SwapOutlined aria-hidden /> Mirror <span className="key">M</span>
      </button>
      <button
        type="button"
        disabled={lamps.length < 3}
        onClick={() => act(...asMove(spreadEvenly(build, body, selection)))}
      >
        <ColumnWidthOutlined aria-hidden /> Spread <span className="key">E</span>
      </button>
      <button type="button" disabled={!canCentre} onClick={() => act(...asMove(centre(build, body, selection)))}>
        <BorderVerticleOutlined aria-hidden /> Centre <span className="key">C</span>
      </button>
      <button
        type="button"
        disabled={lamps.length === 0}
        onClick={() => act({ kind: 'removeLamps', lampIds: [...selection] })}
      >
        <DeleteOutlined aria-hidden /> Remove <span className="key">Del</span>
      </button>
    </div>
  );
}
