import { useMemo } from 'react';
import { type View, viewOfFace } from '../../../core/body/index.ts';
import type { Id, Lamp } from '../../../core/document/index.ts';
import { viewPoint } from '../../../core/place/index.ts';
import type { PlannedMeasure, Step } from '../../../core/steps/index.ts';
import { formatLength } from '../../../core/units/index.ts';
import { useSize } from '../../app/useSize.ts';
import { BodyView } from '../../sheet/BodyView.tsx';
import { GlowDefs } from '../../sheet/GlowDefs.tsx';
import { lampMarks } from '../../sheet/lampMarks.ts';
import type { SheetLayout, ViewFrame } from '../../sheet/layout.ts';
import { RestingLamps } from '../../sheet/RestingLamps.tsx';
import { tagsOf } from '../../sheet/sheetTags.ts';
import { Tags } from '../../sheet/Tags.tsx';
import { useUnit } from '../useUnit.ts';
import '../../sheet/sheet.css';
import { Figure } from './Figure.tsx';
import { INSET_PX, SIGNS, type Window } from './figureWindow.ts';
import { Inset } from './Inset.tsx';

/** Kept free around what is drawn, so that a lamp is seen with what is beside it. */
const AROUND_MM = 420;

const MIN_MM = 1100;

const PAD = { top: 56, bottom: 20, side: 34 };

const NAMES: Record<View, string> = {
  front: 'front',
  rear: 'rear',
  left: 'left side',
  right: 'right side',
  plan: 'plan',
};

/** The view that most of the lamps face; the left side when there are none. */
function viewFor(lamps: readonly Lamp[]): View {
  const counts = new Map<View, number>();
  for (const lamp of lamps) counts.set(viewOfFace[lamp.face], (counts.get(viewOfFace[lamp.face]) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 'left';
}

function frameFor(view: View, window: Window, size: { width: number; height: number }): [ViewFrame, number] {
  const roomX = size.width - 2 * PAD.side;
  const roomY = size.height - PAD.top - PAD.bottom;
  const pxPerMm = Math.min(roomX / (window.a1 - window.a0), roomY / (window.b1 - window.b0));
  const { signA, signB } = SIGNS[view];
  const middleX = size.width / 2 - (signA * (window.a0 + window.a1) * pxPerMm) / 2;
  const middleY = PAD.top + roomY / 2 - (signB * (window.b0 + window.b1) * pxPerMm) / 2;
  const edges = [window.a0, window.a1].map((a) => middleX + signA * a * pxPerMm).sort((a, b) => a - b);
  const heights = [window.b0, window.b1].map((b) => middleY + signB * b * pxPerMm).sort((a, b) => a - b);
  const [left, right] = edges as [number, number];
  const [top, bottom] = heights as [number, number];
  return [{ view, signA, signB, originX: middleX, originY: middleY, left, right, top, bottom }, pxPerMm];
}

/** The one view that a step is about, close up: its lamps lit, the others as they stand, and the figure in hand. */
export function StepDrawing({ step, focus }: { step: Step; focus: PlannedMeasure | null }) {
  const { build, body, preferences } = useUnit();
  const [ref, size] = useSize<HTMLDivElement>();
  const lamps = useMemo(() => step.lampIds.flatMap((id: Id) => build.lamps[id] ?? []), [step.lampIds, build.lamps]);
  const view = step.face ? viewOfFace[step.face] : viewFor(lamps);
  const shown = lamps.filter((lamp) => viewOfFace[lamp.face] === view);
  const whole = wholeOf(view, body);
  const layout = useMemo((): SheetLayout | null => {
    if (size.width === 0) return null;
    const [frame, pxPerMm] = frameFor(view, step.face ? windowOf(view, shown, whole) : whole, size);
    const frames = { front: frame, rear: frame, left: frame, right: frame, plan: frame };
    return { ...size, pxPerMm, views: [view], frames, gridPx: 500 * pxPerMm };
  }, [size, view, step.face, shown, whole]);
  const marks = useMemo(() => (layout ? lampMarks(build, body, layout) : []), [layout, build, body]);
  const ids = step.lampIds;
  const tags = useMemo(() => (layout ? tagsOf(layout, marks, new Set(ids)) : []), [layout, marks, ids]);
  const lit = useMemo(() => new Map(ids.map((id) => [id, 1])), [ids]);
  return (
    <div className="sheet step-drawing" ref={ref}>
      {layout && (
        <svg
          width={size.width}
          height={size.height}
          role="img"
          aria-label={`${NAMES[view]}, ${shown.map((lamp) => lamp.tag).join(' ')}`}
        >
          <GlowDefs />
          <BodyView body={body} view={view} frame={layout.frames[view]} pxPerMm={layout.pxPerMm} />
          <RestingLamps marks={marks} brightness={lit} />
          <Tags tags={tags} selection={[]} />
          {focus?.target.kind === 'lamp' && (
            <Figure
              layout={layout}
              view={view}
              measure={focus}
              lamp={build.lamps[focus.target.lampId]}
              text={formatLength(focus.plannedMm, preferences.length)}
            />
          )}
          {step.face && <Inset view={view} whole={whole} layout={layout} />}
          <text className="view-name" x={step.face ? INSET_PX + 24 : 16} y={24}>
            {NAMES[view].toUpperCase()}
          </text>
        </svg>
      )}
    </div>
  );
}

const wholeOf = (view: View, body: ReturnType<typeof useUnit>['body']): Window => {
  const { fromMm, toMm, topMm, wideMm } = body.span;
  if (view === 'plan') return { a0: fromMm, a1: toMm, b0: -wideMm / 2, b1: wideMm / 2 };
  if (view === 'front' || view === 'rear') return { a0: -wideMm / 2, a1: wideMm / 2, b0: 0, b1: topMm };
  return { a0: fromMm, a1: toMm, b0: 0, b1: topMm };
};

/** Around the lamps, as far as the unit goes. */
function windowOf(view: View, lamps: readonly Lamp[], whole: Window): Window {
  if (lamps.length === 0) return whole;
  const points = lamps.map((lamp) => viewPoint(view, lamp.position));
  const reach = (values: number[], low: number, high: number): [number, number] => {
    const middle = (Math.min(...values) + Math.max(...values)) / 2;
    const half = Math.max((Math.max(...values) - Math.min(...values)) / 2 + AROUND_MM, MIN_MM / 2);
    return [Math.max(low - AROUND_MM / 2, middle - half), Math.min(high + AROUND_MM / 2, middle + half)];
  };
  const [a0, a1] = reach(
    points.map(([a]) => a),
    whole.a0,
    whole.a1,
  );
  const [b0, b1] = reach(
    points.map(([, b]) => b),
    whole.b0,
    whole.b1,
  );
  return { a0, a1, b0, b1 };
}
