import { memo, type PointerEvent as ReactPointerEvent, useRef, useState } from 'react';
import type { View } from '../../core/body/index.ts';
import type { Id, Position, RouteNode } from '../../core/document/index.ts';
import type { ThingWithPlace } from '../../core/graph/index.ts';
import type { Bundle } from '../../core/harness/index.ts';
import { fromPixel, positionOn, positionPixel, type SheetLayout } from './layout.ts';

export interface RouteChoice {
  kind: 'point' | 'segment' | 'thing';
  id: Id;
}

/** What is taken by hand on a view: a point of a route, or a thing that wires begin at. */
interface Movable {
  kind: 'point' | 'thing';
  id: Id;
  position: Position;
}

const STEP_MM = 10;
const DRAG_FROM_PX = 3;
const POINT_PX = 3.6;
const THING_PX = 5;
/** A hand finds a point within this. */
const CATCH_PX = 9;

/** Thicker where more wires run; true scale would be less than a pixel. */
const strokePx = (diameterMm: number): number => Math.min(7, 1.6 + diameterMm * 0.28);

interface Held {
  id: Id;
  view: View;
  startX: number;
  startY: number;
  position: Position;
  moved: boolean;
}

/**
 * Ways of wires over the views: thick where many run, dashed across a joint, a ring where they pass a wall. What they begin
 * at stands as a square with its name in the plan.
 */
export const RoutesLayer = memo(function RoutesLayer({
  layout,
  nodes,
  things,
  bundles,
  chosen,
  onChoose,
  onMove,
}: {
  layout: SheetLayout;
  nodes: readonly RouteNode[];
  things: readonly ThingWithPlace[];
  bundles: readonly Bundle[];
  chosen: RouteChoice | null;
  onChoose(choice: RouteChoice | null): void;
  /** Left out where points may not be moved. */
  onMove?: (kind: 'point' | 'thing', id: Id, position: Position) => void;
}) {
  const [held, setHeld] = useState<Held | null>(null);
  const group = useRef<SVGGElement>(null);
  const placeOf = (item: Pick<Movable, 'id' | 'position'>): Position =>
    held?.id === item.id ? held.position : item.position;
  const pointIn = (event: ReactPointerEvent): [number, number] => {
    const box = group.current!.ownerSVGElement!.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
  };

  const take = (event: ReactPointerEvent, item: Movable, view: View) => {
    event.stopPropagation();
    onChoose({ kind: item.kind, id: item.id });
    if (!onMove || event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const [startX, startY] = pointIn(event);
    setHeld({ id: item.id, view, startX, startY, position: item.position, moved: false });
  };
  const drag = (event: ReactPointerEvent, item: Movable) => {
    if (held?.id !== item.id) return;
    const [x, y] = pointIn(event);
    const { view, startX, startY } = held;
    if (!held.moved && Math.hypot(x - startX, y - startY) < DRAG_FROM_PX) return;
    const [a0, b0] = fromPixel(layout, view, startX, startY);
    const [a1, b1] = fromPixel(layout, view, x, y);
    const [ax, bx] = fromPixel(layout, view, ...positionPixel(layout, view, item.position));
    const snap = (value: number) => Math.round(value / STEP_MM) * STEP_MM;
    const position = positionOn(view, snap(ax + a1 - a0), snap(bx + b1 - b0), item.position);
    setHeld({ ...held, position, moved: true });
  };
  const drop = (item: Movable) => {
    if (held?.id === item.id && held.moved) onMove?.(item.kind, item.id, held.position);
    setHeld(null);
  };
  const handles = (item: Movable, view: View) => ({
    onPointerDown: (event: ReactPointerEvent) => take(event, item, view),
    onPointerMove: (event: ReactPointerEvent) => drag(event, item),
    onPointerUp: () => drop(item),
    onPointerCancel: () => setHeld(null),
  });

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
                {...handles({ kind: 'point', id: node.id, position: node.position }, view)}
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
          {things.map(({ key, name, position, isSaid }) => {
            const [x, y] = positionPixel(layout, view, placeOf({ id: key, position }));
            const isChosen = chosen?.kind === 'thing' && chosen.id === key;
            // Several that nobody has placed lie on the panel: one of them is enough to see, and all stand in the list.
            if (!isSaid && !isChosen) return null;
            return (
              <g
                key={key}
                className={`way-thing${isChosen ? ' chosen' : ''}`}
                data-thing={key}
                data-view={view}
                {...handles({ kind: 'thing', id: key, position }, view)}
              >
                <circle className="way-catch" cx={x} cy={y} r={CATCH_PX} />
                <rect x={x - THING_PX} y={y - THING_PX} width={2 * THING_PX} height={2 * THING_PX} />
                {view === 'plan' && (
                  <text x={x + 10} y={y + 4}>
                    {name}
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
