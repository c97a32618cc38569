/** Findings about zones and joints: M15 slack and pinch points, M25 strike zones. */
import { partUnder, type Zone, type ZoneKind } from '../../body/index.ts';
import { type Lamp, lights, type Position } from '../../document/index.ts';
import { carrierOf, footOf, housingOf, housings, isDepth, isHousing, nudge, tagList } from '../../place/index.ts';
import { mm, say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit, WayOut } from '../finding.ts';
import { wiresWithoutSlack } from '../wiring/routeRules.ts';

const AXES = ['xMm', 'yMm', 'zMm'] as const;
const CLEAR_MM = 10;

function meets(lampBox: ReturnType<typeof housingOf>, zone: Zone): boolean {
  const overlap = (a: readonly [number, number], b: readonly [number, number]) => a[0] < b[1] && b[0] < a[1];
  return overlap(lampBox.x, zone.x) && overlap(lampBox.y, zone.y) && overlap(lampBox.z, zone.z);
}

const MOVE_WORDS: Record<keyof Position, readonly [string, string]> = {
  xMm: ['forward', 'back'],
  yMm: ['to the right', 'to the left'],
  zMm: ['down', 'up'],
};

/** The shortest move along the lamp's own face that takes it out of a zone and leaves it on something. */
function wayOutOf(context: CheckContext, lamp: Lamp, zone: Zone): WayOut[] {
  const { build, body } = context;
  const model = build.models[lamp.modelKey]!;
  if (lamp.locked) return [];
  const box = housingOf(lamp, model);
  const spans = { xMm: [box.x, zone.x], yMm: [box.y, zone.y], zMm: [box.z, zone.z] } as const;
  const options = AXES.filter((axis) => !isDepth(lamp.face, axis)).flatMap((axis) => {
    const [own, there] = spans[axis];
    return [
      { axis, byMm: Math.floor(there[0] - own[1]) - CLEAR_MM },
      { axis, byMm: Math.ceil(there[1] - own[0]) + CLEAR_MM },
    ];
  });
  const fitting = options
    .sort((a, b) => Math.abs(a.byMm) - Math.abs(b.byMm))
    .flatMap(({ axis, byMm }): WayOut[] => {
      const moves = nudge(build, body, [lamp.id], { [axis]: byMm });
      const moved = moves[0];
      if (!moved || !partUnder(body, lamp.face, moved.position)) return [];
      if (
        body.zones.some(
          (each) => each.kind === zone.kind && meets(housingOf({ ...lamp, position: moved.position }, model), each),
        )
      )
        return [];
      const words = MOVE_WORDS[axis][byMm > 0 ? 1 : 0];
      return [
        { label: say`Move ${lamp.tag} ${mm(Math.abs(byMm))} ${words}`, operations: [{ kind: 'moveLamps', moves }] },
      ];
    });
  return fitting.slice(0, 1);
}

function lampsIn(
  context: CheckContext,
  kinds: readonly ZoneKind[],
  say: (lamp: Lamp, zone: Zone) => Partial<Hit> & Pick<Hit, 'message'>,
): Hit[] {
  const { build, body } = context;
  return housings(build).flatMap((lamp) => {
    const model = build.models[lamp.modelKey];
    if (!model) return [];
    const box = housingOf(lamp, model);
    // Load-bed lamps light the load space from within.
    const asked = model.kind === 'bed' ? kinds.filter((kind) => kind !== 'load') : kinds;
    return body.zones
      .filter((zone) => asked.includes(zone.kind) && meets(box, zone))
      .slice(0, 1)
      .map((zone): Hit => ({ lampIds: [lamp.id], waysOut: wayOutOf(context, lamp, zone), ...say(lamp, zone) }));
  });
}

/** A loop beside the axis moves little: this far off it is what a careful hand keeps. Common practice, no source. */
const LOOP_RADIUS_MM = 150;

/** Slack in the wire of every lamp that rides on a joint: the chord of the travel. */
function jointSlack({ build, body }: CheckContext): Hit[] {
  return body.joints.flatMap((joint): Hit[] => {
    const riding = lights(build).filter((lamp) => {
      if (!isHousing(lamp)) return false;
      const model = build.models[lamp.modelKey];
      const part = model ? carrierOf(body, footOf(build, lamp), model) : null;
      return part !== null && joint.partIds.includes(part.id);
    });
    if (riding.length === 0) return [];
    const places = joint.positions.map(({ at }) => at);
    const travel = Math.max(...places) - Math.min(...places);
    const slides = joint.motion.kind === 'slide';
    const slackMm = slides ? travel : 2 * LOOP_RADIUS_MM * Math.sin((Math.min(180, travel) * Math.PI) / 360);
    const words = slides ? say`travels ${mm(Math.round(travel))}` : `turns through ${Math.round(travel)}°`;
    return [
      {
        severity: 'note',
        message: say`${tagList(riding.map((lamp) => lamp.tag))} on the ${joint.name.toLowerCase()}, which ${words}: leave ${mm(Math.ceil(slackMm / 10) * 10)} of slack in a loop at its axis.`,
        lampIds: riding.map((lamp) => lamp.id),
      },
    ];
  });
}

export const ZONE_RULES: readonly FindingRule[] = [
  {
    code: 'M15',
    stages: ['place', 'feed'],
    severity: 'stop',
    title: 'No slack at a joint, pinch point',
    reason: 'A joint cuts a wire that is too short, and crushes a lamp that is in its way.',
    wayOut: 'Move the lamp out of the pinch point; leave slack for the full travel',
    source: "The body's joints; chord of the travel 15 cm off the axis: common practice, no source",
    check: (context) => [
      ...lampsIn(context, ['pinch'], (lamp, zone) => ({
        message: say`${lamp.tag} sits in a pinch point: ${zone.name}.`,
      })),
      ...jointSlack(context),
      ...wiresWithoutSlack(context),
    ],
  },
  {
    code: 'M25',
    stages: ['place'],
    severity: 'caution',
    title: 'Lamp in a strike zone',
    reason: 'What is hit every week is not worth mounting there.',
    wayOut: 'Move it clear',
    source: "The body's zones; common practice, no source",
    check: (context) => [
      ...lampsIn(context, ['strike'], (lamp, zone) => ({
        message: say`${lamp.tag} is where things hit: ${zone.name}.`,
      })),
      ...lampsIn(context, ['hands', 'load'], (lamp, zone) => ({
        severity: 'note',
        message: say`${lamp.tag} is in the way of ${zone.kind === 'hands' ? 'hands' : 'the load'}: ${zone.name}.`,
      })),
      ...lampsIn(context, ['hot'], (lamp, zone) => ({
        message: say`${lamp.tag} sits where it gets hot: ${zone.name}.`,
      })),
    ],
  },
];
