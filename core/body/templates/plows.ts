/** Plows that hang in front of a truck: the cutting edge ahead, the lift frame back to the bumper at x = length. */
import type { Millimetres } from '../../units/index.ts';
import type { BodyPart } from '../bodyModel.ts';
import { bothSides, line, part } from '../parts.ts';

/** Wings and blades reach this far beyond the side of their truck. */
export const PLOW_BEYOND_MM = 180;
const EDGE_LOW_MM = 60;
const BOARD_HIGH_MM = 900;
const PUSH_FRAME_MM = 200;

const lift = (lengthMm: Millimetres): BodyPart =>
  part('plow-lift', 'Plow lift', 'metal', { x: [150, lengthMm + 60], y: [-260, 260], z: [430, 560], radiusMm: 20 });

/** Two wings hinged on the centreline, in a vee as they travel. */
export function vPlow(lengthMm: Millimetres, wingMm: Millimetres): BodyPart[] {
  const wing = part(
    'wing',
    'Plow wing',
    'metal',
    { x: [0, lengthMm - PUSH_FRAME_MM], y: [0, wingMm], z: [EDGE_LOW_MM, BOARD_HIGH_MM] },
    {
      plan: [
        [0, 0],
        [lengthMm - 330, wingMm],
        [lengthMm - PUSH_FRAME_MM, wingMm],
        [180, 0],
      ],
      thicknessMm: 5,
      details: {
        front: [
          line('faint', [wingMm * 0.5, EDGE_LOW_MM], [wingMm * 0.5, BOARD_HIGH_MM]),
          line('line', [30, 150], [wingMm, 150]),
          line('faint', [0, 760], [wingMm, 860]),
        ],
      },
    },
  );
  return [...bothSides(wing), lift(lengthMm)];
}

/** One blade across, turned about a pin behind its middle. */
export function straightPlow(lengthMm: Millimetres, halfMm: Millimetres): BodyPart[] {
  const ribs = [-0.66, -0.33, 0, 0.33, 0.66];
  return [
    part(
      'blade',
      'Plow blade',
      'metal',
      { x: [0, 240], y: [-halfMm, halfMm], z: [EDGE_LOW_MM, BOARD_HIGH_MM], radiusMm: 20 },
      {
        thicknessMm: 5,
        details: {
          front: [
            ...ribs.map((at) => line('faint', [at * halfMm, 150], [at * halfMm, BOARD_HIGH_MM - 20])),
            line('line', [-halfMm, 150], [halfMm, 150]),
          ],
        },
      },
    ),
    lift(lengthMm),
  ];
}
