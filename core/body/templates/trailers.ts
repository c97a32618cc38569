/** Trailers: drawbar, frame, wheels and three loads (tilt bed, boat cradle, pump set). */
import type { Millimetres } from '../../units/index.ts';
import type { BodyPart, BodyTemplate, ParameterRule } from '../bodyModel.ts';
import { type Point, rounded } from '../outline/outline.ts';
import { bothSides, curve, line, mudguardOutline, part, patchBox, ring, shaped, twice, wheels } from '../parts.ts';

const WHEEL_RADIUS_MM = 330;

interface TrailerFrame {
  lengthMm: Millimetres;
  halfWidthMm: Millimetres;
  drawbarMm: Millimetres;
  bedStartMm: Millimetres;
  axlesMm: number[];
}

function running(frame: TrailerFrame, frameHeightMm: Millimetres): BodyPart[] {
  const { drawbarMm, halfWidthMm, lengthMm, axlesMm } = frame;
  const low = frameHeightMm - 140;
  return [
    part(
      'coupling',
      'Coupling head',
      'metal',
      { x: [0, 320], y: [-75, 75], z: [low - 20, low + 120], radiusMm: 40 },
      {
        details: { sides: [ring('line', 110, low + 40, 45)], plan: [ring('line', 110, 0, 50)] },
      },
    ),
    shaped(
      'drawbar',
      'Drawbar',
      'metal',
      {
        side: rounded(
          [
            [260, low],
            [260, low + 110],
            [drawbarMm + 200, low + 110],
            [drawbarMm + 200, low],
          ],
          10,
        ),
        front: rounded(
          [
            [-halfWidthMm * 0.55, low],
            [-halfWidthMm * 0.55, low + 110],
            [halfWidthMm * 0.55, low + 110],
            [halfWidthMm * 0.55, low],
          ],
          10,
        ),
        plan: [
          [260, 55],
          [drawbarMm + 200, halfWidthMm * 0.55],
          [drawbarMm + 200, halfWidthMm * 0.55 - 90],
          [430, 0],
          [drawbarMm + 200, -halfWidthMm * 0.55 + 90],
          [drawbarMm + 200, -halfWidthMm * 0.55],
          [260, -55],
        ],
      },
      { thicknessMm: 6 },
    ),
    part(
      'jockey',
      'Jockey wheel',
      'metal',
      { x: [560, 640], y: [-40, 40], z: [200, low + 420], radiusMm: 15 },
      {
        details: { sides: [ring('dark', 600, 130, 125), ring('line', 600, 130, 40)] },
        solid: false,
      },
    ),
    part(
      'frame',
      'Frame',
      'deep',
      { x: [drawbarMm, lengthMm - 60], y: [-halfWidthMm * 0.62, halfWidthMm * 0.62], z: [low, frameHeightMm] },
      { thicknessMm: 5 },
    ),
    ...axlesMm.flatMap((axle, index) => wheels(`wheel-${index + 1}`, axle, WHEEL_RADIUS_MM, halfWidthMm + 210, 190)),
    ...axlesMm.flatMap((axle, index) =>
      bothSides(
        shaped(`guard-${index + 1}`, 'Mudguard', 'body', {
          side: mudguardOutline(axle, WHEEL_RADIUS_MM, WHEEL_RADIUS_MM + 50, WHEEL_RADIUS_MM + 85, 5, 175),
          front: rounded(
            [
              [halfWidthMm + 10, 540],
              [halfWidthMm + 10, 745],
              [halfWidthMm + 225, 745],
              [halfWidthMm + 225, 540],
            ],
            20,
          ),
        }),
      ),
    ),
  ];
}

const edges = ({ lengthMm, halfWidthMm, bedStartMm }: TrailerFrame) => [
  { id: 'coupling', name: 'centre of coupling', axis: 'x' as const, atMm: 110 },
  { id: 'bed-front', name: 'front of bed', axis: 'x' as const, atMm: bedStartMm },
  { id: 'tail', name: 'rear end', axis: 'x' as const, atMm: lengthMm },
  { id: 'centreline', name: 'centreline', axis: 'y' as const, atMm: 0 },
  { id: 'left-edge', name: 'left side of bed', axis: 'y' as const, atMm: halfWidthMm },
  { id: 'right-edge', name: 'right side of bed', axis: 'y' as const, atMm: -halfWidthMm },
  { id: 'ground', name: 'ground', axis: 'z' as const, atMm: 0 },
];

function trailer(
  id: string,
  name: string,
  rules: Record<string, ParameterRule>,
  axles: 1 | 2,
  load: (frame: TrailerFrame, parameters: Record<string, number>) => BodyPart[],
): BodyTemplate {
  return {
    id,
    name,
    group: 'trailer',
    hasEngine: false,
    parameters: rules,
    build(parameters) {
      const lengthMm = parameters.lengthMm!;
      const drawbarMm = parameters.drawbarMm!;
      const middle = drawbarMm + (lengthMm - drawbarMm) * 0.58;
      const frame: TrailerFrame = {
        lengthMm,
        halfWidthMm: parameters.widthMm! / 2 - 225,
        drawbarMm,
        bedStartMm: drawbarMm,
        axlesMm: axles === 1 ? [middle] : [middle - 385, middle + 385],
      };
      return {
        parts: [...running(frame, 620), ...load(frame, parameters)],
        edges: edges(frame),
        panelPosition: { xMm: drawbarMm + 150, yMm: 0, zMm: 640 },
        driversEye: null,
      };
    },
  };
}

const rules = (lengthMm: Millimetres, widthMm: Millimetres, drawbarMm: Millimetres): Record<string, ParameterRule> => ({
  lengthMm: { name: 'Overall length', defaultMm: lengthMm, minimumMm: 2600, maximumMm: 12000 },
  widthMm: { name: 'Overall width', defaultMm: widthMm, minimumMm: 1400, maximumMm: 2600 },
  drawbarMm: { name: 'Coupling to bed', defaultMm: drawbarMm, minimumMm: 700, maximumMm: 2400 },
});

export const tiltTrailer = trailer(
  'tilt-trailer',
  'Tilt trailer',
  {
    ...rules(6100, 2350, 1350),
    bedHeightMm: { name: 'Bed height', defaultMm: 720, minimumMm: 640, maximumMm: 1100 },
    sideHeightMm: { name: 'Side height above bed', defaultMm: 320, minimumMm: 120, maximumMm: 900 },
  },
  2,
  (frame, { bedHeightMm = 720, sideHeightMm = 320 }) => {
    const { bedStartMm: start, lengthMm: end, halfWidthMm: half } = frame;
    const bays = [1, 2, 3, 4].map((n) => start + ((end - start) * n) / 5);
    const top = bedHeightMm + sideHeightMm;
    return [
      part(
        'bed',
        'Tilt bed',
        'body',
        { x: [start, end], y: [-half, half], z: [bedHeightMm - 90, bedHeightMm], radiusMm: 8 },
        {
          thicknessMm: 4,
          details: {
            plan: [
              ...[-0.66, -0.33, 0, 0.33, 0.66].map((at) =>
                line('faint', [start + 30, half * at], [end - 20, half * at]),
              ),
              line('hidden', [end - 1500, -half], [end - 1500, half]),
            ],
          },
        },
      ),
      ...bothSides(
        part(
          'side',
          'Side panel',
          'body',
          { x: [start, end - 30], y: [half - 40, half], z: [bedHeightMm, top], radiusMm: 6 },
          {
            material: 'aluminium',
            details: {
              left: bays
                .map((x) => line('line', [x, bedHeightMm], [x, top]))
                .concat([line('faint', [start + 20, top - 60], [end - 50, top - 60])]),
            },
          },
        ),
      ),
      part(
        'front-panel',
        'Front panel',
        'body',
        { x: [start, start + 40], y: [-half, half], z: [bedHeightMm, top], radiusMm: 6 },
        { material: 'aluminium' },
      ),
      part(
        'tail-beam',
        'Tail beam',
        'body',
        { x: [end - 90, end], y: [-half - 190, half + 190], z: [480, 640], radiusMm: 12 },
        {
          details: {
            rear: [
              ...twice(0, ring('lens', half + 90, 560, 50), ring('lens', half - 60, 560, 50)),
              patchBox('faint', -260, 500, 260, 612, 8),
            ],
          },
        },
      ),
      part(
        'tailgate',
        'Tailgate',
        'body',
        { x: [end - 40, end], y: [-half, half], z: [bedHeightMm, top], radiusMm: 6 },
        {
          material: 'aluminium',
          details: { rear: [-0.5, 0, 0.5].map((at) => line('faint', [half * at, bedHeightMm], [half * at, top])) },
        },
      ),
      part(
        'ram',
        'Tilt ram',
        'metal',
        { x: [start - 320, start + 500], y: [-60, 60], z: [560, 680], radiusMm: 20 },
        { solid: false },
      ),
    ];
  },
);

export const flatbedTrailer = trailer(
  'flatbed-trailer',
  'Flatbed trailer',
  {
    ...rules(7200, 2500, 1500),
    bedHeightMm: { name: 'Bed height', defaultMm: 900, minimumMm: 640, maximumMm: 1300 },
  },
  2,
  (frame, { bedHeightMm = 900 }) => {
    const { bedStartMm: start, lengthMm: end, halfWidthMm: half } = frame;
    const edge = half + 225;
    const pockets = [0.08, 0.29, 0.5, 0.71, 0.92].map((at) => start + (end - start) * at);
    return [
      part(
        'bed',
        'Bed',
        'body',
        { x: [start, end], y: [-edge, edge], z: [bedHeightMm - 120, bedHeightMm], radiusMm: 8 },
        {
          thicknessMm: 5,
          details: {
            sides: pockets.map((x) => patchBox('line', x - 40, bedHeightMm - 105, x + 40, bedHeightMm - 25, 6)),
            plan: [-0.75, -0.5, -0.25, 0, 0.25, 0.5, 0.75].map((at) =>
              line('faint', [start + 20, edge * at], [end - 20, edge * at]),
            ),
          },
        },
      ),
      part(
        'bulkhead',
        'Front bulkhead',
        'body',
        { x: [start, start + 70], y: [-edge + 60, edge - 60], z: [bedHeightMm, bedHeightMm + 900], radiusMm: 15 },
        { details: { front: [line('faint', [-edge + 90, bedHeightMm + 450], [edge - 90, bedHeightMm + 450])] } },
      ),
      part(
        'tail-beam',
        'Tail beam',
        'body',
        { x: [end - 90, end], y: [-edge, edge], z: [520, bedHeightMm - 120], radiusMm: 12 },
        { details: { rear: twice(0, ring('lens', edge - 140, 650, 50), ring('lens', edge - 300, 650, 50)) } },
      ),
    ];
  },
);

export const boatTrailer = trailer('boat-trailer', 'Boat trailer', rules(6400, 2250, 1500), 1, (frame) => {
  const { bedStartMm: start, lengthMm: end, halfWidthMm: half } = frame;
  const keel: Point[] = [
    [start - 250, 1180],
    [start - 60, 980],
    [start + 500, 800],
    [end + 150, 760],
    [end + 210, 1420],
    [start + 300, 1480],
    [start - 330, 1520],
  ];
  return [
    ...bothSides(
      part(
        'bunk',
        'Bunk',
        'metal',
        { x: [start + 400, end - 100], y: [half - 330, half - 250], z: [620, 800], radiusMm: 15 },
        { material: 'timber' },
      ),
    ),
    part(
      'winch-post',
      'Winch post',
      'metal',
      { x: [start - 420, start - 340], y: [-50, 50], z: [560, 1350], radiusMm: 15 },
      { details: { sides: [ring('line', start - 320, 1180, 70)] } },
    ),
    shaped(
      'hull',
      'Boat',
      'panel',
      {
        side: rounded(keel, [60, 120, 200, 60, 60, 100, 60]),
        front: rounded(
          [
            [-half * 0.9, 1480],
            [half * 0.9, 1480],
            [half * 0.78, 1050],
            [0, 760],
            [-half * 0.78, 1050],
          ],
          [60, 60, 120, 40, 120],
        ),
        plan: rounded(
          [
            [start - 330, 0],
            [start + 500, half * 0.78],
            [start + 1500, half * 0.9],
            [end + 210, half * 0.86],
            [end + 210, -half * 0.86],
            [start + 1500, -half * 0.9],
            [start + 500, -half * 0.78],
          ],
          [80, 400, 400, 60, 60, 400, 400],
        ),
      },
      {
        material: 'plastic',
        details: {
          plan: [patchBox('line', start + 1300, -half * 0.6, end - 100, half * 0.6, 120)],
          sides: [curve('faint', 100, [start - 280, 1400], [start + 600, 1330], [end + 190, 1300])],
        },
      },
    ),
    part(
      'lamp-board',
      'Lamp board',
      'body',
      { x: [end + 215, end + 245], y: [-half - 150, half + 150], z: [620, 780], radiusMm: 10 },
      {
        details: {
          rear: [
            ...twice(0, patchBox('lens', half - 90, 650, half + 110, 750, 10)),
            patchBox('faint', -260, 645, 260, 755, 8),
          ],
        },
      },
    ),
  ];
});

export const pumpTrailer = trailer('pump-trailer', 'Water pump trailer', rules(4200, 1900, 1100), 1, (frame) => {
  const { bedStartMm: start, lengthMm: end, halfWidthMm: half } = frame;
  return [
    part(
      'canopy',
      'Pump canopy',
      'body',
      { x: [start + 80, end - 40], y: [-half + 20, half - 20], z: [620, 1680], radiusMm: 50 },
      {
        details: {
          sides: [
            line('line', [start + 1000, 640], [start + 1000, 1660]),
            ...[0, 1, 2, 3, 4].map((n) => line('faint', [start + 220, 1180 + n * 70], [start + 820, 1180 + n * 70])),
            patchBox('panel', start + 1150, 820, end - 200, 1460, 30),
          ],
          rear: [patchBox('panel', -half + 140, 760, half - 140, 1560, 30), ring('line', 0, 980, 140)],
          plan: [
            ring('line', start + 500, 180, 90),
            patchBox('faint', start + 900, -half + 160, end - 220, half - 160, 40),
          ],
        },
      },
    ),
    part(
      'bulkhead',
      'Bulkhead',
      'metal',
      { x: [start + 20, start + 70], y: [-360, 360], z: [1500, 1950], radiusMm: 10 },
      { thicknessMm: 3 },
    ),
    part(
      'tail-beam',
      'Tail beam',
      'body',
      { x: [end - 60, end], y: [-half - 190, half + 190], z: [480, 620], radiusMm: 12 },
      { details: { rear: twice(0, ring('lens', half + 60, 550, 45)) } },
    ),
  ];
});

export const TRAILERS = [tiltTrailer, flatbedTrailer, boatTrailer, pumpTrailer];
