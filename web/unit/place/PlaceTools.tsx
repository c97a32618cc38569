import {
  BorderVerticleOutlined,
  ColumnWidthOutlined,
  CopyOutlined,
  DeleteOutlined,
  EllipsisOutlined,
  GroupOutlined,
  SwapOutlined,
  VerticalAlignMiddleOutlined,
} from '@ant-design/icons';
import type { Id } from '../../../core/document/index.ts';
import { centre, matchTo, mirrorOperations, spreadEvenly } from '../../../core/place/index.ts';
import { newId } from '../../app/ids.ts';
import { useUnit } from '../useUnit.ts';
import { asMove } from '../useUnitKeys.ts';

export function PlaceTools({ selection, onRow, onCopy }: { selection: readonly Id[]; onRow(): void; onCopy(): void }) {
  const { build, body, act } = useUnit();
  const lamps = selection.flatMap((id) => build.lamps[id] ?? []);
  const canMirror = lamps.some((lamp) => lamp.pairId === null && lamp.position.yMm !== 0);
  const canCentre = lamps.some(
    (lamp) => lamp.face !== 'left' && lamp.face !== 'right' && lamp.position.yMm !== 0 && lamp.pairId === null,
  );
  const grouped =
    lamps.length > 1 && lamps.every((lamp) => lamp.groupId !== null && lamp.groupId === lamps[0]!.groupId);
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
        disabled={lamps.length < 2}
        title="Set the others to the height of the first"
        onClick={() => act(...asMove(matchTo(build, body, selection, 'zMm')))}
      >
        <VerticalAlignMiddleOutlined aria-hidden /> Level <span className="key">H</span>
      </button>
      <button
        type="button"
        disabled={lamps.length < 2}
        title="Selected together from now on"
        onClick={() =>
          act({ kind: 'editLamps', lampIds: [...selection], changes: { groupId: grouped ? null : newId() } })
        }
      >
        <GroupOutlined aria-hidden /> {grouped ? 'Ungroup' : 'Group'} <span className="key">G</span>
      </button>
      <button type="button" onClick={onRow}>
        <EllipsisOutlined aria-hidden /> Row <span className="key">R</span>
      </button>
      <button type="button" onClick={onCopy}>
        <CopyOutlined aria-hidden /> Copy from <span className="key">U</span>
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
