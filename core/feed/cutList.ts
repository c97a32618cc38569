/** The cut list: every wire of a unit with its tag, ends, terminals, strip lengths and shrink, in the order of the feeds. */
import type { Build, Element, Terminal, Wire } from '../build/index.ts';
import { conductor, wireOuterMm } from '../units/index.ts';
import { deriveFeeds } from './deriveFeeds.ts';

export interface WireEnd {
  /** What it goes to, as the crew names it. */
  to: string;
  fitting: string;
  stripMm: number;
}

export interface CutLine {
  /** W1, W2 ... in the order of the feeds, from the source outward. */
  tag: string;
  wireId: string;
  feed: string;
  gauge: string;
  colour: Wire['colour'];
  lengthMm: number;
  from: WireEnd;
  end: WireEnd;
  shrinkMm: number;
}

/** Insulated terminals and butts by wire: red, blue, yellow ranges. Common practice, from memory. */
export function terminalColour(areaMm2: number): 'red' | 'blue' | 'yellow' | 'bare lug' {
  if (areaMm2 <= 1.5) return 'red';
  if (areaMm2 <= 2.5) return 'blue';
  return areaMm2 <= 6 ? 'yellow' : 'bare lug';
}

/** Strip lengths by fitting: blade 6 mm, block 13 mm, rings and butts 8 mm. Common practice, no source. */
const STRIP_MM = { blade: 6, block: 13, ring: 8, butt: 8 } as const;

function fittingOf(build: Build, element: Element, areaMm2: number): Omit<WireEnd, 'to'> {
  const colour = terminalColour(areaMm2);
  switch (element.kind) {
    case 'tap':
      return { fitting: `${colour} butt to the add-a-tap lead`, stripMm: STRIP_MM.butt };
    case 'stud':
      return { fitting: `${colour} ring M8`, stripMm: STRIP_MM.ring };
    case 'fuse':
      return { fitting: `${colour} butt to the fuse holder`, stripMm: STRIP_MM.butt };
    case 'relay':
      return { fitting: 'relay socket blade 6.3', stripMm: STRIP_MM.blade };
    case 'switch':
      return build.controls[element.controlId]?.kind === 'channel'
        ? { fitting: 'receiver block', stripMm: STRIP_MM.block }
        : { fitting: `${colour} blade 6.3`, stripMm: STRIP_MM.blade };
    case 'ground':
      return { fitting: `${colour} ring M6, bare metal`, stripMm: STRIP_MM.ring };
    case 'splice':
      return { fitting: `sealed ${colour} crimp splice`, stripMm: STRIP_MM.butt };
    case 'diode':
      return { fitting: `sealed ${colour} butt to the diode lead`, stripMm: STRIP_MM.butt };
    case 'lampLoad':
      return { fitting: `sealed ${colour} butt to the lamp lead`, stripMm: STRIP_MM.butt };
    default:
      return element satisfies never;
  }
}

function nameOf(build: Build, { elementId, terminal }: Terminal): string {
  const element = build.elements[elementId];
  switch (element?.kind) {
    case 'tap':
      return `slot ${build.slots[element.slotId]?.label ?? '?'}`;
    case 'stud':
      return 'battery stud';
    case 'fuse':
      return `fuse ${element.ratingA} A, ${terminal}`;
    case 'switch':
      return `${build.controls[element.controlId]?.name ?? 'switch'}, ${terminal}`;
    case 'relay':
      return `relay of ${build.controls[element.controlId]?.name ?? 'switch'}, ${terminal === 'in' ? '30' : '87'}`;
    case 'lampLoad':
      return `${build.lamps[element.lampId]?.tag ?? 'lamp'} ${terminal === 'plus' ? '+' : '-'}`;
    default:
      return element?.name ?? 'nothing';
  }
}

/** Shrink over a joint: three times the joint's barrel, at least 19 mm. Common practice, no source. */
const LEAST_SHRINK_MM = 19;
const SHRINK_PER_OUTER = 9;

/** Every wire once, feed by feed; wires of no feed come last. Lengths as planned, spare ends included, mm. */
export function cutList(build: Build): CutLine[] {
  const listed = new Set<string>();
  const lines: CutLine[] = [];
  const add = (wire: Wire, feed: string) => {
    if (listed.has(wire.id)) return;
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
      from: { to: nameOf(build, wire.from), ...fittingOf(build, from, areaMm2) },
      end: { to: nameOf(build, wire.to), ...fittingOf(build, to, areaMm2) },
      shrinkMm: Math.max(LEAST_SHRINK_MM, Math.round(wireOuterMm(areaMm2) * SHRINK_PER_OUTER)),
    });
  };
  for (const feed of deriveFeeds(build))
    for (const wire of [...feed.wires, ...feed.groundWires]) add(wire, feed.fuse.name);
  for (const wire of Object.values(build.wires)) add(wire, '');
  return lines;
}

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
