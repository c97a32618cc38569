/**
 * What holds lamps and what is mounted beside them: brackets, plates, an aerial, a camera, a box. Made up like the lamps;
 * sizes, holes and masses are of the order that such parts have.
 */
import type { BaseHole, Holds, LampKind, LampModel, Pad, ShelfEntry } from '../core/document/index.ts';
import { PLAIN_PART } from '../core/place/index.ts';

interface Given {
  key: string;
  name: string;
  kind: LampKind;
  /** Width, height, depth in mm: what touches the skin is width by height, or width by depth on top. */
  size: [number, number, number];
  round?: boolean;
  mounts: LampModel['mounts'];
  holds?: Holds;
  footMm?: number;
  kit: string[];
  kg: number;
  price: number;
  onHand: number;
}

const fixing = (aMm: number, bMm: number, diameterMm: number): BaseHole => ({ aMm, bMm, diameterMm, use: 'fixing' });
const mount = (kind: LampModel['mounts'][number]['kind'], places: BaseHole[]): LampModel['mounts'][number] => ({
  kind,
  holeMm: places.find(({ use }) => use === 'fixing')!.diameterMm,
  holes: places.filter(({ use }) => use === 'fixing').length,
  places,
});
const onBolts: LampModel['mounts'][number] = { kind: 'bracket', holeMm: 9, holes: 2, places: null };
const pad = (aMm: number, bMm: number, outMm: number, holeMm: number, faces: Pad['faces'] = 'up'): Pad => ({
  aMm,
  bMm,
  outMm,
  holeMm,
  faces,
});

const entry = ({ size: [widthMm, heightMm, depthMm], ...given }: Given): ShelfEntry => ({
  priceMarks: given.price,
  onHand: given.onHand,
  model: {
    ...PLAIN_PART,
    key: given.key,
    version: 1,
    name: given.name,
    kind: given.kind,
    face: { shape: given.round ? 'round' : 'rectangle', widthMm, heightMm, depthMm },
    mounts: given.mounts,
    massKg: given.kg,
    kitContents: given.kit,
    warrantyMonths: 24,
    holds: given.holds ?? null,
    footMm: given.footMm ?? null,
  },
});

/** Two rows of five. */
const TEN_RIVETS = [-80, -40, 0, 40, 80].flatMap((aMm) => [fixing(aMm, 20, 4.9), fixing(aMm, -20, 4.9)]);

export const BRACKETS: ShelfEntry[] = [
  entry({
    key: 'HB-2001',
    name: 'Bulkhead bracket, lamp and aerial',
    kind: 'bracket',
    size: [200, 64, 96],
    mounts: [mount('rivet', TEN_RIVETS)],
    holds: { massKg: 2.5, thicknessMm: 3.2, pads: [pad(-50, 32, 52, 9.5), pad(50, 32, 52, 9.5)] },
    kit: ['bracket'],
    kg: 0.45,
    price: 21,
    onHand: 6,
  }),
  entry({
    key: 'HB-2002',
    name: 'Work lamp arm, bolted',
    kind: 'bracket',
    size: [60, 80, 90],
    mounts: [mount('stud', [fixing(0, 25, 6.6), fixing(0, -25, 6.6)])],
    holds: { massKg: 3, thicknessMm: 4, pads: [pad(0, 40, 60, 10.5)] },
    kit: ['arm', 'gasket'],
    kg: 0.4,
    price: 14,
    onHand: 10,
  }),
  entry({
    key: 'HB-2003',
    name: 'Bar plate on hood-edge clamps',
    kind: 'bracket',
    size: [680, 30, 60],
    mounts: [{ kind: 'clamp', holeMm: 0, holes: 0, places: null }],
    holds: {
      massKg: 5,
      thicknessMm: 5,
      pads: [pad(-280, 15, 30, 9), pad(0, 15, 30, 9), pad(280, 15, 30, 9)],
    },
    kit: ['plate', 'two clamps', 'rubber strip'],
    kg: 1.9,
    price: 38,
    onHand: 3,
  }),
  entry({
    key: 'HB-2004',
    name: 'Bar plate on existing bolts, doubled',
    kind: 'bracket',
    size: [640, 40, 50],
    mounts: [onBolts],
    holds: { massKg: 6, thicknessMm: 6.4, pads: [pad(0, 20, 25, 9)] },
    kit: ['two flat bars', 'two longer M8 bolts, 35 mm'],
    kg: 2.1,
    price: 26,
    onHand: 4,
  }),
  entry({
    key: 'HB-2005',
    name: 'Ditch plate, two holes used again',
    kind: 'bracket',
    size: [120, 50, 70],
    mounts: [onBolts],
    holds: { massKg: 2, thicknessMm: 3, pads: [pad(0, 25, 40, 6.6)] },
    kit: ['plate'],
    kg: 0.3,
    price: 11,
    onHand: 8,
  }),
  entry({
    key: 'AE-2101',
    name: 'Radio aerial, whip',
    kind: 'aerial',
    size: [34, 420, 34],
    round: true,
    mounts: [mount('stud', [fixing(0, 0, 9.5)])],
    footMm: 4,
    kit: ['aerial', 'stud and nut', 'cable 4 m'],
    kg: 0.25,
    price: 44,
    onHand: 3,
  }),
  entry({
    key: 'CM-2201',
    name: 'Reversing camera',
    kind: 'camera',
    size: [70, 50, 60],
    mounts: [mount('screw', [fixing(-22, 0, 4), fixing(22, 0, 4), { aMm: 0, bMm: 0, diameterMm: 13, use: 'lead' }])],
    footMm: 3,
    kit: ['camera', 'gasket', 'screws', 'grommet'],
    kg: 0.3,
    price: 89,
    onHand: 2,
  }),
  entry({
    key: 'BX-2301',
    name: 'Weatherproof box',
    kind: 'box',
    size: [180, 130, 75],
    mounts: [mount('screw', [fixing(-75, -50, 5), fixing(75, -50, 5), fixing(-75, 50, 5), fixing(75, 50, 5)])],
    kit: ['box', 'gasket', 'screws'],
    kg: 0.6,
    price: 19,
    onHand: 5,
  }),
];
