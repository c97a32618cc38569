import type { LampMark } from './lampMarks.ts';

/** A bracket, an aerial, a box in one view: its outline in the steel of the drawing, and nothing that glows. */
export function HeldGlyph({ mark: { x, y, width, height, round } }: { mark: LampMark }) {
  return round ? (
    <circle className="held" cx={x} cy={y} r={width / 2} />
  ) : (
    <rect className="held" x={x - width / 2} y={y - height / 2} width={width} height={height} rx={1} />
  );
}
