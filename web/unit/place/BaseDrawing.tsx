import { allHoles, type Drilling } from '../../../core/place/index.ts';
import { fine, say } from '../../../core/units/index.ts';
import { useWords } from '../../app/useWords.ts';

const FIELD = { width: 336, height: 190 };
const MARGIN_PX = 22;
const GRID_MM = 10;
/** Pixels to a millimetre at true size; larger bases are drawn smaller, and say so. */
const TRUE_PX_PER_MM = 96 / 25.4;

/** A base as who stands before it sees it, on a grid of centimetres: fixings, the lead, a slot with its corner holes. */
export function BaseDrawing({
  base,
  isRound,
  drilling,
}: {
  base: { widthMm: number; heightMm: number };
  isRound: boolean;
  drilling: Drilling;
}) {
  const inWords = useWords();
  const holes = allHoles(drilling);
  const reach = (length: number, of: (hole: (typeof holes)[number]) => number) =>
    Math.max(length / 2, ...holes.map((hole) => Math.abs(of(hole)) + hole.diameterMm / 2));
  const [halfA, halfB] = [reach(base.widthMm, (hole) => hole.aMm), reach(base.heightMm, (hole) => hole.bMm)];
  const scale = Math.min(
    TRUE_PX_PER_MM,
    (FIELD.width - 2 * MARGIN_PX) / (2 * halfA),
    (FIELD.height - 2 * MARGIN_PX) / (2 * halfB),
  );
  const height = Math.max(70, 2 * halfB * scale + 2 * MARGIN_PX);
  const at = (aMm: number, bMm: number) => [FIELD.width / 2 + aMm * scale, height / 2 - bMm * scale] as const;
  const [left, top] = at(-base.widthMm / 2, base.heightMm / 2);
  const lines = (length: number) => {
    const half = Math.floor(length / 2 / scale / GRID_MM);
    return Array.from({ length: 2 * half + 1 }, (_, index) => (index - half) * GRID_MM);
  };
  const isTrue = scale === TRUE_PX_PER_MM;
  const sizes = [...new Map(holes.map((hole) => [`${hole.purpose} ${hole.diameterMm}`, hole])).values()];
  return (
    <figure className="base-drawing">
      <svg width={FIELD.width} height={height} role="img" aria-label={`Base with ${holes.length} holes`}>
        <g className="grid">
          {lines(FIELD.width).map((mmAt) => (
            <path key={`a${mmAt}`} d={`M${at(mmAt, 0)[0]} 0V${height}`} />
          ))}
          {lines(height).map((mmAt) => (
            <path key={`b${mmAt}`} d={`M0 ${at(0, mmAt)[1]}H${FIELD.width}`} />
          ))}
        </g>
        {isRound ? (
          <circle className="outline" cx={FIELD.width / 2} cy={height / 2} r={(base.widthMm / 2) * scale} />
        ) : (
          <rect
            className="outline"
            x={left}
            y={top}
            width={base.widthMm * scale}
            height={base.heightMm * scale}
            rx={4}
          />
        )}
        <path className="centre" d={`M0 ${height / 2}H${FIELD.width}M${FIELD.width / 2} 0V${height}`} />
        {drilling.slots.map((slot) => {
          const [x, y] = at(slot.aMm - slot.widthMm / 2, slot.bMm + slot.heightMm / 2);
          return (
            <rect key="slot" className="slot" x={x} y={y} width={slot.widthMm * scale} height={slot.heightMm * scale} />
          );
        })}
        {holes.map(({ aMm, bMm, diameterMm, purpose }, index) => {
          const [x, y] = at(aMm, bMm);
          const radius = Math.max(1.5, (diameterMm / 2) * scale);
          return (
            <g key={`${aMm} ${bMm}`} className={drilling.isMeasured ? `hole ${purpose}` : `hole ${purpose} assumed`}>
              <circle cx={x} cy={y} r={radius} />
              <path d={`M${x - radius - 4} ${y}H${x + radius + 4}M${x} ${y - radius - 4}V${y + radius + 4}`} />
              <text x={x + radius + 3} y={y - radius - 3}>
                {index + 1}
              </text>
            </g>
          );
        })}
      </svg>
      <figcaption className="muted">
        {sizes.map((hole) => inWords(say`${hole.purpose} ${fine(hole.diameterMm)}`)).join(', ')}
        {isTrue ? '; true size' : ''}
      </figcaption>
    </figure>
  );
}
