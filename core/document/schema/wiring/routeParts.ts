/** The ways of wires along the body: points where they are clipped or pass a wall, and the stretches between them. */

import * as z from 'zod';
import type { Millimetres } from '../../../units/index.ts';
import { key, line, upTo } from '../bounds.ts';
import { Id } from '../ids.ts';
import { Position } from '../position.ts';

/** A hole through a wall that wires pass. */
export const WallPass = z.object({
  holeMm: upTo<Millimetres>(120),
  boreMm: upTo<Millimetres>(120).nullable().describe('bore of the grommet in it; null when the edge is bare'),
  sealed: z.boolean(),
  wet: z.boolean().describe('water reaches it'),
});
export type WallPass = z.infer<typeof WallPass>;

export const RouteNode = z.object({
  id: Id,
  name: line(60),
  position: Position,
  pass: WallPass.nullable().describe('null for a clip'),
  jointId: key(60).nullable().describe('joint of the body on whose moving part it rides'),
});
export type RouteNode = z.infer<typeof RouteNode>;

export const RouteLink = z.object({ id: Id, a: Id, b: Id });
export type RouteLink = z.infer<typeof RouteLink>;
