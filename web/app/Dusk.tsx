import { makeBody, ontoSkin } from '../../core/body/index.ts';
import type { LightColour } from '../../core/document/index.ts';
import { GlowDefs } from '../sheet/GlowDefs.tsx';
import { LIGHT } from '../ui/tokens.ts';
import '../sheet/sheet.css';
import { PX_PER_MM, ROAD } from './duskScale.ts';
import { Side } from './Side.tsx';

const WIDTH = 850;

const HEIGHT = 800;

interface Parked {
  bodyId: string;
  atPx: number;
  lamps: { x: number; z: number; colour: LightColour; glow: number }[];
}

/** Two units of the yard, lamps lit, on a wet road. */
const PARKED: Parked[] = [
  {
    bodyId: 'recovery-truck',
    atPx: 70,
    lamps: [
      { x: 930, z: 2690, colour: 'amber', glow: 44 },
      { x: 330, z: 790, colour: 'amber', glow: 20 },
      { x: 2700, z: 930, colour: 'amber', glow: 14 },
      { x: 4560, z: 930, colour: 'amber', glow: 14 },
      { x: 6960, z: 1320, colour: 'amber', glow: 22 },
      { x: 7020, z: 970, colour: 'red', glow: 18 },
    ],
  },
  { bodyId: 'telehandler', atPx: 520, lamps: [{ x: 3000, z: 2490, colour: 'amber', glow: 34 }] },
];

/** The yard at dusk, beside the sign-in: drawn from the same bodies as everything else. */
export function Dusk() {
  const parked = PARKED.flatMap(({ bodyId, ...rest }) => {
    const body = makeBody(bodyId, {});
    return body.ok ? [{ body: body.value, ...rest }] : [];
  });
  return (
    <div className="dusk" aria-hidden="true">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="xMidYMid slice">
        <GlowDefs />
        <defs>
          <linearGradient id="dusk-sky" x2="0" y2="1">
            <stop offset="0" stopColor="var(--night)" />
            <stop offset="0.52" stopColor="var(--night-deep)" />
            <stop offset="0.65" stopColor="var(--dusk-low)" />
            <stop offset="0.651" stopColor="var(--night)" />
            <stop offset="1" stopColor="var(--night)" />
          </linearGradient>
        </defs>
        <rect width={WIDTH} height={HEIGHT} fill="url(#dusk-sky)" />
        <g transform={`translate(0 ${2 * ROAD}) scale(1 -1)`} opacity={0.16}>
          {parked.map(({ body, atPx }) => (
            <Side key={body.templateId} body={body} atPx={atPx} />
          ))}
        </g>
        {parked.map(({ body, atPx }) => (
          <Side key={body.templateId} body={body} atPx={atPx} />
        ))}
        <path d={`M0 ${ROAD}H${WIDTH}`} stroke="var(--night-dim)" />
        {parked.flatMap(({ body, atPx, lamps }) =>
          lamps.map((lamp) => {
            const { xMm, zMm } = ontoSkin(body, 'left', { xMm: lamp.x, yMm: 0, zMm: lamp.z });
            const [x, y] = [atPx + xMm * PX_PER_MM, ROAD - zMm * PX_PER_MM];
            return (
              <g key={`${body.templateId} ${lamp.x}`}>
                <circle cx={x} cy={y} r={lamp.glow} fill={`url(#glow-${lamp.colour})`} />
                <ellipse
                  cx={x}
                  cy={2 * ROAD - y}
                  rx={lamp.glow * 0.7}
                  ry={lamp.glow * 1.6}
                  fill={`url(#glow-${lamp.colour})`}
                  opacity={0.35}
                />
                <rect x={x - 4} y={y - 2.5} width={8} height={5} rx={1} fill={LIGHT[lamp.colour]} />
              </g>
            );
          }),
        )}
      </svg>
    </div>
  );
}
