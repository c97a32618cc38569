/** The closed word lists of a build. Each is a Zod enum, so the border and the types cannot disagree. */
import * as z from 'zod';

export const Face = z.enum(['front', 'rear', 'left', 'right', 'top']);
export type Face = z.infer<typeof Face>;

export const LightColour = z.enum(['amber', 'red', 'white', 'blue', 'green']);
export type LightColour = z.infer<typeof LightColour>;

/** Conditions that the unit gives by itself. `ignition` stands for "key on". */
export const Signal = z.enum(['running', 'brake', 'left', 'right', 'hazard', 'reverse']);
export type Signal = z.infer<typeof Signal>;

export const MountKind = z.enum([
  'stud',
  'screw',
  'grommet',
  'flush',
  'bracket',
  'rivet',
  'weld',
  'magnet',
  'clamp',
  'pipe',
]);
export type MountKind = z.infer<typeof MountKind>;

/** What a lamp is for in the eyes of a rule. */
export const LampRole = z.enum([
  'tail',
  'stop',
  'turn',
  'sideMarker',
  'clearance',
  'identification',
  'plate',
  'reversing',
  'reflector',
  'warning',
]);
export type LampRole = z.infer<typeof LampRole>;

/** What may hang on a carrying unit. */
export const AttachmentKind = z.enum([
  'v-plow',
  'straight-plow',
  'tilt-trailer',
  'flatbed-trailer',
  'boat-trailer',
  'pump-trailer',
]);
export type AttachmentKind = z.infer<typeof AttachmentKind>;

export const Role = z.enum(['lead', 'installer', 'owner']);
export type Role = z.infer<typeof Role>;

/** When a source is live, as its readings say. */
export type SlotWhen = 'always' | 'ignition' | 'signal' | 'dead' | 'reserved' | 'unread';

export const WireColour = z.enum(['orange', 'blue', 'brown', 'yellow', 'green', 'red', 'violet', 'white', 'black']);
export type WireColour = z.infer<typeof WireColour>;

export const STAGES = ['survey', 'place', 'feed', 'flash', 'parts', 'build', 'prove', 'handover'] as const;
export type Stage = (typeof STAGES)[number];

export const STAGE_NAMES: Record<Stage, string> = {
  survey: 'Survey',
  place: 'Place',
  feed: 'Feed',
  flash: 'Flash',
  parts: 'Parts',
  build: 'Build',
  prove: 'Prove',
  handover: 'Hand over',
};
