/** Rigid trucks: one cab and chassis, five load bodies. */
import type { Millimetres } from '../../units/index.ts';
import type { BodyPart, BodyTemplate, ParameterRule } from '../bodyModel.ts';
import { type Point, rectangle, rounded } from '../outline/outline.ts';
import { bothSides, curve, line, movedBack, part, patch, patchBox, ring, shaped, twice } from '../parts.ts';
import { PLOW_BEYOND_MM, vPlow } from './plows.ts';
import { type TruckFrame, truckCab, truckChassis, truckEdges, truckFrame, WHEEL_RADIUS_MM } from './truckCab.ts';

const rule = (name: string, defaultMm: Millimetres, minimumMm: Millimetres, maximumMm: Millimetres): ParameterRule => ({
  name,
  defaultMm,
  minimumMm,
  maximumMm,
});

const truckRules = (lengthMm: Millimetres, wheelbaseMm: Millimetres): Record<string, ParameterRule> => ({
  lengthMm: rule('Overall length', lengthMm, 5600, 11000),
  widthMm: rule('Overall width', 2450, 2000, 2600),
  cabLengthMm: rule('Cab length', 2060, 1700, 2700),
  cabHeightMm: rule('Cab height', 2640, 2200, 3300),
  wheelbaseMm: rule('Wheelbase', wheelbaseMm, 2900, 6500),
});

function truck(
  id: string,
  name: string,
  rules: Record<string, ParameterRule>,
  load: (frame: TruckFrame, parameters: Record<string, number>) => BodyPart[],
  /** What hangs in front of the bumper, and how far it reaches: the truck then starts that much further back. */
  ahead: (
    frame: TruckFrame,
    parameters: Record<string, number>,
  ) => { parts: BodyPart[]; lengthMm: Millimetres } = () => ({
    parts: [],
    lengthMm: 0,
  }),
): BodyTemplate {
  return {
    id,
    name,
    group: 'truck',
    hasEngine: true,
    parameters: rules,
    build(parameters) {
      const frame = truckFrame({
        lengthMm: parameters.lengthMm!,
        widthMm: parameters.widthMm!,
        cabLengthMm: parameters.cabLengthMm!,
        cabHeightMm: parameters.cabHeightMm!,
        wheelbaseMm: parameters.wheelbaseMm!,
      });
      const front = ahead(frame, parameters);
      const shift = front.lengthMm;
      const own = [...truckChassis(frame), ...truckCab(frame), ...load(frame, parameters)];
      return {
        parts: [...front.parts, ...own.map((each) => movedBack(each, shift))],
        edges: truckEdges(frame).map((edge) => (edge.axis === 'x' ? { ...edge, atMm: edge.atMm + shift } : edge)),
        panelPosition: { xMm: 700 + shift, yMm: 700, zMm: 1100 },
        driversEye: { xMm: 1000 + shift, yMm: 500, zMm: 2050 },
      };
    },
  };
}

const handle = (x: number, z: number) => patchBox('faint', x, z, x + 110, z + 35);

/** Flat deck with lockers below, used by the recovery, drop-side and sign-board trucks. */
function deckAndLockers(frame: TruckFrame, deckEndMm: Millimetres): BodyPart[] {
  const { rearAxleMm, cabEndMm, halfWidthMm } = frame;
  const deckStart = cabEndMm + 200;
  const lockerStart = deckStart + 130;
  const lockerEnd = rearAxleMm - 590;
  const middle = (at: number) => lockerStart + (lockerEnd - lockerStart) * at;
  const aft = rearAxleMm + 590;
  return [
    part(
      'deck',
      'Deck',
      'body',
      { x: [deckStart, deckEndMm], y: [-halfWidthMm, halfWidthMm], z: [1000, 1075], radiusMm: 10 },
      {
        thicknessMm: 5,
        details: {
          plan: [
            ...twice(1, line('faint', [deckStart + 90, halfWidthMm - 245], [deckEndMm - 120, halfWidthMm - 245])),
            ...[lockerStart, middle(0.33), middle(0.67), lockerEnd, aft].flatMap((x) =>
              twice(1, line('faint', [x, halfWidthMm - 245], [x, halfWidthMm])),
            ),
            ...twice(
              1,
              patchBox('hidden', rearAxleMm - WHEEL_RADIUS_MM, 650, rearAxleMm + WHEEL_RADIUS_MM, halfWidthMm - 35),
            ),
          ],
        },
      },
    ),
    ...bothSides(
      part(
        'locker',
        'Side locker',
        'body',
        { x: [lockerStart, lockerEnd], y: [620, halfWidthMm], z: [470, 1000], radiusMm: 25 },
        {
          details: {
            left: [
              line('line', [middle(0.33), 480], [middle(0.33), 990]),
              line('line', [middle(0.67), 480], [middle(0.67), 990]),
              line('faint', [lockerStart + 10, 850], [lockerEnd - 10, 850]),
              ...[0.13, 0.46, 0.79].map((at) => handle(middle(at), 700)),
            ],
          },
        },
      ),
    ),
    ...bothSides(
      part(
        'rear-locker',
        'Rear locker',
        'body',
        { x: [aft, deckEndMm - 40], y: [620, halfWidthMm], z: [600, 1000], radiusMm: 25 },
        {
          details: { left: [line('line', [aft + 470, 610], [aft + 470, 990]), handle(aft + 630, 740)] },
        },
      ),
    ),
  ];
}

function rearStep(frame: TruckFrame, atMm: Millimetres): BodyPart {
  const half = frame.halfWidthMm;
  return part(
    'rear-step',
    'Rear step',
    'body',
    { x: [atMm - 25, atMm + 60], y: [-half, half], z: [870, 1075], radiusMm: 15 },
    {
      thicknessMm: 3,
      details: { rear: twice(0, patchBox('faint', half * 0.2, 885, half * 0.57, 1000, 10)) },
    },
  );
}

function headboard(frame: TruckFrame, topMm: Millimetres, startMm: Millimetres): BodyPart {
  const half = frame.halfWidthMm - 75;
  const slats = [-0.7, -0.47, -0.23, 0.23, 0.47, 0.7];
  return part(
    'headboard',
    'Headboard',
    'body',
    { x: [startMm, startMm + 80], y: [-half, half], z: [1060, topMm], radiusMm: 12 },
    {
      details: {
        rear: [
          patchBox('panel', -half + 90, 1150, half - 90, topMm - 90, 20),
          ...slats.map((at) => line('faint', [half * at, 1150], [half * at, topMm - 90])),
          line('faint', [-half + 90, (1150 + topMm) / 2], [half - 90, (1150 + topMm) / 2]),
        ],
      },
    },
  );
}

/** Boom, hook and stabilisers of the recovery truck, with the boom resting at its travelling angle. */
function boomGear(frame: TruckFrame): BodyPart[] {
  const end = frame.size.lengthMm - 400;
  const pivotX = frame.cabEndMm + 1000;
  const reach = (end - 260 - pivotX) / 3680; // drawn for a 3680 mm boom
  const bx = (x: number) => pivotX + (x - 3060) * reach;
  const half = frame.halfWidthMm;
  const sidePoints = (...points: Point[]) => points.map(([x, z]) => [bx(x), z] as const);
  const hookX = bx(6898);
  return [
    part(
      'turret',
      'Boom turret',
      'body',
      { x: [bx(2880), bx(3500)], y: [-360, 360], z: [1070, 1640], radiusMm: 60 },
      {
        side: rounded(sidePoints([2880, 1070], [2960, 1640], [3200, 1640], [3500, 1070]), 60),
        details: { sides: [ring('line', bx(3060), 1470, 95), ring('line', bx(3060), 1470, 40)] },
        paintBias: { sides: 70 },
      },
    ),
    ...bothSides(
      shaped(
        'ram',
        'Boom ram',
        'metal',
        {
          side: rounded(sidePoints([3861, 1149], [4824, 2131], [4902, 2054], [3939, 1071]), 20),
          front: rectangle(215, 1071, 300, 2131, 15),
        },
        { paintBias: { left: -120, right: -120 } },
      ),
    ),
    shaped(
      'boom',
      'Boom',
      'body',
      {
        side: rounded(sidePoints([2888, 1612], [5288, 2413], [5395, 2101], [3012, 1252]), 30),
        front: rectangle(-190, 1252, 190, 2413, 20),
      },
      {
        details: {
          sides: [line('faint', ...sidePoints([3281, 1546], [5268, 2232]))],
          plan: [line('faint', [bx(3200), 0], [bx(5300), 0])],
        },
        thicknessMm: 6,
        paintBias: { sides: 200, rear: 0 },
      },
    ),
    shaped(
      'boom-end',
      'Boom extension',
      'metal',
      {
        side: rounded(sidePoints([5300, 2369], [6649, 2825], [6721, 2617], [5370, 2160]), 10),
        front: rectangle(-125, 2160, 125, 2825, 10),
      },
      { thicknessMm: 6, paintBias: { sides: 150 } },
    ),
    shaped(
      'sheave',
      'Sheave head',
      'body',
      {
        side: rounded(
          sidePoints(
            [6580, 2740],
            [6600, 2850],
            [6740, 2900],
            [6880, 2850],
            [6900, 2740],
            [6860, 2620],
            [6740, 2580],
            [6620, 2620],
          ),
          70,
        ),
        front: rectangle(-165, 2580, 165, 2900, 60),
        plan: rectangle(bx(6600), -165, bx(6900), 165, 50),
      },
      {
        thicknessMm: 8,
        paintBias: { sides: 200 },
        details: { sides: [ring('line', bx(6740), 2740, 115), ring('line', bx(6740), 2740, 32)] },
      },
    ),
    part(
      'hook',
      'Hook',
      'metal',
      { x: [hookX - 40, hookX + 40], y: [-45, 45], z: [1880, 2010], radiusMm: 20 },
      {
        solid: false,
        details: {
          sides: [
            line('line', [hookX, 2730], [hookX, 2010]),
            curve('line', 30, [hookX, 1880], [hookX, 1830], [hookX + 47, 1780], [hookX + 12, 1725], [hookX - 43, 1745]),
          ],
          rear: [
            line('line', [0, 2600], [0, 2010]),
            curve('line', 30, [0, 1880], [0, 1830], [45, 1780], [10, 1725], [-45, 1745]),
          ],
        },
      },
    ),
    ...bothSides(
      part(
        'stabiliser',
        'Stabiliser',
        'metal',
        { x: [end - 740, end - 560], y: [half - 175, half - 3], z: [290, 985], radiusMm: 10 },
        {
          paintBias: { left: 30, right: 30 },
          details: {
            left: [
              line('faint', [end - 740, 640], [end - 560, 640]),
              patchBox('metal', end - 800, 235, end - 500, 290, 15),
            ],
          },
        },
      ),
    ),
    ...bothSides(
      part(
        'post',
        'Rear corner post',
        'metal',
        { x: [end - 120, end], y: [half - 135, half - 35], z: [1075, 1480], radiusMm: 12 },
        { thicknessMm: 4 },
      ),
    ),
    shaped('underlift', 'Underlift arm', 'metal', {
      side: rounded(
        [
          [end - 440, 600],
          [end + 160, 560],
          [end + 160, 430],
          [end - 440, 510],
        ],
        15,
      ),
      front: rectangle(-120, 430, 120, 600, 10),
    }),
    part('mast', 'Underlift mast', 'metal', {
      x: [end + 150, end + 255],
      y: [-120, 120],
      z: [390, 1130],
      radiusMm: 20,
    }),
    part('crossbar', 'Wheel lift bar', 'metal', {
      x: [end + 240, end + 400],
      y: [-half * 0.64, half * 0.64],
      z: [420, 600],
      radiusMm: 30,
    }),
  ];
}

export const recoveryTruck = truck('recovery-truck', 'Recovery truck with boom', truckRules(7400, 4060), (frame) => {
  const deckEnd = frame.size.lengthMm - 400;
  return [
    ...deckAndLockers(frame, deckEnd),
    headboard(frame, 2330, frame.cabEndMm + 210),
    rearStep(frame, deckEnd),
    ...boomGear(frame),
  ];
});

export const dropSideTruck = truck(
  'drop-side-truck',
  'Drop-side truck with rack',
  { ...truckRules(7100, 3900), rackHeightMm: rule('Headboard rack height', 2700, 1800, 3300) },
  (frame, { rackHeightMm = 2700 }) => {
    const end = frame.size.lengthMm - 60;
    const start = frame.cabEndMm + 200;
    const bay = (end - start) / 3;
    const half = frame.halfWidthMm;
    return [
      ...deckAndLockers(frame, end),
      headboard(frame, rackHeightMm, start + 10),
      ...bothSides(
        part(
          'drop-side',
          'Drop side',
          'body',
          { x: [start, end], y: [half - 45, half], z: [1075, 1475], radiusMm: 8 },
          {
            material: 'aluminium',
            details: {
              left: [1, 2]
                .map((n) => line('line', [start + bay * n, 1075], [start + bay * n, 1475]))
                .concat([1175, 1275, 1375].map((z) => line('faint', [start + 20, z], [end - 20, z]))),
            },
          },
        ),
      ),
      part(
        'tailboard',
        'Tailboard',
        'body',
        { x: [end - 45, end], y: [-half, half], z: [1075, 1475], radiusMm: 8 },
        {
          material: 'aluminium',
          details: { rear: [1175, 1275, 1375].map((z) => line('faint', [-half + 20, z], [half - 20, z])) },
        },
      ),
      rearStep(frame, end),
    ];
  },
);

export const gritter = truck(
  'gritter',
  'Gritter with V plow',
  { ...truckRules(8200, 4300), plowLengthMm: rule('Plow, ahead of the bumper', 1100, 700, 1800) },
  (frame) => {
    const start = frame.cabEndMm + 220;
    const end = frame.size.lengthMm - 620;
    const half = frame.halfWidthMm;
    return [
      part(
        'hopper',
        'Hopper',
        'body',
        { x: [start, end], y: [-half + 40, half - 40], z: [1000, 2500] },
        {
          side: rounded(
            [
              [start, 1500],
              [start, 2500],
              [end, 2500],
              [end, 1500],
              [end - 400, 1000],
              [start + 400, 1000],
            ],
            60,
          ),
          front: rounded(
            [
              [-half + 40, 2500],
              [half - 40, 2500],
              [half - 40, 2050],
              [520, 1000],
              [-520, 1000],
              [-half + 40, 2050],
            ],
            40,
          ),
          details: {
            sides: [0.2, 0.4, 0.6, 0.8]
              .map((at) => line('line', [start + (end - start) * at, 1150], [start + (end - start) * at, 2450]))
              .concat([line('faint', [start + 30, 2050], [end - 30, 2050])]),
            plan: [
              patchBox('panel', start + 120, -half + 160, end - 120, half - 160, 60),
              line('faint', [start + 120, 0], [end - 120, 0]),
            ],
            rear: [patchBox('panel', -420, 1250, 420, 2000, 30), line('faint', [-half + 80, 2050], [half - 80, 2050])],
          },
        },
      ),
      part(
        'spinner-chute',
        'Spreader chute',
        'metal',
        { x: [end - 60, end + 420], y: [-330, 330], z: [560, 1350], radiusMm: 40 },
        {
          details: { rear: [line('faint', [-200, 700], [200, 700])] },
        },
      ),
      part('spinner', 'Spinner disc', 'metal', {
        x: [end + 180, end + 620],
        y: [-300, 300],
        z: [470, 560],
        radiusMm: 20,
      }),
      part('tail-frame', 'Tail frame', 'body', {
        x: [end - 20, end + 90],
        y: [-half, half],
        z: [870, 1060],
        radiusMm: 15,
      }),
      ...bothSides(
        part(
          'step-locker',
          'Side step',
          'body',
          { x: [start + 100, frame.rearAxleMm - 640], y: [700, half], z: [520, 900], radiusMm: 20 },
          { details: { left: [handle(start + 300, 700)] } },
        ),
      ),
    ];
  },
  ({ halfWidthMm }, { plowLengthMm = 1100 }) => ({
    lengthMm: plowLengthMm,
    parts: vPlow(plowLengthMm, halfWidthMm + PLOW_BEYOND_MM),
  }),
);

export const signBoardTruck = truck(
  'sign-board-truck',
  'Sign-board truck',
  { ...truckRules(7000, 3800), boardHeightMm: rule('Board top, raised', 3600, 2800, 4000) },
  (frame, { boardHeightMm = 3600 }) => {
    const end = frame.size.lengthMm - 60;
    const half = frame.halfWidthMm;
    const boardX = end - 900;
    return [
      ...deckAndLockers(frame, end),
      headboard(frame, 2300, frame.cabEndMm + 210),
      rearStep(frame, end),
      part(
        'board-frame',
        'Board frame',
        'metal',
        { x: [boardX - 120, boardX], y: [-480, 480], z: [1075, boardHeightMm - 300], radiusMm: 12 },
        {
          details: { sides: [line('line', [boardX - 60, 1100], [boardX - 700, 1100])] },
        },
      ),
      part(
        'board',
        'Sign board',
        'panel',
        { x: [boardX, boardX + 70], y: [-half + 60, half - 60], z: [1700, boardHeightMm], radiusMm: 20 },
        {
          material: 'aluminium',
          details: {
            rear: [
              patchBox('line', -half + 150, 1790, half - 150, boardHeightMm - 90, 12),
              patch('faint', [
                [-600, 2300],
                [200, 2300],
                [200, 2080],
                [640, 2480],
                [200, 2880],
                [200, 2660],
                [-600, 2660],
              ]),
            ],
          },
        },
      ),
    ];
  },
);

export const sweeper = truck('sweeper', 'Road sweeper', truckRules(6900, 3600), (frame) => {
  const start = frame.cabEndMm + 180;
  const end = frame.size.lengthMm - 80;
  const half = frame.halfWidthMm;
  const broomX = frame.cabEndMm + 420;
  return [
    part(
      'hopper',
      'Hopper',
      'body',
      { x: [start, end], y: [-half + 30, half - 30], z: [980, 2720] },
      {
        side: rounded(
          [
            [start, 980],
            [start, 2500],
            [start + 200, 2720],
            [end - 500, 2720],
            [end, 2150],
            [end, 980],
          ],
          90,
        ),
        front: rounded(
          [
            [-half + 30, 980],
            [-half + 30, 2500],
            [-half + 200, 2720],
            [half - 200, 2720],
            [half - 30, 2500],
            [half - 30, 980],
          ],
          [0, 90, 70, 70, 90, 0],
        ),
        details: {
          sides: [
            line('line', [start + 1500, 1000], [start + 1500, 2700]),
            patchBox('panel', start + 180, 1300, start + 1300, 2200, 40),
            line('faint', [start + 1560, 1900], [end - 120, 1900]),
            handle(start + 700, 1420),
          ],
          rear: [
            patchBox('panel', -half + 180, 1150, half - 180, 2050, 40),
            line('faint', [-half + 180, 1600], [half - 180, 1600]),
          ],
          plan: [
            patchBox('panel', start + 260, -620, start + 1250, 620, 60),
            line('faint', [start + 1500, -half + 40], [start + 1500, half - 40]),
          ],
        },
      },
    ),
    ...bothSides(
      part(
        'broom',
        'Side broom',
        'dark',
        { x: [broomX, broomX + 620], y: [half - 330, half + 120], z: [20, 330], radiusMm: 60 },
        {
          material: 'plastic',
          details: {
            left: [0.2, 0.4, 0.6, 0.8].map((at) => line('faint', [broomX + 620 * at, 40], [broomX + 620 * at, 200])),
            plan: [ring('line', broomX + 310, half - 105, 190)],
          },
        },
      ),
    ),
    part('suction', 'Suction hose', 'metal', {
      x: [broomX + 700, broomX + 980],
      y: [-420, 420],
      z: [120, 980],
      radiusMm: 40,
    }),
    part('tail-frame', 'Tail frame', 'body', {
      x: [end - 30, end + 80],
      y: [-half, half],
      z: [820, 1010],
      radiusMm: 15,
    }),
  ];
});

export const boxTruck = truck(
  'box-truck',
  'Box truck',
  { ...truckRules(7600, 4300), boxHeightMm: rule('Box top above ground', 3350, 2600, 4000) },
  (frame, { boxHeightMm = 3350 }) => {
    const start = frame.cabEndMm + 150;
    const end = frame.size.lengthMm - 40;
    const half = frame.halfWidthMm;
    const bay = (end - start) / 6;
    return [
      part(
        'box',
        'Box',
        'body',
        { x: [start, end], y: [-half, half], z: [1010, boxHeightMm], radiusMm: 30 },
        {
          material: 'aluminium',
          thicknessMm: 2,
          details: {
            sides: [
              ...[1, 2, 3, 4, 5].map((n) =>
                line('faint', [start + bay * n, 1040], [start + bay * n, boxHeightMm - 40]),
              ),
              line('line', [start + 20, 1110], [end - 20, 1110]),
              line('faint', [start + 20, boxHeightMm - 90], [end - 20, boxHeightMm - 90]),
            ],
            rear: [
              patchBox('panel', -half + 70, 1090, half - 70, boxHeightMm - 90, 12),
              line('line', [0, 1090], [0, boxHeightMm - 90]),
              ...twice(
                0,
                line('faint', [90, 1120], [90, boxHeightMm - 120]),
                patchBox('faint', 60, 1700, 120, 1860, 10),
              ),
            ],
            plan: [1, 2, 3, 4, 5].map((n) =>
              line('faint', [start + bay * n, -half + 30], [start + bay * n, half - 30]),
            ),
            front: [line('faint', [-half + 60, boxHeightMm - 120], [half - 60, boxHeightMm - 120])],
          },
        },
      ),
      ...bothSides(
        part(
          'guard-rail',
          'Side guard',
          'metal',
          { x: [frame.cabEndMm + 400, frame.rearAxleMm - 640], y: [half - 60, half - 20], z: [420, 860], radiusMm: 10 },
          { details: { left: [line('line', [frame.cabEndMm + 420, 640], [frame.rearAxleMm - 660, 640])] } },
        ),
      ),
      rearStep(frame, end - 30),
    ];
  },
);

export const TRUCKS = [recoveryTruck, dropSideTruck, boxTruck, gritter, signBoardTruck, sweeper];
