/** Steps at the faces of a unit: holes as its lamps' bases ask for them, and mounting as each is held. */
import { type Body, raisesParts } from '../body/index.ts';
import type { Build, Face, Lamp, MountKind } from '../document/index.ts';
import {
  aimWords,
  bracketBolt,
  bracketRivet,
  compareTags,
  cutLengthMm,
  discsFor,
  footOf,
  type HoleRow,
  holeList,
  MOUNTS,
  PILOT_MM,
  padBolt,
  sidelessName,
} from '../place/index.ts';
import { capitalised, fine, joined, mm, plain, say, type Words } from '../units/index.ts';
import { bitMinutes, slotMinutes } from './cutMinutes.ts';
import { wrightUnit } from './learning.ts';
import { MINUTES, step, tagsOf, type Unordered } from './makeStep.ts';
import { lampMeasures } from './measures.ts';

const FACE_NAMES: Record<Face, string> = {
  front: 'front',
  rear: 'rear',
  left: 'left side',
  right: 'right side',
  top: 'roof',
};
const FACE_ORDER: readonly Face[] = ['front', 'left', 'top', 'right', 'rear'];

/** The second side of a pair takes what the second unit does on a 90 % curve (the rate is common practice, no source). */
const SECOND_OF_PAIR = wrightUnit(1, 2, 0.9);

/** From here on a second pair of hands holds it, or feeds it in (common practice, no source). */
const TWO_TO_LIFT = { massKg: 6, widthMm: 900 };
/** One bolt, a washer and a lock nut on a bracket that is there, min (common practice, no source). */
const PAD_MINUTES = 5;
const WAYS_TO_MARK = ['tape measure', 'centre punch'];
const EDGE_TOOLS = ['zinc paint', 'grommet'];

/** Lamps by the face they sit on, in walking order; what stands on a bracket goes where the bracket is. */
const byFace = (build: Build, lamps: readonly Lamp[]): [Face, Lamp[]][] =>
  FACE_ORDER.map((face): [Face, Lamp[]] => [
    face,
    lamps.filter((lamp) => footOf(build, lamp).face === face).sort((a, b) => compareTags(a.tag, b.tag)),
  ]).filter(([, list]) => list.length > 0);

const countOf = ({ byLamp }: HoleRow, lamps: readonly Lamp[]): number =>
  lamps.reduce((sum, { id }) => sum + (byLamp[id] ?? 0), 0);

/** Something of every round hole that is drilled for a lamp; what is there already is not. */
const overHoles = (rows: readonly HoleRow[], lamp: Lamp, each: (row: HoleRow) => number): number =>
  rows.reduce((sum, row) => sum + (row.slot ? 0 : countOf(row, [lamp]) * each(row)), 0);

/** Lamps whose twin is done in an earlier step, or earlier in the same. */
function secondsOf(build: Build, lamps: readonly Lamp[]): ReadonlySet<string> {
  const begun = new Set<string>();
  const seconds = new Set<string>();
  for (const [, list] of byFace(build, lamps))
    for (const { id, pairId } of list) {
      if (pairId !== null && begun.has(pairId)) seconds.add(id);
      if (pairId !== null) begun.add(pairId);
    }
  return seconds;
}

const discWords = (row: HoleRow): string => {
  const discs = discsFor(row);
  return discs > 0 ? ` with about ${discs} ${discs === 1 ? 'disc' : 'discs'}` : '';
};

/** How one row of the hole list is made, and where the bit has to stop. */
export function holeWords(row: HoleRow): Words {
  const { count, tool, diameterMm, slot, part, skin, control, depth, edge } = row;
  const size = slot ? say`${fine(slot.widthMm)} by ${fine(slot.heightMm)}` : say`${fine(diameterMm)}`;
  const through = part
    ? say`${sidelessName(part)}, ${skin.material} ${fine(skin.thicknessMm)}`
    : control
      ? say`the panel, ${skin.material} ${fine(skin.thicknessMm)}`
      : plain('the skin');
  const made = slot
    ? say`corner holes ${fine(slot.cornerDiameterMm / 2)} in from both edges, ${mm(Math.round(cutLengthMm(slot)))} to cut between them${discWords(row)}, try the ${control ? 'switch' : 'lamp'}`
    : plain(tool === 'step bit' ? 'step bit, stop at the size' : tool);
  const stop = depth.kind === 'collar' ? say`, collar at ${fine(depth.stopMm)}` : '';
  return say`${count} × ${size} through ${through}: ${made}${stop}; ${edge.join(', ')}`;
}

/** What a bit must not reach, and where nobody knows; empty where all was looked at. */
function depthWarnings(rows: readonly HoleRow[]): Words[] {
  const known = new Map<string, Words>();
  const unknown = new Set<string>();
  for (const { part, depth } of rows) {
    if (!part) continue;
    const name = sidelessName(part);
    if (depth.kind === 'ask') unknown.add(name);
    if (depth.kind === 'collar')
      known.set(name, say`${capitalised(depth.behind.what)} ${mm(depth.behind.depthMm)} behind ${name}.`);
  }
  const asks = unknown.size > 0 ? [plain(`Nobody has looked behind ${[...unknown].join(', ')}: look first.`)] : [];
  return [...known.values(), ...asks];
}

/** Hands that belong to the holes, which have steps of their own. */
const MAKES_HOLES =
  /^(mark|pilot|step up|deburr|paint the edge|tape the template|drill|cut between|file|hold the base)/;

/** The rivets and bolts of brackets, each size once. */
function fixingWords(build: Build, body: Body, brackets: readonly Lamp[]): Words[] {
  const sizes = brackets.flatMap((lamp): [string, Words][] => {
    const model = build.models[lamp.modelKey]!;
    const rivet = bracketRivet(body, lamp, model);
    const bolt = bracketBolt(body, lamp, model);
    if (rivet)
      return [
        [
          `rivet ${rivet.diameterMm} ${rivet.lengthMm}`,
          say`Rivets ${fine(rivet.diameterMm)} by ${fine(rivet.lengthMm)}.`,
        ],
      ];
    return bolt?.lengthMm
      ? [[`bolt ${bolt.thread} ${bolt.lengthMm}`, say`Bolts ${bolt.thread} by ${fine(bolt.lengthMm)}.`]]
      : [];
  });
  return [...new Map(sizes).values()];
}

/** Lamps onto their brackets, with the bolt of each, after the brackets are on. */
const padWords = (build: Build, lamps: readonly Lamp[]): Words[] =>
  lamps.flatMap((lamp): Words[] => {
    const holder = build.lamps[lamp.pad?.onId ?? ''];
    if (!holder) return [];
    const bolt = padBolt(build, lamp);
    const by = bolt?.lengthMm
      ? say`, ${bolt.thread} by ${fine(bolt.lengthMm)} with washer and lock nut`
      : plain(', the bolt by its stack: bracket, foot, washer, nut, two threads over');
    return [say`${lamp.tag} onto ${holder.tag}, place ${lamp.pad!.index + 1}${by}, hand tight.`];
  });

/** Aim comes before the last turn of the spanner. */
function aimingWords(lamps: readonly Lamp[]): Words[] {
  const aims = lamps.filter(({ aim }) => aim !== undefined);
  if (aims.length === 0) return [];
  return [plain(`Aim, then tighten: ${aims.map((lamp) => `${lamp.tag} ${aimWords(lamp)}`).join('; ')}.`)];
}

/** How everything on a face is put on: brackets, what sits on the skin, what stands on brackets, and the aim last. */
function mountingWords(build: Build, body: Body, lamps: readonly Lamp[]): Words {
  const onSkin = lamps.filter(({ pad }) => !pad);
  const isBracket = (lamp: Lamp) => Boolean(build.models[lamp.modelKey]?.holds);
  const brackets = onSkin.filter(isBracket);
  const others = onSkin.filter((lamp) => !isBracket(lamp));
  return joined(
    [
      ...(brackets.length > 0 ? [plain(mountWords(build, brackets))] : []),
      ...fixingWords(build, body, brackets),
      ...(others.length > 0 ? [plain(mountWords(build, others))] : []),
      ...padWords(build, lamps),
      ...aimingWords(lamps),
    ],
    ' ',
  );
}

/** How what sits on the skin is put on, each kind of mount in its own words. */
function mountWords(build: Build, lamps: readonly Lamp[]): string {
  const byMount = new Map<MountKind, Lamp[]>();
  for (const lamp of lamps) {
    const kind = build.models[lamp.modelKey]?.kind === 'factory' ? null : lamp.mount;
    if (kind) byMount.set(kind, [...(byMount.get(kind) ?? []), lamp]);
  }
  return [...byMount]
    .map(
      // What is riveted is drilled as it goes on.
      ([kind, list]) =>
        `${tagsOf(list)}: ${MOUNTS[kind].order.filter((word) => kind === 'rivet' || !MAKES_HOLES.test(word)).join(', ')}.`,
    )
    .join(' ');
}

/** Steps at the faces: pilot and final holes, and mounting. */
export function faceSteps(
  build: Build,
  body: Body,
  lamps: readonly Lamp[],
): { holes: Unordered[]; mounts: Unordered[] } {
  const seconds = secondsOf(build, lamps);
  const sum = (list: readonly Lamp[], minutesOf: (lamp: Lamp) => number) =>
    Math.round(list.reduce((all, lamp) => all + minutesOf(lamp) * (seconds.has(lamp.id) ? SECOND_OF_PAIR : 1), 0));
  const all = holeList(build, body);
  const holes: Unordered[] = [];
  const mounts: Unordered[] = [];
  for (const [face, list] of byFace(build, lamps)) {
    const where = FACE_NAMES[face];
    const drilled = list.filter((lamp) => all.some((row) => row.lamps.includes(lamp)));
    if (drilled.length > 0) {
      const rows = rowsOf(all, drilled);
      const isGuess = rows.some(({ isMeasured }) => !isMeasured);
      holes.push(
        step(
          {
            key: `pilot:${face}`,
            title: `Mark and pilot, ${where}`,
            detail: isGuess
              ? `${tagsOf(drilled)}: hold the base in its place and mark through it; punch and pilot. Tape every mark again before the bit turns.`
              : `${tagsOf(drilled)}: template on, punched and piloted. Tape every mark again before the bit turns.`,
            caution: joined([plain('Eye protection on.'), ...depthWarnings(rows)], ' '),
            face,
            where,
            tools: [...WAYS_TO_MARK, ...(isGuess ? [] : ['drilling template']), say`pilot bit ${fine(PILOT_MM)}`],
            measures: lampMeasures(drilled),
            minutes: MINUTES.layOut + sum(drilled, (lamp) => overHoles(rows, lamp, () => MINUTES.pilot)),
          },
          drilled,
        ),
        step(
          {
            key: `drill:${face}`,
            title: `Final holes, ${where}`,
            detail: say`${tagsOf(drilled)}: ${joined(rows.map(holeWords), '. ')}.`,
            caution: joined([plain('Eye protection on. Light pressure on thin skin.'), ...depthWarnings(rows)], ' '),
            face,
            where,
            tools: [
              ...sizesOf(rows).map(({ tool, diameterMm }) => say`${tool} ${fine(diameterMm)}`),
              ...(rows.some(({ depth }) => depth.kind === 'collar') ? ['stop collar'] : []),
              ...(rows.some(({ slot }) => slot !== null) ? ['jigsaw', 'file'] : []),
              ...EDGE_TOOLS.filter((word) => rows.some(({ edge }) => edge.includes(word))),
              'deburring tool',
            ],
            minutes:
              sum(drilled, (lamp) => overHoles(rows, lamp, ({ diameterMm, skin }) => bitMinutes(diameterMm, skin))) +
              Math.round(rows.reduce((minutes, row) => minutes + slotMinutes(row), 0)),
          },
          drilled,
        ),
      );
    }
    const heavy = list.some((lamp) => {
      const model = build.models[lamp.modelKey];
      return model && (model.massKg >= TWO_TO_LIFT.massKg || model.face.widthMm >= TWO_TO_LIFT.widthMm);
    });
    mounts.push(
      step(
        {
          key: `mount:${face}`,
          title: `Mount, ${where}`,
          detail: mountingWords(build, body, list),
          face,
          where,
          people: heavy ? 2 : 1,
          caution: heavy
            ? `Two to lift.${raisesParts(body) ? ' Support what can come down on its props first.' : ''}`
            : null,
          measures: lampMeasures(list.filter((lamp) => !lamp.pad && !drilled.includes(lamp))),
          minutes: sum(list, ({ mount, pad }) => (pad ? PAD_MINUTES : MOUNTS[mount].minutes)),
        },
        list,
      ),
    );
  }
  return { holes, mounts };
}

/** The bits of some rows, each once. */
const sizesOf = (rows: readonly HoleRow[]): HoleRow[] => [
  ...new Map(
    rows.flatMap((row) => (row.slot === null ? [[`${row.tool} ${row.diameterMm}`, row] as const] : [])),
  ).values(),
];

/** The part of the hole list that is made for some lamps: its rows with their share of the holes. */
function rowsOf(all: readonly HoleRow[], lamps: readonly Lamp[]): HoleRow[] {
  return all.flatMap((row): HoleRow[] => {
    const own = row.lamps.filter((lamp) => lamps.includes(lamp));
    return own.length === 0 ? [] : [{ ...row, lamps: own, count: countOf(row, own) }];
  });
}
