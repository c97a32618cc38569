/** Findings from rule packs: M33 colours, M34 required lamps. */
import {
  type Build,
  type Face,
  type FactoryLamp,
  type Id,
  type Lamp,
  type LampModel,
  type LampRole,
  type LightColour,
  lights,
  type OperationDraft,
  type Position,
  type RequiredLamp,
  type RulePack,
} from '../../document/index.ts';
import { lookFace, mirroredPlace, nudge, roundedPosition, twinOf } from '../../place/index.ts';
import { type Millimetres, mm, say, type Words } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit, WayOut } from '../finding.ts';
import { applies, packsOf, RULES_CAVEAT } from '../rulePacks.ts';

/** Markers this near the centreline are identification lamps, further out clearance lamps. */
const IDENTIFICATION_HALF_MM = 320;

/** What a placed lamp counts as in the eyes of a rule. */
export function rolesOf(lamp: Pick<Lamp, 'face' | 'aim' | 'position' | 'colour'>, model: LampModel): LampRole[] {
  const face = lookFace(lamp);
  switch (model.kind) {
    case 'marker':
    case 'identification':
      if (face === 'left' || face === 'right') return ['sideMarker'];
      if (model.kind === 'identification') return ['identification'];
      return [Math.abs(lamp.position.yMm) <= IDENTIFICATION_HALF_MM ? 'identification' : 'clearance'];
    case 'signal':
      return lamp.colour === 'amber' ? ['turn'] : ['stop', 'tail', 'turn'];
    case 'reversing':
      return ['reversing'];
    case 'plate':
      return ['plate'];
    case 'beacon':
    case 'bar':
    case 'strobe':
    case 'plow':
    case 'magnet':
      return ['warning'];
    default:
      return [];
  }
}

/** Something that answers a rule: a placed lamp, or one that the unit came with. */
interface Candidate {
  lamp: Lamp | null;
  name: string;
  face: Face;
  position: Position;
}

/** Roof markers sit on top or on the front of the roof edge and show forward; beacons and bars show all round. */
function shows(
  face: Face,
  lamp: Pick<Lamp, 'face' | 'aim' | 'position'>,
  model: LampModel,
  lengthMm: Millimetres,
): boolean {
  const looks = lookFace(lamp);
  if (looks === face) return true;
  if (face === 'left') return looks === 'right';
  if (looks !== 'top') return false;
  if (model.kind === 'beacon' || model.kind === 'bar' || model.kind === 'magnet')
    return face === 'front' || face === 'rear';
  const ahead = lamp.position.xMm < lengthMm / 2;
  return face === (ahead ? 'front' : 'rear');
}

function factoryCandidates(factory: FactoryLamp): Candidate[] {
  const name = `factory ${factory.role} lamp`;
  const one: Candidate = { lamp: null, name, face: factory.face, position: factory.position };
  return factory.paired ? [one, { ...one, ...mirroredPlace(factory) }] : [one];
}

function candidatesFor(rule: RequiredLamp, { build, body }: CheckContext): Candidate[] {
  const placed = lights(build).flatMap((lamp): Candidate[] => {
    const model = build.models[lamp.modelKey];
    if (!model || !rule.colours.includes(lamp.colour) || !shows(rule.face, lamp, model, body.lengthMm)) return [];
    if (!rolesOf(lamp, model).includes(rule.role)) return [];
    return [{ lamp, name: lamp.tag, face: lookFace(lamp), position: lamp.position }];
  });
  const found = Object.values(build.factoryLamps)
    .filter((each) => each.role === rule.role && rule.colours.includes(each.colour))
    .filter((each) => each.face === rule.face || (rule.face === 'left' && each.face === 'right'))
    .filter((each) => each.state === 'works' || each.state === 'dim')
    .flatMap(factoryCandidates);
  return [...placed, ...found];
}

const reasonOf = (rule: RequiredLamp, pack: RulePack): Words =>
  say`${rule.words}. ${pack.name}, ${pack.source}, ${pack.date}. ${RULES_CAVEAT}`;

const tooFew = (rule: RequiredLamp, found: readonly Candidate[]): string | null => {
  if (rule.face !== 'left') return found.length < rule.least ? `${found.length} of ${rule.least} found` : null;
  const left = found.filter((each) => each.position.yMm > 0).length;
  const right = found.length - left;
  return Math.min(left, right) < rule.least ? `${left} left and ${right} right of ${rule.least} each` : null;
};

const ROLE_WORDS: Record<LampRole, string> = {
  tail: 'Tail lamp',
  stop: 'Stop lamp',
  turn: 'Turn signal',
  sideMarker: 'Side marker',
  clearance: 'Clearance lamp',
  identification: 'Identification lamp',
  plate: 'Plate lamp',
  reversing: 'Reversing lamp',
  reflector: 'Reflector',
  warning: 'Warning lamp',
};
export const roleWords = (role: LampRole): string => ROLE_WORDS[role];

const FACE_WORDS: Record<Face, string> = {
  front: 'at the front',
  rear: 'at the rear',
  left: 'on the sides',
  right: 'on the sides',
  top: 'on top',
};

function moveUp(context: CheckContext, lamp: Lamp, byMm: Millimetres): WayOut {
  const { build, body } = context;
  return {
    label: say`Move ${lamp.tag} ${mm(Math.abs(Math.round(byMm)))} ${byMm > 0 ? 'up' : 'down'}`,
    operations: [{ kind: 'moveLamps', moves: nudge(build, body, [lamp.id], { zMm: byMm }) }],
  };
}

function heightHits(rule: RequiredLamp, pack: RulePack, found: readonly Candidate[], context: CheckContext): Hit[] {
  // What stands outside the stated heights beside enough lamps within them is extra, and the rule does not speak of it.
  const within = found.filter(
    ({ position: { zMm } }) => zMm >= (rule.lowestMm ?? 0) && zMm <= (rule.highestMm ?? Number.POSITIVE_INFINITY),
  );
  if (tooFew(rule, within) === null) return [];
  return found.flatMap(({ lamp, name, position }): Hit[] => {
    const { lowestMm = 0, highestMm = Number.POSITIVE_INFINITY } = rule;
    const offMm =
      position.zMm < lowestMm ? lowestMm - position.zMm : position.zMm > highestMm ? highestMm - position.zMm : 0;
    if (offMm === 0) return [];
    const by = offMm > 0 ? Math.ceil(offMm) : Math.floor(offMm);
    return [
      {
        severity: 'caution',
        message: say`${name} sits ${mm(Math.round(position.zMm))} high; the rule asks for ${mm(lowestMm)} to ${
          Number.isFinite(highestMm) ? mm(highestMm) : 'any height'
        }.`,
        reason: reasonOf(rule, pack),
        lampIds: lamp ? [lamp.id] : [],
        waysOut: lamp && !lamp.locked ? [moveUp(context, lamp, by)] : [],
      },
    ];
  });
}

/** A lamp off the centreline that must be symmetric but has nobody across. */
const ACROSS_MM = 30;

function symmetryHits(rule: RequiredLamp, pack: RulePack, found: readonly Candidate[], { build }: CheckContext): Hit[] {
  if (!rule.symmetric) return [];
  return found.flatMap(({ lamp, position }): Hit[] => {
    if (!lamp || Math.abs(position.yMm) < ACROSS_MM || twinOf(build, lamp)) return [];
    const across = found.some(
      (other) =>
        Math.abs(other.position.yMm + position.yMm) < ACROSS_MM &&
        Math.abs(other.position.zMm - position.zMm) < ACROSS_MM,
    );
    const rest = found.filter((other) => other.lamp !== lamp);
    // One more than the rule asks for may stand alone.
    if (across || tooFew(rule, rest) === null) return [];
    return [
      {
        severity: 'caution',
        message: say`${lamp.tag} has no lamp of its kind across the centreline.`,
        reason: reasonOf(rule, pack),
        lampIds: [lamp.id],
        waysOut: [],
      },
    ];
  });
}

function gapHits(rule: RequiredLamp, pack: RulePack, found: readonly Candidate[]): Hit[] {
  const { gap } = rule;
  if (!gap) return [];
  const row = found.flatMap(({ lamp }) => lamp ?? []).sort((a, b) => a.position.yMm - b.position.yMm);
  if (row.length < 2) return [];
  const gaps = row.slice(1).map((lamp, index) => lamp.position.yMm - row[index]!.position.yMm);
  const wrong = gaps.find((each) => each < gap.leastMm - 1 || each > gap.mostMm + 1);
  if (wrong === undefined) return [];
  const mean = gaps.reduce((sum, each) => sum + each, 0) / gaps.length;
  const wantedMm = Math.round(Math.min(gap.mostMm, Math.max(gap.leastMm, mean)));
  const middle = (row.length - 1) / 2;
  const moves = row.map((lamp, index) => ({
    lampId: lamp.id,
    face: lamp.face,
    position: roundedPosition({ ...lamp.position, yMm: (index - middle) * wantedMm }),
  }));
  const free = row.every((lamp) => !lamp.locked);
  return [
    {
      severity: 'caution',
      message: say`${row.map((lamp) => lamp.tag).join(', ')}: a gap of ${mm(Math.round(wrong))}; the rule asks for ${mm(Math.round(gap.leastMm))} to ${mm(Math.round(gap.mostMm))}.`,
      reason: reasonOf(rule, pack),
      lampIds: row.map((lamp) => lamp.id),
      waysOut: free
        ? [{ label: say`Set them ${mm(wantedMm)} apart, centred`, operations: [{ kind: 'moveLamps', moves }] }]
        : [],
    },
  ];
}

function requiredLamps(context: CheckContext): Hit[] {
  const { build, body } = context;
  const packs = packsOf(build);
  const rules = packs.flatMap((pack) =>
    pack.required.filter((rule) => applies(rule.scope, body)).map((rule) => ({ pack, rule })),
  );
  if (rules.length === 0) return [];
  if (Object.keys(build.factoryLamps).length === 0) {
    return [
      {
        severity: 'note',
        message: say`The lamps that the unit came with are not recorded, so required lamps are not judged.`,
        reason: say`${packs.map((pack) => pack.name).join(', ')}: ${rules.length} rules about required lamps apply. ${RULES_CAVEAT}`,
      },
    ];
  }
  return rules.flatMap(({ pack, rule }): Hit[] => {
    const found = candidatesFor(rule, context);
    const few = tooFew(rule, found);
    const missing: Hit[] = few
      ? [
          {
            message: say`${ROLE_WORDS[rule.role]} ${FACE_WORDS[rule.face]}: ${few}.`,
            reason: reasonOf(rule, pack),
            lampIds: found.flatMap(({ lamp }) => lamp?.id ?? []),
          },
        ]
      : [];
    return [
      ...missing,
      ...heightHits(rule, pack, found, context),
      ...symmetryHits(rule, pack, found, context),
      ...gapHits(rule, pack, found),
    ];
  });
}

/** Directions in which a lamp throws its light, coarsely: by the way it looks, all round for beacons and bars on top. */
function throwsTo(lamp: Lamp, model: LampModel): { front: boolean; rear: boolean } {
  const looks = lookFace(lamp);
  if (looks === 'top') {
    const allRound = model.kind === 'beacon' || model.kind === 'bar' || model.kind === 'magnet';
    return { front: allRound, rear: allRound };
  }
  return { front: looks === 'front', rear: looks === 'rear' };
}

/** Colours to offer instead, in the order in which they are usual. */
const USUAL: readonly LightColour[] = ['amber', 'red', 'white'];

function allowed(build: Build, lamp: Lamp, model: LampModel, colour: LightColour): boolean {
  const to = throwsTo(lamp, model);
  return packsOf(build).every((pack) =>
    pack.colours.every(
      (rule) =>
        rule.colour !== colour || rule.except.includes(model.kind) || !(rule.towards === 'any' || to[rule.towards]),
    ),
  );
}

function colourWays(build: Build, lamp: Lamp, model: LampModel): WayOut[] {
  return USUAL.filter(
    (colour) => colour !== lamp.colour && model.colours.includes(colour) && allowed(build, lamp, model, colour),
  ).map((colour) => ({
    label: say`Make it ${colour}`,
    operations: [{ kind: 'editLamps', lampIds: [lamp.id], changes: { colour } } satisfies OperationDraft],
  }));
}

function wrongColours({ build }: CheckContext): Hit[] {
  const seen = new Set<string>();
  return packsOf(build).flatMap((pack) =>
    pack.colours.flatMap((rule) =>
      lights(build).flatMap((lamp): Hit[] => {
        const model = build.models[lamp.modelKey];
        if (!model || lamp.colour !== rule.colour || rule.except.includes(model.kind)) return [];
        const to = throwsTo(lamp, model);
        if (rule.towards !== 'any' && !to[rule.towards]) return [];
        // Two packs often state the same rule: one finding is enough.
        const key = `${lamp.id} ${rule.colour} ${rule.towards}`;
        if (seen.has(key)) return [];
        seen.add(key);
        return [
          {
            severity: rule.severity,
            message:
              rule.towards === 'any'
                ? say`${lamp.tag} is ${rule.colour}. ${rule.words}.`
                : say`${lamp.tag} shows ${rule.colour} to the ${rule.towards}. ${rule.words}.`,
            reason: say`${pack.name}, ${pack.source}, ${pack.date}. ${RULES_CAVEAT}`,
            lampIds: [lamp.id] satisfies Id[],
            waysOut: colourWays(build, lamp, model),
          },
        ];
      }),
    ),
  );
}

export const PACK_RULES: readonly FindingRule[] = [
  {
    code: 'M33',
    stages: ['place'],
    severity: 'stop',
    title: 'Colour not allowed in that direction',
    reason: `Colours tell which way a unit faces and who is on it. ${RULES_CAVEAT}`,
    wayOut: 'Choose an allowed colour',
    source: 'The rule packs chosen for the unit, with their source and date',
    check: wrongColours,
  },
  {
    code: 'M34',
    stages: ['place'],
    severity: 'caution',
    title: 'Required lamp missing, wrong height or not symmetric',
    reason: `A rule asks for a lamp that is not there, or not so. ${RULES_CAVEAT}`,
    wayOut: 'Place it, record the factory lamp, move it to the stated height, or set the gaps',
    source: 'The rule packs chosen for the unit, with their source and date',
    check: requiredLamps,
  },
];
