/** Rule packs: stated rules about required lamps and colours, as data with their source and date. */

import * as z from 'zod';
import type { Millimetres } from '../../units/index.ts';
import { between, key, line, list } from './bounds.ts';
import { LampKind } from './lampModel.ts';
import { Face, LampRole, LightColour } from './vocabulary.ts';

export const BodyGroup = z.enum(['truck', 'van', 'trailer', 'machine', 'cycle']);
export type BodyGroup = z.infer<typeof BodyGroup>;

/** Rules and packs are kept under their ids. */
const ruleId = key(40).regex(/^[a-z0-9-]{2,40}$/, 'Small letters, digits and dashes');
const heightMm = between<Millimetres>(0, 10_000);

/** When a rule applies; what is left out does not matter. */
export const RuleScope = z.object({
  groups: list(BodyGroup, 5, 1).optional(),
  leastWidthMm: heightMm.optional(),
  mostWidthMm: heightMm.optional(),
  leastLengthMm: between<Millimetres>(0, 50_000).optional(),
  powered: z.boolean().optional(),
});
export type RuleScope = z.infer<typeof RuleScope>;

export const RequiredLamp = z.object({
  id: ruleId,
  words: line(200, 5).describe('the rule in plain words'),
  role: LampRole,
  face: Face.describe('where it shows; left stands for either side'),
  colours: list(LightColour, 5, 1),
  least: z.number().int().min(1).max(20).describe('number; on the sides: on each'),
  scope: RuleScope,
  lowestMm: heightMm.optional(),
  highestMm: heightMm.optional(),
  symmetric: z.boolean(),
  gap: z.object({ leastMm: heightMm, mostMm: heightMm }).optional().describe('between neighbours in a row'),
});
export type RequiredLamp = z.infer<typeof RequiredLamp>;

export const ColourRule = z.object({
  id: ruleId,
  words: line(200, 5),
  colour: LightColour,
  towards: z.enum(['front', 'rear', 'any']),
  except: list(LampKind, 20),
  severity: z.enum(['stop', 'caution']),
});
export type ColourRule = z.infer<typeof ColourRule>;

export const RulePack = z.object({
  id: ruleId,
  name: line(80, 3),
  source: line(300, 3),
  date: z.iso.date(),
  groups: list(BodyGroup, 5, 1).describe('bodies it is meant for'),
  required: list(RequiredLamp, 100),
  colours: list(ColourRule, 50),
});
export type RulePack = z.infer<typeof RulePack>;
