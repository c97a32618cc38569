/** Escort motorcycle with top box and side cases. */
import type { BodyTemplate } from '../bodyModel.ts';
import { circle, rectangle, rounded } from '../outline/outline.ts';
import { bothSides, line, part, patch, patchBox, ring, shaped } from '../parts.ts';

const RADIUS_MM = 320;

export const motorcycle: BodyTemplate = {
  id: 'motorcycle',
  name: 'Escort motorcycle',
  group: 'cycle',
  hasEngine: true,
  parameters: {
    lengthMm: { name: 'Overall length', defaultMm: 2250, minimumMm: 1900, maximumMm: 2600 },
    widthMm: { name: 'Width over mirrors', defaultMm: 960, minimumMm: 760, maximumMm: 1100 },
    heightMm: { name: 'Height to screen', defaultMm: 1420, minimumMm: 1150, maximumMm: 1600 },
  },
  build({ lengthMm = 2250, widthMm = 960, heightMm = 1420 }) {
    const half = widthMm / 2;
    const rear = lengthMm - RADIUS_MM - 120;
    const wheel = (id: string, x: number, width: number) =>
      part(
        id,
        'Wheel',
        'dark',
        { x: [x - RADIUS_MM, x + RADIUS_MM], y: [-width / 2, width / 2], z: [0, RADIUS_MM * 2], radiusMm: 30 },
        {
          side: circle(x, RADIUS_MM, RADIUS_MM),
          material: 'rubber',
          details: {
            sides: [ring('panel', x, RADIUS_MM, 230), ring('line', x, RADIUS_MM, 130), ring('line', x, RADIUS_MM, 45)],
          },
        },
      );
    return {
      parts: [
        wheel('front-wheel', RADIUS_MM, 120),
        wheel('rear-wheel', rear, 160),
        shaped('fork', 'Fork', 'metal', {
          side: rounded(
            [
              [300, 330],
              [520, 960],
              [570, 940],
              [350, 310],
            ],
            10,
          ),
          front: rectangle(-110, 310, 110, 960, 10),
        }),
        shaped(
          'guard',
          'Front mudguard',
          'body',
          {
            side: rounded(
              [
                [40, 500],
                [120, 640],
                [330, 690],
                [560, 600],
                [540, 560],
                [330, 640],
                [140, 590],
              ],
              40,
            ),
            front: rectangle(-85, 500, 85, 690, 30),
          },
          { material: 'plastic' },
        ),
        shaped('engine', 'Engine', 'deep', {
          side: rounded(
            [
              [620, 260],
              [600, 560],
              [700, 720],
              [1240, 700],
              [1300, 300],
            ],
            60,
          ),
          front: rectangle(-300, 260, 300, 720, 60),
        }),
        shaped(
          'fairing',
          'Fairing',
          'body',
          {
            side: rounded(
              [
                [430, 760],
                [330, 960],
                [420, 1110],
                [640, 1120],
                [900, 960],
                [960, 560],
                [720, 420],
                [600, 640],
              ],
              60,
            ),
            front: rounded(
              [
                [-230, 420],
                [-310, 800],
                [-230, 1080],
                [230, 1080],
                [310, 800],
                [230, 420],
              ],
              80,
            ),
          },
          {
            material: 'plastic',
            details: {
              sides: [line('line', [560, 860], [860, 780])],
              front: [
                patchBox('lens', -170, 800, 170, 940, 60),
                ring('faint', -80, 870, 55),
                ring('faint', 80, 870, 55),
              ],
            },
          },
        ),
        shaped(
          'screen',
          'Windscreen',
          'glass',
          {
            side: rounded(
              [
                [440, 1080],
                [640, heightMm],
                [690, heightMm - 30],
                [600, 1080],
              ],
              30,
            ),
            front: rounded(
              [
                [-190, 1080],
                [-170, heightMm],
                [170, heightMm],
                [190, 1080],
              ],
              80,
            ),
          },
          { material: 'glass' },
        ),
        shaped(
          'tank',
          'Tank and seat',
          'body',
          {
            side: rounded(
              [
                [840, 720],
                [800, 960],
                [960, 1050],
                [1180, 960],
                [1300, 860],
                [1840, 900],
                [1930, 830],
                [1700, 720],
              ],
              [30, 60, 80, 80, 60, 40, 40, 40],
            ),
            front: rectangle(-170, 720, 170, 1050, 60),
          },
          {
            material: 'plastic',
            details: {
              sides: [line('line', [1190, 940], [1240, 760])],
              plan: [
                patch(
                  'line',
                  [
                    [1200, -110],
                    [1200, 110],
                    [1840, 130],
                    [1840, -130],
                  ],
                  60,
                ),
              ],
            },
          },
        ),
        part(
          'bars',
          'Handlebar',
          'metal',
          { x: [720, 790], y: [-half + 60, half - 60], z: [1090, 1140], radiusMm: 20 },
          { solid: false },
        ),
        ...bothSides(
          part(
            'mirror',
            'Mirror',
            'metal',
            { x: [650, 700], y: [half - 170, half], z: [1220, 1330], radiusMm: 30 },
            { material: 'plastic', details: { front: [line('line', [half - 120, 1120], [half - 90, 1220])] } },
          ),
        ),
        ...bothSides(
          part(
            'case',
            'Side case',
            'body',
            { x: [1420, 1980], y: [210, 430], z: [480, 860], radiusMm: 60 },
            { material: 'plastic', details: { left: [line('line', [1430, 640], [1970, 640])] } },
          ),
        ),
        part(
          'top-box',
          'Top box',
          'body',
          { x: [1790, 2180], y: [-270, 270], z: [900, 1200], radiusMm: 60 },
          {
            material: 'plastic',
            details: {
              sides: [line('line', [1800, 1060], [2170, 1060])],
              rear: [patchBox('lens', -230, 960, 230, 1010, 15)],
            },
          },
        ),
        part(
          'tail',
          'Tail',
          'panel',
          { x: [1960, lengthMm], y: [-100, 100], z: [620, 900], radiusMm: 30 },
          {
            material: 'plastic',
            details: { rear: [patchBox('lens', -80, 810, 80, 880, 15), patchBox('faint', -95, 640, 95, 790, 8)] },
          },
        ),
      ],
      edges: [
        { id: 'front', name: 'front wheel', axis: 'x', atMm: 0 },
        { id: 'tail', name: 'rear end', axis: 'x', atMm: lengthMm },
        { id: 'centreline', name: 'centreline', axis: 'y', atMm: 0 },
        { id: 'ground', name: 'ground', axis: 'z', atMm: 0 },
      ],
      panelPosition: { xMm: 1300, yMm: 0, zMm: 820 },
      driversEye: { xMm: 1250, yMm: 0, zMm: 1550 },
    };
  },
};
