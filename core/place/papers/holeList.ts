/**
 * Every hole that a unit's lamps and switches ask for, as one goes to work: by bit and skin, with how deep the bit may go
 * and what is done to the edge. From it come the list on the screen, the drill steps and what is bought.
 */
import type { Behind, Body, BodyPart, Material } from '../../body/index.ts';
import type { Build, Control, Id, Lamp } from '../../document/index.ts';
import type { Millimetres } from '../../units/index.ts';
import { carrierOf } from '../lampMemo.ts';
import { housings } from '../lamps/jobs.ts';
import { bitsFor, cornersOf, type Drilling, drillingOf, type HolePurpose, type Slot } from '../mounting/mounts.ts';
import { compareTags } from '../tags.ts';
import { reusedHoles } from './oldHoles.ts';

/** What a hole is made with, in the order in which one works through them. */
export const HOLE_TOOLS = ['twist bit', 'step bit', 'hole saw', 'jigsaw'] as const;
export type HoleTool = (typeof HOLE_TOOLS)[number];

/** How far a bit may come through: to a collar, as far as it likes, or nobody knows what is there. */
export type Depth = { kind: 'collar'; stopMm: Millimetres; behind: Behind } | { kind: 'free' } | { kind: 'ask' };

export interface HoleRow {
  key: string;
  tool: HoleTool;
  diameterMm: Millimetres;
  /** For the jigsaw: what is cut between the corner holes. */
  slot: Slot | null;
  count: number;
  purposes: HolePurpose[];
  /** What it goes through; null where no part is found. Left and right of one thing are one row. */
  part: BodyPart | null;
  skin: Skin;
  /** The switch that it is for, in a panel that is not drawn; null for lamps. */
  control: Control | null;
  partIds: string[];
  depth: Depth;
  /** What is done to the edge, in the order of the hand. */
  edge: string[];
  lamps: Lamp[];
  /** How many of the holes are each lamp's, by its id. */
  byLamp: Record<Id, number>;
  /** False while the places on the base are assumed. */
  isMeasured: boolean;
}

/** A bit's point comes out so far behind the skin, mm; less where half of the room is less (common practice, no source). */
const POINT_MM = 5;

/** Further behind than this no bit comes that breaks through, mm (common practice, no source). */
const REACH_MM = 100;

/** Where a bit stops: the skin and its point, never more than half of what is free behind. */
export const collarMm = (thicknessMm: Millimetres, freeMm: Millimetres): Millimetres =>
  Math.round((thicknessMm + Math.min(POINT_MM, freeMm / 2)) * 2) / 2;

/** The answer that somebody looked behind a part: its key in the survey, and what frees it. */
export const behindKey = (partId: string): string => `behind:${partId}`;
export const NOTHING_BEHIND = 'nothing';

/** How far one may go through a part, by what its body has there and what was found on the unit. */
export function depthBehind(build: Build, body: Body, part: BodyPart | null): Depth {
  if (!part) return { kind: 'ask' };
  if (build.survey[behindKey(part.id)]?.value === NOTHING_BEHIND) return { kind: 'free' };
  const behind = body.behind.find((each) => each.partId === part.id);
  if (behind && behind.depthMm > REACH_MM) return { kind: 'free' };
  return behind ? { kind: 'collar', stopMm: collarMm(part.thicknessMm, behind.depthMm), behind } : { kind: 'ask' };
}

/** What an edge needs by its material: bare steel rusts, the rest wants no more than a smooth edge. */
const EDGE: Partial<Record<Material, string>> = { steel: 'zinc paint', timber: 'seal the grain' };
/** What goes into or under it. A bolt has its gasket and wants no grommet. */
const FILLED: Record<HolePurpose, string | null> = {
  bolt: 'gasket',
  screw: 'sealant',
  rivet: 'sealant',
  grommet: 'grommet',
  lead: 'grommet',
  corner: null,
  switch: null,
};

function edgeOf({ material }: Skin, purposes: readonly HolePurpose[]): string[] {
  const painted = EDGE[material];
  const filled = new Set(purposes.flatMap((purpose) => FILLED[purpose] ?? []));
  return ['deburr', ...(painted ? [painted] : []), ...filled];
}

/** What is drilled where no part is found: a skin like most. */
const USUAL_SKIN = { material: 'steel', thicknessMm: 2 } as const;

export type Skin = Pick<BodyPart, 'material' | 'thicknessMm'>;

/** The skin that a hole goes through. */
export const skinUnder = (part: BodyPart | null): Skin => part ?? USUAL_SKIN;

/** The bit that a hole ends with. */
function toolFor(diameterMm: Millimetres, { material, thicknessMm }: Skin): HoleTool {
  const last = bitsFor(diameterMm, material, thicknessMm).at(-1)!.bit;
  return last === 'step bit' || last === 'hole saw' ? last : 'twist bit';
}

/** What a part is called where its two sides are told as one: Side locker. */
export const sidelessName = ({ name }: Pick<BodyPart, 'name'>): string => name.replace(/, (left|right)$/, '');

/** What stands for a part and its twin on the other side: they are drilled alike. */
export const sidelessKey = (part: BodyPart | null): string => part?.id.replace(/-(left|right)$/, '') ?? 'none';

const NONE_THERE: ReadonlySet<number> = new Set();

interface Cut {
  tool: HoleTool;
  diameterMm: Millimetres;
  slot: Slot | null;
  purpose: HolePurpose;
}

/** `there`: holes that are in the skin already, by their place in the drilling. */
function cutsOf(
  { holes, slots }: Pick<Drilling, 'holes' | 'slots'>,
  skin: Skin,
  there: ReadonlySet<number> = NONE_THERE,
): Cut[] {
  const round = [...holes.filter((_, index) => !there.has(index)), ...slots.flatMap(cornersOf)].map(
    ({ diameterMm, purpose }): Cut => ({ tool: toolFor(diameterMm, skin), diameterMm, slot: null, purpose }),
  );
  const cut = slots.map((slot): Cut => ({ tool: 'jigsaw', diameterMm: slot.heightMm, slot, purpose: 'corner' }));
  return [...round, ...cut];
}

/** The corners of what is cut out for a switch: as round as a jigsaw's blade turns (common practice, no source). */
const SWITCH_CORNER_MM = 4;

/** What a switch wants cut into its panel. */
function switchCuts({ part }: Control): Cut[] {
  const hole = part?.hole;
  if (!part || !hole) return [];
  const middle = { aMm: 0, bMm: 0 };
  if (hole.shape === 'round')
    return cutsOf({ holes: [{ ...middle, diameterMm: hole.diameterMm, purpose: 'switch' }], slots: [] }, part.panel);
  const { widthMm, heightMm } = hole;
  return cutsOf(
    { holes: [], slots: [{ ...middle, widthMm, heightMm, cornerDiameterMm: SWITCH_CORNER_MM }] },
    part.panel,
  );
}

/** What is cut for switches: corner holes first, each kind a row of its own. */
const switchRows = (build: Build): HoleRow[] =>
  Object.values(build.controls).flatMap((control): HoleRow[] => {
    const cuts = switchCuts(control);
    const kinds = [...cuts.filter(({ slot }) => !slot).slice(0, 1), ...cuts.filter(({ slot }) => slot)];
    return kinds.map((cut) => ({
      key: [control.id, cut.tool].join(' '),
      ...cut,
      count: cuts.filter(({ tool }) => tool === cut.tool).length,
      purposes: [cut.purpose],
      part: null,
      skin: control.part!.panel,
      control,
      partIds: [],
      depth: { kind: 'ask' },
      edge: cut.slot ? ['file to the line'] : edgeOf(control.part!.panel, [cut.purpose]),
      lamps: [],
      byLamp: {},
      isMeasured: true,
    }));
  });

function lampRows(build: Build, body: Body): HoleRow[] {
  const rows = new Map<string, HoleRow>();
  const reused = reusedHoles(build);
  for (const lamp of housings(build).sort((a, b) => compareTags(a.tag, b.tag))) {
    const model = build.models[lamp.modelKey];
    if (!model || model.kind === 'factory') continue;
    const drilling = drillingOf(lamp, model);
    const part = carrierOf(body, lamp, model);
    const skin = skinUnder(part);
    for (const { tool, diameterMm, slot, purpose } of cutsOf(drilling, skin, reused.get(lamp.id))) {
      const filled = FILLED[purpose] ?? 'none';
      const size = slot ? `${slot.widthMm} x ${slot.heightMm}` : String(diameterMm);
      const depth = depthBehind(build, body, part);
      const key = [tool, size, sidelessKey(part), depth.kind, filled, drilling.isMeasured].join(' ');
      const row = rows.get(key) ?? {
        key,
        tool,
        diameterMm,
        slot,
        count: 0,
        purposes: [],
        part,
        skin,
        control: null,
        partIds: [],
        depth,
        edge: [],
        lamps: [],
        byLamp: {},
        isMeasured: drilling.isMeasured,
      };
      row.count += 1;
      row.byLamp[lamp.id] = (row.byLamp[lamp.id] ?? 0) + 1;
      if (!row.purposes.includes(purpose)) row.purposes.push(purpose);
      if (!row.lamps.includes(lamp)) row.lamps.push(lamp);
      if (part && !row.partIds.includes(part.id)) row.partIds.push(part.id);
      row.edge = slot ? ['file to the line', ...edgeOf(skin, []).slice(1)] : edgeOf(skin, row.purposes);
      rows.set(key, row);
    }
  }
  return [...rows.values()];
}

/** The holes that the crew makes, by tool and then from small to large. Lamps that came with a unit ask for none. */
export function holeList(build: Build, body: Body): HoleRow[] {
  const rank = ({ tool }: HoleRow) => HOLE_TOOLS.indexOf(tool);
  return [...lampRows(build, body), ...switchRows(build)].sort(
    (a, b) => rank(a) - rank(b) || a.diameterMm - b.diameterMm || b.count - a.count,
  );
}

/** What one cutting disc goes through, length by thickness, mm2: four for 25 by 508 in 3 mm (common practice, no source). */
const DISC_MM2 = 762;
const CUT_BY_DISC: ReadonlySet<Material> = new Set(['steel', 'aluminium']);

/** Discs that a row of slots wears; none in what is sawn. */
export const discsFor = ({ slot, count, skin }: Pick<HoleRow, 'slot' | 'count' | 'skin'>): number =>
  slot && CUT_BY_DISC.has(skin.material) ? Math.ceil((count * cutLengthMm(slot) * skin.thicknessMm) / DISC_MM2) : 0;

/** What is left to cut of a slot between its four corner holes, mm. */
export const cutLengthMm = ({ widthMm, heightMm, cornerDiameterMm }: Slot): Millimetres =>
  2 * (widthMm + heightMm - 2 * cornerDiameterMm);
