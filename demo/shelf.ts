/**
 * The Reach Shed's shelf: made-up lamps with our own shelf numbers. Figures are invented for the demo; they are of the
 * size that such lamps have.
 */
import type { LampKind, LampModel, LightColour, ShelfEntry } from '../core/build/index.ts';

interface Given {
  key: string;
  name: string;
  kind: LampKind;
  colours: LightColour[];
  /** Width, height, depth in mm; `round` makes the face a circle of that width. */
  size: [number, number, number];
  round?: boolean;
  /** Average over a flash and maximum, at 12.8 V. */
  amps: [number, number];
  heads?: number;
  light?: 'led' | 'filament';
  voltage?: [number, number];
  mount: [LampModel['mounts'][number]['kind'], number, number];
  also?: [LampModel['mounts'][number]['kind'], number, number];
  kit?: string[];
  apart?: [string, string];
  programming?: LampModel['programming'];
  sealing?: string;
  kg: number;
  months: number;
  price: number;
  onHand: number;
}

const FLASHING: ReadonlySet<LampKind> = new Set(['bar', 'beacon', 'strobe', 'plow', 'magnet']);

function leadsOf(given: Given): LampModel['leads'] {
  const leads: LampModel['leads'] = [
    { colour: 'red', purpose: 'feed' },
    { colour: 'black', purpose: 'ground' },
  ];
  if (given.programming === 'touch') leads.push({ colour: 'yellow', purpose: 'program' });
  if (FLASHING.has(given.kind) && (given.heads ?? 1) >= 4) leads.push({ colour: 'green', purpose: 'sync' });
  return leads;
}

function entry(given: Given): ShelfEntry {
  const [widthMm, heightMm, depthMm] = given.size;
  const mounts = [given.mount, ...(given.also ? [given.also] : [])].map(([kind, holeMm, holes]) => ({ kind, holeMm, holes }));
  return {
    priceMarks: given.price,
    onHand: given.onHand,
    model: {
      key: given.key,
      version: 1,
      name: given.name,
      kind: given.kind,
      colours: given.colours,
      heads: given.heads ?? 1,
      light: given.light ?? 'led',
      voltage: { minimumV: given.voltage?.[0] ?? 10, maximumV: given.voltage?.[1] ?? 30 },
      averageA: given.amps[0],
      maximumA: given.amps[1],
      cutInV: given.light === 'filament' ? 0 : 8,
      face: { shape: given.round ? 'round' : 'rectangle', widthMm, heightMm, depthMm },
      mounts,
      leads: leadsOf(given),
      sealing: given.sealing ?? 'IP67',
      massKg: given.kg,
      kitContents: given.kit ?? ['lamp', 'gasket', 'screws'],
      soldApart: given.apart ? [{ partKey: given.apart[0], name: given.apart[1], needed: true }] : [],
      programming: given.programming ?? (FLASHING.has(given.kind) ? 'touch' : 'none'),
      warrantyMonths: given.months,
    },
  };
}

const WARNING: LightColour[] = ['amber', 'white', 'red', 'blue', 'green'];
const bracketPair: [string, string] = ['bracket-pair-900', 'Bracket pair 900'];

export const SHELF: ShelfEntry[] = [
  entry({ key: 'EB-1201', name: 'Amber bar 1200, 24 heads', kind: 'bar', colours: ['amber'], size: [1200, 90, 280], amps: [3.2, 6.4], heads: 24, mount: ['bracket', 9, 4], apart: bracketPair, kit: ['bar', 'feet', 'bolts'], kg: 7.4, months: 36, price: 412, onHand: 2 }),
  entry({ key: 'EB-0901', name: 'Amber bar 900, 16 heads', kind: 'bar', colours: ['amber'], size: [900, 80, 260], amps: [2.2, 4.4], heads: 16, mount: ['bracket', 9, 4], apart: bracketPair, kit: ['bar', 'feet', 'bolts'], kg: 5.6, months: 36, price: 338, onHand: 3 }),
  entry({ key: 'EB-0601', name: 'Low bar 600, 8 heads', kind: 'bar', colours: ['amber', 'white'], size: [600, 60, 180], amps: [1.3, 2.6], heads: 8, mount: ['stud', 6.5, 2], kit: ['bar', 'studs', 'gasket'], kg: 2.9, months: 36, price: 214, onHand: 4 }),
  entry({ key: 'EB-1502', name: 'Amber bar 1500, 32 heads', kind: 'bar', colours: ['amber'], size: [1500, 90, 280], amps: [4.4, 8.8], heads: 32, mount: ['bracket', 9, 4], apart: bracketPair, kit: ['bar', 'feet', 'bolts'], kg: 9.1, months: 36, price: 520, onHand: 1 }),
  entry({ key: 'BC-0101', name: 'Beacon 150, three-bolt', kind: 'beacon', colours: ['amber', 'green'], size: [150, 140, 150], round: true, amps: [0.9, 2.1], heads: 6, mount: ['stud', 6.5, 3], kit: ['beacon', 'gasket', 'studs'], programming: 'dial', kg: 0.9, months: 24, price: 86, onHand: 11 }),
  entry({ key: 'BC-0102', name: 'Beacon 130, pipe mount', kind: 'beacon', colours: ['amber'], size: [130, 170, 130], round: true, amps: [0.8, 1.9], heads: 6, mount: ['clamp', 0, 0], apart: ['pipe-spigot', 'Pipe spigot 25'], programming: 'dial', kg: 0.8, months: 24, price: 79, onHand: 6 }),
  entry({ key: 'BC-0103', name: 'Beacon, magnet foot', kind: 'magnet', colours: ['amber'], size: [140, 150, 140], round: true, amps: [0.8, 1.8], heads: 6, mount: ['magnet', 0, 0], kit: ['beacon', 'coiled lead', 'plug'], programming: 'hold', kg: 1.2, months: 24, price: 92, onHand: 5 }),
  entry({ key: 'BC-0201', name: 'Rotating beacon, filament', kind: 'beacon', colours: ['amber'], size: [160, 190, 160], round: true, amps: [4.3, 4.6], light: 'filament', voltage: [11, 14.5], mount: ['stud', 6.5, 3], kit: ['beacon', 'gasket'], programming: 'none', kg: 1.4, months: 12, price: 41, onHand: 2 }),
  entry({ key: 'BC-0104', name: 'Mini beacon 90', kind: 'beacon', colours: ['amber', 'blue'], size: [90, 90, 90], round: true, amps: [0.5, 1.2], heads: 4, mount: ['stud', 8.5, 1], kit: ['beacon', 'gasket', 'nut'], programming: 'hold', kg: 0.4, months: 24, price: 54, onHand: 8 }),
  entry({ key: 'ST-0301', name: 'Corner strobe, 3-wire', kind: 'strobe', colours: WARNING, size: [48, 130, 28], amps: [0.55, 0.9], heads: 6, mount: ['grommet', 28, 3], apart: ['corner-mount-kit', 'Corner mount kit'], kit: ['lamp', 'gasket'], kg: 0.2, months: 60, price: 58, onHand: 9 }),
  entry({ key: 'ST-0302', name: 'Surface strobe 6, thin', kind: 'strobe', colours: WARNING, size: [130, 32, 11], amps: [0.5, 1.1], heads: 6, mount: ['screw', 3.2, 2], kit: ['lamp', 'gasket', 'screws'], kg: 0.12, months: 60, price: 44, onHand: 26 }),
  entry({ key: 'ST-0303', name: 'Surface strobe 3', kind: 'strobe', colours: WARNING, size: [80, 30, 11], amps: [0.3, 0.6], heads: 3, mount: ['screw', 3.2, 2], kit: ['lamp', 'gasket', 'screws'], kg: 0.08, months: 60, price: 33, onHand: 30 }),
  entry({ key: 'ST-0304', name: 'Flush strobe, round 25', kind: 'strobe', colours: WARNING, size: [38, 38, 8], round: true, amps: [0.3, 0.7], heads: 1, mount: ['flush', 25, 1], kit: ['lamp', 'nut', 'gasket'], kg: 0.06, months: 36, price: 29, onHand: 18 }),
  entry({ key: 'ST-0305', name: 'Grille strobe pair head', kind: 'strobe', colours: WARNING, size: [110, 36, 24], amps: [0.45, 1], heads: 4, mount: ['bracket', 6.5, 2], kit: ['lamp', 'L bracket', 'bolts'], kg: 0.2, months: 60, price: 49, onHand: 12 }),
  entry({ key: 'ST-0306', name: 'Side strobe 12, long', kind: 'strobe', colours: WARNING, size: [240, 34, 14], amps: [0.9, 2], heads: 12, mount: ['screw', 3.2, 4], kit: ['lamp', 'gasket', 'screws'], kg: 0.26, months: 60, price: 71, onHand: 10 }),
  entry({ key: 'ST-0307', name: 'Hidden strobe insert', kind: 'strobe', colours: WARNING, size: [26, 26, 12], round: true, amps: [0.4, 1], heads: 1, mount: ['flush', 25.4, 1], kit: ['insert', 'driver'], kg: 0.1, months: 24, price: 38, onHand: 6 }),
  entry({ key: 'ST-0308', name: 'Two-sided mirror strobe', kind: 'strobe', colours: ['amber', 'white'], size: [60, 120, 30], amps: [0.5, 1], heads: 6, mount: ['clamp', 0, 0], kit: ['lamp', 'clamp'], kg: 0.22, months: 24, price: 62, onHand: 4 }),
  entry({ key: 'MK-0101', name: 'Marker 19 mm, grommet', kind: 'marker', colours: ['amber', 'red', 'white'], size: [27, 27, 9], round: true, amps: [0.05, 0.06], mount: ['grommet', 19, 1], kit: ['lamp', 'grommet'], kg: 0.02, months: 60, price: 6, onHand: 41 }),
  entry({ key: 'MK-0102', name: 'Marker 100 x 30', kind: 'marker', colours: ['amber', 'red', 'white'], size: [100, 30, 18], amps: [0.06, 0.08], mount: ['screw', 3.2, 2], kit: ['lamp', 'gasket', 'screws'], kg: 0.05, months: 60, price: 9, onHand: 33 }),
  entry({ key: 'MK-0103', name: 'Roof marker, cab', kind: 'marker', colours: ['amber'], size: [90, 50, 120], amps: [0.08, 0.1], mount: ['screw', 3.2, 2], kit: ['lamp', 'foam seal', 'screws'], kg: 0.12, months: 60, price: 14, onHand: 20 }),
  entry({ key: 'MK-0104', name: 'Outline marker, rubber arm', kind: 'marker', colours: ['red', 'white'], size: [70, 130, 60], amps: [0.08, 0.1], mount: ['stud', 6.5, 2], kit: ['lamp', 'arm', 'bolts'], kg: 0.3, months: 24, price: 18, onHand: 8 }),
  entry({ key: 'MK-0105', name: 'Marker, filament 5 W', kind: 'marker', colours: ['amber', 'red'], size: [98, 42, 36], amps: [0.38, 0.4], light: 'filament', voltage: [11, 14.5], mount: ['screw', 3.2, 2], kit: ['lamp', 'bulb'], sealing: 'IP54', kg: 0.08, months: 12, price: 4, onHand: 14 }),
  entry({ key: 'ID-0301', name: 'Identification lamp, slim', kind: 'identification', colours: ['amber', 'red'], size: [80, 24, 12], amps: [0.05, 0.06], mount: ['screw', 3.2, 2], kit: ['lamp', 'screws'], kg: 0.04, months: 60, price: 8, onHand: 24 }),
  entry({ key: 'ID-0302', name: 'Identification strip, three lamps', kind: 'identification', colours: ['amber', 'red'], size: [420, 32, 18], amps: [0.15, 0.18], heads: 3, mount: ['screw', 3.2, 3], kit: ['strip', 'screws'], kg: 0.2, months: 60, price: 22, onHand: 5 }),
  entry({ key: 'SG-0401', name: 'Stop, tail and turn 100, round', kind: 'signal', colours: ['red', 'amber'], size: [106, 106, 40], round: true, amps: [0.35, 0.4], mount: ['grommet', 102, 1], kit: ['lamp', 'grommet', 'plug'], kg: 0.3, months: 60, price: 19, onHand: 6 }),
  entry({ key: 'SG-0402', name: 'Stop and tail 160, oval', kind: 'signal', colours: ['red', 'amber'], size: [165, 57, 38], amps: [0.35, 0.42], mount: ['grommet', 57, 1], kit: ['lamp', 'grommet', 'plug'], kg: 0.3, months: 60, price: 21, onHand: 9 }),
  entry({ key: 'SG-0403', name: 'Rear combination, filament 21/5 W', kind: 'signal', colours: ['red', 'amber'], size: [240, 140, 60], amps: [1.7, 2.1], light: 'filament', voltage: [11, 14.5], mount: ['stud', 6.5, 2], kit: ['lamp', 'bulbs'], sealing: 'IP54', kg: 0.7, months: 12, price: 17, onHand: 4 }),
  entry({ key: 'SG-0404', name: 'High stop lamp 240', kind: 'signal', colours: ['red'], size: [240, 30, 24], amps: [0.18, 0.2], mount: ['screw', 3.2, 2], kit: ['lamp', 'gasket', 'screws'], kg: 0.16, months: 60, price: 24, onHand: 2 }),
  entry({ key: 'SG-0405', name: 'Side turn lamp', kind: 'signal', colours: ['amber'], size: [90, 40, 24], amps: [0.2, 0.25], mount: ['screw', 3.2, 2], kit: ['lamp', 'screws'], kg: 0.09, months: 36, price: 12, onHand: 13 }),
  entry({ key: 'RV-0501', name: 'Reversing lamp 100, round', kind: 'reversing', colours: ['white'], size: [106, 106, 40], round: true, amps: [0.7, 0.75], mount: ['grommet', 102, 1], kit: ['lamp', 'grommet', 'plug'], kg: 0.3, months: 60, price: 23, onHand: 3 }),
  entry({ key: 'RV-0502', name: 'Flush reversing lamp, slot', kind: 'reversing', colours: ['white'], size: [520, 36, 30], amps: [1.4, 1.6], heads: 6, mount: ['flush', 25.4, 2], kit: ['lamp', 'gasket', 'screws'], kg: 0.6, months: 36, price: 64, onHand: 3 }),
  entry({ key: 'RV-0503', name: 'Reversing and work lamp 80', kind: 'reversing', colours: ['white'], size: [80, 80, 60], amps: [1.1, 1.3], mount: ['stud', 8.5, 1], kit: ['lamp', 'bracket', 'bolt'], kg: 0.5, months: 36, price: 39, onHand: 7 }),
  entry({ key: 'PL-0601', name: 'Number plate lamp', kind: 'plate', colours: ['white'], size: [90, 30, 34], amps: [0.05, 0.06], mount: ['screw', 3.2, 2], kit: ['lamp', 'screws'], kg: 0.06, months: 36, price: 8, onHand: 5 }),
  entry({ key: 'FL-0701', name: 'Work flood 40 W', kind: 'flood', colours: ['white'], size: [110, 110, 70], amps: [3.1, 3.3], mount: ['stud', 10.5, 1], kit: ['lamp', 'bracket', 'bolt'], sealing: 'IP69', kg: 0.9, months: 36, price: 57, onHand: 4 }),
  entry({ key: 'FL-0702', name: 'Work flood 20 W', kind: 'flood', colours: ['white'], size: [90, 90, 60], amps: [1.55, 1.7], mount: ['stud', 8.5, 1], kit: ['lamp', 'bracket', 'bolt'], sealing: 'IP69', kg: 0.6, months: 36, price: 38, onHand: 10 }),
  entry({ key: 'FL-0703', name: 'Scene light 300, 60 W', kind: 'flood', colours: ['white'], size: [300, 90, 60], amps: [4.6, 4.9], heads: 12, mount: ['bracket', 8.5, 2], kit: ['lamp', 'bracket pair', 'bolts'], sealing: 'IP69', kg: 1.8, months: 36, price: 118, onHand: 4 }),
  entry({ key: 'FL-0704', name: 'Large bed flood 100 W', kind: 'flood', colours: ['white'], size: [180, 160, 90], amps: [7.6, 8], heads: 8, mount: ['bracket', 10.5, 1], apart: ['flood-yoke', 'Flood yoke'], kit: ['lamp', 'bolt'], sealing: 'IP69', kg: 2.3, months: 36, price: 131, onHand: 3 }),
  entry({ key: 'BD-0801', name: 'Load-bed strip 500', kind: 'bed', colours: ['white'], size: [500, 24, 12], amps: [0.5, 0.55], heads: 18, mount: ['rivet', 4.8, 3], kit: ['strip', 'rivets'], kg: 0.2, months: 24, price: 27, onHand: 12 }),
  entry({ key: 'BD-0802', name: 'Load-bed lamp, round 75', kind: 'bed', colours: ['white'], size: [75, 75, 22], round: true, amps: [0.4, 0.45], mount: ['screw', 3.2, 3], kit: ['lamp', 'gasket', 'screws'], kg: 0.15, months: 24, price: 18, onHand: 16 }),
  entry({ key: 'PW-0901', name: 'Plow marker rod 28 in', kind: 'plow', colours: ['amber'], size: [30, 711, 30], amps: [0.1, 0.12], mount: ['bracket', 6.5, 2], apart: ['plow-rod-kit', 'Plow rod bracket kit'], kit: ['rod', 'lamp'], programming: 'none', kg: 0.5, months: 12, price: 31, onHand: 6 }),
  entry({ key: 'PW-0902', name: 'Plow head lamp 150', kind: 'flood', colours: ['white'], size: [150, 110, 110], amps: [3.6, 3.9], mount: ['bracket', 10.5, 1], apart: ['plow-lamp-arm', 'Plow lamp arm'], kit: ['lamp', 'bolt'], sealing: 'IP69', kg: 1.2, months: 24, price: 84, onHand: 2 }),
  entry({ key: 'MD-1001', name: 'Brake-light modulator lamp', kind: 'modulator', colours: ['red'], size: [120, 30, 18], amps: [0.25, 0.3], heads: 9, mount: ['screw', 3.2, 2], kit: ['lamp', 'modulator', 'plug leads'], programming: 'hold', kg: 0.15, months: 24, price: 46, onHand: 3 }),
  entry({ key: 'MG-1101', name: 'Magnet tail and turn lamp', kind: 'magnet', colours: ['red'], size: [110, 100, 60], amps: [0.35, 0.4], mount: ['magnet', 0, 0], kit: ['lamp', 'lead', '4-way plug'], programming: 'none', kg: 0.6, months: 12, price: 34, onHand: 8 }),
  entry({ key: 'AR-1201', name: 'Arrow-board strobe, 24 V', kind: 'strobe', colours: ['amber'], size: [200, 200, 60], round: true, amps: [0.9, 1.8], heads: 12, voltage: [18, 32], mount: ['stud', 8.5, 3], kit: ['lamp', 'gasket', 'studs'], kg: 1.1, months: 36, price: 97, onHand: 14 }),
  entry({ key: 'CH-1301', name: 'Chase lamp 360', kind: 'beacon', colours: ['amber', 'blue'], size: [110, 70, 110], round: true, amps: [0.7, 1.6], heads: 8, mount: ['stud', 8.5, 1], apart: ['bulkhead-plate', 'Bulkhead plate'], kit: ['lamp', 'nut'], programming: 'hold', kg: 0.5, months: 24, price: 73, onHand: 4 }),
];

export const modelByKey = (key: string): LampModel => {
  const found = SHELF.find((each) => each.model.key === key);
  if (!found) throw new RangeError(`the shelf has no ${key}`);
  return found.model;
};
