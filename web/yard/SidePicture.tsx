import type { Body } from '../../core/body/index.ts';
import { formatMm } from '../../core/units/index.ts';
import { BodyView } from '../sheet/BodyView.tsx';

const WIDTH = 480;
const HEIGHT = 150;
const PAD = 26;

/** The body from the left and from behind, at one scale, with its overall sizes. */
export function SidePicture({ body }: { body: Body }) {
  const k = Math.min((WIDTH - 3 * PAD) / (body.lengthMm + body.widthMm + 700), (HEIGHT - 44) / body.heightMm);
  const ground = HEIGHT - 26;
  const rearX = WIDTH - PAD - (body.widthMm / 2 + 200) * k;
  const frame = (originX: number, signA: 1 | -1) => ({
    view: 'left' as const,
    originX,
    originY: ground,
    signA,
    signB: -1 as const,
    left: 0,
    right: 0,
    top: 0,
    bottom: 0,
  });
  return (
    <svg
      className="side-picture sheet"
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={`${body.name}, ${body.lengthMm} by ${body.widthMm} by ${body.heightMm} mm`}
    >
      <BodyView body={body} view="left" frame={frame(PAD, 1)} pxPerMm={k} />
      <BodyView body={body} view="rear" frame={frame(rearX, -1)} pxPerMm={k} />
      <path className="ground" d={`M8 ${ground}H${WIDTH - 8}`} />
      <text className="dimension" x={PAD + (body.lengthMm * k) / 2} y={HEIGHT - 11}>
        {formatMm(body.lengthMm)} long, {formatMm(body.heightMm)} high
      </text>
      <text className="dimension" x={rearX} y={HEIGHT - 11}>
        {formatMm(body.widthMm)} wide
      </text>
    </svg>
  );
}
