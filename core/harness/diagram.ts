/**
 * The feed diagram as shapes: source, protection, control, run, lamps, ground, from left to right. Rows stand in slot
 * order, so no wire crosses another; each way out of a control (a channel of a receiver, a flasher) has a line of its
 * own. The screen and the files that are handed out draw the same shapes.
 */

import { type FeedFigures, fuseColour, isBlade, plannedA } from '../circuit/index.ts';
import type { Build, FuseFamily, Id, Lamp, Wire } from '../document/index.ts';
import type { Contact } from '../graph/index.ts';
import { BLADE, type Feed, LIGHT, outwardWires, sourceName, WIRE } from '../graph/index.ts';
import { compareTags } from '../place/index.ts';
import { type Amps, conductor, type Millimetres, type SquareMillimetres } from '../units/index.ts';

export type Shape =
  | { kind: 'path'; d: string; stroke: string; width: number; fill?: string }
  | { kind: 'rect'; x: number; y: number; width: number; height: number; radius: number; fill: string; stroke?: string }
  | { kind: 'circle'; x: number; y: number; radius: number; fill: string; stroke?: string }
  | {
      kind: 'text';
      x: number;
      y: number;
      text: string;
      look: TextLook;
      anchor?: 'start' | 'middle' | 'end';
      fill?: string;
    };

export type TextLook = 'head' | 'name' | 'label' | 'small' | 'figure' | 'tag' | 'rating';

/** Where a lamp stands in the diagram: what a hand can take hold of. */
export interface LampSpot {
  lampId: Id;
  tag: string;
  x: number;
  y: number;
  shapes: Shape[];
}

export interface DiagramRow {
  feedId: Id;
  name: string;
  /** For who cannot see the drawing. */
  words: string;
  top: number;
  height: number;
  shapes: Shape[];
  lamps: LampSpot[];
}

export interface Diagram {
  width: number;
  height: number;
  shapes: Shape[];
  rows: DiagramRow[];
}

/** Neutral colours, for the night field and for paper. */
export interface Ink {
  field: string;
  casing: string;
  line: string;
  muted: string;
  text: string;
  strong: string;
  box: string;
  rule: string;
  over: string;
  ground: string;
  brass: string;
}

export const NIGHT_INK: Ink = {
  field: '#12161A',
  casing: '#0B0E11',
  line: '#73879A',
  muted: '#8797A5',
  text: '#C9D5DE',
  strong: '#FFFFFF',
  box: '#1A2129',
  rule: '#20272E',
  over: '#F0766A',
  ground: '#4E5B66',
  brass: '#C9B98A',
};

export const PAPER_INK: Ink = {
  field: '#FFFFFF',
  casing: '#FFFFFF',
  line: '#5B6C7A',
  muted: '#6B645C',
  text: '#1C1917',
  strong: '#1C1917',
  box: '#F4F1EC',
  rule: '#DCD5CB',
  over: '#B3261E',
  ground: '#4E5B66',
  brass: '#8F8057',
};

export interface DiagramFeed {
  feed: Feed;
  figures: FeedFigures;
}

export interface DiagramOptions {
  width: number;
  ink: Ink;
  /** The feed that is drawn in full; the others fold what does not fit into "+3". Null draws all in full. */
  openId: Id | null | 'all';
}

const HEAD = 30;
const LINE = 60;
const FOOT = 26;
const COLUMNS = { source: 16, main: 112, protection: 176, control: 262, run: 386, lamps: 558 };
const RUN_FIGURES = { amps: 50, gauge: 96, metres: 140 };
const LAMP_GAP = 34;
const LAMP_ROW = 24;
/** Room kept left of the bus for the far lamp's figure. */
const DROP_ROOM = 66;

/** Line weight by area: thicker wire, thicker line. */
const lineWidth = (areaMm2: SquareMillimetres): number => Math.min(5.6, 1.7 + areaMm2 * 0.95);

/** A way out of a feed's controls, with what hangs on it. */
interface Lane {
  contacts: Contact[];
  lamps: Lamp[];
}

/** Lamps of a feed by the contacts on their way; one lane when there is but one way. */
function lanesOf(feed: Feed): Lane[] {
  const ground = new Set(feed.groundContacts.map(({ element }) => element.id));
  const lanes = new Map<string, Lane>();
  for (const lamp of [...feed.lamps].sort((a, b) => compareTags(a.tag, b.tag))) {
    const contacts = (feed.ways[lamp.id] ?? []).filter(({ element }) => !ground.has(element.id));
    const key = contacts.map(({ control, whenOn }) => `${control.id} ${whenOn}`).join();
    const known = lanes.get(key);
    if (known) known.lamps.push(lamp);
    else lanes.set(key, { contacts, lamps: [lamp] });
  }
  return lanes.size > 0 ? [...lanes.values()] : [{ contacts: feed.contacts, lamps: [] }];
}

const text = (
  x: number,
  y: number,
  words: string,
  look: TextLook,
  more: { anchor?: 'start' | 'middle' | 'end'; fill?: string } = {},
): Shape => ({ kind: 'text', x, y, text: words, look, ...more });

/** Width at which a name is cut, by its look; in letters, as both faces are narrow. */
const fitted = (words: string, letters: number): string =>
  words.length <= letters ? words : `${words.slice(0, letters - 1)}…`;

const FAMILY_FILL: Partial<Record<FuseFamily, string>> = {
  midi: '#C9A46A',
  mega: '#B98A4E',
  breaker: '#9AA7B2',
  link: '#B97A5A',
  cartridge: '#8FA38A',
};

/** A protection: a blade in its colour, a bolted bar, a breaker with its button, a link as a thin place in the wire. */
function fuseShapes(x: number, y: number, family: FuseFamily, ratingA: Amps, ink: Ink): Shape[] {
  const rating = text(x + 15, y + 4, String(ratingA), 'rating', { anchor: 'middle', fill: '#14191E' });
  const fill = FAMILY_FILL[family] ?? BLADE[fuseColour(family, ratingA)] ?? '#8A9096';
  const body: Shape = {
    kind: 'rect',
    x,
    y: y - 9,
    width: 30,
    height: 18,
    radius: family === 'breaker' ? 9 : 2.5,
    fill,
    stroke: ink.casing,
  };
  if (isBlade(family))
    return [{ kind: 'path', d: `M${x + 7} ${y + 9}v6M${x + 23} ${y + 9}v6`, stroke: ink.line, width: 3 }, body, rating];
  if (family === 'link') return [{ ...body, height: 12, y: y - 6 } as Shape, rating];
  return [
    { kind: 'circle', x: x - 1, y, radius: 3.2, fill: ink.box, stroke: ink.brass },
    { kind: 'circle', x: x + 31, y, radius: 3.2, fill: ink.box, stroke: ink.brass },
    body,
    rating,
  ];
}

/** The mark inside the box of a control whose corner is at x, y. */
const CONTACT_MARKS: Record<Contact['element']['kind'], (x: number, y: number) => string> = {
  switch: (x, y) => `M${x + 4} ${y + 10}h5l10-5M${x + 19} ${y + 10}h5`,
  relay: (x, y) => `M${x + 4} ${y + 14}h5l9-7M${x + 19} ${y + 14}h5`,
  receiver: (x, y) => `M${x + 6} ${y + 13}a12 12 0 0 1 16 0M${x + 9} ${y + 16}a8 8 0 0 1 10 0`,
  flasher: (x, y) => `M${x + 4} ${y + 15}h4v-9h5v9h5v-9h5`,
  tap: (x, y) => `M${x + 4} ${y + 10}h20M${x + 14} ${y + 5}v10`,
};

function contactWords(contact: Contact): string {
  const { element, control } = contact;
  if (element.kind === 'relay') return `relay ${element.ratingA} A`;
  if (element.kind === 'tap') return 'hot with it';
  if (element.kind === 'flasher') return contact.whenOn ? 'flasher' : 'through a flasher';
  if (control.kind === 'signal') return "the unit's own";
  return control.ratingA === null ? '' : `${control.ratingA} A`;
}

/** What is on the way of a lane: the control that is worked, and what else its current passes. */
function contactShapes([first, ...others]: readonly Contact[], y: number, ink: Ink): Shape[] {
  if (!first) return [];
  const x = COLUMNS.control;
  const passed = others.filter((each) => each.control.id !== first.control.id).map(contactWords);
  return [
    { kind: 'rect', x, y: y - 10, width: 28, height: 20, radius: 2, fill: ink.field, stroke: ink.text },
    { kind: 'path', d: CONTACT_MARKS[first.element.kind](x, y - 10), stroke: ink.strong, width: 1.3 },
    text(x + 35, y - 13, fitted(first.control.name, 15), 'label'),
    text(x + 35, y + 21, [...new Set([contactWords(first), ...passed])].join(', '), 'small'),
  ];
}

function lampSpot(build: Build, lamp: Lamp, x: number, y: number, ink: Ink): LampSpot {
  const fill = LIGHT[lamp.colour];
  const round = build.models[lamp.modelKey]?.face.shape === 'round';
  const glyph: Shape = round
    ? { kind: 'circle', x, y: y + 10, radius: 4.5, fill, stroke: '#14191E' }
    : { kind: 'rect', x: x - 4.5, y: y + 6, width: 9, height: 8, radius: 1, fill, stroke: '#14191E' };
  return {
    lampId: lamp.id,
    tag: lamp.tag,
    x,
    y: y + 10,
    shapes: [
      { kind: 'path', d: `M${x} ${y}V${y + 20}`, stroke: ink.ground, width: 1 },
      glyph,
      text(x + 7, y + 14, lamp.tag, 'tag'),
    ],
  };
}

/** Ends that wait capped: a cap over the wire, what is planned for it beside. */
const capShapes = (caps: Feed['caps'], y: number, ink: Ink): Shape[] =>
  caps.flatMap(({ name, plannedA }, at): Shape[] => [
    {
      kind: 'rect',
      x: COLUMNS.lamps + 10,
      y: y - 6 + at * CAP_ROW,
      width: 16,
      height: 12,
      radius: 5,
      fill: ink.box,
      stroke: ink.brass,
    },
    text(COLUMNS.lamps + 32, y + 4 + at * CAP_ROW, fitted(`${name}, ${plannedA} A planned`, 34), 'small'),
  ]);
const CAP_ROW = 16;

function sourceWords(build: Build, { slot, source }: Feed): { title: string; below: string } {
  if (!slot) return { title: source ? 'Battery' : 'No source', below: source ? 'at the stud' : '' };
  const tap = source?.kind === 'tap' && source.limitA !== null ? `, tap ${source.limitA} A` : '';
  const box = slot.boxId ? build.fuseBoxes[slot.boxId]?.name : undefined;
  return { title: sourceName(slot), below: `${box ?? (slot.feeds || 'spare')}${tap}` };
}

/** Rows of lamps that a lane takes with this much room, folded or in full. */
function layLamps(lamps: readonly Lamp[], room: number, open: boolean): { shown: readonly Lamp[]; rows: number } {
  if (lamps.length <= room) return { shown: lamps, rows: 1 };
  return open ? { shown: lamps, rows: Math.ceil(lamps.length / room) } : { shown: lamps.slice(0, room - 1), rows: 1 };
}

function feedRow(
  build: Build,
  { feed, figures }: DiagramFeed,
  top: number,
  options: DiagramOptions,
  busX: number,
): DiagramRow {
  const { ink, width } = options;
  const open = options.openId === 'all' || options.openId === feed.fuse.id;
  const lanes = lanesOf(feed);
  const room = Math.max(3, Math.floor((busX - DROP_ROOM - COLUMNS.lamps) / LAMP_GAP));
  const shapes: Shape[] = [];
  const lamps: LampSpot[] = [];
  const firstY = top + 31;
  const line = (of: Wire | null | undefined, d: string): Shape[] => {
    const weight = of ? lineWidth(conductor(of.table, of.gauge).areaMm2) : 2;
    return [
      { kind: 'path', d, stroke: ink.casing, width: weight + 1.6 },
      { kind: 'path', d, stroke: of ? WIRE[of.colour] : ink.muted, width: weight },
    ];
  };
  const lead = (d: string): Shape[] => line(feed.wires[0], d);
  const { title, below } = sourceWords(build, feed);
  let y = firstY;
  const laneYs: number[] = [];
  const laneParts: Shape[] = [];
  for (const lane of lanes) {
    laneYs.push(y);
    const { shown, rows } = layLamps(lane.lamps, room, open);
    const inRow = Math.min(shown.length, room);
    const run = runOf(build, feed, lane);
    const wire = (d: string): Shape[] => line(run.main, d);
    laneParts.push(...wire(`M${COLUMNS.control + 14} ${y}H${COLUMNS.lamps + Math.max(0, inRow - 1) * LAMP_GAP + 16}`));
    laneParts.push(...contactShapes(lane.contacts, y, ink));
    const loadA =
      lane.lamps.reduce((sum, lamp) => sum + (build.models[lamp.modelKey]?.maximumA ?? 0), 0) +
      (lane.lamps.length === 0 ? plannedA(feed) : 0);
    laneParts.push(
      text(COLUMNS.run + RUN_FIGURES.amps, y - 8, loadA.toFixed(2), 'figure', { anchor: 'end' }),
      text(COLUMNS.run + RUN_FIGURES.gauge, y - 8, run.main?.gauge ?? '', 'figure', { anchor: 'end' }),
      text(COLUMNS.run + RUN_FIGURES.metres, y - 8, (run.lengthMm / 1000).toFixed(1), 'figure', { anchor: 'end' }),
    );
    if (run.connectors > 0)
      laneParts.push({
        kind: 'path',
        d: `M${COLUMNS.lamps - 14} ${y - 7}l6 7l-6 7M${COLUMNS.lamps - 8} ${y - 7}l6 7l-6 7`,
        stroke: ink.strong,
        width: 1.4,
      });
    for (let row = 0; row < rows; row++) {
      const rowY = y + row * LAMP_ROW;
      if (row > 0) {
        laneParts.push(
          ...wire(
            `M${COLUMNS.lamps} ${y}V${rowY}H${COLUMNS.lamps + (Math.min(room, shown.length - row * room) - 1) * LAMP_GAP + 16}`,
          ),
        );
      }
      // A capped end has no way back yet.
      if (shown.length === 0 && feed.caps.length > 0) continue;
      laneParts.push(
        { kind: 'path', d: `M${COLUMNS.lamps} ${rowY + 20}H${busX}`, stroke: ink.ground, width: 2.6 },
        { kind: 'path', d: `M${COLUMNS.lamps} ${rowY + 20}H${busX}`, stroke: ink.casing, width: 1.2 },
      );
      for (const [at, lamp] of shown.slice(row * room, (row + 1) * room).entries())
        lamps.push(lampSpot(build, lamp, COLUMNS.lamps + at * LAMP_GAP, rowY, ink));
      laneParts.push({ kind: 'circle', x: busX, y: rowY + 20, radius: 3.4, fill: ink.box, stroke: ink.brass });
    }
    if (lane.lamps.length === 0 && feed.caps.length > 0) laneParts.push(...capShapes(feed.caps, y, ink));
    if (shown.length < lane.lamps.length)
      laneParts.push(
        text(COLUMNS.lamps + shown.length * LAMP_GAP - 6, y + 14, `+${lane.lamps.length - shown.length}`, 'tag'),
      );
    y += Math.max(LINE, (rows - 1) * LAMP_ROW + LINE);
  }
  const height = y - firstY;
  shapes.push(...lead(`M${COLUMNS.source + 92} ${firstY}H${COLUMNS.control + 14}`));
  if (laneYs.length > 1) shapes.push(...lead(`M${COLUMNS.control - 16} ${firstY}V${laneYs.at(-1)}`));
  for (const laneY of laneYs.slice(1)) shapes.push(...lead(`M${COLUMNS.control - 16} ${laneY}H${COLUMNS.control}`));
  shapes.push(
    {
      kind: 'rect',
      x: COLUMNS.source,
      y: firstY - 13,
      width: 92,
      height: 26,
      radius: 3,
      fill: ink.box,
      stroke: ink.line,
    },
    text(COLUMNS.source + 8, firstY + 5, fitted(title, 13), 'label'),
    text(COLUMNS.source + 2, firstY + 27, fitted(below, 22), 'small'),
    text(COLUMNS.protection - 34, firstY - 14, fitted(feed.fuse.name, 22), 'name', { fill: ink.strong }),
  );
  const main = feed.upstream.at(-1);
  if (main)
    shapes.push(
      ...fuseShapes(COLUMNS.main + 12, firstY, main.family, main.ratingA, ink),
      text(COLUMNS.main + 12, firstY + 27, fitted(main.name, 9), 'small'),
    );
  shapes.push(...fuseShapes(COLUMNS.protection + 14, firstY, feed.fuse.family, feed.fuse.ratingA, ink), ...laneParts);
  const over = figures.dropV > figures.dropBudgetV;
  const dropColour = over ? ink.over : ink.line;
  shapes.push(
    text(busX - 14, firstY + 4, figures.dropV.toFixed(2), 'figure', {
      anchor: 'end',
      fill: over ? ink.over : ink.text,
    }),
    {
      kind: 'path',
      d: `M${busX - 14} ${firstY + 9}h${-Math.min(40, (28 * figures.dropV) / figures.dropBudgetV).toFixed(1)}`,
      stroke: dropColour,
      width: 2,
    },
  );
  const ground = feed.groundContacts[0];
  if (ground)
    shapes.push(
      {
        kind: 'rect',
        x: busX - 46,
        y: firstY + 13,
        width: 24,
        height: 14,
        radius: 2,
        fill: ink.field,
        stroke: ink.brass,
      },
      {
        kind: 'path',
        d: `M${busX - 43} ${firstY + 20}h5l8-4M${busX - 30} ${firstY + 20}h5`,
        stroke: ink.brass,
        width: 1.2,
      },
      text(busX - 52, firstY + 24, fitted(ground.control.name, 14), 'small', { anchor: 'end' }),
    );
  shapes.push({ kind: 'path', d: `M0 ${top + height}H${width}`, stroke: ink.rule, width: 1 });
  return {
    feedId: feed.fuse.id,
    name: feed.fuse.name,
    words: `Feed ${feed.fuse.name}: ${title}, ${feed.fuse.family === 'breaker' ? 'breaker' : 'fuse'} ${feed.fuse.ratingA} A, ${endsCount(feed)}, ${figures.dropV.toFixed(2)} V lost`,
    top,
    height,
    shapes,
    lamps,
  };
}

function endsCount({ lamps, caps }: Feed): string {
  const counted = lamps.length === 1 ? '1 lamp' : `${lamps.length} lamps`;
  return caps.length > 0 ? `${counted}, capped end` : counted;
}

interface LaneRun {
  /** Of its longest wire: what the run is made of, leads to fuses and switches apart. */
  main: Wire | null;
  /** Farthest lamp from the source, along the wire. */
  lengthMm: Millimetres;
  connectors: number;
}

/** What the wires of one lane are, walked back from its lamps to the source. */
function runOf(build: Build, feed: Feed, lane: Lane): LaneRun {
  const ids = new Set(lane.lamps.map((lamp) => lamp.id));
  const reach = new Map<string, number>();
  for (const element of Object.values(build.elements))
    if (element.kind === 'lampLoad' ? ids.has(element.lampId) : element.kind === 'cap' && ids.size === 0)
      reach.set(element.id, 0);
  const run: LaneRun = { main: null, lengthMm: 0, connectors: 0 };
  for (const { wire, near, far } of outwardWires(build, feed).reverse()) {
    const behindMm = reach.get(far);
    if (behindMm === undefined) continue;
    const lengthMm = behindMm + wire.lengthMm;
    reach.set(near, Math.max(lengthMm, reach.get(near) ?? 0));
    run.lengthMm = Math.max(run.lengthMm, lengthMm);
    if (!run.main || wire.lengthMm > run.main.lengthMm) run.main = wire;
    if (build.elements[wire.to.elementId]?.kind === 'connector' && wire.to.terminal.startsWith('a')) run.connectors++;
  }
  return run;
}

/** Lays the whole diagram out for a width. */
export function diagramOf(build: Build, feeds: readonly DiagramFeed[], options: DiagramOptions): Diagram {
  const { ink } = options;
  const width = Math.max(820, options.width);
  const busX = width - 64;
  const rows: DiagramRow[] = [];
  let top = HEAD;
  for (const each of feeds) {
    const row = feedRow(build, each, top, { ...options, width }, busX);
    rows.push(row);
    top += row.height;
  }
  const height = top + FOOT;
  const groundA = feeds.reduce((sum, { feed, figures }) => sum + figures.maximumA - plannedA(feed), 0);
  const table = Object.values(build.wires)[0]?.table === 'awg' ? 'AWG' : 'mm²';
  const head = (x: number, words: string, anchor: 'start' | 'end' = 'start') =>
    text(x, 18, words, 'head', { anchor, fill: ink.muted });
  const shapes: Shape[] = [
    head(COLUMNS.source, 'SOURCE'),
    head(COLUMNS.protection - 34, 'PROTECTION'),
    head(COLUMNS.control, 'CONTROL'),
    head(COLUMNS.run + RUN_FIGURES.amps, 'AMPS', 'end'),
    head(COLUMNS.run + RUN_FIGURES.gauge, table, 'end'),
    head(COLUMNS.run + RUN_FIGURES.metres, 'm', 'end'),
    head(COLUMNS.lamps, 'LAMPS'),
    head(busX - 14, 'V LOST', 'end'),
    head(width - 12, 'GROUND', 'end'),
    { kind: 'path', d: `M0 ${HEAD}H${width}`, stroke: ink.rule, width: 1 },
    { kind: 'path', d: `M${busX} ${HEAD + 26}V${height - 16}`, stroke: '#8F8057', width: 5 },
    text(width - 12, height - 8, `${groundA.toFixed(1)} A`, 'figure', { anchor: 'end' }),
  ];
  return { width, height, shapes, rows };
}

/** The faces by the names that a screen and the PDFs know them by. */
const CONDENSED = 'Barlow Condensed, Condensed, sans-serif';
const TEXT = 'Barlow, sans-serif';
const FONTS: Record<TextLook, { family: string; size: number; weight: number }> = {
  head: { family: CONDENSED, size: 13, weight: 600 },
  name: { family: CONDENSED, size: 15, weight: 600 },
  label: { family: CONDENSED, size: 14, weight: 600 },
  small: { family: TEXT, size: 12, weight: 400 },
  figure: { family: TEXT, size: 12, weight: 600 },
  tag: { family: CONDENSED, size: 13, weight: 600 },
  rating: { family: CONDENSED, size: 12, weight: 600 },
};

const escaped = (words: string): string =>
  words.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

function svgShape(shape: Shape, ink: Ink): string {
  switch (shape.kind) {
    case 'path':
      return `<path d="${shape.d}" fill="${shape.fill ?? 'none'}" stroke="${shape.stroke}" stroke-width="${shape.width}"/>`;
    case 'rect':
      return `<rect x="${shape.x}" y="${shape.y}" width="${shape.width}" height="${shape.height}" rx="${shape.radius}" fill="${shape.fill}"${shape.stroke ? ` stroke="${shape.stroke}"` : ''}/>`;
    case 'circle':
      return `<circle cx="${shape.x}" cy="${shape.y}" r="${shape.radius}" fill="${shape.fill}"${shape.stroke ? ` stroke="${shape.stroke}"` : ''}/>`;
    case 'text': {
      const { family, size, weight } = FONTS[shape.look];
      const fill = shape.fill ?? (shape.look === 'small' ? ink.muted : ink.text);
      return `<text x="${shape.x}" y="${shape.y}" font-family="${family}" font-size="${size}" font-weight="${weight}" fill="${fill}" text-anchor="${shape.anchor ?? 'start'}">${escaped(shape.text)}</text>`;
    }
  }
}

/** The diagram as an SVG document on paper, one user unit a point. */
export function diagramSvg(diagram: Diagram, ink: Ink, title: string): string {
  const shapes = [
    ...diagram.shapes,
    ...diagram.rows.flatMap((row) => [...row.shapes, ...row.lamps.flatMap((lamp) => lamp.shapes)]),
  ];
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${diagram.width}" height="${diagram.height}" viewBox="0 0 ${diagram.width} ${diagram.height}">`,
    `<title>${escaped(title)}</title>`,
    `<rect width="${diagram.width}" height="${diagram.height}" fill="${ink.field}"/>`,
    ...shapes.map((shape) => svgShape(shape, ink)),
    '</svg>',
    '',
  ].join('\n');
}
