/** Findings about how lamps are held: M12, M20, M27, M28, M29, M31, M35, M36, M37. */
import {
  type Body,
  type BodyPart,
  contains,
  isMetal,
  type Material,
  outlineIn,
  type View,
  viewOfFace,
} from '../../body/index.ts';
import type { Build, Lamp, LampModel, MountKind, Position } from '../../document/index.ts';
import {
  BRIDGE_MM,
  baseOf,
  carrierOf,
  drillingOf,
  formatMm,
  hangingKg,
  housingOf,
  housings,
  isDepth,
  lampMemo,
  MOUNTS,
  magnetHold,
  mountOf,
  nudge,
  oldHoleFates,
  type PlacedHole,
  placedHoles,
  tagList,
} from '../../place/index.ts';
import { fine, type Millimetres, mm, say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit, WayOut } from '../finding.ts';
import { barePasses, loosePasses } from '../wiring/routeRules.ts';
import { overloadedBrackets } from './bracketRules.ts';
import { type Held, held, heldLights, movesOnPart, onSkin } from './held.ts';

/** Parts that answer a finding once they are on the list, by what they are for and the model. */
const extraKey = (what: string, modelKey: string): string => `${what}:${modelKey}`;
const hasExtra = (build: Build, what: string, model: LampModel): boolean =>
  build.extraParts[extraKey(what, model.key)] !== undefined;

function addPart(what: string, name: string, model: LampModel, quantity: number): WayOut {
  return {
    label: say`Add ${quantity} × ${name.toLowerCase()}`,
    operations: [
      {
        kind: 'addExtraParts',
        parts: [{ id: extraKey(what, model.key), partKey: what, name, quantity, modelKey: model.key }],
      },
    ],
  };
}

/** Other mounts the model can take, as ways out. */
function otherMounts(group: readonly Held[], fits: (kind: MountKind) => boolean): WayOut[] {
  const { lamp, model } = group[0]!;
  return model.mounts
    .filter(({ kind }) => kind !== lamp.mount && fits(kind))
    .map(({ kind }) => ({
      label: say`Use ${MOUNTS[kind].name.toLowerCase()}`,
      operations: [{ kind: 'editLamps', lampIds: idsOf(group), changes: { mount: kind } }],
    }));
}

const drills = (kind: MountKind): boolean => ['stud', 'screw', 'grommet', 'flush', 'rivet'].includes(kind);

function baseGround(context: CheckContext): Hit[] {
  return heldLights(context).flatMap(({ lamp, model, part }): Hit[] => {
    if (model.leads.some((lead) => lead.purpose === 'ground') || hasExtra(context.build, 'ground-wire', model))
      return [];
    const metal = part !== null && isMetal(part);
    return [
      {
        severity: metal ? 'note' : 'stop',
        message: metal
          ? say`${lamp.tag} grounds through its base: scrape ${part.name} to bare metal under it.`
          : say`${lamp.tag} grounds through its base, and ${part ? `${part.name} is ${part.material}` : 'nothing metal is under it'}.`,
        lampIds: [lamp.id],
        waysOut: [addPart('ground-wire', 'Ground wire with ring', model, 1)],
      },
    ];
  });
}

/** V5: lamps that are to be drilled for, by models whose bases are only assumed. */
const unmeasuredBases = (context: CheckContext): Hit[] =>
  together(held(context), ({ lamp, model }) =>
    drillingOf(lamp, model).isMeasured ? null : `${model.key} ${lamp.mount}`,
  ).map((group) => ({
    message: say`${tagsOf(group)}: nobody has measured where the base of ${group[0]!.model.name} has its holes.`,
    lampIds: idsOf(group),
  }));

const SEALS = /gasket|grommet|seal|foam|o-ring/i;

/** Lamps that one sentence can be said of, by a key of what they share. */
function together(all: readonly Held[], keyOf: (each: Held) => string | null): Held[][] {
  const groups = new Map<string, Held[]>();
  for (const each of all) {
    const key = keyOf(each);
    if (key === null) continue;
    const group = groups.get(key);
    if (group) group.push(each);
    else groups.set(key, [each]);
  }
  return [...groups.values()];
}

const tagsOf = (group: readonly Held[]): string => tagList(group.map(({ lamp }) => lamp.tag));
const idsOf = (group: readonly Held[]): string[] => group.map(({ lamp }) => lamp.id);

function unsealedHole(context: CheckContext): Hit[] {
  const open = ({ lamp, model }: Held) => {
    const mount = mountOf(lamp, model);
    const sealed = model.kitContents.some((item) => SEALS.test(item)) || hasExtra(context.build, 'wire-grommet', model);
    return !lamp.pad && drills(mount.kind) && mount.holes > 0 && !sealed ? model.key : null;
  };
  return together(heldLights(context), open).map((group) => ({
    message: say`${tagsOf(group)}: leads go through the skin, and there is no gasket or grommet in the box.`,
    lampIds: idsOf(group),
    waysOut: [addPart('wire-grommet', 'Sealing grommet', group[0]!.model, group.length)],
  }));
}

function behindSkin(context: CheckContext): Hit[] {
  const shallow = ({ lamp, model, part }: Held) => {
    const behind = part && context.body.behind.find((each) => each.partId === part.id);
    const mount = mountOf(lamp, model);
    if (!behind || !drills(mount.kind) || mount.holes === 0) return null;
    return behind.depthMm < MOUNTS[mount.kind].backingMm ? `${part.id} ${model.key} ${mount.kind}` : null;
  };
  return together(onSkin(context), shallow).map((group) => {
    const { lamp, part } = group[0]!;
    const behind = context.body.behind.find((each) => each.partId === part?.id)!;
    const facts = MOUNTS[lamp.mount];
    return {
      severity: behind.depthMm < DEADLY_DEPTH_MM ? 'stop' : 'caution',
      message: say`${tagsOf(group)}: ${behind.what} ${mm(behind.depthMm)} behind ${part!.name}; ${facts.name.toLowerCase()} needs ${mm(facts.backingMm)}.`,
      lampIds: idsOf(group),
      waysOut: otherMounts(group, (kind) => MOUNTS[kind].backingMm <= behind.depthMm),
      worked: {
        formula: say`${mm(behind.depthMm)} < ${mm(facts.backingMm)}`,
        terms: [
          { value: say`${mm(behind.depthMm)}`, what: say`free behind ${part!.name}`, source: "the body's survey" },
          {
            value: say`${mm(facts.backingMm)}`,
            what: say`room that ${facts.name.toLowerCase()} takes behind the skin`,
            source: 'common practice, no source',
          },
        ],
      },
    };
  });
}

/** A bit that breaks through goes at least this deep. Common practice, no source. */
const DEADLY_DEPTH_MM = 10;

/** Grommets on hand, by the hole they want, mm. Common practice, no source. */
export const GROMMET_HOLES_MM = [7, 10, 13, 16, 19, 20, 22, 25.4, 28, 32, 38, 44, 51, 57, 63, 76, 102, 114];
const GROMMET_SLACK_MM = 0.5;

/** Key under which the survey keeps a hole as it was drilled. */
export const drilledKey = (lampId: string): string => `hole ${lampId}`;

function holeTooLarge({ build }: CheckContext): Hit[] {
  return housings(build).flatMap((lamp): Hit[] => {
    const model = build.models[lamp.modelKey];
    const drilledMm = Number.parseFloat(build.survey[drilledKey(lamp.id)]?.value ?? '');
    if (!model || !Number.isFinite(drilledMm)) return [];
    const mount = mountOf(lamp, model);
    if (mount.kind !== 'grommet' || drilledMm <= mount.holeMm + GROMMET_SLACK_MM) return [];
    const next = GROMMET_HOLES_MM.find((hole) => hole >= drilledMm - GROMMET_SLACK_MM);
    if (hasExtra(build, `grommet-${next}`, model)) return [];
    return [
      {
        message: say`${lamp.tag}: the hole came out at ${fine(drilledMm)}; its grommet holds in ${fine(mount.holeMm)}.`,
        lampIds: [lamp.id],
        waysOut: next ? [addPart(`grommet-${next}`, `Grommet for ${formatMm(next)} mm hole`, model, 1)] : [],
      },
    ];
  });
}

function noHandBehind(context: CheckContext): Hit[] {
  const closed = ({ lamp, model, part }: Held) =>
    part &&
    lamp.mount === 'stud' &&
    context.body.closed.includes(part.id) &&
    !hasExtra(context.build, 'rivet-nut', model)
      ? `${part.id} ${model.key}`
      : null;
  return together(onSkin(context), closed).map((group) => {
    const { lamp, model, part } = group[0]!;
    const nuts = group.length * Math.max(1, mountOf(lamp, model).holes);
    return {
      message: say`${tagsOf(group)}: ${part!.name} is a closed section, so no hand gets a nut behind the stud.`,
      lampIds: idsOf(group),
      waysOut: [addPart('rivet-nut', 'Rivet nut', model, nuts), ...otherMounts(group, (kind) => kind !== 'stud')],
    };
  });
}

/** What a skin carries at one base without a plate behind it, kg per mm of thickness. Common practice, no source. */
const CARRIES_KG_PER_MM: Record<Material, number> = {
  steel: 3,
  aluminium: 1.6,
  plastic: 0.35,
  glass: 0,
  rubber: 0,
  timber: 0.4,
};
const BOLTED: ReadonlySet<MountKind> = new Set(['stud', 'screw', 'bracket', 'rivet', 'flush', 'grommet']);

function tooHeavy(context: CheckContext): Hit[] {
  return onSkin(context).flatMap(({ lamp, model: own, part }): Hit[] => {
    const model = { ...own, massKg: own.massKg + hangingKg(context.build, lamp) };
    if (!part || !BOLTED.has(lamp.mount) || hasExtra(context.build, 'backing-plate', model)) return [];
    const carriesKg = CARRIES_KG_PER_MM[part.material] * part.thicknessMm;
    const feet = lamp.mount === 'bracket' ? Math.max(1, mountOf(lamp, model).holes / 2) : 1;
    if (model.massKg <= carriesKg * feet) return [];
    return [
      {
        message: say`${lamp.tag} weighs ${formatMm(model.massKg)} kg; ${part.name} (${part.material}, ${mm(part.thicknessMm)}) carries ${formatMm(carriesKg * feet)} kg there without a plate.`,
        lampIds: [lamp.id],
        waysOut: [addPart('backing-plate', 'Backing plate', model, 1)],
        worked: {
          formula: say`${CARRIES_KG_PER_MM[part.material]} kg/mm × ${mm(part.thicknessMm)}${feet > 1 ? ` × ${feet} feet` : ''} = ${formatMm(carriesKg * feet)} kg < ${formatMm(model.massKg)} kg`,
          terms: [
            { value: say`${formatMm(model.massKg)} kg`, what: say`${model.name}`, source: 'Shelf' },
            {
              value: say`${mm(part.thicknessMm)}`,
              what: say`${part.name}, ${part.material}`,
              source: "the body's survey",
            },
            {
              value: say`${CARRIES_KG_PER_MM[part.material]} kg/mm`,
              what: say`carried at one base, without a plate`,
              source: 'common practice, no source',
            },
          ],
        },
      },
    ];
  });
}

const overlapOf = (a: readonly [number, number], b: readonly [number, number]): number =>
  Math.min(a[1], b[1]) - Math.max(a[0], b[0]);

const TOUCH_MM = 1;

const boxOf = lampMemo((_body, lamp, model) => housingOf(lamp, model));

function housingsMeet({ build, body }: CheckContext): Hit[] {
  const boxes = housings(build).flatMap((lamp) => {
    const model = build.models[lamp.modelKey];
    return model ? [{ lamp, box: boxOf(body, lamp, model) }] : [];
  });
  return boxes.flatMap(({ lamp, box }, index) =>
    boxes.slice(index + 1).flatMap(({ lamp: other, box: otherBox }): Hit[] => {
      const overlaps = {
        xMm: overlapOf(box.x, otherBox.x),
        yMm: overlapOf(box.y, otherBox.y),
        zMm: overlapOf(box.z, otherBox.z),
      };
      if (Math.min(...Object.values(overlaps)) <= TOUCH_MM) return [];
      // A lamp stands in its bracket as it is made for.
      if (lamp.pad?.onId === other.id || other.pad?.onId === lamp.id) return [];
      const [axis, byMm] = (Object.entries(overlaps) as [keyof Position, number][])
        .filter(([each]) => !isDepth(other.face, each))
        .reduce((a, b) => (b[1] < a[1] ? b : a));
      const sign = other.position[axis] >= lamp.position[axis] ? 1 : -1;
      const apart = Math.ceil(byMm) + 5;
      return [
        {
          severity: 'stop',
          message: say`${lamp.tag} and ${other.tag} are in each other's way by ${mm(Math.ceil(byMm))}.`,
          lampIds: [lamp.id, other.id],
          waysOut: other.locked
            ? []
            : [
                {
                  label: say`Move ${other.tag} ${mm(apart)} away`,
                  operations: [{ kind: 'moveLamps', moves: nudge(build, body, [other.id], { [axis]: sign * apart }) }],
                },
              ],
        },
      ];
    }),
  );
}

const waterClass = (sealing: string): number => Number(sealing.at(-1));

/** Zones in which water is thrown or stands, and the second digit of the IP code wanted there. IEC 60529, from memory. */
function wantedWaterClass(body: Body, lamp: Lamp, model: LampModel): { digit: number; why: string } {
  const box = housingOf(lamp, model);
  const zone = body.zones.find(
    ({ kind, x, y, z }) =>
      kind === 'moving' && overlapOf(box.x, x) > 0 && overlapOf(box.y, y) > 0 && overlapOf(box.z, z) > 0,
  );
  if (zone?.name.includes('under water')) return { digit: 8, why: zone.name };
  if (zone) return { digit: 7, why: `in the ${zone.name}` };
  return { digit: 5, why: 'outside, in rain and washing' };
}

function notSealed(context: CheckContext): Hit[] {
  return heldLights(context).flatMap(({ lamp, model }): Hit[] => {
    const { digit, why } = wantedWaterClass(context.body, lamp, model);
    if (waterClass(model.sealing) >= digit) return [];
    const better = Object.values(context.build.models).filter(
      (other) => other.kind === model.kind && waterClass(other.sealing) >= digit && other.colours.includes(lamp.colour),
    );
    return [
      {
        message: say`${lamp.tag} is ${model.sealing}; its place (${why}) wants IPx${digit}.`,
        lampIds: [lamp.id],
        waysOut: better.map((other) => ({
          label: say`Use ${other.name}`,
          operations: [{ kind: 'swapModel', lampIds: [lamp.id], model: other }],
        })),
      },
    ];
  });
}

/** Speed at which a unit travels, km/h: what a magnet must hold at. Common practice, no source. */
const ROAD_KMH = 90;
/** Paint and a little dirt. */
const PAINT_GAP_MM = 0.2;

export const magnetSkin = (part: BodyPart | null) => ({
  thicknessMm: part?.thicknessMm ?? 0,
  gapMm: PAINT_GAP_MM,
  steel: part?.material === 'steel',
});

const LETS_GO = { tipping: 'tips', shaking: 'shakes loose', sliding: 'slides' } as const;

function weakMagnet(context: CheckContext): Hit[] {
  return onSkin(context).flatMap(({ lamp, model, part }): Hit[] => {
    if (lamp.mount !== 'magnet') return [];
    const hold = magnetHold(model, magnetSkin(part));
    if (hold.holdsToKmh >= ROAD_KMH) return [];
    const where = part ? say`${part.name} (${part.material}, ${mm(part.thicknessMm)})` : 'nothing solid';
    return [
      {
        severity: hold.holdsToKmh === 0 ? 'stop' : 'caution',
        message:
          hold.limit === 'not steel'
            ? say`${lamp.tag} holds by magnet, and under it is ${where}.`
            : hold.holdsToKmh === 0
              ? say`${lamp.tag} holds at no speed on ${where}: it ${LETS_GO[hold.limit]}.`
              : say`${lamp.tag} holds up to ${Math.floor(hold.holdsToKmh)} km/h on ${where}, then ${LETS_GO[hold.limit]}.`,
        reason: say`Worked out with: ${hold.assumptions.join('; ')}. Clean steel, rubber-coated feet, and a safety cord all the same.`,
        lampIds: [lamp.id],
        waysOut: otherMounts([{ lamp, model, part }], (kind) => kind !== 'magnet'),
      },
    ];
  });
}

/** Skin that stays beside a hole: a diameter, at most 15 mm. Common practice, no source. */
const MAX_MARGIN_MM = 15;
const wantedEdgeMm = (diameterMm: Millimetres): Millimetres => diameterMm / 2 + Math.min(diameterMm, MAX_MARGIN_MM);

const holesOf = lampMemo((_body, lamp, model): PlacedHole[] => placedHoles(lamp, model));

/** Distance from a point to an outline's edge. */
function edgeDistance(part: BodyPart, view: View, a: number, b: number): number {
  const outline = outlineIn(part, view);
  let least = Number.POSITIVE_INFINITY;
  outline.forEach(([a0, b0], index) => {
    const [a1, b1] = outline[(index + 1) % outline.length]!;
    const length2 = (a1 - a0) ** 2 + (b1 - b0) ** 2;
    const t = length2 === 0 ? 0 : Math.max(0, Math.min(1, ((a - a0) * (a1 - a0) + (b - b0) * (b1 - b0)) / length2));
    least = Math.min(least, Math.hypot(a - a0 - t * (a1 - a0), b - b0 - t * (b1 - b0)));
  });
  return contains(outline, a, b) ? least : -least;
}

/** The hole of a lamp that lacks most skin beside it; null when all have enough. */
const shortOfSkin = lampMemo((body, lamp, model): { hole: PlacedHole; missingMm: Millimetres } | null => {
  const part = carrierOf(body, lamp, model);
  if (!part) return null;
  const view = viewOfFace[lamp.face];
  const short = holesOf(body, lamp, model)
    .map((hole) => ({ hole, missingMm: wantedEdgeMm(hole.diameterMm) - edgeDistance(part, view, hole.a, hole.b) }))
    .filter(({ hole, missingMm }) => hole.purpose !== 'corner' && missingMm > 0.5)
    .sort((a, b) => b.missingMm - a.missingMm);
  return short[0] ?? null;
});

function nearEdge(context: CheckContext): Hit[] {
  return onSkin(context).flatMap((each): Hit[] => {
    const { lamp, model, part } = each;
    const short = shortOfSkin(context.body, lamp, model);
    if (!part || !short) return [];
    const view = viewOfFace[lamp.face];
    const wantedMm = wantedEdgeMm(short.hole.diameterMm);
    const byMm = Math.ceil(short.missingMm) + 1;
    const { widthMm, heightMm } = baseOf(lamp, model);
    const isClear = (there: Lamp) =>
      placedHoles(there, model).every(
        (hole) => edgeDistance(part, view, hole.a, hole.b) >= wantedEdgeMm(hole.diameterMm) - 0.5,
      );
    const ways = movesOnPart(context, each, byMm).filter(({ there }) => isClear(there));
    return [
      {
        message: say`${lamp.tag}: a ${fine(short.hole.diameterMm)} hole is ${fine(Math.max(0, wantedMm - short.missingMm))} from the edge of ${part.name}; ${fine(wantedMm)} is wanted (base ${formatMm(widthMm)} × ${formatMm(heightMm)}).`,
        lampIds: [lamp.id],
        waysOut: ways
          .slice(0, 2)
          .map(({ way, operation }) => ({ label: say`Move ${lamp.tag} ${mm(byMm)} ${way}`, operations: [operation] })),
        worked: {
          formula: say`${mm(wantedMm - short.missingMm)} < ${mm(short.hole.diameterMm)} / 2 + ${mm(Math.min(short.hole.diameterMm, MAX_MARGIN_MM))} = ${mm(wantedMm)}`,
          terms: [
            { value: say`${mm(short.hole.diameterMm)}`, what: say`the hole`, source: "the lamp's drilling, Shelf" },
            {
              value: say`${mm(Math.min(short.hole.diameterMm, MAX_MARGIN_MM))}`,
              what: say`skin beside it: its diameter, at most ${mm(MAX_MARGIN_MM)}`,
              source: 'common practice, no source',
            },
          ],
        },
      },
    ];
  });
}

/** Farther apart than this no two holes can meet: the longest base there is. */
const HOLE_REACH_MM = 1500;

function holesMeet(context: CheckContext): Hit[] {
  const all = held(context).flatMap(({ lamp, model }) => {
    const holes = holesOf(context.body, lamp, model);
    return holes.length > 0 ? [{ lamp, holes }] : [];
  });
  const hits: Hit[] = [];
  all.forEach(({ lamp, holes }, index) => {
    for (let next = index + 1; next < all.length; next++) {
      const { lamp: other, holes: others } = all[next]!;
      if (lamp.face !== other.face) continue;
      const apart = Math.abs(lamp.position.xMm - other.position.xMm) + Math.abs(lamp.position.yMm - other.position.yMm);
      if (apart > HOLE_REACH_MM) continue;
      let leastMm = Number.POSITIVE_INFINITY;
      for (const hole of holes)
        for (const each of others)
          leastMm = Math.min(
            leastMm,
            Math.hypot(hole.a - each.a, hole.b - each.b) - (hole.diameterMm + each.diameterMm) / 2,
          );
      if (leastMm >= BRIDGE_MM) continue;
      hits.push({
        severity: 'stop',
        message: say`A hole of ${lamp.tag} and one of ${other.tag} ${leastMm < 0 ? 'overlap' : say`leave only ${mm(leastMm)} of skin between them`}.`,
        lampIds: [lamp.id, other.id],
      });
    }
  });
  return hits;
}

/** A new hole that runs into an old one tears out with it. */
const oldHolesMeet = ({ build }: CheckContext): Hit[] =>
  oldHoleFates(build).flatMap(({ old, fate }): Hit[] =>
    fate.kind === 'clash'
      ? [
          {
            severity: 'stop',
            message: say`A hole of ${fate.by.tag} and an old one of ${fine(old.diameterMm)} ${fate.betweenMm < 0 ? 'overlap' : say`leave only ${mm(fate.betweenMm)} of skin between them`}.`,
            lampIds: [fate.by.id],
          },
        ]
      : [],
  );

export const MOUNT_RULES: readonly FindingRule[] = [
  {
    code: 'M12',
    stages: ['place'],
    severity: 'stop',
    title: 'Base ground on a non-metal, painted or insulated panel',
    reason: 'A lamp that grounds through its base needs bare metal under it, or it stays dark.',
    wayOut: 'Run a ground wire',
    source: 'Common practice, no source',
    check: baseGround,
  },
  {
    code: 'M20',
    stages: ['place', 'feed'],
    severity: 'caution',
    title: 'Sharp edge or wet wall without grommet and seal',
    reason: 'A bare edge saws through insulation, and water follows the wire.',
    wayOut: 'Add a sealing grommet',
    source: "The shelf's kit contents; common practice, no source",
    check: (context) => [...unsealedHole(context), ...barePasses(context)],
  },
  {
    code: 'M27',
    stages: ['place'],
    severity: 'caution',
    title: 'Something behind the skin',
    reason: 'Know what is behind a panel (fuel, air bags, high-voltage parts, wiring) before a bit goes through it.',
    wayOut: 'Choose a shallower mount or another place',
    source: "The body's survey; common practice, no source",
    check: behindSkin,
  },
  {
    code: 'M28',
    stages: ['place'],
    severity: 'caution',
    title: 'Hole larger than the grommet allows',
    reason: 'A hole too big will not hold a grommet, and the lamp falls out on the road.',
    wayOut: 'Use the next grommet',
    source: 'Common practice, no source',
    check: (context) => [...holeTooLarge(context), ...loosePasses(context)],
  },
  {
    code: 'M29',
    stages: ['place', 'build'],
    severity: 'caution',
    title: "A step that can't be done later",
    reason: 'What has to be done before the section is closed or the bracket is on cannot be done after.',
    wayOut: 'Set rivet nuts first, or choose another mount',
    source: 'Common practice, no source',
    check: noHandBehind,
  },
  {
    code: 'M31',
    stages: ['place'],
    severity: 'caution',
    title: 'Lamp too heavy or too large for bracket or neighbour',
    reason: 'Thin skin cracks round a heavy lamp, and two housings cannot share a place.',
    wayOut: 'Add a backing plate, take a stronger bracket, or move one of the two',
    source: 'Common practice, no source',
    check: (context) => [...tooHeavy(context), ...overloadedBrackets(context), ...housingsMeet(context)],
  },
  {
    code: 'M35',
    stages: ['place'],
    severity: 'caution',
    title: 'Lamp not sealed for its place',
    reason: 'Wheel throw, washing and salt get into anything that is not made for them.',
    wayOut: 'Choose a better sealed lamp or another place',
    source: 'IEC 60529 code, from memory; places: common practice, no source',
    check: notSealed,
  },
  {
    code: 'M36',
    stages: ['place'],
    severity: 'caution',
    title: 'Magnet hold too weak for the speed',
    reason: 'A lamp that lets go at road speed hits whoever follows.',
    wayOut: 'Screw it down, or keep below the speed',
    source: 'Drag 0.5 rho cd A v²; holding figures: common practice, no source',
    check: weakMagnet,
  },
  {
    code: 'M37',
    stages: ['place'],
    severity: 'caution',
    title: 'Edge distance or overlap of holes',
    reason: 'Too little skin beside a hole tears out.',
    wayOut: 'Move the lamp',
    source: 'Common practice, no source: a diameter of skin beside a hole (at most 15 mm), 4 mm between holes',
    check: (context) => [...nearEdge(context), ...holesMeet(context), ...oldHolesMeet(context)],
  },
  {
    code: 'V5',
    stages: ['place', 'parts'],
    severity: 'caution',
    title: 'Holes of a base that nobody has measured',
    reason: 'A template from a guess puts holes where the lamp has none, and what is drilled stays drilled.',
    wayOut: 'Lay the base on paper and type its holes',
    source: 'The shelf: what a model states of its base',
    check: unmeasuredBases,
  },
];
