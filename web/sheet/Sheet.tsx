import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import {
  type Body,
  type DimensionLine,
  type Pose,
  posed,
  posedPlace,
  spanOf,
  type View,
  viewOfFace,
  type ZoneKind,
} from '../../core/body/index.ts';
import type { Build, Face, Id, Position } from '../../core/document/index.ts';
import { dropOn, footOf, housingOf } from '../../core/place/index.ts';
import type { LampField } from '../../core/sight/index.ts';
import type { LengthUnit } from '../../core/units/index.ts';
import { useSize } from '../app/useSize.ts';
import { AimLines } from './AimLines.tsx';
import { AlignLines } from './AlignLines.tsx';
import { movedLamp, withTwinIds } from './drag.ts';
import { FindingMarks } from './FindingMarks.tsx';
import { GlowDefs } from './GlowDefs.tsx';
import { Guides } from './Guides.tsx';
import { Hits } from './Hits.tsx';
import { carrierName, type LampMark, lampMarks } from './lampMarks.ts';
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
import { MovingLamps } from './MovingLamps.tsx';
import { RestingLamps } from './RestingLamps.tsx';
import { Rings } from './Rings.tsx';
import { ShadeLayer } from './ShadeLayer.tsx';
import { type SheetForm, SheetFrame } from './SheetFrame.tsx';
import { SheetKey } from './SheetKey.tsx';
import { ShownDimension } from './ShownDimension.tsx';
import { SideSwitch } from './SideSwitch.tsx';
import { tagsOf } from './sheetTags.ts';
import { Tags } from './Tags.tsx';
import { Tapes } from './Tapes.tsx';
import { usePointer } from './usePointer.ts';
import { useZoom } from './useZoom.ts';
import { ViewNames } from './ViewNames.tsx';
import { viewNames } from './viewNames.ts';
import { ZoneKey } from './ZoneKey.tsx';
import { ZoneLayer } from './ZoneLayer.tsx';
import { ZoomTools } from './ZoomTools.tsx';
import { zoomLayout } from './zoom.ts';
import './sheet.css';

export interface SheetProps {
  body: Body;
  build: Build;
  unit: LengthUnit;
  selection: readonly Id[];
  onSelect(ids: Id[]): void;
  /** Left out where lamps may not be moved. */
  onMove?: (ids: Id[], by: Partial<Position>) => void;
  /** Told while lamps are held and moved, and null when they are let go. */
  onHold?: (held: { ids: Id[]; by: Partial<Position> } | null) => void;
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
  /** Joints away from their travelling place; lamps on what moves are drawn where they go. */
  pose?: Pose;
  /** Zones to hatch, by kind. */
  zones?: ReadonlySet<ZoneKind>;
  /** Field of view of a lamp: what hides it is hatched, and a ring round it says from where it is seen. */
  field?: LampField | null;
  /** More to draw and to take hold of, over everything else, given the scale. */
  layer?: (layout: SheetLayout) => ReactNode;
  /** A dimension of the body to point out. */
  dimension?: DimensionLine | null;
  children?: ReactNode;
  showKey?: boolean;
}

/** Below this the five views would be too small to read. */
const NARROW_BELOW_PX = 520;
/** Below about 1:80 only the selected group is tagged. */
const TAG_ALL_FROM_PX_PER_MM = 0.03;
export const SHELF_DRAG_TYPE = 'application/x-ember-lamp';
const NO_IDS: ReadonlySet<Id> = new Set();
const NO_ZONES: ReadonlySet<ZoneKind> = new Set();

/**
 * The walkaround sheet. What stands still and what moves are drawings of their own, one over the other, so that a drag
 * redraws only the few things that follow the pointer.
 */
export function Sheet(props: SheetProps) {
  const { body, build, unit, selection, onSelect, onMove, onDrop, armedModelKey, brightness = null } = props;
  const { tapes = false, pose = TRAVELLING, field = null, zones: zoneKinds = NO_ZONES } = props;
  const [ref, size] = useSize<HTMLDivElement>();
  const form: SheetForm = size.width > 0 && size.width < NARROW_BELOW_PX ? 'narrow' : (props.form ?? 'full');
  const faced = build.lamps[selection[0] ?? '']?.face;
  const [turnedTo, setTurnedTo] = useState<View>('left');
  // The chosen lamp is looked at; a roof is seen in the plan whatever stands over it.
  const main = form !== 'narrow' ? 'left' : faced && faced !== 'top' ? viewOfFace[faced] : turnedTo;
  const movable = onMove !== undefined;
  const standing = useMemo(() => posed(body, pose), [body, pose]);
  const topMm = useMemo(() => topOf(build), [build]);
  const fitted = useMemo(
    () => (size.width > 0 ? makeLayout(sizeOf(body, standing, topMm), size, form, main, movable) : null),
    [body, standing, topMm, size, form, main, movable],
  );
  const zones = useMemo(() => body.zones.filter((zone) => zoneKinds.has(zone.kind)), [body, zoneKinds]);
  const zoom = useZoom(ref, fitted);
  const layout = useMemo(() => fitted && zoomLayout(fitted, zoom.zoom), [fitted, zoom.zoom]);
  const [landing, setLanding] = useState<{ x: number; y: number } | null>(null);
  const svg = useRef<SVGSVGElement>(null);

  const { models } = build;
  const lamps = useMemo(() => posedLamps(build.lamps, body, pose), [build.lamps, body, pose]);
  const marks = useMemo(
    () => (layout ? lampMarks({ lamps, models }, standing, layout) : []),
    [lamps, models, standing, layout],
  );
  // What gives no light is taken hold of where things are placed, and only looked at elsewhere.
  const touchable = useMemo(() => (movable ? marks : marks.filter(({ colour }) => colour !== null)), [movable, marks]);
  const tagAll = layout !== null && layout.pxPerMm >= TAG_ALL_FROM_PX_PER_MM;
  const tagOnly = tagAll ? null : selection;
  const tags = useMemo(
    () => (layout ? tagsOf(layout, marks, tagOnly && new Set(tagOnly), props.marks) : []),
    [layout, marks, tagOnly, props.marks],
  );
  const names = useMemo(() => (layout ? viewNames(layout, marks) : []), [layout, marks]);

  const sighted = field ? build.lamps[field.lampId] : undefined;
  const carrierOfLamp = sighted ? carrierName(body, sighted) : '';

  const pointer = usePointer({
    svg,
    layout,
    marks: touchable,
    lamps,
    selection,
    zoom,
    onSelect,
    onMove,
    onPlaceAt:
      armedModelKey && onDrop && layout
        ? (x, y) => {
            const place = placeUnder(layout, body, x, y);
            if (place) onDrop(place.face, place.position, armedModelKey);
          }
        : null,
  });
  const { drag, marquee, hovered, pointIn } = pointer;
  const { onHold } = props;
  const [heldIds, heldBy] = drag?.moved ? [drag.ids, drag.by] : [null, null];
  useEffect(() => onHold?.(heldIds && { ids: heldIds, by: heldBy }), [onHold, heldIds, heldBy]);
  const draggedIds = drag?.moved ? drag.ids : null;
  const movingIds = useMemo(
    () => (draggedIds ? new Set(withTwinIds({ lamps }, draggedIds)) : NO_IDS),
    [lamps, draggedIds],
  );
  const resting = useMemo(
    () => (movingIds.size === 0 ? marks : marks.filter((mark) => !movingIds.has(mark.lampId))),
    [marks, movingIds],
  );
  const restingTags = useMemo(
    () => (movingIds.size === 0 ? tags : tags.filter((tag) => !movingIds.has(tag.key.split(' ')[0]!))),
    [tags, movingIds],
  );

  const focus = lamps[hovered ?? selection[0] ?? ''];
  const focusMoved = focus && drag?.moved && movingIds.has(focus.id) ? movedLamp(focus, drag) : focus;
  const guided = movable && focusMoved && !armedModelKey && (form === 'full' || form === 'compact');

  return (
    <div
      ref={ref}
      className={`sheet${onMove ? '' : ' readonly'}${armedModelKey ? ' arming' : ''}`}
      role="group"
      aria-label={`Walkaround sheet of ${build.unit.tag}`}
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
        const place = placeUnder(layout, body, ...pointIn(event));
        const modelKey = event.dataTransfer.getData(SHELF_DRAG_TYPE);
        if (place && modelKey) onDrop(place.face, place.position, modelKey);
      }}
    >
      {layout && (
        <>
          <svg width={size.width} height={size.height} aria-hidden="true">
            <GlowDefs />
            <SheetFrame body={standing} layout={layout} unit={unit} form={form} />
            <ViewNames names={names} />
            {zones.length > 0 && <ZoneLayer zones={zones} layout={layout} />}
            {field && (
              <ShadeLayer
                body={standing}
                layout={layout}
                field={field}
                mark={planMark(marks, field.lampId)}
                carrier={carrierOfLamp}
              />
            )}
            <AimLines marks={resting} lamps={lamps} layout={layout} />
            <RestingLamps marks={resting} brightness={brightness} />
          </svg>
          <svg ref={svg} className="live" width={size.width} height={size.height} role="group" {...pointer.handlers}>
            {guided && <Guides layout={layout} lamp={focusMoved} strong={selection.includes(focusMoved.id)} />}
            {drag?.moved && drag.line && <AlignLines layout={layout} line={drag.line} view={drag.view} />}
            {drag?.moved && <MovingLamps layout={layout} build={build} drag={drag} ids={movingIds} />}
            <Rings marks={resting} lamps={lamps} selection={selection} />
            <Tags tags={restingTags} selection={selection} />
            {props.marks && <FindingMarks marks={resting} found={props.marks} />}
            {tapes && form === 'full' && focusMoved && selection.length <= 2 && (
              <Tapes body={body} layout={layout} lamp={focusMoved} unit={unit} />
            )}
            {!armedModelKey && <Hits marks={touchable} selection={selection} />}
            {props.layer?.(layout)}
            {marquee && (
              <rect
                className="marquee"
                x={Math.min(marquee.x0, marquee.x1)}
                y={Math.min(marquee.y0, marquee.y1)}
                width={Math.abs(marquee.x1 - marquee.x0)}
                height={Math.abs(marquee.y1 - marquee.y0)}
              />
            )}
            {props.dimension && <ShownDimension layout={layout} line={props.dimension} unit={unit} />}
            {landing && <circle className="ring" cx={landing.x} cy={landing.y} r={9} />}
          </svg>
        </>
      )}
      {layout && props.showKey && <SheetKey build={build} layout={layout} unit={unit} />}
      {layout && zones.length > 0 && <ZoneKey zones={zones} />}
      {layout && (form === 'full' || form === 'compact') && (
        <ZoomTools zoom={zoom} focus={focusMark(marks, selection)} />
      )}
      {layout && form === 'narrow' && onDrop && (
        <SideSwitch
          main={main}
          onChange={(view) => {
            onSelect([]);
            setTurnedTo(view);
          }}
        />
      )}
      {props.children}
    </div>
  );
}

const TRAVELLING: Pose = {};

/** Lamps where they go with the joints moved; the very same record while the unit travels. */
function posedLamps(lamps: Build['lamps'], body: Body, pose: Pose): Build['lamps'] {
  if (Object.values(pose).every((at) => at === 0)) return lamps;
  return Object.fromEntries(
    Object.entries(lamps).map(([id, lamp]) => {
      const { position } = posedPlace(body, pose, { ...lamp, foot: footOf({ lamps }, lamp) });
      return [id, position === lamp.position ? lamp : { ...lamp, position }];
    }),
  );
}

const planMark = (marks: readonly LampMark[], lampId: Id): LampMark | undefined =>
  marks.find((mark) => mark.lampId === lampId && mark.view === 'plan');

/** The mark that looks straight at the first selected lamp. */
const focusMark = (marks: readonly LampMark[], selection: readonly Id[]): LampMark | undefined =>
  marks.find((mark) => mark.lampId === selection[0] && mark.faceOn);

/** How high the highest lamp, beacon or aerial reaches. */
const topOf = ({ lamps, models }: Build): number =>
  Math.max(
    0,
    ...Object.values(lamps).map((lamp) => {
      const model = models[lamp.modelKey];
      return model ? housingOf(lamp, model).z[1] : 0;
    }),
  );

/** Room for what stands on a body, and for its joints moved: a raised boom stands taller than the travelling unit. */
function sizeOf(body: Body, standing: Body, topMm: number): Pick<Body, 'span'> {
  if (standing === body) return topMm > body.span.topMm ? { span: { ...body.span, topMm } } : body;
  const [own, moved] = [body.span, spanOf(standing.parts)];
  return {
    span: {
      fromMm: Math.min(own.fromMm, moved.fromMm),
      toMm: Math.max(own.toMm, moved.toMm),
      wideMm: Math.max(own.wideMm, moved.wideMm),
      topMm: Math.max(own.topMm, moved.topMm, topMm),
    },
  };
}

const COMPACT_BOTTOM_PX = 22;
/** On a phone the tools and the choice of the side lie along the bottom of the sheet. */
const TOOL_ROWS_PX = 108;

function makeLayout(
  body: Pick<Body, 'span'>,
  { width, height }: { width: number; height: number },
  form: SheetForm,
  main: View,
  tools: boolean,
): SheetLayout {
  if (form === 'narrow') return layoutNarrow(body, width, height - (tools ? TOOL_ROWS_PX : 0), main);
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
