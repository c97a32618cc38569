/** The cut list: every wire of a unit with its tag, ends, terminals, strip lengths and shrink, in the order of the feeds. */
import {
  type Build,
  type Element,
  type ElementOf,
  habitsOf,
  type JointMethod,
  type SourceKind,
  type Terminal,
  type Wire,
} from '../document/index.ts';
import { deriveFeeds, isSized, seatOf, sourceInBox, switchPinName, unitsOwnParts } from '../graph/index.ts';
import { conductor, type Millimetres, type SquareMillimetres, wireOuterMm } from '../units/index.ts';
import { BOX_TERMINALS, terminalFor } from './boxTerminals.ts';

/**
 * What is bought for a joint: a crimp, a ring or blade, the terminal of a cavity. A block is screwed, contacts come with
 * their plug, and a plug with its loom.
 */
export type FittingKind = 'crimp' | 'solder' | 'ring' | 'blade' | 'terminal' | 'block' | 'contact' | 'plug' | 'cap';

interface Fitting {
  kind: FittingKind;
  fitting: string;
  stripMm: Millimetres;
}

export interface CutEnd extends Fitting {
  /** What it goes to, as the crew names it. */
  to: string;
}

export interface CutLine {
  /** W1, W2 ... in the order of the feeds, from the source outward. */
  tag: string;
  wireId: string;
  feed: string;
  gauge: string;
  colour: Wire['colour'];
  lengthMm: Millimetres;
  from: CutEnd;
  end: CutEnd;
  shrinkMm: Millimetres;
}

/** Insulated terminals and butts by the area of what goes into them: AWG 22 to 16, 14, 12 to 10 (UL 486, from memory). */
export function terminalColour(areaMm2: SquareMillimetres): 'red' | 'blue' | 'yellow' | 'bare' {
  if (areaMm2 <= 1.65) return 'red';
  if (areaMm2 <= 2.65) return 'blue';
  return areaMm2 <= 6.7 ? 'yellow' : 'bare';
}

/** Strip lengths by fitting: blade 6 mm, block 13 mm, rings and butts 8 mm, pins 5 mm, to be twisted and soldered 15 mm. Common practice, no source. */
const STRIP_MM = { blade: 6, block: 13, ring: 8, butt: 8, pin: 5, solder: 15 } as const;

const SOURCE_LEADS: Record<SourceKind, string> = {
  slot: 'slot lead',
  prewire: 'prewire lead',
  upfitter: 'factory switch lead',
  pin: 'connector pin lead',
  ignition: 'ignition lead',
};

/** Two leads joined, or more: crimped in a barrel, or soldered. */
function joined(method: JointMethod, colour: string, to: string, isSealed: boolean): Fitting {
  if (method === 'solder')
    return { kind: 'solder', fitting: `soldered ${to}, glue-lined shrink`, stripMm: STRIP_MM.solder };
  const fitting = `${isSealed ? 'sealed ' : ''}${colour} butt ${to}`;
  return { kind: 'crimp', fitting, stripMm: STRIP_MM.butt };
}

const ring = (colour: string, size: string): Fitting => ({
  kind: 'ring',
  fitting: `${colour} ring ${size}`,
  stripMm: STRIP_MM.ring,
});

/** In a holder of its own by a butt; where it sits in a slot, by the terminal of the cavity or to the slot's own lead. */
function fuseFitting(build: Build, fuse: ElementOf<'fuse'>, method: JointMethod, colour: string): Fitting {
  const slot = seatOf(build, fuse);
  const terminal = slot && terminalFor(build, slot);
  if (!terminal) return joined(method, colour, slot ? 'to the slot lead' : 'to the fuse holder', false);
  return {
    kind: 'terminal',
    fitting: `${terminal.name}${terminal.isSealed ? ', sealed' : ''}`,
    stripMm: terminal.name.startsWith('Ring') ? STRIP_MM.ring : STRIP_MM.pin,
  };
}

/** How a wire ends at a part; `areaMm2` is that of all that goes into the fitting. */
export function fittingOf(build: Build, element: Element, method: JointMethod, areaMm2: SquareMillimetres): Fitting {
  const colour = terminalColour(areaMm2);
  const butt = (to: string) => joined(method, colour, to, true);
  switch (element.kind) {
    case 'tap':
      return joined(
        method,
        colour,
        element.limitA === null
          ? `to the ${SOURCE_LEADS[build.slots[element.slotId]?.kind ?? 'slot']}`
          : 'to the add-a-tap lead',
        false,
      );
    case 'stud':
      return ring(colour, 'M8');
    case 'fuse':
      return fuseFitting(build, element, method, colour);
    case 'relay':
      return { kind: 'blade', fitting: 'relay socket blade 6.3', stripMm: STRIP_MM.blade };
    case 'switch':
      return build.controls[element.controlId]?.kind === 'channel'
        ? { kind: 'block', fitting: 'receiver block', stripMm: STRIP_MM.block }
        : { kind: 'blade', fitting: `${colour} blade 6.3`, stripMm: STRIP_MM.blade };
    case 'receiver':
      return { kind: 'block', fitting: 'receiver block', stripMm: STRIP_MM.block };
    case 'block':
      return ring(colour, 'M5');
    case 'flasher':
    case 'modulator':
      return butt(`to the ${element.kind} lead`);
    case 'resistor':
      return butt('to the resistor');
    case 'connector':
      return {
        kind: 'contact',
        fitting: `contact and seal for ${element.name || 'the connector'}`,
        stripMm: STRIP_MM.pin,
      };
    case 'ground':
      return ring(colour, 'M6, bare metal');
    case 'splice':
      return method === 'solder'
        ? { kind: 'solder', fitting: 'soldered splice, glue-lined shrink', stripMm: STRIP_MM.solder }
        : { kind: 'crimp', fitting: `sealed ${colour} crimp splice`, stripMm: STRIP_MM.butt };
    case 'diode':
      return butt('to the diode lead');
    case 'lampLoad':
      return butt('to the lamp lead');
    case 'cap':
      return { kind: 'cap', fitting: 'end cap, shrunk, with a flag', stripMm: 0 };
    default:
      return element satisfies never;
  }
}

/** How the ends of a wire are joined: as it was chosen for it, or as it is done on this unit. */
export const methodOf = (build: Build, { joints }: Wire): JointMethod => joints ?? habitsOf(build).joints;

/** How one end of a wire is made, whatever else meets there. */
function endOf(build: Build, wire: Wire, at: Terminal, element: Element): CutEnd {
  const to = terminalName(build, at);
  // A ready loom of one lead brings the plug of its lamp end along.
  if (wire.loomLengthMm !== null && !wire.loomId && element.kind === 'lampLoad')
    return { to, kind: 'plug', fitting: 'plug of the ready loom', stripMm: 0 };
  const { areaMm2 } = conductor(wire.table, wire.gauge);
  return { to, ...fittingOf(build, element, methodOf(build, wire), areaMm2) };
}

/** Thickest wire that a fitting takes, mm2. Common practice, no source: 6.3 mm blades to 6, receiver blocks to 2.5. */
const TAKES_MM2: { fits: RegExp; mostMm2: SquareMillimetres }[] = [
  { fits: /receiver block/, mostMm2: 2.5 },
  { fits: /add-a-tap/, mostMm2: 4 },
  { fits: /blade 6\.3/, mostMm2: 6 },
  ...Object.values(BOX_TERMINALS).map(({ name, lockMm2 }) => ({ fits: new RegExp(`^${name}`), mostMm2: lockMm2 })),
];

/** Thickest wire that a fitting of the cut list takes, mm2; infinity when it takes any. */
export const takesMm2 = (fitting: string): SquareMillimetres =>
  TAKES_MM2.find(({ fits }) => fits.test(fitting))?.mostMm2 ?? Number.POSITIVE_INFINITY;

/** Relay terminals as they are stamped on it (DIN 72552, from memory). */
const RELAY_PINS: Record<string, string> = { in: '30', out: '87', coilPlus: '86', coilMinus: '85' };

/** A terminal as the crew names it. */
export function terminalName(build: Build, { elementId, terminal }: Terminal): string {
  const element = build.elements[elementId];
  switch (element?.kind) {
    case 'tap': {
      const slot = build.slots[element.slotId];
      return slot ? sourceInBox(build, slot) : 'nothing';
    }
    case 'stud':
      return 'battery stud';
    case 'fuse': {
      const seat = seatOf(build, element);
      return seat ? sourceInBox(build, seat) : `fuse ${element.ratingA} A, ${terminal}`;
    }
    case 'switch':
      return `${build.controls[element.controlId]?.name ?? 'switch'}, ${switchPinName(build.controls[element.controlId]?.part, terminal)}`;
    case 'relay':
      return `relay of ${build.controls[element.controlId]?.name ?? 'switch'}, ${RELAY_PINS[terminal] ?? terminal}`;
    case 'receiver': {
      const channel = element.channels[Number(terminal.slice(3)) - 1];
      return `${element.name}, ${(channel && build.controls[channel]?.name) || terminal}`;
    }
    case 'connector':
      return `${element.name || 'connector'}, pin ${terminal.slice(1)}${terminal.startsWith('a') ? ' supply half' : ' lamp half'}`;
    case 'flasher':
    case 'modulator':
      return `${element.name || element.kind}, ${terminal}`;
    case 'lampLoad':
      return `${build.lamps[element.lampId]?.tag ?? 'lamp'} ${terminal === 'plus' ? '+' : '-'}`;
    default:
      return element?.name ?? 'nothing';
  }
}

/** Shrink over a joint: three times the joint's barrel, at least 19 mm. Common practice, no source. */
const MIN_SHRINK_MM = 19;
const SHRINK_PER_OUTER = 9;
export const shrinkOver = (areaMm2: SquareMillimetres): number =>
  Math.max(MIN_SHRINK_MM, Math.round(wireOuterMm(areaMm2) * SHRINK_PER_OUTER));

/** Every wire that the crew cuts once, feed by feed; wires of no feed come last, leads of ready looms not at all. Lengths as planned, spare ends included, mm. */
export function cutList(build: Build): CutLine[] {
  const listed = new Set<string>();
  const lines: CutLine[] = [];
  const add = (wire: Wire, feed: string) => {
    if (listed.has(wire.id) || !isSized(wire)) return;
    listed.add(wire.id);
    const [from, to] = [build.elements[wire.from.elementId], build.elements[wire.to.elementId]];
    if (!from || !to) return;
    const { areaMm2 } = conductor(wire.table, wire.gauge);
    lines.push({
      tag: `W${lines.length + 1}`,
      wireId: wire.id,
      feed,
      gauge: wire.table === 'metric' ? `${wire.gauge} mm²` : `AWG ${wire.gauge}`,
      colour: wire.colour,
      lengthMm: wire.lengthMm,
      from: endOf(build, wire, wire.from, from),
      end: endOf(build, wire, wire.to, to),
      shrinkMm: shrinkOver(areaMm2),
    });
  };
  for (const feed of deriveFeeds(build))
    for (const wire of [...feed.wires, ...feed.groundWires]) add(wire, feed.fuse.name);
  for (const wire of Object.values(build.wires)) add(wire, '');
  return lines;
}

/** An end of a wire that is there already, where the crew joins it to something. */
export interface GivenEnd {
  wire: Wire;
  at: Terminal;
  end: CutEnd;
}

/** Parts whose joint to a lead that is there already was made before: by the unit's maker, or by the part's. */
const MADE_BEFORE: ReadonlySet<Element['kind']> = new Set(['tap', 'lampLoad']);

/** Between the jobs of one lamp: made by its maker. */
const isInHousing = (build: Build, { origin, from, to }: Wire): boolean =>
  origin === 'part' && [from, to].some(({ elementId }) => build.elements[elementId]?.kind === 'lampLoad');

/** Is an end there already: made by the unit's maker, by the part's, or by the loom's? */
function isMade(build: Build, wire: Wire, element: Element): boolean {
  // A part's own lead comes fastened to it, and a fuse in a slot is pushed in.
  if (wire.origin === 'part' && (element.kind === 'modulator' || element.kind === 'fuse')) return true;
  if (!wire.loomId) return MADE_BEFORE.has(element.kind);
  if (element.loomId === wire.loomId || element.kind === 'cap') return true;
  return element.kind === 'lampLoad' && build.looms[wire.loomId]?.loom.ends === 'plugs';
}

/** Ends of the unit's own leads, of leads that parts bring, and of ready looms, that the crew has to join. */
export function givenEnds(build: Build): GivenEnd[] {
  const untouched = unitsOwnParts(build);
  return Object.values(build.wires)
    .filter((wire) => !isSized(wire) && !isInHousing(build, wire))
    .flatMap((wire) =>
      [wire.from, wire.to].flatMap((at): GivenEnd[] => {
        const element = build.elements[at.elementId];
        if (!element || untouched.has(element.id) || isMade(build, wire, element)) return [];
        return [{ wire, at, end: endOf(build, wire, at, element) }];
      }),
    );
}

/** What stands for a wire that has no tag, because it was never cut. */
export const givenName = ({ origin, loomId, colour }: Wire): string =>
  loomId ? `the loom's ${colour} lead` : origin === 'unit' ? `the unit's own ${colour} lead` : `its ${colour} lead`;

export interface WireOrder {
  gauge: string;
  colour: Wire['colour'];
  lengthM: number;
  pieces: number;
}

/** Wire to buy: by gauge and colour, metres as cut. */
export function wireOrder(lines: readonly CutLine[]): WireOrder[] {
  const byKind = new Map<string, WireOrder>();
  for (const { gauge, colour, lengthMm } of lines) {
    const key = `${gauge} ${colour}`;
    const known = byKind.get(key) ?? { gauge, colour, lengthM: 0, pieces: 0 };
    byKind.set(key, { ...known, lengthM: known.lengthM + lengthMm / 1000, pieces: known.pieces + 1 });
  }
  return [...byKind.values()].sort((a, b) => b.lengthM - a.lengthM);
}
