import type { LampModel } from '../../core/document/index.ts';
import { LIGHT } from './tokens.ts';
import '../unit/place/place.css';

const WIDTH = 26;
const HEIGHT = 20;

/** A lamp's true face, scaled into a small night field. */
export function FaceSwatch({ model }: { model: LampModel }) {
  const { shape, widthMm, heightMm } = model.face;
  const k = Math.min((WIDTH - 6) / widthMm, (HEIGHT - 6) / heightMm, 0.16);
  const [w, h] = [Math.max(3, widthMm * k), Math.max(3, heightMm * k)];
  const [colour] = model.colours;
  const fill = colour ? LIGHT[colour] : 'var(--night-soft)';
  return (
    <svg className="face-swatch" width={WIDTH} height={HEIGHT} aria-hidden="true">
      <rect width={WIDTH} height={HEIGHT} rx={2} fill="var(--night)" />
      {shape === 'round' ? (
        <circle cx={WIDTH / 2} cy={HEIGHT / 2} r={Math.min(w, h) / 2} fill={fill} />
      ) : (
        <rect x={(WIDTH - w) / 2} y={(HEIGHT - h) / 2} width={w} height={h} rx={1} fill={fill} />
      )}
    </svg>
  );
}
