/** The cab and chassis that every rigid truck shares. Points are those of a 2060 x 2450 x 2640 mm cab and are stretched. */
import type { Millimetres } from '../../units/index.ts';
import type { BodyPart, TapeEdge } from '../bodyModel.ts';
import { type Outline, type Point, rounded } from '../outline/outline.ts';
import {
  archLine,
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

const DRAWN_CAB_LENGTH_MM = 2060;
const DRAWN_WIDTH_MM = 2450;
const DRAWN_CAB_HEIGHT_MM = 2640;
/** Below this the cab keeps its height above the ground whatever the cab height. */
const CAB_FLOOR_MM = 900;
const FRONT_AXLE_MM = 1360;
export const WHEEL_RADIUS_MM = 440;

export interface TruckSize {
  lengthMm: Millimetres;
  widthMm: Millimetres;
  cabLengthMm: Millimetres;
  cabHeightMm: Millimetres;
  wheelbaseMm: Millimetres;
}

export interface TruckFrame {
  size: TruckSize;
  cabEndMm: Millimetres;
  rearAxleMm: Millimetres;
  halfWidthMm: Millimetres;
  /** Stretches a distance from the centreline. */
  Y(y: number): number;
}

export function truckFrame(size: TruckSize): TruckFrame {
  const halfWidthMm = size.widthMm / 2;
  return {
    size,
    cabEndMm: size.cabLengthMm,
    rearAxleMm: FRONT_AXLE_MM * (size.cabLengthMm / DRAWN_CAB_LENGTH_MM) + size.wheelbaseMm,
    halfWidthMm,
    Y: (y) => (y * size.widthMm) / DRAWN_WIDTH_MM,
  };
}

const symmetric = (half: Outline): Outline => [...half, ...half.map(([a, b]) => [-a, b] as Point).reverse()];

export function truckCab({ size, Y }: TruckFrame): BodyPart[] {
  const X = (x: number) => (x * size.cabLengthMm) / DRAWN_CAB_LENGTH_MM;
  const Z = (z: number) =>
    z <= CAB_FLOOR_MM
      ? z
      : CAB_FLOOR_MM + ((z - CAB_FLOOR_MM) * (size.cabHeightMm - CAB_FLOOR_MM)) / (DRAWN_CAB_HEIGHT_MM - CAB_FLOOR_MM);
  const side = (...points: Point[]): Outline => points.map(([x, z]) => [X(x), Z(z)] as const);
  const front = (...points: Point[]): Outline => points.map(([y, z]) => [Y(y), Z(z)] as const);
  const plan = (...points: Point[]): Outline => points.map(([x, y]) => [X(x), Y(y)] as const);
  const axle = X(FRONT_AXLE_MM);
  const archRadius = WHEEL_RADIUS_MM + 100;

  const archPoints: Point[] = Array.from({ length: 13 }, (_, index) => {
    const angle = ((50 + (130 * index) / 12) * Math.PI) / 180;
    return [axle + archRadius * Math.cos(angle), WHEEL_RADIUS_MM + archRadius * Math.sin(angle)] as const;
  });
  const shell = shaped(
    'cab',
    'Cab',
    'body',
    {
      side: [
        ...rounded(
          side(
            [40, 430],
            [0, 560],
            [0, 925],
            [55, 1010],
            [110, 1500],
            [270, 2330],
            [430, 2590],
            [760, 2640],
            [1960, 2640],
            [2060, 2500],
            [2060, 860],
          ),
          [40, 60, 30, 60, 300, 260, 140, 120, 60, 60, 0],
        ),
        ...archPoints,
        [X(760), 430],
      ],
      front: rounded(
        symmetric(front([1150, 430], [1150, 2180], [1050, 2580], [960, 2640])),
        [40, 300, 80, 60, 60, 80, 300, 40],
      ),
      plan: rounded(
        [...plan([60, 900], [330, 1130], [2060, 1150]), ...plan([2060, -1150], [330, -1130], [60, -900])],
        [240, 160, 60, 60, 160, 240],
      ),
    },
    {
      details: {
        sides: [
          archLine('line', axle, WHEEL_RADIUS_MM, archRadius - 40),
          {
            ...patch('line', side([430, 935], [430, 1500], [620, 2420], [1350, 2450], [1350, 985]), 50),
            closed: false,
          },
          patch('glass', side([490, 1560], [650, 2350], [1290, 2375], [1290, 1520], [820, 1500]), [30, 60, 40, 40, 80]),
          line('faint', ...side([760, 1590], [900, 2300])),
          line('faint', ...side([850, 1590], [990, 2310])),
          patch('faint', side([1130, 1370], [1280, 1370], [1280, 1410], [1130, 1410]), 15),
          line('faint', ...side([1510, 900], [1510, 2600])),
          line('faint', ...side([60, 1030], [430, 1030])),
          line('faint', ...side([1350, 1180], [2060, 1180])),
          curve('line', 20, ...side([470, 2300], [330, 2290], [330, 1700], [420, 1640])),
        ],
        front: [
          patch(
            'glass',
            front([-1070, 1490], [-1030, 2120], [-950, 2420], [950, 2420], [1030, 2120], [1070, 1490]),
            [90, 260, 80, 80, 260, 90],
          ),
          line('faint', ...front([-560, 1560], [-360, 2370])),
          line('faint', ...front([-460, 1560], [-260, 2370])),
          line('line', ...front([-880, 1535], [-160, 1590])),
          line('line', ...front([60, 1535], [780, 1590])),
          line('line', ...front([-1060, 2490], [1060, 2490])),
          patch('line', front([-760, 1010], [760, 1010], [760, 1360], [-760, 1360]), 50),
          ...[1080, 1150, 1220, 1290].map((z) => line('faint', ...front([-730, z], [730, z]))),
        ],
        plan: [
          patch(
            'glass',
            plan([120, -840], [300, -1010], [470, -930], [470, 930], [300, 1010], [120, 840]),
            [120, 70, 60, 60, 70, 120],
          ),
          patch('line', plan([520, -960], [600, -1030], [1960, -1030], [1960, 1030], [600, 1030], [520, 960]), 90),
          patch('faint', plan([1420, -300], [1800, -300], [1800, 300], [1420, 300]), 40),
          ...twice(1, line('faint', ...plan([620, 1090], [1340, 1090]))),
        ],
        rear: [patch('glass', front([-700, 1750], [-700, 2300], [700, 2300], [700, 1750]), 60)],
      },
      material: 'steel',
      thicknessMm: 0.9,
    },
  );

  const bumper = shaped(
    'bumper',
    'Front bumper',
    'body',
    {
      side: rounded(side([40, 430], [0, 560], [0, 925], [640, 925], [760, 560], [760, 430]), [40, 60, 20, 60, 60, 0]),
      front: rounded(symmetric(front([1160, 430], [1225, 560], [1225, 925])), [60, 60, 50, 50, 60, 60]),
      plan: rounded(
        [
          ...plan([0, 860], [80, 1130], [260, 1225], [740, 1225]),
          ...plan([740, -1225], [260, -1225], [80, -1130], [0, -860]),
        ],
        [90, 60, 60, 0, 0, 60, 60, 90],
      ),
    },
    {
      material: 'plastic',
      details: {
        sides: [
          patch('lens', side([8, 690], [8, 850], [150, 870], [235, 760], [150, 690]), 25),
          patchBox('line', X(420), 455, X(720), 520, 10),
          line('faint', [X(440), 640], [X(700), 640]),
        ],
        front: [
          ...twice(
            0,
            patch('lens', front([700, 690], [720, 850], [1080, 870], [1090, 690]), 35),
            ring('faint', Y(820), 775, 58),
            ring('faint', Y(985), 775, 58),
          ),
          patch('line', front([-600, 500], [600, 500], [600, 640], [-600, 640]), 40),
          patchBox('faint', -260, 700, 260, 810, 10),
        ],
      },
      // The bumper's wings lie outside the cab shell but inside the wheel's track.
      paintBias: { plan: -400 },
    },
  );

  const mirrors = bothSides(
    part(
      'mirror',
      'Mirror',
      'metal',
      { x: [X(225), X(345)], y: [Y(1200), Y(1370)], z: [Z(1690), Z(2230)], radiusMm: 40 },
      {
        material: 'plastic',
        details: {
          front: [
            line('line', [Y(1090), Z(2290)], [Y(1260), Z(2280)]),
            line('line', [Y(1130), Z(1660)], [Y(1260), Z(1690)]),
          ],
          rear: [line('line', [Y(1150), Z(2240)], [Y(1260), Z(2240)])],
          plan: [line('line', [X(345), Y(1230)], [X(470), Y(1130)])],
        },
      },
    ),
  );
  return [...wheels('front-wheel', axle, WHEEL_RADIUS_MM, Y(1200), 280), shell, bumper, ...mirrors];
}

/** Frame rails, tank, rear wheels with guards: what carries the load body. */
export function truckChassis({ size, rearAxleMm, cabEndMm, Y }: TruckFrame): BodyPart[] {
  const tail = size.lengthMm - 420;
  return [
    part('rails', 'Chassis rails', 'deep', { x: [700, tail], y: [-420, 420], z: [640, 900] }, { thicknessMm: 8 }),
    part(
      'axle',
      'Rear axle',
      'deep',
      { x: [rearAxleMm - 80, rearAxleMm + 80], y: [-640, 640], z: [380, 480] },
      {
        details: { rear: [ring('line', 0, 430, 150)] },
        solid: false,
      },
    ),
    ...wheels('rear-wheel', rearAxleMm, WHEEL_RADIUS_MM, Y(1190), 250, true),
    ...bothSides(
      part(
        'intake',
        'Air intake',
        'metal',
        { x: [cabEndMm + 45, cabEndMm + 145], y: [Y(880), Y(1010)], z: [900, 2420], radiusMm: 30 },
        {
          material: 'plastic',
          solid: false,
        },
      ),
    ).slice(0, 1),
    ...bothSides(
      shaped(
        'mudguard',
        'Mudguard',
        'body',
        {
          side: mudguardOutline(rearAxleMm, WHEEL_RADIUS_MM, 500, 545),
          front: rounded(
            [
              [Y(600), 700],
              [Y(600), 985],
              [Y(1210), 985],
              [Y(1210), 700],
            ],
            30,
          ),
        },
        { material: 'plastic' },
      ),
    ),
  ];
}

/** Edges every truck offers a tape. */
export const truckEdges = ({ size, cabEndMm, halfWidthMm }: TruckFrame): TapeEdge[] => [
  { id: 'bumper', name: 'front of bumper', axis: 'x', atMm: 0 },
  { id: 'cab-rear', name: 'rear of cab', axis: 'x', atMm: cabEndMm },
  { id: 'tail', name: 'rear end', axis: 'x', atMm: size.lengthMm },
  { id: 'centreline', name: 'centreline', axis: 'y', atMm: 0 },
  { id: 'left-edge', name: 'left side', axis: 'y', atMm: halfWidthMm },
  { id: 'right-edge', name: 'right side', axis: 'y', atMm: -halfWidthMm },
  { id: 'ground', name: 'ground', axis: 'z', atMm: 0 },
];
