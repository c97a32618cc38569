/**
 * Drilling templates at true scale: one sheet a mount, with a ruler to check the print by. Lamps of a pair mirror each other
 * in their places, not in themselves: the base of the right-hand one has its lead hole on the same hand.
 */

import type { Body, BodyPart } from '../../body/index.ts';
import type { Build, Face, Lamp, LampModel, MountKind } from '../../document/index.ts';
import type { Millimetres } from '../../units/index.ts';
import { twinOf } from '../arrange.ts';
import { carrierOf } from '../lampMemo.ts';
import { housings } from '../lamps/jobs.ts';
import {
  allHoles,
  baseOf,
  bitsFor,
  boltFor,
  drillingOf,
  formatMm,
  type Hole,
  MOUNTS,
  type Slot,
} from '../mounting/mounts.ts';
import { compareTags } from '../tags.ts';
import type { Drawing, Layer, Shape } from './drawing.ts';
import { cutLengthMm, sidelessKey, sidelessName, skinUnder } from './holeList.ts';

export interface TemplateJob {
  key: string;
  model: LampModel;
  mount: MountKind;
  part: BodyPart | null;
  lamps: Lamp[];
}

/** What has to be drilled on a unit: one job for every model, mount and panel. */
export function templateJobs(build: Build, body: Body): TemplateJob[] {
  const jobs = new Map<string, TemplateJob>();
  for (const lamp of housings(build).sort((a, b) => compareTags(a.tag, b.tag))) {
    const model = build.models[lamp.modelKey];
    if (!model || model.kind === 'factory' || allHoles(drillingOf(lamp, model)).length === 0) continue;
    const part = carrierOf(body, lamp, model);
    const key = `${model.key}-${lamp.mount}-${sidelessKey(part)}-${lamp.face === 'right' ? 'left' : lamp.face}`;
    const job = jobs.get(key);
    if (job) job.lamps.push(lamp);
    else jobs.set(key, { key, model, mount: lamp.mount, part, lamps: [lamp] });
  }
  return [...jobs.values()];
}

const FACE_SEEN: Record<Face, string> = {
  front: 'seen from the front',
  rear: 'seen from behind',
  left: 'seen from the left',
  right: 'seen from the right',
  top: 'seen from above, front up',
};

const MARGIN_MM = 10;
const HEAD_MM = 34;
const FOOT_MM = 44;
const STATION_GAP_MM = 12;
const CROSS_BEYOND_MM = 9;
const LABEL_MM = 15;
const MIN_WIDTH_MM = 150;
/** What fits across A4 and Letter alike. */
const PAGE_WIDTH_MM = 185;

/** Where a template draws one lamp: its centre on the sheet. */
interface Station {
  lamps: Lamp[];
  x: number;
  y: number;
}

const line = (layer: Layer, x1: number, y1: number, x2: number, y2: number): Shape => ({
  kind: 'line',
  layer,
  x1,
  y1,
  x2,
  y2,
});
const text = (
  x: number,
  y: number,
  size: number,
  content: string,
  more: { bold?: boolean; anchor?: 'middle' } = {},
): Shape => ({
  kind: 'text',
  layer: 'text',
  x,
  y,
  size,
  text: content,
  ...more,
});

function box(layer: Layer, x: number, y: number, width: number, height: number): Shape[] {
  const [x0, x1, y0, y1] = [x - width / 2, x + width / 2, y - height / 2, y + height / 2];
  return [
    line(layer, x0, y0, x1, y0),
    line(layer, x1, y0, x1, y1),
    line(layer, x1, y1, x0, y1),
    line(layer, x0, y1, x0, y0),
  ];
}

const GRID_MM = 10;

/** Lines a centimetre apart over a base, to read measures from. */
function grid(x: number, y: number, widthMm: Millimetres, heightMm: Millimetres): Shape[] {
  const steps = (length: number) => {
    const half = Math.floor(length / 2 / GRID_MM);
    return Array.from({ length: 2 * half + 1 }, (_, index) => (index - half) * GRID_MM);
  };
  return [
    ...steps(widthMm).map((at) => line('ruler', x + at, y - heightMm / 2, x + at, y + heightMm / 2)),
    ...steps(heightMm).map((at) => line('ruler', x - widthMm / 2, y + at, x + widthMm / 2, y + at)),
  ];
}

function slotShapes(slot: Slot, x: number, y: number): Shape[] {
  return box('slots', x + slot.aMm, y - slot.bMm, slot.widthMm, slot.heightMm);
}

function holeShapes({ aMm, bMm, diameterMm }: Hole, x: number, y: number): Shape[] {
  const [cx, cy, radius] = [x + aMm, y - bMm, diameterMm / 2];
  const reach = radius + 3;
  return [
    { kind: 'circle', layer: 'holes', x: cx, y: cy, radius },
    line('centre', cx - reach, cy, cx + reach, cy),
    line('centre', cx, cy - reach, cx, cy + reach),
  ];
}

/** 100 mm and 4 in, to hold a rule against before anything is drilled. */
export function rulers(x: number, y: number): Shape[] {
  const ticks = (top: number, lengthMm: Millimetres, stepMm: Millimetres, longEvery: number): Shape[] => [
    line('ruler', x, top, x + lengthMm, top),
    ...Array.from({ length: Math.round(lengthMm / stepMm) + 1 }, (_, index) =>
      line('ruler', x + index * stepMm, top, x + index * stepMm, top - (index % longEvery === 0 ? 4 : 2.2)),
    ),
  ];
  return [
    ...ticks(y, 100, 10, 5),
    text(x + 103, y, 3.2, '100 mm'),
    ...ticks(y + 10, 101.6, 25.4 / 2, 2),
    text(x + 104.6, y + 10, 3.2, '4 in'),
    text(x, y + 17, 3, 'Hold a rule against both before drilling. If they do not fit, print again at 100 %.'),
  ];
}

const listed = (lamps: readonly Lamp[]): string => lamps.map((lamp) => lamp.tag).join(' ');

/** How the holes are made, in the order of the hand. */
function instructions({ model, mount, part, lamps }: TemplateJob): string[] {
  const drilling = drillingOf(lamps[0]!, model);
  if (!drilling.isMeasured)
    return [
      'Nobody has measured the holes of this base, so none is drawn: a hole in the wrong place stays.',
      'Lay the base on this sheet, on its middle, and prick through it. Type what you measure at the lamp, then print again.',
    ];
  const holes = allHoles(drilling);
  const sizes = [...new Set(holes.map((hole) => hole.diameterMm))];
  const { material, thicknessMm } = skinUnder(part);
  const bits = sizes.map((size) => {
    const steps = bitsFor(size, material, thicknessMm).map((step) =>
      step.bit === 'pilot bit'
        ? `pilot ${formatMm(step.diameterMm)}`
        : `${step.bit} ${formatMm(step.diameterMm)} (${step.note})`,
    );
    const bolt = mount === 'stud' ? boltFor(size) : null;
    return `ø ${formatMm(size)}: ${steps.join(', then ')}${bolt ? `; ${bolt.thread}, ${bolt.fit} fit` : ''}`;
  });
  const slots = drilling.slots.map((slot) => {
    const size = `${formatMm(slot.widthMm)} x ${formatMm(slot.heightMm)}`;
    const inMm = Math.round(slot.cornerDiameterMm * 50) / 100;
    return `Slot ${size}: corner holes ${formatMm(slot.cornerDiameterMm)}, their centres ${inMm} in from both edges; ${Math.round(cutLengthMm(slot))} mm to cut between them.`;
  });
  return [...bits, ...slots, `Order: ${MOUNTS[mount].order.join(', ')}.`];
}

/** Wraps words into lines of so many characters. */
function wrapped(content: string, most: number): string[] {
  const lines: string[] = [];
  for (const word of content.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + word.length < most) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

const TEXT_MM = 3.4;
const CHARACTER_MM = 1.75;

/**
 * The template of one job. Lamps on the left and on the right get a station each, so that one sheet serves both sides;
 * holes are as far from the centre as drillingOf says, in mm, true to scale.
 */
export function drillTemplate(build: Build, job: TemplateJob): Drawing {
  const { model, lamps, part } = job;
  const known = drillingOf(lamps[0]!, model);
  // What is only assumed is not printed.
  const drilling = known.isMeasured ? known : { ...known, holes: [] };
  const base = baseOf(lamps[0]!, model);
  const rightHand = lamps.filter((lamp) => lamp.position.yMm < 0 && lamp.face !== 'front' && lamp.face !== 'rear');
  const right = rightHand.length > 0 ? rightHand : lamps.filter((lamp) => lamp.position.yMm < 0 && twinOf(build, lamp));
  const left = lamps.filter((lamp) => !right.includes(lamp));
  const reachX =
    Math.max(base.widthMm / 2, ...allHoles(drilling).map((hole) => Math.abs(hole.aMm) + hole.diameterMm / 2)) +
    CROSS_BEYOND_MM;
  const reachY =
    Math.max(base.heightMm / 2, ...allHoles(drilling).map((hole) => Math.abs(hole.bMm) + hole.diameterMm / 2)) +
    CROSS_BEYOND_MM;
  const sides = [left, right].filter((group) => group.length > 0);
  const fit = sides.length * 2 * reachX + STATION_GAP_MM <= PAGE_WIDTH_MM;
  // Where two stations would not fit one page, one serves both sides: a base has its holes where it has them on either.
  const groups = fit ? sides : [lamps];
  const stationHigh = 2 * reachY + LABEL_MM;
  const widthMm = Math.max(
    MIN_WIDTH_MM,
    2 * MARGIN_MM + groups.length * 2 * reachX + STATION_GAP_MM * (groups.length - 1),
  );
  const notes = instructions(job).flatMap((each) =>
    wrapped(each, Math.floor((Math.min(widthMm, PAGE_WIDTH_MM) - 2 * MARGIN_MM) / CHARACTER_MM)),
  );
  const fieldTop = MARGIN_MM + HEAD_MM + notes.length * 4.6;
  const heightMm = fieldTop + stationHigh + FOOT_MM;
  const stations = groups.map(
    (group, index): Station => ({
      lamps: group,
      x: widthMm / 2 + (index - (groups.length - 1) / 2) * (2 * reachX + STATION_GAP_MM),
      y: fieldTop + reachY + 4,
    }),
  );
  const on = part ? `${sidelessName(part)}, ${part.material} ${formatMm(part.thicknessMm)} mm` : 'no panel found';
  const shapes: Shape[] = [
    text(MARGIN_MM, MARGIN_MM + 7, 7, `${build.unit.tag}  ${listed(lamps)}`, { bold: true }),
    text(MARGIN_MM, MARGIN_MM + 14, 4, `${model.name} (${model.key}), ${MOUNTS[job.mount].name.toLowerCase()}`),
    text(MARGIN_MM, MARGIN_MM + 20, TEXT_MM, `On ${on}. Know what is behind it. Wear eye protection.`),
    ...notes.map((each, index) => text(MARGIN_MM, MARGIN_MM + 28 + index * 4.6, TEXT_MM, each)),
    ...stations.flatMap(({ lamps: group, x, y }) => [
      ...box('outline', x, y, base.widthMm, base.heightMm),
      ...(drilling.isMeasured ? [] : grid(x, y, base.widthMm, base.heightMm)),
      line('centre', x - reachX, y, x + reachX, y),
      line('centre', x, y - reachY, x, y + reachY),
      text(x + 1.5, y - reachY + 2.5, 2.2, 'centre, fold here over an edge'),
      ...drilling.slots.flatMap((slot) => slotShapes(slot, x, y)),
      ...allHoles(drilling).flatMap((hole) => holeShapes(hole, x, y)),
      text(x, y + reachY + 4.5, 4.4, listed(group), { bold: true, anchor: 'middle' }),
      text(x, y + reachY + 9.5, 3, FACE_SEEN[group[0]!.face], { anchor: 'middle' }),
    ]),
    ...rulers(MARGIN_MM, heightMm - FOOT_MM + 22),
  ];
  return { widthMm, heightMm, shapes };
}
