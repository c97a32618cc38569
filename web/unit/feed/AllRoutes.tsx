import { Button } from 'antd';
import { useMemo } from 'react';
import type { OperationDraft } from '../../../core/document/index.ts';
import { type Bundle, planLengths, type WireRoute } from '../../../core/harness/index.ts';
import { planRoutes } from '../../../core/planning/index.ts';
import { formatLength } from '../../../core/units/index.ts';
import { newId } from '../../app/ids.ts';
import type { RouteChoice } from '../../sheet/RoutesLayer.tsx';
import { useUnit } from '../useUnit.ts';
import { PlacesList } from './PlacesList.tsx';

export function AllRoutes({
  routes,
  bundles,
  onChoose,
}: {
  routes: readonly WireRoute[];
  bundles: readonly Bundle[];
  onChoose(choice: RouteChoice): void;
}) {
  const { build, body, preferences, mayEdit, act } = useUnit();
  const lengths = useMemo(() => planLengths(build, routes), [build, routes]);
  const used = bundles.filter((bundle) => bundle.runs.length > 0);
  const lay = () => {
    const planned = planRoutes(build, body, newId);
    if (!planned) return;
    const old = Object.keys(build.routeNodes);
    const clear: OperationDraft[] = old.length > 0 ? [{ kind: 'removeRouteNodes', nodeIds: old }] : [];
    act(...clear, planned);
  };
  return (
    <section aria-label="Routes">
      <header className="panel-head">
        <span className="tag-chip">{used.length}</span>
        <div>
          <h2>Routes of the wires</h2>
          <span className="muted">
            {used.length === 0
              ? 'Lay a first route, then move its points to where clips and tubes really are.'
              : `${routes.length} runs, the longest ${formatLength(Math.max(...routes.map((route) => route.neededMm)), preferences.length)}`}
          </span>
        </div>
      </header>
      {mayEdit && (
        <div className="way-actions">
          <Button type={used.length === 0 ? 'primary' : 'default'} onClick={lay}>
            {bundles.length === 0 ? 'Lay first routes' : 'Lay them anew'}
          </Button>
          <Button type={lengths ? 'primary' : 'default'} disabled={!lengths} onClick={() => lengths && act(lengths)}>
            {lengths?.kind === 'setWireLengths'
              ? `Cut ${lengths.lengths.length} wires to them`
              : 'Wires are cut to them'}
          </Button>
        </div>
      )}
      <PlacesList onChoose={onChoose} />
      {used.length > 0 && (
        <table className="sections">
          <thead>
            <tr>
              <th>Section</th>
              <th className="right">Wires</th>
              <th className="right">⌀ mm</th>
              <th className="right">Loom</th>
            </tr>
          </thead>
          <tbody>
            {used.map(({ link, a, b, runs, diameterMm, loomMm }) => (
              <tr key={link.id}>
                <td>
                  <button type="button" className="link" onClick={() => onChoose({ kind: 'segment', id: link.id })}>
                    {a.name === b.name ? a.name : `${a.name} → ${b.name}`}
                  </button>
                </td>
                <td className="right mono">{runs.length}</td>
                <td className="right mono">{diameterMm.toFixed(1)}</td>
                <td className="right mono">{loomMm ?? 'split'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
