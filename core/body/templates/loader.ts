/** Articulated wheel loader: bucket and arms ahead, cab over the joint, engine behind. Drawn at 6200 x 2300 x 2950 mm. */
import type { BodyTemplate } from '../bodyModel.ts';
import { type Point, rectangle, rounded } from '../outline/outline.ts';
import { bothSides, line, mudguardOutline, part, patch, patchBox, shaped, twice, wheels } from '../parts.ts';

const RADIUS_MM = 640;

export const loader: BodyTemplate = {
  id: 'loader',
  name: 'Wheel loader',
  group: 'machine',
  hasEngine: true,
  parameters: {
    lengthMm: { name: 'Overall length', defaultMm: 6200, minimumMm: 5000, maximumMm: 8000 },
    widthMm: { name: 'Width over tyres', defaultMm: 2300, minimumMm: 1900, maximumMm: 2800 },
    heightMm: { name: 'Cab roof height', defaultMm: 2950, minimumMm: 2500, maximumMm: 3400 },
    wheelbaseMm: { name: 'Wheelbase', defaultMm: 2550, minimumMm: 2100, maximumMm: 3300 },
  },
  build({ lengthMm = 6200, widthMm = 2300, heightMm = 2950, wheelbaseMm = 2550 }) {
    const half = widthMm / 2;
    const rear = lengthMm - 1150;
    const front = rear - wheelbaseMm;
    const joint = (front + rear) / 2 - 60;
    const cab0 = joint + 60;
    const cab1 = cab0 + 1350;
    const Z = (z: number) => (z <= 1300 ? z : 1300 + ((z - 1300) * (heightMm - 1300)) / 1650);
    const side = (...points: Point[]) => points.map(([x, z]) => [x, Z(z)] as const);
    return {
      parts: [
        ...wheels('front-wheel', front, RADIUS_MM, half, 480),
        ...wheels('rear-wheel', rear, RADIUS_MM, half, 480),
        part(
          'front-frame',
          'Front frame',
          'deep',
          { x: [front - 420, joint - 40], y: [-420, 420], z: [520, 1180], radiusMm: 60 },
          { thicknessMm: 12 },
        ),
        part(
          'rear-frame',
          'Rear frame',
          'deep',
          { x: [joint + 40, lengthMm - 120], y: [-560, 560], z: [520, 1000], radiusMm: 50 },
          { thicknessMm: 12 },
        ),
        ...bothSides(
          shaped('arm', 'Lift arm', 'metal', {
            side: rounded(
              [
                [joint - 120, 1690],
                [joint - 330, 1760],
                [front - 420, 1120],
                [700, 560],
                [640, 360],
                [820, 330],
                [front - 300, 900],
                [joint - 160, 1520],
              ],
              [60, 80, 120, 60, 40, 40, 120, 60],
            ),
            front: rectangle(330, 330, 440, 1760, 15),
          }),
        ),
        shaped(
          'bucket',
          'Bucket',
          'metal',
          {
            side: rounded(
              [
                [0, 90],
                [60, 70],
                [780, 110],
                [860, 420],
                [760, 900],
                [560, 980],
                [640, 520],
                [560, 240],
              ],
              [10, 10, 90, 120, 80, 30, 120, 80],
            ),
            front: rectangle(-half - 60, 70, half + 60, 980, 20),
          },
          {
            thicknessMm: 8,
            details: {
              front: [
                ...[-0.8, -0.5, -0.2, 0.2, 0.5, 0.8].map((at) => line('faint', [half * at, 90], [half * at, 230])),
                line('line', [-half - 40, 240], [half + 40, 240]),
              ],
              plan: [line('faint', [560, -half - 40], [560, half + 40])],
            },
          },
        ),
        shaped(
          'hood',
          'Engine hood',
          'body',
          {
            side: rounded(
              [
                [cab1 - 60, 1000],
                [cab1 - 60, 1780],
                [lengthMm - 360, 1640],
                [lengthMm - 60, 1420],
                [lengthMm, 900],
                [lengthMm - 80, 820],
              ],
              [20, 60, 160, 160, 80, 60],
            ),
            front: rounded(
              [
                [-640, 820],
                [-640, 1600],
                [-520, 1780],
                [520, 1780],
                [640, 1600],
                [640, 820],
              ],
              [20, 120, 90, 90, 120, 20],
            ),
          },
          {
            thicknessMm: 2,
            details: {
              sides: [0, 1, 2, 3, 4, 5].map((n) =>
                line('faint', [cab1 + 160 + n * 110, 1150], [cab1 + 160 + n * 110, 1520]),
              ),
              rear: [
                patchBox('panel', -440, 980, 440, 1380, 30),
                ...[1060, 1140, 1220, 1300].map((z) => line('faint', [-420, z], [420, z])),
                ...twice(0, patchBox('lens', 470, 1060, 600, 1220, 15)),
              ],
              plan: [patchBox('faint', cab1 + 120, -420, lengthMm - 420, 420, 50)],
            },
          },
        ),
        shaped(
          'cab',
          'Cab',
          'body',
          {
            side: rounded(
              side(
                [cab0 + 40, 1000],
                [cab0 - 60, 1420],
                [cab0 + 90, 2860],
                [cab0 + 260, 2950],
                [cab1 - 120, 2950],
                [cab1, 2820],
                [cab1 - 20, 1000],
              ),
              [40, 90, 90, 60, 80, 80, 30],
            ),
            front: rounded(
              [
                [-640, 1000],
                [-690, 1500],
                [-650, Z(2860)],
                [-560, Z(2950)],
                [560, Z(2950)],
                [650, Z(2860)],
                [690, 1500],
                [640, 1000],
              ],
              [20, 90, 70, 60, 60, 70, 90, 20],
            ),
            plan: rounded(
              [
                [cab0 - 60, -560],
                [cab0 - 60, 560],
                [cab0 + 300, 690],
                [cab1, 660],
                [cab1, -660],
                [cab0 + 300, -690],
              ],
              [90, 90, 80, 40, 40, 80],
            ),
          },
          {
            thicknessMm: 3,
            details: {
              sides: [
                patch(
                  'glass',
                  side(
                    [cab0 + 60, 1500],
                    [cab0 + 170, 2800],
                    [cab0 + 700, 2820],
                    [cab0 + 700, 1180],
                    [cab0 + 110, 1180],
                  ),
                  50,
                ),
                patch('glass', side([cab0 + 770, 1480], [cab0 + 770, 2820], [cab1 - 90, 2800], [cab1 - 90, 1480]), 40),
                line('faint', ...side([cab0 + 735, 1020], [cab0 + 735, 2900])),
              ],
              front: [
                patch(
                  'glass',
                  [
                    [-590, 1330],
                    [-560, Z(2800)],
                    [560, Z(2800)],
                    [590, 1330],
                  ],
                  80,
                ),
                line('line', [-160, 1380], [300, 1560]),
              ],
              rear: [
                patch(
                  'glass',
                  [
                    [-560, 1820],
                    [-560, Z(2800)],
                    [560, Z(2800)],
                    [560, 1820],
                  ],
                  70,
                ),
              ],
              plan: [patchBox('line', cab0 + 220, -520, cab1 - 90, 520, 90)],
            },
          },
        ),
        ...bothSides(
          shaped(
            'rear-guard',
            'Rear mudguard',
            'body',
            {
              side: mudguardOutline(rear, RADIUS_MM, RADIUS_MM + 50, RADIUS_MM + 95, 40, 150),
              front: rectangle(half - 500, 1000, half - 10, RADIUS_MM * 2 + 110, 30),
            },
            { material: 'plastic' },
          ),
        ),
        ...bothSides(
          shaped(
            'front-guard',
            'Front mudguard',
            'body',
            {
              side: mudguardOutline(front, RADIUS_MM, RADIUS_MM + 50, RADIUS_MM + 90, 40, 140),
              front: rectangle(half - 500, 1000, half - 10, RADIUS_MM * 2 + 110, 30),
            },
            { material: 'plastic' },
          ),
        ),
        ...bothSides(
          part(
            'mirror',
            'Mirror',
            'metal',
            { x: [cab0 + 20, cab0 + 80], y: [760, 930], z: [Z(2050), Z(2400)], radiusMm: 30 },
            {
              material: 'plastic',
              details: { front: [line('line', [660, Z(2420)], [850, Z(2400)])] },
            },
          ),
        ),
        part(
          'stack',
          'Exhaust',
          'metal',
          { x: [cab1 + 260, cab1 + 350], y: [-330, -240], z: [1700, 2300], radiusMm: 20 },
          { paintBias: { rear: -200 } },
        ),
      ],
      edges: [
        { id: 'front', name: 'front of bucket', axis: 'x', atMm: 0 },
        { id: 'cab-rear', name: 'rear of cab', axis: 'x', atMm: cab1 },
        { id: 'tail', name: 'rear end', axis: 'x', atMm: lengthMm },
        { id: 'centreline', name: 'centreline', axis: 'y', atMm: 0 },
        { id: 'left-edge', name: 'left tyre', axis: 'y', atMm: half },
        { id: 'right-edge', name: 'right tyre', axis: 'y', atMm: -half },
        { id: 'ground', name: 'ground', axis: 'z', atMm: 0 },
      ],
      panelPosition: { xMm: cab1 - 200, yMm: 500, zMm: 1200 },
      driversEye: { xMm: cab0 + 620, yMm: 0, zMm: Z(2250) },
    };
  },
};
