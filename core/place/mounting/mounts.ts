/**
 * How lamps are held: what each mount drills, needs behind the skin, asks of the hands, and leaves when it comes off.
 * Common practice, no source, where no standard is named.
 */

import type { Material } from '../../body/index.ts';
import type { Lamp, LampModel, MountKind } from '../../document/index.ts';
import type { Millimetres } from '../../units/index.ts';

export interface MountFacts {
  name: string;
  /** Free depth wanted behind the skin, mm. */
  backingMm: Millimetres;
  tools: readonly string[];
  /** Hands, in the order in which they work. */
  order: readonly string[];
  /** What is left on the unit when the lamp is taken off again. */
  leaves: string;
  reversible: boolean;
  /** Putting one lamp on, its holes made and its wire there, min (common practice, no source). */
  minutes: number;
}

export const MOUNTS: Record<MountKind, MountFacts> = {
  stud: {
    name: 'Drilled stud',
    backingMm: 40,
    tools: ['drill', 'deburring tool', 'spanner', 'zinc paint'],
    order: [
      'mark and centre-punch',
      'pilot, then final bit',
      'deburr and paint the edge',
      'seat with gasket',
      'nut and lock washer from behind',
    ],
    leaves: 'holes to plug',
    reversible: false,
    minutes: 10,
  },
  screw: {
    name: 'Screwed base',
    backingMm: 18,
    tools: ['drill', 'driver', 'sealant'],
    order: [
      'hold the base, mark through it',
      'pilot holes',
      'wire through before the base',
      'sealant in the holes',
      'screws hand tight',
    ],
    leaves: 'pilot holes to fill',
    reversible: false,
    minutes: 8,
  },
  grommet: {
    name: 'Grommet',
    backingMm: 45,
    tools: ['drill', 'step bit or hole saw', 'deburring tool', 'zinc paint'],
    order: [
      'pilot',
      'step up and stop at the size',
      'deburr and paint the edge',
      'grommet into the hole',
      'wire through, then press the lamp in',
    ],
    leaves: 'a round hole to plug',
    reversible: false,
    minutes: 6,
  },
  flush: {
    name: 'Flush slot or hole',
    backingMm: 60,
    tools: ['drill', 'corner bit', 'jigsaw or nibbler', 'file', 'zinc paint'],
    order: [
      'tape the template on',
      'drill the corners',
      'cut between them',
      'file to the line',
      'paint the edge',
      'gasket, wire through, screws',
    ],
    leaves: 'a slot that needs a cover plate',
    reversible: false,
    minutes: 12,
  },
  bracket: {
    name: 'Bracket on existing bolts',
    backingMm: 0,
    tools: ['spanner', 'torque wrench'],
    order: ['note the torque of the bolts', 'one bolt out at a time', 'bracket under the head', 'torque again'],
    leaves: 'nothing',
    reversible: true,
    minutes: 15,
  },
  rivet: {
    name: 'Blind rivets',
    backingMm: 15,
    tools: ['drill', 'rivet tool', 'deburring tool'],
    order: ['drill one, rivet one', 'check the fit', 'drill and rivet the rest'],
    leaves: 'rivet holes to plug',
    reversible: false,
    minutes: 10,
  },
  weld: {
    name: 'Welded bracket',
    backingMm: 0,
    tools: ['grinder', 'welder', 'fire blanket', 'primer'],
    order: [
      'battery off and electronics unplugged',
      'clear what burns behind the panel',
      'grind to bare metal',
      'tack, check, weld',
      'prime both sides',
    ],
    leaves: 'a weld to grind off',
    reversible: false,
    minutes: 45,
  },
  magnet: {
    name: 'Magnet',
    backingMm: 0,
    tools: ['clean cloth', 'safety cord'],
    order: ['clean and dry the steel', 'set down, do not drop', 'clip the safety cord'],
    leaves: 'nothing',
    reversible: true,
    minutes: 4,
  },
  clamp: {
    name: 'Clamp',
    backingMm: 0,
    tools: ['spanner', 'rubber strip'],
    order: ['rubber strip round the tube', 'clamp halves hand tight', 'aim', 'tighten evenly'],
    leaves: 'nothing',
    reversible: true,
    minutes: 8,
  },
  pipe: {
    name: 'Pipe stem',
    backingMm: 0,
    tools: ['allen key', 'thread sealant'],
    order: ['stem into its socket', 'wire through the stem', 'lamp onto the stem', 'grub screw'],
    leaves: 'the socket',
    reversible: true,
    minutes: 8,
  },
};

export interface Clearance {
  thread: string;
  fineMm: Millimetres;
  mediumMm: Millimetres;
  coarseMm: Millimetres;
}

/** Clearance holes for metric bolts. ISO 273:1979, from memory. */
export const ISO_273: readonly Clearance[] = [
  { thread: 'M4', fineMm: 4.3, mediumMm: 4.5, coarseMm: 4.8 },
  { thread: 'M5', fineMm: 5.3, mediumMm: 5.5, coarseMm: 5.8 },
  { thread: 'M6', fineMm: 6.4, mediumMm: 6.6, coarseMm: 7 },
  { thread: 'M8', fineMm: 8.4, mediumMm: 9, coarseMm: 10 },
  { thread: 'M10', fineMm: 10.5, mediumMm: 11, coarseMm: 12 },
  { thread: 'M12', fineMm: 13, mediumMm: 13.5, coarseMm: 14.5 },
];

/** The largest bolt that passes a hole, and how it fits; null under M4. `boltFor(6.5) // => { thread: 'M6', fit: 'fine' }` */
export function boltFor(holeMm: Millimetres): { thread: string; fit: 'fine' | 'medium' | 'coarse' } | null {
  const row = [...ISO_273].reverse().find((each) => each.fineMm <= holeMm + 1e-9);
  if (!row) return null;
  return { thread: row.thread, fit: holeMm >= row.coarseMm ? 'coarse' : holeMm >= row.mediumMm ? 'medium' : 'fine' };
}

/** Twist bits up to here; above, a step bit, and above that a hole saw. */
const LARGEST_TWIST_MM = 13;
const LARGEST_STEP_MM = 32;
export const PILOT_MM = 3.2;
/** Up to here the final bit is its own pilot (common practice, no source). */
const NO_PILOT_TO_MM = 3.5;
/** Thickest skin that a step bit still goes through in one step. */
const STEP_BIT_THICKNESS_MM = 3.2;

export interface BitStep {
  bit: string;
  diameterMm: Millimetres;
  note: string;
}

/** The bits for a hole, smallest first, with the step to stop at. Common practice, no source. */
export function bitsFor(diameterMm: Millimetres, material: Material, thicknessMm: Millimetres): BitStep[] {
  const light = material === 'plastic' || thicknessMm < 1.2 ? 'light pressure' : 'cutting oil';
  if (diameterMm <= NO_PILOT_TO_MM) return [{ bit: 'twist bit', diameterMm, note: light }];
  const pilot = { bit: 'pilot bit', diameterMm: PILOT_MM, note: light };
  if (diameterMm <= LARGEST_TWIST_MM) return [pilot, { bit: 'twist bit', diameterMm, note: 'deburr both sides' }];
  if (diameterMm <= LARGEST_STEP_MM && thicknessMm <= STEP_BIT_THICKNESS_MM)
    return [pilot, { bit: 'step bit', diameterMm, note: `stop at the ${formatMm(diameterMm)} mm step` }];
  return [pilot, { bit: 'hole saw', diameterMm, note: `${formatMm(diameterMm)} mm saw, slow` }];
}

export const formatMm = (mm: number): string => String(Math.round(mm * 10) / 10);

export type HolePurpose = 'bolt' | 'screw' | 'rivet' | 'grommet' | 'lead' | 'corner' | 'switch';

/** One round hole in the skin. a runs along the face to the right of whoever looks at it, b up; from the lamp's centre. */
export interface Hole {
  aMm: Millimetres;
  bMm: Millimetres;
  diameterMm: Millimetres;
  purpose: HolePurpose;
}

/** A slot to cut between its corner holes. */
export interface Slot {
  aMm: Millimetres;
  bMm: Millimetres;
  widthMm: Millimetres;
  heightMm: Millimetres;
  cornerDiameterMm: Millimetres;
}

export interface Drilling {
  holes: Hole[];
  slots: Slot[];
  /** Where they are is known from the base itself; otherwise they are as such bases usually have them, and nothing is printed. */
  isMeasured: boolean;
}

/** Screws of a base sit this part of its half width from the middle. */
const SCREW_RATIO = 0.82;
/** 1/2 in bits for the corners of a flush slot, as far as the slot is high enough. Common practice, no source. */
const CORNER_BIT_MM = 12.7;
/** A flush lamp's flange covers this much beyond the cut, at least. */
const MIN_FLANGE_MM = 6;

const PURPOSE: Partial<Record<MountKind, HolePurpose>> = {
  stud: 'bolt',
  screw: 'screw',
  rivet: 'rivet',
  grommet: 'grommet',
};

/** Places of so many fixings under a base: one in the middle, two along its longer side, three on a circle, four in the corners. */
function pattern(
  count: number,
  widthMm: Millimetres,
  heightMm: Millimetres,
  round: boolean,
  diameterMm: Millimetres,
): [number, number][] {
  const reach = (length: number) => Math.max(0, Math.min((length / 2) * SCREW_RATIO, (length - diameterMm) / 2 - 1));
  const [halfA, halfB] = [reach(widthMm), reach(heightMm)];
  const long = widthMm >= heightMm;
  if (count === 1) return [[0, 0]];
  if (round || (count === 3 && Math.abs(widthMm - heightMm) < 1)) {
    const radius = Math.min(halfA, halfB);
    return Array.from({ length: count }, (_, index) => {
      const angle = Math.PI / 2 + (index * 2 * Math.PI) / count;
      return [radius * Math.cos(angle), radius * Math.sin(angle)];
    });
  }
  if (count === 4)
    return [
      [-halfA, halfB],
      [halfA, halfB],
      [halfA, -halfB],
      [-halfA, -halfB],
    ];
  return Array.from({ length: count }, (_, index) => {
    const at = -1 + (2 * index) / (count - 1);
    return long ? [at * halfA, 0] : [0, at * halfB];
  });
}

export const mountOf = (lamp: Pick<Lamp, 'mount'>, model: LampModel): LampModel['mounts'][number] =>
  model.mounts.find((each) => each.kind === lamp.mount) ?? model.mounts[0]!;

/**
 * The size of a lamp's base on its face: across and up, mm. On top of the unit the base is the face's width by its depth.
 */
export const baseOf = (
  lamp: Pick<Lamp, 'face'>,
  { face }: LampModel,
): { widthMm: Millimetres; heightMm: Millimetres } =>
  lamp.face === 'top'
    ? { widthMm: face.widthMm, heightMm: face.depthMm }
    : { widthMm: face.widthMm, heightMm: face.heightMm };

/** Holes and slots that a lamp's mount puts into the skin. Nothing for mounts that drill nothing, and on a bracket. */
export function drillingOf(lamp: Pick<Lamp, 'mount' | 'face' | 'pad'>, model: LampModel): Drilling {
  if (lamp.pad) return { holes: [], slots: [], isMeasured: true };
  const mount = mountOf(lamp, model);
  const { widthMm, heightMm } = baseOf(lamp, model);
  if (mount.kind === 'flush') return flushDrilling(mount, widthMm, heightMm, model.face.shape === 'round');
  const purpose = PURPOSE[mount.kind];
  if (!purpose || mount.holes === 0 || mount.holeMm === 0) return { holes: [], slots: [], isMeasured: true };
  if (mount.places)
    return {
      holes: mount.places.map(({ use, ...hole }): Hole => ({ ...hole, purpose: use === 'lead' ? 'lead' : purpose })),
      slots: [],
      isMeasured: true,
    };
  const holes = pattern(mount.holes, widthMm, heightMm, model.face.shape === 'round', mount.holeMm).map(
    ([aMm, bMm]): Hole => ({ aMm, bMm, diameterMm: mount.holeMm, purpose }),
  );
  // A grommet sits in the middle of its lamp, whatever the base.
  return { holes, slots: [], isMeasured: mount.kind === 'grommet' && mount.holes === 1 };
}

/** A round flush lamp takes one hole; any other a slot as high as the shelf says, with corner holes that give its radii. */
function flushDrilling(
  mount: { holeMm: Millimetres },
  widthMm: Millimetres,
  heightMm: Millimetres,
  round: boolean,
): Drilling {
  if (round)
    return { holes: [{ aMm: 0, bMm: 0, diameterMm: mount.holeMm, purpose: 'grommet' }], slots: [], isMeasured: true };
  const high = Math.min(mount.holeMm, heightMm - 2 * MIN_FLANGE_MM > 0 ? heightMm : mount.holeMm);
  const wide = Math.max(high, widthMm - 2 * MIN_FLANGE_MM);
  return { holes: [], slots: [slotOf(wide, high)], isMeasured: true };
}

/** A slot centred on the lamp; its corner bit is no larger than half the slot's height. */
export const slotOf = (widthMm: Millimetres, heightMm: Millimetres): Slot => ({
  aMm: 0,
  bMm: 0,
  widthMm,
  heightMm,
  cornerDiameterMm: Math.min(CORNER_BIT_MM, heightMm / 2),
});

/** Centres of a slot's four corner holes: half a diameter in from both edges. */
export function cornersOf({ aMm, bMm, widthMm, heightMm, cornerDiameterMm }: Slot): Hole[] {
  const inA = (widthMm - cornerDiameterMm) / 2;
  const inB = (heightMm - cornerDiameterMm) / 2;
  return (
    [
      [-1, 1],
      [1, 1],
      [1, -1],
      [-1, -1],
    ] as const
  ).map(([a, b]) => ({
    aMm: aMm + a * inA,
    bMm: bMm + b * inB,
    diameterMm: cornerDiameterMm,
    purpose: 'corner',
  }));
}

/** Every round hole of a drilling, corners of slots included. */
export const allHoles = ({ holes, slots }: Pick<Drilling, 'holes' | 'slots'>): Hole[] => [
  ...holes,
  ...slots.flatMap(cornersOf),
];
