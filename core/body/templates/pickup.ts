/** Pickup with a headache rack behind the cab, drawn at 5400 x 1900 x 1900 mm and stretched. */
import type { BodyTemplate } from '../bodyModel.ts';
import { type Point, rounded } from '../outline/outline.ts';
import { archLine, bothSides, curve, line, part, patch, patchBox, shaped, twice, wheels } from '../parts.ts';

const WHEEL_RADIUS_MM = 390;
const FRONT_AXLE_MM = 930;

export const pickup: BodyTemplate = {
  id: 'pickup',
  name: 'Pickup with rack',
  group: 'truck',
  hasEngine: true,
  parameters: {
    lengthMm: { name: 'Overall length', defaultMm: 5400, minimumMm: 4800, maximumMm: 6600 },
    widthMm: { name: 'Overall width', defaultMm: 1900, minimumMm: 1700, maximumMm: 2100 },
    heightMm: { name: 'Cab roof height', defaultMm: 1880, minimumMm: 1650, maximumMm: 2150 },
    wheelbaseMm: { name: 'Wheelbase', defaultMm: 3220, minimumMm: 2800, maximumMm: 4200 },
    rackHeightMm: { name: 'Rack top above ground', defaultMm: 2000, minimumMm: 1500, maximumMm: 2500 },
  },
  build({ lengthMm = 5400, widthMm = 1900, heightMm = 1880, wheelbaseMm = 3220, rackHeightMm = 2000 }) {
    const half = widthMm / 2;
    const rearAxle = FRONT_AXLE_MM + wheelbaseMm;
    const cabEnd = rearAxle - 720;
    const Z = (z: number) => (z <= 1050 ? z : 1050 + ((z - 1050) * (heightMm - 1050)) / 830);
    const side = (...points: Point[]) => points.map(([x, z]) => [x, Z(z)] as const);
    const arch = (axle: number) =>
      Array.from({ length: 13 }, (_, index) => {
        const angle = ((180 * index) / 12) * (Math.PI / 180);
        return [axle + 460 * Math.cos(angle), WHEEL_RADIUS_MM + 460 * Math.sin(angle)] as const;
      });
    const seat = cabEnd - 900;
    const doors = [
      line('faint', [seat - 560, 480], [seat - 560, 1030]),
      line('faint', [seat + 420, 480], [seat + 420, Z(1780)]),
      line('faint', [480, 1010], [cabEnd - 20, 1010]),
      patchBox('faint', seat + 250, 930, seat + 370, 965, 8),
    ];
    return {
      parts: [
        ...wheels('front-wheel', FRONT_AXLE_MM, WHEEL_RADIUS_MM, half - 20, 250),
        ...wheels('rear-wheel', rearAxle, WHEEL_RADIUS_MM, half - 20, 250),
        part('frame', 'Frame', 'deep', { x: [300, lengthMm - 150], y: [-420, 420], z: [380, 520] }, { thicknessMm: 4 }),
        shaped(
          'cab',
          'Cab and bonnet',
          'body',
          {
            side: [
              ...rounded(
                [
                  ...side([40, 400], [0, 560], [10, 820], [90, 1010], [1280, 1090], [1800, 1820], [2050, 1880]),
                  [cabEnd - 260, Z(1880)],
                  [cabEnd - 20, Z(1780)],
                  [cabEnd, 1060],
                  [cabEnd, 420],
                ],
                [40, 60, 60, 130, 120, 180, 200, 160, 90, 20, 20],
              ),
              ...arch(FRONT_AXLE_MM),
            ],
            front: rounded(
              [
                [-half + 30, 400],
                [-half, 620],
                [-half + 20, 1040],
                [-half + 230, Z(1830)],
                [-half + 330, Z(1880)],
                [half - 330, Z(1880)],
                [half - 230, Z(1830)],
                [half - 20, 1040],
                [half, 620],
                [half - 30, 400],
              ],
              [40, 80, 80, 90, 90, 90, 90, 80, 80, 40],
            ),
            plan: rounded(
              [
                [30, -half + 260],
                [260, -half + 30],
                [900, -half],
                [cabEnd, -half + 10],
                [cabEnd, half - 10],
                [900, half],
                [260, half - 30],
                [30, half - 260],
              ],
              [160, 120, 80, 20, 20, 80, 120, 160],
            ),
          },
          {
            thicknessMm: 0.8,
            details: {
              sides: [
                archLine('line', FRONT_AXLE_MM, WHEEL_RADIUS_MM, 430),
                patch(
                  'glass',
                  side([1440, 1110], [1850, 1730], [seat + 380, 1780], [seat + 380, 1090]),
                  [40, 90, 20, 20],
                ),
                patch(
                  'glass',
                  [
                    [seat + 460, 1090],
                    [seat + 460, Z(1780)],
                    [cabEnd - 200, Z(1760)],
                    [cabEnd - 80, 1090],
                  ],
                  [10, 20, 80, 40],
                ),
                patch(
                  'lens',
                  [
                    [20, 760],
                    [30, 880],
                    [330, 930],
                    [300, 800],
                  ],
                  40,
                ),
                ...doors,
              ],
              front: [
                patch(
                  'glass',
                  [
                    [-half + 190, 1130],
                    [-half + 330, Z(1770)],
                    [half - 330, Z(1770)],
                    [half - 190, 1130],
                  ],
                  90,
                ),
                patchBox('panel', -half + 420, 620, half - 420, 930, 40),
                ...[700, 780, 860].map((z) => line('faint', [-half + 440, z], [half - 440, z])),
                ...twice(0, patchBox('lens', half - 380, 760, half - 90, 910, 50)),
                patchBox('faint', -260, 470, 260, 570, 8),
                line('line', [-half + 60, 1040], [half - 60, 1040]),
              ],
              rear: [
                patch(
                  'glass',
                  [
                    [-half + 300, 1180],
                    [-half + 380, Z(1740)],
                    [half - 380, Z(1740)],
                    [half - 300, 1180],
                  ],
                  60,
                ),
              ],
              plan: [
                patch(
                  'glass',
                  [
                    [1330, -half + 130],
                    [1780, -half + 290],
                    [1780, half - 290],
                    [1330, half - 130],
                  ],
                  100,
                ),
                patchBox('line', 1860, -half + 320, cabEnd - 140, half - 320, 90),
                ...twice(1, line('faint', [300, 360], [1250, 420])),
              ],
            },
          },
        ),
        ...bothSides(
          part(
            'mirror',
            'Mirror',
            'metal',
            { x: [1480, 1570], y: [half - 20, half + 190], z: [1110, 1290], radiusMm: 40 },
            { material: 'plastic' },
          ),
        ),
        ...bothSides(
          shaped(
            'bed-side',
            'Bed side',
            'body',
            {
              side: [
                ...rounded(
                  [
                    [cabEnd + 30, 480],
                    [cabEnd + 30, 1060],
                    [lengthMm - 60, 1060],
                    [lengthMm - 60, 480],
                  ],
                  [10, 20, 30, 60],
                ),
                ...arch(rearAxle),
              ],
              front: [
                [half - 90, 480],
                [half - 90, 1060],
                [half, 1060],
                [half - 10, 480],
              ],
            },
            { thicknessMm: 0.8, details: { left: [archLine('line', rearAxle, WHEEL_RADIUS_MM, 430)] } },
          ),
        ),
        part(
          'bed-floor',
          'Bed floor',
          'body',
          { x: [cabEnd + 30, lengthMm - 70], y: [-half + 90, half - 90], z: [620, 680] },
          {
            thicknessMm: 1.2,
            details: {
              plan: [-0.6, -0.3, 0, 0.3, 0.6].map((at) =>
                line('faint', [cabEnd + 50, half * at], [lengthMm - 90, half * at]),
              ),
            },
          },
        ),
        part(
          'tailgate',
          'Tailgate',
          'body',
          { x: [lengthMm - 70, lengthMm - 20], y: [-half + 90, half - 90], z: [600, 1060], radiusMm: 20 },
          {
            thicknessMm: 0.8,
            details: {
              rear: [
                patchBox('line', -half + 160, 680, half - 160, 980, 30),
                patchBox('faint', -110, 900, 110, 950, 8),
              ],
            },
          },
        ),
        ...bothSides(
          part(
            'tail-lamp',
            'Tail lamp',
            'lens',
            { x: [lengthMm - 66, lengthMm - 30], y: [half - 86, half - 6], z: [760, 1040], radiusMm: 12 },
            { material: 'plastic', paintBias: { left: 20, right: 20 } },
          ),
        ),
        part(
          'rear-bumper',
          'Rear bumper',
          'metal',
          { x: [lengthMm - 60, lengthMm], y: [-half + 40, half - 40], z: [440, 590], radiusMm: 20 },
          { thicknessMm: 2.5, details: { rear: [patchBox('faint', -260, 465, 260, 570, 8)] } },
        ),
        ...bothSides(
          part('rack-post', 'Rack post', 'metal', {
            x: [cabEnd + 60, cabEnd + 110],
            y: [half - 130, half - 80],
            z: [1060, rackHeightMm],
            radiusMm: 8,
          }),
        ),
        part(
          'rack-bar',
          'Rack bar',
          'metal',
          {
            x: [cabEnd + 55, cabEnd + 115],
            y: [-half + 60, half - 60],
            z: [rackHeightMm - 60, rackHeightMm],
            radiusMm: 8,
          },
          {
            thicknessMm: 3,
            details: { plan: [curve('faint', 0, [cabEnd + 85, -half + 80], [cabEnd + 85, half - 80])] },
          },
        ),
      ],
      edges: [
        { id: 'bumper', name: 'front of bumper', axis: 'x', atMm: 0 },
        { id: 'cab-rear', name: 'rear of cab', axis: 'x', atMm: cabEnd },
        { id: 'tail', name: 'rear end', axis: 'x', atMm: lengthMm },
        { id: 'centreline', name: 'centreline', axis: 'y', atMm: 0 },
        { id: 'left-edge', name: 'left side', axis: 'y', atMm: half },
        { id: 'right-edge', name: 'right side', axis: 'y', atMm: -half },
        { id: 'ground', name: 'ground', axis: 'z', atMm: 0 },
      ],
      panelPosition: { xMm: 1500, yMm: half - 250, zMm: 800 },
      driversEye: { xMm: seat + 120, yMm: half - 560, zMm: Z(1500) },
    };
  },
};
