import { Button, Input, Select, Switch } from 'antd';
import { useMemo } from 'react';
import type { Build, Id, OperationDraft, RouteNode } from '../../../core/document/index.ts';
import {
  type Bundle,
  cutList,
  GROMMETS,
  grommetFor,
  planLengths,
  throughNode,
  type WireRoute,
} from '../../../core/harness/index.ts';
import { planRoutes } from '../../../core/planning/index.ts';
import { formatLength } from '../../../core/units/index.ts';
import { newId } from '../../app/ids.ts';
import type { RouteChoice } from '../../sheet/RoutesLayer.tsx';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { useUnit } from '../useUnit.ts';

/** Sections and points of the routes: what runs there, what holds it, and what can be done about it. */
export function RoutesPanel({
  routes,
  bundles,
  chosen,
  onChoose,
}: {
  routes: readonly WireRoute[];
  bundles: readonly Bundle[];
  chosen: RouteChoice | null;
  onChoose(choice: RouteChoice | null): void;
}) {
  const { build } = useUnit();
  const node = chosen?.kind === 'point' ? build.routeNodes[chosen.id] : undefined;
  const bundle = chosen?.kind === 'segment' ? bundles.find(({ link }) => link.id === chosen.id) : undefined;
  if (node) return <PointPanel key={node.id} node={node} routes={routes} bundles={bundles} onChoose={onChoose} />;
  if (bundle) return <SegmentPanel bundle={bundle} onChoose={onChoose} />;
  return <AllRoutes routes={routes} bundles={bundles} onChoose={onChoose} />;
}

function AllRoutes({
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

function SegmentPanel({ bundle, onChoose }: { bundle: Bundle; onChoose(choice: RouteChoice | null): void }) {
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

const AXES = [
  { axis: 'xMm', words: 'From front' },
  { axis: 'yMm', words: 'Left of centre' },
  { axis: 'zMm', words: 'Height' },
] as const;

const USUAL_PASS = { holeMm: 16, boreMm: 13, sealed: true, wet: false };

function PointPanel({
  node,
  routes,
  bundles,
  onChoose,
}: {
  node: RouteNode;
  routes: readonly WireRoute[];
  bundles: readonly Bundle[];
  onChoose(choice: RouteChoice | null): void;
}) {
  const { build, body, preferences, mayEdit, act } = useUnit();
  const { runs, diameterMm } = useMemo(() => throughNode(build, routes, node.id), [build, routes, node.id]);
  const change = (changes: Partial<Omit<RouteNode, 'id'>>) => act({ kind: 'editRouteNode', nodeId: node.id, changes });
  const { pass } = node;
  const grommet = runs.length > 0 ? grommetFor(diameterMm, pass?.holeMm) : null;
  return (
    <section aria-label="Point of a way">
      <header className="panel-head">
        <span className="tag-chip">{runs.length}</span>
        <div>
          <Input
            variant="borderless"
            className="feed-name"
            aria-label="Name of the point"
            disabled={!mayEdit}
            maxLength={60}
            defaultValue={node.name}
            onBlur={(event) => event.target.value.trim() !== node.name && change({ name: event.target.value.trim() })}
          />
          <span className="muted">
            {runs.length === 0
              ? 'no wire runs here'
              : `${runs.length} wires, ${diameterMm.toFixed(1)} mm thick together`}
          </span>
        </div>
        <Button size="small" onClick={() => onChoose(null)}>
          All routes
        </Button>
      </header>
      {AXES.map(({ axis, words }) => (
        <div key={axis} className="form-row">
          <span>{words}</span>
          <LengthInput
            label={words}
            unit={preferences.length}
            disabled={!mayEdit}
            valueMm={node.position[axis]}
            onCommit={(value) => change({ position: { ...node.position, [axis]: value } })}
          />
        </div>
      ))}
      <div className="form-row">
        <span>Rides on</span>
        <Select
          aria-label="What the point rides on"
          disabled={!mayEdit}
          value={node.jointId ?? ''}
          onChange={(jointId) => change({ jointId: jointId || null })}
          options={[
            { value: '', label: 'the frame' },
            ...body.joints.map((joint) => ({ value: joint.id, label: `what the ${joint.name} moves` })),
          ]}
        />
      </div>
      <div className="form-row">
        <span>Joined to</span>
        <JoinSelect build={build} bundles={bundles} node={node} disabled={!mayEdit} />
      </div>
      <div className="form-row">
        <span>Through a wall</span>
        <Switch
          aria-label="Through a wall"
          disabled={!mayEdit}
          checked={pass !== null}
          onChange={(on) => change({ pass: on ? { ...USUAL_PASS, ...grommet } : null })}
        />
      </div>
      {pass && (
        <>
          <div className="form-row">
            <span>Hole</span>
            <CommittedNumber
              aria-label="Hole, mm"
              disabled={!mayEdit}
              min={3}
              max={120}
              suffix="mm"
              value={pass.holeMm}
              onCommit={(holeMm) => holeMm && change({ pass: { ...pass, holeMm } })}
            />
          </div>
          <div className="form-row">
            <span>Grommet</span>
            <Select
              aria-label="Grommet"
              disabled={!mayEdit}
              value={pass.boreMm ?? 0}
              onChange={(boreMm) =>
                change({ pass: { ...pass, boreMm: boreMm || null, sealed: boreMm > 0 && pass.sealed } })
              }
              options={[
                { value: 0, label: 'none, bare edge' },
                ...GROMMETS.map((each) => ({
                  value: each.boreMm,
                  label: `${each.boreMm} mm bore, for a ${each.holeMm} mm hole`,
                })),
              ]}
            />
          </div>
          <div className="form-row">
            <span>Water reaches it</span>
            <Switch
              aria-label="Water reaches it"
              disabled={!mayEdit}
              checked={pass.wet}
              onChange={(wet) => change({ pass: { ...pass, wet } })}
            />
            <span>Sealed</span>
            <Switch
              aria-label="Sealed"
              disabled={!mayEdit}
              checked={pass.sealed}
              onChange={(sealed) => change({ pass: { ...pass, sealed } })}
            />
          </div>
          <p className="why">
            {grommet
              ? `${diameterMm.toFixed(1)} mm of wire wants a grommet of ${grommet.boreMm} mm bore in a ${grommet.holeMm} mm hole.`
              : runs.length > 0
                ? 'No grommet takes this bundle: split it.'
                : 'No wire passes here yet.'}
          </p>
        </>
      )}
      {mayEdit && (
        <div className="way-actions">
          <Button
            onClick={() => {
              if (act({ kind: 'removeRouteNodes', nodeIds: [node.id] })) onChoose(null);
            }}
          >
            Take this point out
          </Button>
        </div>
      )}
    </section>
  );
}

/** A new section from this point to another one that it is not joined to yet. */
function JoinSelect({
  build,
  bundles,
  node,
  disabled,
}: {
  build: Build;
  bundles: readonly Bundle[];
  node: RouteNode;
  disabled: boolean;
}) {
  const { act } = useUnit();
  const joined = new Set<Id>(
    bundles.flatMap(({ a, b }) => (a.id === node.id ? [b.id] : b.id === node.id ? [a.id] : [])),
  );
  const others = Object.values(build.routeNodes).filter((other) => other.id !== node.id && !joined.has(other.id));
  return (
    <Select
      aria-label="Point to join it to"
      disabled={disabled || others.length === 0}
      value={null}
      placeholder={`${joined.size} ${joined.size === 1 ? 'point' : 'points'}; join another`}
      onChange={(id: Id) =>
        act({ kind: 'putRoute', nodes: [], links: [{ id: newId(), a: node.id, b: id }], dropLinks: [] })
      }
      options={others.map((other) => ({ value: other.id, label: other.name || 'point' }))}
    />
  );
}
