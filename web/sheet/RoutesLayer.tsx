import { memo, type PointerEvent as ReactPointerEvent, useRef, useState } from 'react';
import type { View } from '../../core/body/index.ts';
import type { Id, Position, RouteNode } from '../../core/document/index.ts';
import type { Bundle } from '../../core/harness/index.ts';
import { fromPixel, positionOn, positionPixel, type SheetLayout } from './layout.ts';

export interface RouteChoice {
  kind: 'point' | 'segment';
  id: Id;
}

const STEP_MM = 10;
const DRAG_FROM_PX = 3;
const POINT_PX = 3.6;
/** A hand finds a point within this. */
const CATCH_PX = 9;

/** Thicker where more wires run; true scale would be less than a pixel. */
const strokePx = (diameterMm: number): number => Math.min(7, 1.6 + diameterMm * 0.28);

interface Held {
  nodeId: Id;
  view: View;
  startX: number;
  startY: number;
  position: Position;
  moved: boolean;
}

/** Ways of wires over the views: thick where many run, dashed across a joint, a ring where they pass a wall. */
export const RoutesLayer = memo(function RoutesLayer({
  layout,
  nodes,
  bundles,
  chosen,
  onChoose,
  onMove,
}: {
  layout: SheetLayout;
  nodes: readonly RouteNode[];
  bundles: readonly Bundle[];
  chosen: RouteChoice | null;
  onChoose(choice: RouteChoice | null): void;
  /** Left out where points may not be moved. */
  onMove?: (nodeId: Id, position: Position) => void;
}) {
  const [held, setHeld] = useState<Held | null>(null);
  const group = useRef<SVGGElement>(null);
  const placeOf = (node: RouteNode): Position => (held?.nodeId === node.id ? held.position : node.position);
  const pointIn = (event: ReactPointerEvent): [number, number] => {
    const box = group.current!.ownerSVGElement!.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
  };

  const take = (event: ReactPointerEvent, node: RouteNode, view: View) => {
    event.stopPropagation();
    onChoose({ kind: 'point', id: node.id });
    if (!onMove || event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const [startX, startY] = pointIn(event);
    setHeld({ nodeId: node.id, view, startX, startY, position: node.position, moved: false });
  };
  const drag = (event: ReactPointerEvent, node: RouteNode) => {
    if (held?.nodeId !== node.id) return;
    const [x, y] = pointIn(event);
    const { view, startX, startY } = held;
    if (!held.moved && Math.hypot(x - startX, y - startY) < DRAG_FROM_PX) return;
    const [a0, b0] = fromPixel(layout, view, startX, startY);
    const [a1, b1] = fromPixel(layout, view, x, y);
    const [ax, bx] = fromPixel(layout, view, ...positionPixel(layout, view, node.position));
    const snap = (value: number) => Math.round(value / STEP_MM) * STEP_MM;
    const position = positionOn(view, snap(ax + a1 - a0), snap(bx + b1 - b0), node.position);
    setHeld({ ...held, position, moved: true });
  };
  const drop = (node: RouteNode) => {
    if (held?.nodeId === node.id && held.moved) onMove?.(node.id, held.position);
    setHeld(null);
  };

  return (
    <g ref={group} className="routes">
      {layout.views.map((view) => (
        <g key={view}>
          {bundles.map(({ link, a, b, runs, diameterMm, joints }) => {
            const [x0, y0] = positionPixel(layout, view, placeOf(a));
            const [x1, y1] = positionPixel(layout, view, placeOf(b));
            const isChosen = chosen?.kind === 'segment' && chosen.id === link.id;
            const d = `M${x0.toFixed(1)} ${y0.toFixed(1)}L${x1.toFixed(1)} ${y1.toFixed(1)}`;
            return (
              // Chosen with keys from the list of sections beside the sheet.
              <g
                key={link.id}
                className={isChosen ? 'way chosen' : 'way'}
                onPointerDown={(event) => {
                  event.stopPropagation();
                  onChoose({ kind: 'segment', id: link.id });
                }}
              >
                <path className="way-catch" d={d} />
                <path
                  className={runs.length === 0 ? 'way-line empty' : 'way-line'}
                  d={d}
                  strokeWidth={strokePx(diameterMm)}
                  strokeDasharray={joints.length > 0 ? '7 4' : undefined}
                />
              </g>
            );
          })}
          {nodes.map((node) => {
            const [x, y] = positionPixel(layout, view, placeOf(node));
            const isChosen = chosen?.kind === 'point' && chosen.id === node.id;
            return (
              <g
                key={node.id}
                className={`way-point${node.pass ? ' pass' : ''}${isChosen ? ' chosen' : ''}`}
                data-way-point={node.name}
                data-view={view}
                onPointerDown={(event) => take(event, node, view)}
                onPointerMove={(event) => drag(event, node)}
                onPointerUp={() => drop(node)}
                onPointerCancel={() => setHeld(null)}
              >
                <circle className="way-catch" cx={x} cy={y} r={CATCH_PX} />
                {node.pass && <circle className="ring" cx={x} cy={y} r={POINT_PX + 3.2} />}
                <circle className="dot" cx={x} cy={y} r={POINT_PX} />
                {isChosen && view === 'plan' && (
                  <text x={x + 12} y={y - 9}>
                    {node.name}
                  </text>
                )}
              </g>
            );
          })}
        </g>
      ))}
    </g>
  );
});
