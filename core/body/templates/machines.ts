/** Tractor and telehandler. */
import type { Millimetres } from '../../units/index.ts';
import type { BodyTemplate } from '../bodyModel.ts';
import { type Point, rectangle, rounded } from '../outline/outline.ts';
import {
  bothSides,
  curve,
  line,
  mudguardOutline,
  part,
  patch,
  patchBox,
  ring,
  shaped,
  twice,
  wheels,
} from '../parts.ts';

const groundEdges = (lengthMm: Millimetres, half: number) => [
  { id: 'front', name: 'front-most point', axis: 'x' as const, atMm: 0 },
  { id: 'tail', name: 'rear end', axis: 'x' as const, atMm: lengthMm },
  { id: 'centreline', name: 'centreline', axis: 'y' as const, atMm: 0 },
  { id: 'left-edge', name: 'left side', axis: 'y' as const, atMm: half },
  { id: 'right-edge', name: 'right side', axis: 'y' as const, atMm: -half },
  { id: 'ground', name: 'ground', axis: 'z' as const, atMm: 0 },
];

export const tractor: BodyTemplate = {
  id: 'tractor',
  name: 'Verge mower tractor',
  group: 'machine',
  hasEngine: true,
  parameters: {
    lengthMm: { name: 'Overall length', defaultMm: 4600, minimumMm: 3600, maximumMm: 6200 },
    widthMm: { name: 'Overall width', defaultMm: 2200, minimumMm: 1700, maximumMm: 2600 },
    cabHeightMm: { name: 'Cab roof height', defaultMm: 2750, minimumMm: 2300, maximumMm: 3300 },
    wheelbaseMm: { name: 'Wheelbase', defaultMm: 2450, minimumMm: 2000, maximumMm: 3000 },
  },
  build({ lengthMm = 4600, widthMm = 2200, cabHeightMm = 2750, wheelbaseMm = 2450 }) {
    const half = widthMm / 2;
    const front = 780;
    const rear = front + wheelbaseMm;
    const rearRadius = 800;
    const cab0 = rear - 1080;
    const cab1 = rear + 560;
    const Z = (z: number) => (z <= 1300 ? z : 1300 + ((z - 1300) * (cabHeightMm - 1300)) / 1450);
    const side = (...points: Point[]) => points.map(([x, z]) => [x, Z(z)] as const);
    const lift = rear + 620;
    return {
      parts: [
        part(
          'belly',
          'Engine and gearbox',
          'deep',
          { x: [300, rear + 350], y: [-260, 260], z: [520, 1050], radiusMm: 40 },
          { thicknessMm: 8 },
        ),
        part(
          'axle',
          'Axles',
          'deep',
          { x: [front - 70, front + 70], y: [-half + 300, half - 300], z: [480, 600] },
          { solid: false },
        ),
        ...wheels('front-wheel', front, 540, half - 110, 380),
        ...wheels('rear-wheel', rear, rearRadius, half, 520),
        shaped(
          'bonnet',
          'Bonnet',
          'body',
          {
            side: rounded(
              [
                [160, 760],
                [130, 1250],
                [240, 1420],
                [cab0 + 60, Z(1500)],
                [cab0 + 60, 900],
                [700, 860],
              ],
              [60, 90, 120, 40, 0, 60],
            ),
            front: rounded(
              [
                [-360, 760],
                [-340, 1380],
                [-240, 1500],
                [240, 1500],
                [340, 1380],
                [360, 760],
              ],
              [40, 120, 80, 80, 120, 40],
            ),
            plan: rounded(
              [
                [130, -280],
                [130, 280],
                [cab0 + 60, 370],
                [cab0 + 60, -370],
              ],
              [140, 140, 20, 20],
            ),
          },
          {
            material: 'plastic',
            details: {
              sides: [
                ...[0, 1, 2, 3].map((n) => line('faint', [420 + n * 130, 980], [470 + n * 130, 1330])),
                curve('line', 60, [300, 900], [900, 940], [cab0, 960]),
                patch(
                  'lens',
                  [
                    [138, 1200],
                    [150, 1310],
                    [330, 1370],
                    [350, 1290],
                  ],
                  20,
                ),
              ],
              front: [
                patchBox('line', -230, 830, 230, 1180, 40),
                ...[0, 1, 2, 3].map((n) => line('faint', [-210, 900 + n * 70], [210, 900 + n * 70])),
                ...twice(0, patchBox('lens', 90, 1220, 280, 1330, 30)),
              ],
              plan: [
                line('faint', [200, 0], [cab0, 0]),
                line('line', [300, -200], [cab0, -290]),
                line('line', [300, 200], [cab0, 290]),
              ],
            },
          },
        ),
        part(
          'weights',
          'Front weights',
          'metal',
          { x: [0, 210], y: [-330, 330], z: [560, 880], radiusMm: 30 },
          { details: { front: [-2, -1, 0, 1, 2].map((n) => line('faint', [n * 110, 570], [n * 110, 870])) } },
        ),
        part('stack', 'Exhaust', 'metal', {
          x: [cab0 - 190, cab0 - 100],
          y: [-440, -350],
          z: [1300, Z(2550)],
          radiusMm: 20,
        }),
        shaped(
          'cab',
          'Cab',
          'body',
          {
            side: rounded(
              [
                ...side(
                  [cab0, 1080],
                  [cab0 - 40, 1500],
                  [cab0 + 150, 2600],
                  [cab1 - 60, 2620],
                  [cab1, 1650],
                  [cab1 - 90, 1120],
                ),
              ],
              [40, 60, 80, 80, 80, 60],
            ),
            front: rounded(
              [
                [-760, 1080],
                [-800, 1600],
                [-700, Z(2620)],
                [700, Z(2620)],
                [800, 1600],
                [760, 1080],
              ],
              [40, 60, 60, 60, 60, 40],
            ),
            plan: rounded(
              [
                [cab0 - 40, -620],
                [cab0 - 40, 620],
                [cab0 + 250, 800],
                [cab1, 760],
                [cab1, -760],
                [cab0 + 250, -800],
              ],
              [80, 80, 80, 80, 80, 80],
            ),
          },
          {
            thicknessMm: 1.5,
            details: {
              sides: [
                patch(
                  'glass',
                  side(
                    [cab0 + 70, 1480],
                    [cab0 + 210, 2520],
                    [cab0 + 900, 2540],
                    [cab0 + 860, 1250],
                    [cab0 + 260, 1180],
                  ),
                  [40, 50, 40, 40, 80],
                ),
                patch('glass', side([cab0 + 960, 1700], [cab0 + 990, 2540], [cab1 - 130, 2540], [cab1 - 80, 1700]), 40),
                patchBox('faint', cab0 + 700, 1560, cab0 + 800, 1600, 10),
              ],
              front: [
                patch(
                  'glass',
                  [
                    [-660, 1560],
                    [-600, Z(2500)],
                    [600, Z(2500)],
                    [660, 1560],
                  ],
                  80,
                ),
                line('line', [-300, 1600], [240, 1660]),
              ],
              rear: [
                patch(
                  'glass',
                  [
                    [-640, 1740],
                    [-590, Z(2500)],
                    [590, Z(2500)],
                    [640, 1740],
                  ],
                  80,
                ),
              ],
            },
          },
        ),
        part(
          'roof',
          'Cab roof',
          'body',
          { x: [cab0 + 40, cab1 + 60], y: [-790, 790], z: [Z(2600), Z(2750)], radiusMm: 60 },
          {
            material: 'plastic',
            thicknessMm: 4,
            details: {
              plan: [patchBox('line', cab0 + 260, -420, cab0 + 900, 420, 80)],
              front: twice(0, patchBox('lens', 520, Z(2640), 680, Z(2710), 20)),
              rear: twice(0, patchBox('lens', 520, Z(2640), 680, Z(2710), 20)),
            },
          },
        ),
        ...bothSides(
          shaped(
            'fender',
            'Rear fender',
            'body',
            {
              side: mudguardOutline(rear, rearRadius, rearRadius + 40, rearRadius + 90, 20, 150),
              front: rectangle(half - 560, 1200, half - 10, 1690, 30),
            },
            { material: 'plastic' },
          ),
        ),
        ...bothSides(
          part(
            'mirror',
            'Mirror',
            'metal',
            { x: [cab0 + 60, cab0 + 130], y: [880, 1060], z: [Z(2000), Z(2320)], radiusMm: 30 },
            { material: 'plastic', details: { front: [line('line', [790, Z(2250)], [900, Z(2250)])] } },
          ),
        ),
        ...bothSides(
          part('link', 'Lift arm', 'metal', {
            x: [lift - 100, lengthMm - 120],
            y: [330, 410],
            z: [520, 620],
            radiusMm: 20,
          }),
        ),
        part(
          'headstock',
          'Mower headstock',
          'metal',
          { x: [lengthMm - 190, lengthMm], y: [-560, 560], z: [420, 1180], radiusMm: 30 },
          { details: { rear: [patchBox('panel', -420, 520, 420, 1080, 20), ring('line', 0, 700, 90)] } },
        ),
      ],
      edges: groundEdges(lengthMm, half),
      panelPosition: { xMm: cab1 - 200, yMm: -500, zMm: 1500 },
      driversEye: { xMm: cab0 + 850, yMm: 0, zMm: 2150 },
    };
  },
};

export const telehandler: BodyTemplate = {
  id: 'telehandler',
  name: 'Telehandler',
  group: 'machine',
  hasEngine: true,
  parameters: {
    lengthMm: { name: 'Overall length with carriage', defaultMm: 5200, minimumMm: 4200, maximumMm: 7200 },
    widthMm: { name: 'Overall width', defaultMm: 2300, minimumMm: 1800, maximumMm: 2600 },
    heightMm: { name: 'Cab roof height', defaultMm: 2420, minimumMm: 1950, maximumMm: 2800 },
    wheelbaseMm: { name: 'Wheelbase', defaultMm: 2750, minimumMm: 2200, maximumMm: 3400 },
  },
  build({ lengthMm = 5200, widthMm = 2300, heightMm = 2420, wheelbaseMm = 2750 }) {
    const half = widthMm / 2;
    const radius = 560;
    const front = lengthMm - 850 - wheelbaseMm;
    const rear = front + wheelbaseMm;
    const cab0 = front + 280;
    const cab1 = cab0 + 1450;
    const Z = (z: number) => (z <= 1200 ? z : 1200 + ((z - 1200) * (heightMm - 1200)) / 1220);
    const side = (...points: Point[]) => points.map(([x, z]) => [x, Z(z)] as const);
    const boomTop = 1560;
    return {
      parts: [
        part(
          'chassis',
          'Chassis',
          'body',
          { x: [front - 480, lengthMm - 60], y: [-520, 520], z: [480, 980], radiusMm: 60 },
          { thicknessMm: 6, details: { sides: [line('faint', [front + 600, 560], [rear - 600, 560])] } },
        ),
        ...wheels('front-wheel', front, radius, half, 420),
        ...wheels('rear-wheel', rear, radius, half, 420),
        part(
          'engine-pod',
          'Engine pod',
          'body',
          { x: [front + 560, rear - 560], y: [-half + 20, -420], z: [520, 1240], radiusMm: 60 },
          {
            thicknessMm: 2.5,
            details: {
              right: [
                ...[0, 1, 2, 3, 4].map((n) => line('faint', [front + 720, 800 + n * 70], [front + 1150, 800 + n * 70])),
                patchBox('line', front + 640, 600, rear - 640, 1180, 30),
              ],
            },
          },
        ),
        part(
          'tank',
          'Step and tank',
          'body',
          { x: [front + 600, rear - 580], y: [560, half - 40], z: [460, 820], radiusMm: 40 },
          { details: { left: [patchBox('line', front + 700, 520, front + 1150, 620, 10)] } },
        ),
        part(
          'counterweight',
          'Counterweight',
          'metal',
          { x: [lengthMm - 520, lengthMm], y: [-820, 820], z: [560, 1280], radiusMm: 80 },
          {
            thicknessMm: 20,
            details: {
              rear: [
                ...twice(0, patchBox('lens', 600, 1000, 780, 1110, 20)),
                patchBox('line', -360, 640, 360, 900, 20),
              ],
            },
          },
        ),
        shaped(
          'cab',
          'Cab',
          'body',
          {
            side: rounded(
              [
                ...side(
                  [cab0 + 120, 820],
                  [cab0, 1250],
                  [cab0 + 320, 2380],
                  [cab1 - 90, 2420],
                  [cab1, 1900],
                  [cab1 - 30, 820],
                ),
              ],
              [60, 60, 120, 90, 100, 60],
            ),
            front: rounded(
              [
                [180, 820],
                [150, Z(2300)],
                [230, Z(2420)],
                [970, Z(2420)],
                [1060, Z(2300)],
                [1090, 820],
              ],
              [20, 80, 60, 60, 90, 40],
            ),
            plan: rounded(
              [
                [cab0, 240],
                [cab0, 1000],
                [cab0 + 300, 1090],
                [cab1, 1080],
                [cab1, 160],
                [cab0 + 300, 160],
              ],
              [60, 80, 60, 60, 30, 40],
            ),
          },
          {
            details: {
              left: [
                patch(
                  'glass',
                  side(
                    [cab0 + 110, 1290],
                    [cab0 + 390, 2310],
                    [cab0 + 980, 2330],
                    [cab0 + 980, 960],
                    [cab0 + 260, 960],
                  ),
                  [40, 80, 40, 60, 60],
                ),
                patch(
                  'glass',
                  side(
                    [cab0 + 1040, 1500],
                    [cab0 + 1040, 2330],
                    [cab1 - 130, 2330],
                    [cab1 - 70, 1880],
                    [cab1 - 70, 1500],
                  ),
                  40,
                ),
                patchBox('faint', cab0 + 860, 1380, cab0 + 950, 1420, 10),
              ],
              front: [
                patch(
                  'glass',
                  [
                    [240, 1150],
                    [230, Z(2280)],
                    [960, Z(2280)],
                    [1010, 1150],
                  ],
                  60,
                ),
                line('line', [420, 1190], [820, 1300]),
              ],
              rear: [
                patch(
                  'glass',
                  [
                    [240, 1500],
                    [230, Z(2280)],
                    [960, Z(2280)],
                    [1010, 1500],
                  ],
                  60,
                ),
              ],
              plan: [patchBox('glass', cab0 + 380, 260, cab1 - 160, 960, 60)],
            },
          },
        ),
        shaped(
          'boom',
          'Boom',
          'body',
          {
            side: rounded(
              [
                [620, 980],
                [560, 1230],
                [lengthMm - 180, boomTop],
                [lengthMm - 120, 1240],
              ],
              [40, 40, 90, 60],
            ),
            front: rectangle(-380, 980, -20, boomTop, 20),
          },
          {
            thicknessMm: 6,
            details: {
              sides: [line('faint', [800, 1110], [lengthMm - 400, 1400])],
              plan: [line('faint', [760, -200], [lengthMm - 300, -200])],
            },
          },
        ),
        shaped(
          'boom-inner',
          'Inner boom',
          'metal',
          {
            side: rounded(
              [
                [280, 800],
                [240, 1150],
                [640, 1210],
                [640, 1020],
              ],
              [40, 60, 10, 10],
            ),
            front: rectangle(-340, 800, -60, 1210, 20),
          },
          { thicknessMm: 6 },
        ),
        part(
          'carriage',
          'Fork carriage',
          'metal',
          { x: [180, 300], y: [-760, 560], z: [420, 1080], radiusMm: 20 },
          {
            thicknessMm: 10,
            details: { front: [line('line', [-760, 900], [560, 900]), line('line', [-760, 560], [560, 560])] },
          },
        ),
        ...[-520, 300].map((y, index) =>
          part(
            `fork-${index + 1}`,
            'Fork',
            'metal',
            { x: [-0, 220], y: [y - 60, y + 60], z: [330, 400] },
            { thicknessMm: 40 },
          ),
        ),
        ...bothSides(
          shaped(
            'fender-rear',
            'Rear mudguard',
            'body',
            {
              side: mudguardOutline(rear, radius, radius + 40, radius + 80, 30, 150),
              front: rectangle(half - 430, 900, half - 10, 1200, 30),
            },
            { material: 'plastic' },
          ),
        ),
        ...bothSides(
          shaped(
            'fender-front',
            'Front mudguard',
            'body',
            {
              side: mudguardOutline(front, radius, radius + 40, radius + 80, 30, 150),
              front: rectangle(half - 430, 900, half - 10, 1200, 30),
            },
            { material: 'plastic' },
          ),
        ),
      ],
      edges: groundEdges(lengthMm, half),
      panelPosition: { xMm: cab1 - 200, yMm: 500, zMm: 1100 },
      driversEye: { xMm: cab0 + 850, yMm: 600, zMm: 1850 },
    };
  },
};
