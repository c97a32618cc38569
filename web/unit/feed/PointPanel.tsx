import { Button, Input, Select, Switch } from 'antd';
import { useMemo } from 'react';
import type { RouteNode } from '../../../core/document/index.ts';
import { type Bundle, GROMMETS, grommetFor, throughNode, type WireRoute } from '../../../core/harness/index.ts';
import type { RouteChoice } from '../../sheet/RoutesLayer.tsx';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { PositionFields } from '../PositionFields.tsx';
import { useUnit } from '../useUnit.ts';
import { JoinSelect } from './JoinSelect.tsx';

const USUAL_PASS = { holeMm: 16, boreMm: 13, sealed: true, wet: false };

export function PointPanel({
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
      <PositionFields position={node.position} onChange={(position) => change({ position })} />
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
            <LengthInput
              label="Hole"
              unit={preferences.length}
              disabled={!mayEdit}
              valueMm={pass.holeMm}
              onCommit={(holeMm) => change({ pass: { ...pass, holeMm } })}
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
