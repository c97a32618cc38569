/**
 * Bodies with something hung on: a plow ahead of the bumper (at negative x) or a trailer behind. The carrying unit keeps
 * its own coordinates, so its lamps stay where they are when a plow comes off in spring.
 */

import type { AttachmentKind } from '../document/index.ts';
import type { Millimetres } from '../units/index.ts';
import type { Body, BodyPart, Fittings, Joint, TapeEdge } from './bodyModel.ts';
import { fittingsOf } from './fittings.ts';
import { movedBack } from './parts.ts';
import { PLOW_BEYOND_MM, straightPlow, vPlow } from './templates/plows.ts';

const PLOW_LENGTH_MM = 1100;
/** The coupling's ball sits this far behind the front-most point of a trailer. */
const COUPLING_MM = 110;
const HITCH_BEHIND_MM = 90;
const ARTICULATION_DEG = 35;

export const ATTACHMENT_NAMES: Record<AttachmentKind, string> = {
  'v-plow': 'V plow',
  'straight-plow': 'Straight plow',
  'tilt-trailer': 'Tilt trailer',
  'flatbed-trailer': 'Flatbed trailer',
  'boat-trailer': 'Boat trailer',
  'pump-trailer': 'Water pump trailer',
};

export const isPlow = (kind: AttachmentKind): boolean => kind.endsWith('plow');

const moveJoint = (joint: Joint, byMm: Millimetres, prefix: string): Joint => ({
  ...joint,
  id: `${prefix}${joint.id}`,
  partIds: joint.partIds.map((id) => `${prefix}${id}`),
  // Pivots of joints about y and z lie in planes whose first axis is x.
  motion:
    joint.motion.kind === 'turn' && joint.motion.about !== 'x'
      ? { ...joint.motion, pivot: [joint.motion.pivot[0] + byMm, joint.motion.pivot[1]] }
      : joint.motion,
});

/** Fittings of something that stands `byMm` further back than it was made. */
function moved(fittings: Fittings, byMm: Millimetres, prefix: string): Fittings {
  const back = <Item extends { id: string }>(item: Item): Item => ({ ...item, id: `${prefix}${item.id}` });
  return {
    joints: fittings.joints.map((joint) => moveJoint(joint, byMm, prefix)),
    zones: fittings.zones.map((zone) => ({ ...back(zone), x: [zone.x[0] + byMm, zone.x[1] + byMm] })),
    passes: fittings.passes.map((pass) => ({
      ...back(pass),
      position: { ...pass.position, xMm: pass.position.xMm + byMm },
    })),
    behind: fittings.behind.map((each) => ({ ...each, partId: `${prefix}${each.partId}` })),
    mirrors: [],
    closed: fittings.closed.map((id) => `${prefix}${id}`),
  };
}

interface Hung {
  parts: BodyPart[];
  fittings: Fittings;
  edges: TapeEdge[];
}

function plow(kind: AttachmentKind, widthMm: Millimetres): Hung {
  const reach = widthMm / 2 + PLOW_BEYOND_MM;
  const parts = kind === 'v-plow' ? vPlow(PLOW_LENGTH_MM, reach) : straightPlow(PLOW_LENGTH_MM, reach);
  return { parts, fittings: fittingsOf(kind, parts), edges: [] };
}

/** Parts, joints and zones of one attachment, ready to be added. `trailer` hands in a made trailer, with its own parts. */
function hung(kind: AttachmentKind, carrier: Body, trailer: (bodyId: string) => Body): Hung {
  if (isPlow(kind)) {
    const made = plow(kind, carrier.widthMm);
    return {
      parts: made.parts.map((part) => movedBack(part, -PLOW_LENGTH_MM)),
      fittings: moved(made.fittings, -PLOW_LENGTH_MM, ''),
      edges: [],
    };
  }
  const made = trailer(kind);
  const byMm = carrier.lengthMm + HITCH_BEHIND_MM - COUPLING_MM;
  const prefix = 'trailer-';
  const parts = made.parts.map((part) => ({
    ...movedBack(part, byMm),
    id: `${prefix}${part.id}`,
    name: `${made.name}: ${part.name.toLowerCase()}`,
  }));
  const fittings = moved(made, byMm, prefix);
  const articulation: Joint = {
    id: 'articulation',
    name: 'Trailer',
    motion: { kind: 'turn', about: 'z', pivot: [carrier.lengthMm + HITCH_BEHIND_MM, 0] },
    partIds: parts.map((part) => part.id),
    positions: [
      { name: 'in line', at: 0 },
      { name: 'left', at: -ARTICULATION_DEG },
      { name: 'right', at: ARTICULATION_DEG },
    ],
  };
  return {
    parts,
    // The bed tilts on a trailer that stands in line; turning comes after.
    fittings: { ...fittings, joints: [...fittings.joints, articulation] },
    edges: made.edges
      .filter((edge) => edge.axis === 'x')
      .map((edge) => ({ ...edge, id: `${prefix}${edge.id}`, name: `trailer, ${edge.name}`, atMm: edge.atMm + byMm })),
  };
}

/** The body with its attachments; dimensions stay those of the carrying unit. */
export function withAttachments(
  carrier: Body,
  kinds: readonly AttachmentKind[],
  trailer: (bodyId: string) => Body,
): Body {
  const all = kinds.map((kind) => hung(kind, carrier, trailer));
  const fittings = <Item>(pick: (each: Fittings) => readonly Item[]): Item[] => [
    ...pick(carrier),
    ...all.flatMap((each) => pick(each.fittings)),
  ];
  return {
    ...carrier,
    parts: [...carrier.parts, ...all.flatMap((each) => each.parts)],
    edges: [...carrier.edges, ...all.flatMap((each) => each.edges)],
    joints: fittings((each) => each.joints),
    zones: fittings((each) => each.zones),
    passes: fittings((each) => each.passes),
    behind: fittings((each) => each.behind),
    closed: fittings((each) => each.closed),
  };
}
