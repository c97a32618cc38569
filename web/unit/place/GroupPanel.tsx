import { Button } from 'antd';
import type { Id } from '../../../core/document/index.ts';
import { centre, mirrorOperations, rowAxis, spreadEvenly, tagList } from '../../../core/place/index.ts';
import { formatLength } from '../../../core/units/index.ts';
import { newId } from '../../app/ids.ts';
import { useUnit } from '../useUnit.ts';
import { asMove } from '../useUnitKeys.ts';

/** Several lamps at once: what they are, the gaps between them, and the moves that make sense for a row. */
export function GroupPanel({ ids }: { ids: readonly Id[] }) {
  const { build, body, preferences, mayEdit, act } = useUnit();
  const lamps = ids.flatMap((id) => build.lamps[id] ?? []);
  const axis = lamps.length > 1 ? rowAxis(lamps) : 'xMm';
  const row = [...lamps].sort((a, b) => a.position[axis] - b.position[axis]);
  const gaps = row.slice(1).map((lamp, index) => ({
    from: row[index]!.tag,
    to: lamp.tag,
    mm: lamp.position[axis] - row[index]!.position[axis],
  }));
  return (
    <section aria-label="Several lamps">
      <header className="panel-head">
        <span className="tag-chip">{lamps.length}</span>
        <div>
          <h2>{lamps.length} lamps</h2>
          <span className="muted">{tagList(lamps.map((lamp) => lamp.tag))}</span>
        </div>
      </header>
      {mayEdit && (
        <div className="button-row">
          <Button onClick={() => act(...asMove(spreadEvenly(build, body, ids)))} disabled={lamps.length < 3}>
            Spread evenly
          </Button>
          <Button onClick={() => act(...asMove(centre(build, body, ids)))}>Centre</Button>
          <Button onClick={() => act(...mirrorOperations(build, ids, newId))}>Mirror</Button>
          <Button danger onClick={() => act({ kind: 'removeLamps', lampIds: [...ids] })}>
            Remove
          </Button>
        </div>
      )}
      {gaps.length > 0 && gaps.length < 14 && (
        <table className="plain" aria-label="Gaps between them">
          <tbody>
            {gaps.map((gap) => (
              <tr key={`${gap.from} ${gap.to}`}>
                <td>
                  {gap.from} to {gap.to}
                </td>
                <td className="mono right">{formatLength(gap.mm, preferences.length)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
