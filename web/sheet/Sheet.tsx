import { memo, type ReactNode, type PointerEvent as ReactPointerEvent, useMemo, useRef, useState } from 'react';
import { type Body, type View, viewOfFace } from '../../core/body/index.ts';
import type { Build, Face, Id, Lamp, LightColour, Position } from '../../core/build/index.ts';
import { dropOn, twinOf } from '../../core/place/index.ts';
import type { LengthUnit } from '../../core/units/index.ts';
import { LIGHT } from '../app/tokens.ts';
import { useSize } from '../app/useSize.ts';
import { Guides, Tapes } from './Guides.tsx';
import { GlowDefs, LampGlyph } from './LampGlyph.tsx';
import { type LampMark, lampMarks, markOf } from './lampMarks.ts';
import {
  faceOfView,
  fromPixel,
  layoutNarrow,
  layoutSheet,
  layoutStrip,
  positionOn,
  type SheetLayout,
  viewUnder,
} from './layout.ts';
import { type SheetForm, SheetFrame, scaleBarMm } from './SheetFrame.tsx';
import { type Box, type PlacedTag, placeTags, tagWidth } from './tagPlacement.ts';
import './sheet.css';

export interface SheetProps {
  body: Body;
  build: Build;
  unit: LengthUnit;
  selection: readonly Id[];
  onSelect(ids: Id[]): void;
  /** Left out where lamps may not be moved. */
  onMove?: (ids: Id[], by: Partial<Position>) => void;
  /** Left out where nothing may be dropped. Gets the place on the skin. */
  onDrop?: (face: Face, position: Position, modelKey: string) => void;
  /** Model chosen on the shelf: the next click on a view places it. */
  armedModelKey?: string | null;
  /** Brightness by lamp id, 0 to 1; without it every lamp is lit. */
  brightness?: ReadonlyMap<Id, number> | null;
  tapes?: boolean;
  form?: Exclude<SheetForm, 'narrow'>;
  /** Lamps to point out with a mark for a finding: 'stop' or 'caution'. */
  marks?: ReadonlyMap<Id, 'stop' | 'caution'>;
  children?: ReactNode;
  showKey?: boolean;
}

interface Drag {
  ids: Id[];
  view: View;
  startX: number;
  startY: number;
  by: Partial<Position>;
  moved: boolean;
}

/** Lamps land on whole centimetres while dragged; with Alt held, on millimetres. */
const DRAG_STEP_MM = 10;
const DRAG_THRESHOLD_PX = 3;
const HIT_PX = 18;
/** Below this the five views would be too small to read. */
const NARROW_BELOW_PX = 520;
/** Below about 1:80 only the selected group is tagged. */
const TAG_ALL_FROM_PX_PER_MM = 0.03;
export const SHELF_DRAG_TYPE = 'application/x-ember-lamp';

/** The walkaround sheet. Bodies, resting lamps and the dragged lamps are layers of their own, so a drag redraws only the last. */
export function Sheet(props: SheetProps) {
  const {
    body,
    build,
    unit,
    selection,
    onSelect,
    onMove,
    onDrop,
    armedModelKey,
    brightness = null,
    tapes = false,
  } = props;
  const [ref, size] = useSize<HTMLDivElement>();
  const form: SheetForm = size.width > 0 && size.width < NARROW_BELOW_PX ? 'narrow' : (props.form ?? 'full');
  const mainView = viewOfFace[build.lamps[selection[0] ?? '']?.face ?? 'left'];
  const main = form === 'narrow' ? mainView : 'left';
  const movable = onMove !== undefined;
  const layout = useMemo(
    () => (size.width > 0 ? makeLayout(body, size, form, main, movable) : null),
    [body, size, form, main, movable],
  );
  const [drag, setDrag] = useState<Drag | null>(null);
  const [hovered, setHovered] = useState<Id | null>(null);
  const [marquee, setMarquee] = useState<{ x0: number; y0: number; x1: number; y1: number } | null>(null);
  const [landing, setLanding] = useState<{ x: number; y: number } | null>(null);
  const svg = useRef<SVGSVGElement>(null);

  const lamps = build.lamps;
  const models = build.models;
  const marks = useMemo(() => (layout ? lampMarks(build, body, layout) : []), [lamps, models, body, layout]);
  const tagged = layout !== null && layout.pxPerMm >= TAG_ALL_FROM_PX_PER_MM;
  const tags = useMemo(
    () => (layout ? tagsOf(layout, marks, tagged ? null : new Set(selection)) : []),
    [layout, marks, tagged, tagged ? null : selection],
  );

  const movingIds = useMemo(
    () => new Set(drag?.moved ? withTwinIds(build, drag.ids) : []),
    [build, drag?.moved, drag?.ids],
  );
  const resting = useMemo(
    () => (movingIds.size === 0 ? marks : marks.filter((mark) => !movingIds.has(mark.lampId))),
    [marks, movingIds],
  );

  const pointIn = (event: { clientX: number; clientY: number }): [number, number] => {
    const box = svg.current!.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
  };

  const startLamp = (event: ReactPointerEvent, mark: LampMark) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const extend = event.shiftKey || event.metaKey || event.ctrlKey;
    const already = selection.includes(mark.lampId);
    const ids = extend
      ? already
        ? selection.filter((id) => id !== mark.lampId)
        : [...selection, mark.lampId]
      : already
        ? [...selection]
        : [mark.lampId];
    onSelect(ids);
    if (!onMove || extend) return;
    const [startX, startY] = pointIn(event);
    svg.current!.setPointerCapture(event.pointerId);
    setDrag({ ids, view: mark.view, startX, startY, by: {}, moved: false });
  };

  const startField = (event: ReactPointerEvent) => {
    if (event.button !== 0 || !layout) return;
    const [x, y] = pointIn(event);
    if (armedModelKey && onDrop) {
      const place = placeUnder(layout, body, x, y);
      if (place) onDrop(place.face, place.position, armedModelKey);
      return;
    }
    svg.current!.setPointerCapture(event.pointerId);
    setMarquee({ x0: x, y0: y, x1: x, y1: y });
  };

  const move = (event: ReactPointerEvent) => {
    if (!layout || (!drag && !marquee)) return;
    const [x, y] = pointIn(event);
    if (marquee) return setMarquee({ ...marquee, x1: x, y1: y });
    if (!drag) return;
    const moved = drag.moved || Math.hypot(x - drag.startX, y - drag.startY) > DRAG_THRESHOLD_PX;
    if (!moved) return;
    const [a0, b0] = fromPixel(layout, drag.view, drag.startX, drag.startY);
    const [a1, b1] = fromPixel(layout, drag.view, x, y);
    const step = event.altKey ? 1 : DRAG_STEP_MM;
    const snap = (value: number) => Math.round(value / step) * step;
    const zero = { xMm: 0, yMm: 0, zMm: 0 };
    setDrag({ ...drag, moved, by: positionOn(drag.view, snap(a1 - a0), snap(b1 - b0), zero) });
  };

  const end = () => {
    if (drag?.moved && onMove) onMove(drag.ids, drag.by);
    if (marquee) {
      const [x0, x1] = [Math.min(marquee.x0, marquee.x1), Math.max(marquee.x0, marquee.x1)];
      const [y0, y1] = [Math.min(marquee.y0, marquee.y1), Math.max(marquee.y0, marquee.y1)];
      const inside = marks
        .filter((mark) => mark.x >= x0 && mark.x <= x1 && mark.y >= y0 && mark.y <= y1)
        .map((mark) => mark.lampId);
      onSelect(x1 - x0 < DRAG_THRESHOLD_PX && y1 - y0 < DRAG_THRESHOLD_PX ? [] : [...new Set(inside)]);
    }
    setDrag(null);
    setMarquee(null);
  };

  const focus = build.lamps[hovered ?? selection[0] ?? ''];
  const focusMoved = focus && drag?.moved && movingIds.has(focus.id) ? movedLamp(focus, drag) : focus;
  const state = `sheet${onMove ? '' : ' readonly'}${armedModelKey ? ' arming' : ''}`;

  return (
    <div
      ref={ref}
      className={state}
      onDragOver={(event) => {
        if (!onDrop || !layout || !event.dataTransfer.types.includes(SHELF_DRAG_TYPE)) return;
        event.preventDefault();
        const [x, y] = pointIn(event);
        setLanding(placeUnder(layout, body, x, y) ? { x, y } : null);
      }}
      onDragLeave={() => setLanding(null)}
      onDrop={(event) => {
        setLanding(null);
        if (!onDrop || !layout) return;
        event.preventDefault();
        const [x, y] = pointIn(event);
        const place = placeUnder(layout, body, x, y);
        const modelKey = event.dataTransfer.getData(SHELF_DRAG_TYPE);
        if (place && modelKey) onDrop(place.face, place.position, modelKey);
      }}
    >
      {layout && (
        <svg
          ref={svg}
          width={size.width}
          height={size.height}
          role="group"
          aria-label={`Walkaround sheet of ${build.unit.tag}`}
          onPointerDown={startField}
          onPointerMove={move}
          onPointerUp={end}
          onPointerCancel={() => {
            setDrag(null);
            setMarquee(null);
          }}
        >
          <GlowDefs />
          <SheetFrame body={body} layout={layout} unit={unit} form={form} />
          {focusMoved && !armedModelKey && (form === 'full' || form === 'compact') && (
            <Guides layout={layout} lamp={focusMoved} strong={selection.includes(focusMoved.id)} />
          )}
          <RestingLamps marks={resting} brightness={brightness} />
          {drag?.moved && <MovingLamps layout={layout} build={build} drag={drag} ids={movingIds} />}
          <Rings marks={drag?.moved ? resting : marks} build={build} selection={selection} />
          <Tags
            tags={drag?.moved ? tags.filter((tag) => !movingIds.has(tag.key.split(' ')[0]!)) : tags}
            selection={selection}
          />
          {props.marks && <FindingMarks marks={resting} found={props.marks} />}
          {tapes && form === 'full' && focusMoved && selection.length <= 2 && (
            <Tapes body={body} layout={layout} lamp={focusMoved} unit={unit} />
          )}
          {!armedModelKey && (
            <Hits marks={marks} onStart={startLamp} onHover={setHovered} selection={selection} onSelect={onSelect} />
          )}
          {marquee && (
            <rect
              className="marquee"
              x={Math.min(marquee.x0, marquee.x1)}
              y={Math.min(marquee.y0, marquee.y1)}
              width={Math.abs(marquee.x1 - marquee.x0)}
              height={Math.abs(marquee.y1 - marquee.y0)}
            />
          )}
          {landing && <circle className="ring" cx={landing.x} cy={landing.y} r={9} />}
        </svg>
      )}
      {layout && props.showKey && <SheetKey build={build} layout={layout} />}
      {props.children}
    </div>
  );
}

const COMPACT_BOTTOM_PX = 22;
/** On a phone the tools lie along the bottom of the sheet. */
const TOOL_ROW_PX = 52;

function makeLayout(
  body: Body,
  { width, height }: { width: number; height: number },
  form: SheetForm,
  main: View,
  tools: boolean,
): SheetLayout {
  if (form === 'narrow') return layoutNarrow(body, width, height - (tools ? TOOL_ROW_PX : 0), main);
  if (form === 'strip') return layoutStrip(body, width, height);
  return form === 'compact' ? layoutSheet(body, width, height, COMPACT_BOTTOM_PX) : layoutSheet(body, width, height);
}

function placeUnder(layout: SheetLayout, body: Body, x: number, y: number): { face: Face; position: Position } | null {
  const view = viewUnder(layout, x, y);
  if (!view) return null;
  const [a, b] = fromPixel(layout, view, x, y);
  const face = faceOfView(view);
  const position = dropOn(body, face, positionOn(view, a, b, { xMm: 0, yMm: 0, zMm: 0 }));
  return position && { face, position };
}

function withTwinIds(build: Build, ids: readonly Id[]): Id[] {
  const twins = ids.flatMap((id) => {
    const lamp = build.lamps[id];
    return (lamp && twinOf(build, lamp)?.id) ?? [];
  });
  return [...new Set([...ids, ...twins])];
}

/** The lamp where it would be if the drag ended now, without asking the skin. */
function movedLamp(lamp: Lamp, drag: Drag): Lamp {
  const isTwin = !drag.ids.includes(lamp.id);
  const { xMm = 0, yMm = 0, zMm = 0 } = drag.by;
  const { position } = lamp;
  return {
    ...lamp,
    position: { xMm: position.xMm + xMm, yMm: position.yMm + (isTwin ? -yMm : yMm), zMm: position.zMm + zMm },
  };
}

function tagsOf(layout: SheetLayout, marks: readonly LampMark[], only: ReadonlySet<Id> | null): PlacedTag[] {
  const { frames } = layout;
  return placeTags(
    marks
      .filter((mark) => !only || only.has(mark.lampId))
      .map((mark) => {
        const frame = frames[mark.view];
        return {
          key: mark.key,
          text: mark.tag,
          x: mark.x,
          y: mark.y,
          width: mark.width,
          height: mark.height,
          middleX: (frame.left + frame.right) / 2,
          middleY: (frame.top + frame.bottom) / 2,
        };
      }),
    layout,
    lettering(layout),
  );
}

/** Boxes of the view names and side marks, which tags keep clear of. */
function lettering({ views, frames }: SheetLayout): Box[] {
  const names = views
    .map((view) => frames[view])
    .map((frame) => ({
      x0: (frame.left + frame.right) / 2 - 40,
      x1: (frame.left + frame.right) / 2 + 40,
      y0: frame.top - 28,
      y1: frame.top - 12,
    }));
  const { plan } = frames;
  const sideMarks = [plan.top + 8, plan.bottom - 8].map((y) => ({
    x0: plan.left - 20,
    x1: plan.left - 4,
    y0: y - 8,
    y1: y + 8,
  }));
  return [
    ...names,
    ...sideMarks,
    { x0: plan.left - 62, x1: plan.left - 24, y0: plan.originY - 9, y1: plan.originY + 9 },
  ];
}

const RestingLamps = memo(function RestingLamps({
  marks,
  brightness,
}: {
  marks: readonly LampMark[];
  brightness: ReadonlyMap<Id, number> | null;
}) {
  return (
    <g>
      {marks.map((mark) => (
        <LampGlyph key={mark.key} mark={mark} lit={brightness ? (brightness.get(mark.lampId) ?? 0) : 1} />
      ))}
    </g>
  );
});

function MovingLamps({
  layout,
  build,
  drag,
  ids,
}: {
  layout: SheetLayout;
  build: Build;
  drag: Drag;
  ids: ReadonlySet<Id>;
}) {
  return (
    <g>
      {[...ids].flatMap((id) => {
        const lamp = build.lamps[id];
        const model = lamp && build.models[lamp.modelKey];
        if (!lamp || !model) return [];
        const moved = movedLamp(lamp, drag);
        return layout.views.map((view) => {
          const mark = markOf(layout, view, moved, model);
          return mark.away ? null : <LampGlyph key={mark.key} mark={mark} lit={1} />;
        });
      })}
    </g>
  );
}

function Rings({ marks, build, selection }: { marks: readonly LampMark[]; build: Build; selection: readonly Id[] }) {
  if (selection.length === 0) return null;
  const chosen = new Set(selection);
  const twins = new Set(withTwinIds(build, selection));
  return (
    <g>
      {marks
        .filter((mark) => twins.has(mark.lampId))
        .map((mark) => (
          <rect
            key={mark.key}
            className={chosen.has(mark.lampId) ? 'ring' : 'ring twin'}
            x={mark.x - mark.width / 2 - 4}
            y={mark.y - mark.height / 2 - 4}
            width={mark.width + 8}
            height={mark.height + 8}
            rx={3}
          />
        ))}
    </g>
  );
}

const Tags = memo(function Tags({ tags, selection }: { tags: readonly PlacedTag[]; selection: readonly Id[] }) {
  const chosen = new Set(selection);
  return (
    <g aria-hidden="true">
      {tags.map((tag) => {
        const on = chosen.has(tag.key.split(' ')[0]!);
        return (
          <g key={tag.key}>
            {on && (
              <rect
                x={tag.x - tagWidth(tag.text) / 2 - 2}
                y={tag.y - 8}
                width={tagWidth(tag.text) + 4}
                height={15}
                rx={2}
                fill="#C8501B"
              />
            )}
            <text className={on ? 'tag on' : 'tag'} x={tag.x} y={tag.y}>
              {tag.text}
            </text>
          </g>
        );
      })}
    </g>
  );
});

function FindingMarks({ marks, found }: { marks: readonly LampMark[]; found: ReadonlyMap<Id, 'stop' | 'caution'> }) {
  return (
    <g aria-hidden="true">
      {marks
        .filter((mark) => mark.faceOn && found.has(mark.lampId))
        .map((mark) => {
          const stop = found.get(mark.lampId) === 'stop';
          const [x, y] = [mark.x + mark.width / 2 + 7, mark.y - mark.height / 2 - 6];
          return (
            <g key={mark.key}>
              <path
                d={stop ? `M${x - 2} ${y - 5}h4l3 3v4l-3 3h-4l-3-3v-4z` : `M${x} ${y - 5}l6 10h-12z`}
                fill={stop ? '#F0766A' : '#E6B455'}
                stroke="#14191E"
                strokeWidth={1}
              />
              <path
                d={stop ? `M${x} ${y - 2}v3.4M${x} ${y + 3}v.6` : `M${x} ${y - 1}v3M${x} ${y + 3.4}v.6`}
                stroke="#14191E"
                strokeWidth={1.4}
              />
            </g>
          );
        })}
    </g>
  );
}

/** Invisible targets, big enough for a finger; a lamp is in the tab order once, in the view that faces it. */
const Hits = memo(function Hits({
  marks,
  onStart,
  onHover,
  onSelect,
  selection,
}: {
  marks: readonly LampMark[];
  onStart(event: ReactPointerEvent, mark: LampMark): void;
  onHover(id: Id | null): void;
  onSelect(ids: Id[]): void;
  selection: readonly Id[];
}) {
  return (
    <g>
      {marks.map((mark) => {
        const width = Math.max(HIT_PX, mark.width + 6);
        const height = Math.max(HIT_PX, mark.height + 6);
        return (
          <rect
            key={mark.key}
            className="hit"
            x={mark.x - width / 2}
            y={mark.y - height / 2}
            width={width}
            height={height}
            rx={3}
            role="button"
            tabIndex={mark.faceOn ? 0 : -1}
            aria-label={`Lamp ${mark.tag}, ${mark.view === 'plan' ? 'plan' : mark.view} view`}
            aria-pressed={selection.includes(mark.lampId)}
            data-lamp={mark.tag}
            data-view={mark.view}
            onPointerDown={(event) => onStart(event, mark)}
            onPointerEnter={() => onHover(mark.lampId)}
            onPointerLeave={() => onHover(null)}
            onFocus={(event) => event.currentTarget.matches(':focus-visible') && onSelect([mark.lampId])}
          >
            <title>{mark.tag}</title>
          </rect>
        );
      })}
    </g>
  );
});

const COLOUR_NAMES: Record<LightColour, string> = {
  amber: 'Amber',
  red: 'Red',
  white: 'White',
  blue: 'Blue',
  green: 'Green',
};

function SheetKey({ build, layout }: { build: Build; layout: SheetLayout }) {
  const counts = new Map<LightColour, number>();
  for (const lamp of Object.values(build.lamps)) counts.set(lamp.colour, (counts.get(lamp.colour) ?? 0) + 1);
  const barMm = scaleBarMm(layout.pxPerMm);
  return (
    <div className="sheet-key">
      <b>Walkaround sheet</b>
      {[...counts].map(([colour, count]) => (
        <div key={colour} className="row">
          <span className="dot" style={{ background: LIGHT[colour] }} />
          <span>{COLOUR_NAMES[colour]}</span>
          <span>{count}</span>
        </div>
      ))}
      <svg width={140} height={26} aria-hidden="true">
        <path
          d={`M1 4v8h${barMm * layout.pxPerMm}v-8M${1 + (barMm * layout.pxPerMm) / 2} 8v4`}
          stroke="#A9B6C0"
          fill="none"
        />
        <text x={0} y={24} style={{ font: '400 11.5px var(--mono)' }}>
          0
        </text>
        <text x={barMm * layout.pxPerMm - 6} y={24} style={{ font: '400 11.5px var(--mono)' }}>
          {barMm / 1000} m
        </text>
      </svg>
      <div>Five views, one scale</div>
    </div>
  );
}
