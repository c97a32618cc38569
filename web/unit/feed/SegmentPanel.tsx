import { Button } from 'antd';
import { useMemo } from 'react';
import type { RouteNode } from '../../../core/document/index.ts';
import { type Bundle, cutList } from '../../../core/harness/index.ts';
import { formatLength } from '../../../core/units/index.ts';
import { newId } from '../../app/ids.ts';
import type { RouteChoice } from '../../sheet/RoutesLayer.tsx';
import { useUnit } from '../useUnit.ts';

export function SegmentPanel({ bundle, onChoose }: { bundle: Bundle; onChoose(choice: RouteChoice | null): void }) {
  const { build, preferences, mayEdit, act } = useUnit();
  const { link, a, b, runs, lengthMm, slackMm, diameterMm, loomMm, joints } = bundle;
  const tags = useMemo(() => new Map(cutList(build).map((line) => [line.wireId, line])), [build]);
  const split = () => {
    const mid = (axis: 'xMm' | 'yMm' | 'zMm') => Math.round((a.position[axis] + b.position[axis]) / 2);
    const node: RouteNode = {
      id: newId(),
      name: 'Clip',
      position: { xMm: mid('xMm'), yMm: mid('yMm'), zMm: mid('zMm') },
      pass: null,
      jointId: a.jointId === b.jointId ? a.jointId : null,
    };
    const links = [a, b].map((end) => ({ id: newId(), a: end.id, b: node.id }));
    if (act({ kind: 'putRoute', nodes: [node], links, dropLinks: [link.id] })) onChoose({ kind: 'point', id: node.id });
  };
  const takeOut = () => {
    if (act({ kind: 'putRoute', nodes: [], links: [], dropLinks: [link.id] })) onChoose(null);
  };
  return (
    <section aria-label="Section of a way">
      <header className="panel-head">
        <span className="tag-chip">{runs.length}</span>
        <div>
          <h2>
            {a.name} → {b.name}
          </h2>
          <span className="muted">
            {formatLength(lengthMm, preferences.length)}
            {slackMm > 0 && `, and ${formatLength(slackMm, preferences.length)} slack for the ${joints.join(' and ')}`}
          </span>
        </div>
        <Button size="small" onClick={() => onChoose(null)}>
          All routes
        </Button>
      </header>
      {runs.length > 0 && (
        <div className="three-figures">
          <div>
            <span>Bundle</span>
            <b className="mono">{diameterMm.toFixed(1)} mm</b>
          </div>
          <div>
            <span>Loom, inside</span>
            <b className="mono">{loomMm === null ? 'split it' : `${loomMm} mm`}</b>
          </div>
          <div>
            <span>Wires</span>
            <b className="mono">{runs.length}</b>
          </div>
        </div>
      )}
      <ul className="run-list">
        {runs.flatMap((run) =>
          run.wireIds.map((id) => {
            const line = tags.get(id);
            return (
              line && (
                <li key={id}>
                  <b>{line.tag}</b> {line.gauge} {line.colour}
                  <span className="muted">
                    {line.from.to} → {line.end.to}
                  </span>
                </li>
              )
            );
          }),
        )}
      </ul>
      {mayEdit && (
        <div className="way-actions">
          <Button onClick={split}>Add a point here</Button>
          <Button onClick={takeOut}>Take this section out</Button>
        </div>
      )}
    </section>
  );
}
