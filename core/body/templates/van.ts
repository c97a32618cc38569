/** Long-wheelbase panel van, drawn at 6000 x 2020 x 2550 mm and stretched. */
import type { BodyTemplate } from '../bodyModel.ts';
import { type Point, rounded } from '../outline/outline.ts';
import { archLine, bothSides, line, part, patch, patchBox, ring, shaped, twice, wheels } from '../parts.ts';

const WHEEL_RADIUS_MM = 340;
const FRONT_AXLE_MM = 980;
const BUMPER_BEYOND_MM = 40;

export const van: BodyTemplate = {
  id: 'van',
  name: 'Service van, long wheelbase',
  group: 'van',
  hasEngine: true,
  parameters: {
    lengthMm: { name: 'Overall length', defaultMm: 6000, minimumMm: 4800, maximumMm: 7400 },
    widthMm: { name: 'Overall width', defaultMm: 2020, minimumMm: 1800, maximumMm: 2200 },
    heightMm: { name: 'Overall height', defaultMm: 2550, minimumMm: 1950, maximumMm: 3000 },
    wheelbaseMm: { name: 'Wheelbase', defaultMm: 3660, minimumMm: 2900, maximumMm: 4600 },
  },
  build(parameters) {
    const { lengthMm: overallMm = 6000, widthMm = 2020, heightMm = 2550, wheelbaseMm = 3660 } = parameters;
    // The shell ends before the bumper does.
    const lengthMm = overallMm - BUMPER_BEYOND_MM;
    const half = widthMm / 2;
    const Y = (y: number) => (y * widthMm) / 2020;
    const Z = (z: number) => (z <= 900 ? z : 900 + ((z - 900) * (heightMm - 900)) / 1650);
    const rearAxle = FRONT_AXLE_MM + wheelbaseMm;
    const side = (...points: Point[]) => points.map(([x, z]) => [x, Z(z)] as const);
    const arch = (axle: number) =>
      Array.from({ length: 13 }, (_, index) => {
        const angle = ((180 * index) / 12) * (Math.PI / 180);
        return [axle + 415 * Math.cos(angle), WHEEL_RADIUS_MM + 415 * Math.sin(angle)] as const;
      });
    const loadStart = 1950;
    const roofRibs = [0.2, 0.4, 0.6, 0.8].map((at) => loadStart + 200 + (lengthMm - loadStart - 400) * at);
    const shell = shaped(
      'shell',
      'Body shell',
      'body',
      {
        side: [
          ...rounded(
            [
              ...side(
                [20, 420],
                [0, 620],
                [40, 900],
                [130, 1030],
                [780, 1260],
                [1330, 2120],
                [1720, 2480],
                [2200, 2550],
              ),
              [lengthMm - 160, Z(2530)],
              [lengthMm - 20, Z(2300)],
              [lengthMm, 900],
              [lengthMm - 10, 360],
            ],
            [40, 60, 60, 80, 120, 220, 200, 120, 90, 120, 60, 40],
          ),
          ...arch(rearAxle),
          ...arch(FRONT_AXLE_MM),
        ],
        front: rounded(
          [
            [-half, 420],
            [-half, 1250],
            [-half + 90, Z(2330)],
            [-half + 230, Z(2550)],
            [half - 230, Z(2550)],
            [half - 90, Z(2330)],
            [half, 1250],
            [half, 420],
          ].map(([y, z]) => [y!, z!] as const),
          [60, 300, 160, 120, 120, 160, 300, 60],
        ),
        plan: rounded(
          [
            [0, half * 0.62],
            [170, half * 0.92],
            [700, half],
            [lengthMm, half - 20],
            [lengthMm, -half + 20],
            [700, -half],
            [170, -half * 0.92],
            [0, -half * 0.62],
          ],
          [150, 160, 120, 80, 80, 120, 160, 150],
        ),
      },
      {
        thicknessMm: 0.8,
        details: {
          sides: [
            archLine('line', FRONT_AXLE_MM, WHEEL_RADIUS_MM, 440),
            archLine('line', rearAxle, WHEEL_RADIUS_MM, 440),
            patch('glass', side([1000, 1300], [1390, 2060], [1840, 2110], [1840, 1330]), [60, 80, 50, 40]),
            {
              ...patch('line', side([820, 520], [900, 1270], [1380, 2150], [1900, 2180], [1900, 480]), 50),
              closed: false,
            },
            line('line', [loadStart + 60, 470], [loadStart + 60, Z(2420)]),
            line('line', [loadStart + 1250, 470], [loadStart + 1250, Z(2420)]),
            line('faint', [loadStart + 60, 1180], [lengthMm - 30, 1180]),
            line('faint', [loadStart, 760], [lengthMm - 30, 760]),
            patchBox('faint', 1680, 1140, 1820, 1180, 12),
            patchBox('faint', loadStart + 130, 1120, loadStart + 270, 1160, 12),
            patch('lens', side([60, 830], [90, 960], [420, 1060], [500, 1000], [330, 850]), 30),
            patchBox('lens', lengthMm - 90, 900, lengthMm - 12, 1420, 20),
          ],
          front: [
            patch(
              'glass',
              [
                [-Y(850), 1310],
                [-Y(800), Z(2080)],
                [Y(800), Z(2080)],
                [Y(850), 1310],
              ],
              [120, 120, 120, 120],
            ),
            ...twice(
              0,
              patch(
                'lens',
                [
                  [Y(560), 880],
                  [Y(610), 1010],
                  [Y(920), 1060],
                  [Y(950), 860],
                ],
                40,
              ),
              ring('faint', Y(760), 950, 62),
            ),
            patchBox('line', -Y(520), 760, Y(520), 1000, 60),
            line('faint', [-Y(500), 840], [Y(500), 840]),
            line('faint', [-Y(500), 920], [Y(500), 920]),
            patchBox('line', -Y(700), 480, Y(700), 620, 40),
            line('line', [-Y(900), 1180], [Y(900), 1180]),
            line('line', [-Y(700), 1350], [-Y(60), 1390]),
            line('line', [Y(100), 1350], [Y(740), 1390]),
          ],
          rear: [
            line('line', [0, 480], [0, Z(2400)]),
            ...twice(
              0,
              patchBox('glass', Y(90), 1450, Y(760), Z(2180), 60),
              patchBox('lens', Y(860), 900, Y(985), 1420, 20),
              patchBox('faint', Y(720), 700, Y(800), 760, 8),
              patchBox('faint', Y(720), 1900, Y(800), 1960, 8),
            ),
            patchBox('faint', -260, 1000, 260, 1110, 10),
            line('faint', [-half + 60, 560], [half - 60, 560]),
          ],
          plan: [
            patch(
              'glass',
              [
                [800, -Y(760)],
                [1300, -Y(850)],
                [1420, -Y(780)],
                [1420, Y(780)],
                [1300, Y(850)],
                [800, Y(760)],
              ],
              [120, 80, 60, 60, 80, 120],
            ),
            patchBox('line', 1500, -half + 210, lengthMm - 150, half - 210, 90),
            ...roofRibs.map((x) => line('faint', [x, -half + 220], [x, half - 220])),
            line('faint', [150, -Y(420)], [760, -Y(520)]),
            line('faint', [150, Y(420)], [760, Y(520)]),
          ],
        },
      },
    );
    return {
      parts: [
        part('floor', 'Floor', 'deep', { x: [500, lengthMm - 200], y: [-half + 150, half - 150], z: [330, 460] }),
        ...wheels('front-wheel', FRONT_AXLE_MM, WHEEL_RADIUS_MM, half - 20, 235),
        ...wheels('rear-wheel', rearAxle, WHEEL_RADIUS_MM, half - 20, 235),
        shell,
        ...bothSides(
          part(
            'mirror',
            'Mirror',
            'metal',
            { x: [1030, 1130], y: [half + 20, half + 210], z: [Z(1400), Z(1760)], radiusMm: 40 },
            {
              material: 'plastic',
              details: { front: [line('line', [half - 60, Z(1400)], [half + 60, Z(1440)])] },
            },
          ),
        ),
        part(
          'rear-bumper',
          'Rear bumper',
          'metal',
          { x: [lengthMm - 60, overallMm], y: [-half + 40, half - 40], z: [420, 560], radiusMm: 25 },
          { material: 'plastic' },
        ),
      ],
      edges: [
        { id: 'bumper', name: 'front of bumper', axis: 'x', atMm: 0 },
        { id: 'tail', name: 'rear doors', axis: 'x', atMm: lengthMm },
        { id: 'centreline', name: 'centreline', axis: 'y', atMm: 0 },
        { id: 'left-edge', name: 'left side', axis: 'y', atMm: half },
        { id: 'right-edge', name: 'right side', axis: 'y', atMm: -half },
        { id: 'ground', name: 'ground', axis: 'z', atMm: 0 },
      ],
      panelPosition: { xMm: 1150, yMm: 620, zMm: 900 },
      driversEye: { xMm: 1750, yMm: 450, zMm: 1750 },
    };
  },
};
