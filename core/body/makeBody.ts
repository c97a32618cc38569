import { ok, type Result, refused } from '../result.ts';
import type { Body, BodyTemplate } from './bodyModel.ts';
import { fittingsOf } from './fittings.ts';
import { extent } from './outline.ts';
import { loader } from './templates/loader.ts';
import { telehandler, tractor } from './templates/machines.ts';
import { motorcycle } from './templates/motorcycle.ts';
import { pickup } from './templates/pickup.ts';
import { TRAILERS } from './templates/trailers.ts';
import { TRUCKS } from './templates/trucks.ts';
import { van } from './templates/van.ts';

export const BODY_TEMPLATES: readonly BodyTemplate[] = [
  ...TRUCKS,
  pickup,
  van,
  ...TRAILERS,
  tractor,
  telehandler,
  loader,
  motorcycle,
];

export const templateById = (bodyId: string): BodyTemplate | undefined => BODY_TEMPLATES.find((t) => t.id === bodyId);

export const defaultParameters = (template: BodyTemplate): Record<string, number> =>
  Object.fromEntries(Object.entries(template.parameters).map(([key, rule]) => [key, rule.defaultMm]));

/** General rule packs that a unit of this body is held to until the crew chooses otherwise. */
export const usualPacks = (bodyId: string): string[] =>
  templateById(bodyId)?.group === 'machine' ? ['farm-and-site'] : ['us-road'];

export interface BodyProblem {
  kind: 'unknownBody' | 'outOfRange';
  message: string;
  parameter?: string;
}

/** Says which dimension is out of its range, or null when all are fine. */
export function checkParameters(bodyId: string, parameters: Record<string, number>): BodyProblem | null {
  const template = templateById(bodyId);
  if (!template) return { kind: 'unknownBody', message: `There is no body "${bodyId}". Choose one from the list.` };
  for (const [key, rule] of Object.entries(template.parameters)) {
    const value = parameters[key] ?? rule.defaultMm;
    if (value < rule.minimumMm || value > rule.maximumMm) {
      return {
        kind: 'outOfRange',
        parameter: key,
        message: `${rule.name} must be between ${rule.minimumMm} and ${rule.maximumMm} mm, got ${value}.`,
      };
    }
  }
  return null;
}

/** The solid body for a template and its dimensions; missing dimensions take the template's own. */
export function makeBody(bodyId: string, given: Record<string, number>): Result<Body, BodyProblem> {
  const problem = checkParameters(bodyId, given);
  if (problem) return refused(problem);
  const template = templateById(bodyId)!;
  const parameters = { ...defaultParameters(template), ...given };
  const plan = template.build(parameters);
  const solids = plan.parts.filter((part) => part.solid);
  const reach = (outline: 'side' | 'front', axis: 0 | 1) => {
    const intervals = solids.map((part) => extent(part[outline], axis));
    return [Math.min(...intervals.map(([low]) => low)), Math.max(...intervals.map(([, high]) => high))] as const;
  };
  const x = reach('side', 0);
  // Mirrors stand outside the stated width of a vehicle (as they do in its papers), so width comes from the rest.
  const wide = solids.filter((part) => !part.id.startsWith('mirror')).map((part) => extent(part.front, 0)[1]);
  return ok({
    ...plan,
    ...fittingsOf(bodyId, plan.parts),
    templateId: bodyId,
    name: template.name,
    hasEngine: template.hasEngine,
    parameters,
    lengthMm: Math.round(x[1]),
    widthMm: Math.round(2 * Math.max(...wide)),
    heightMm: Math.round(reach('side', 1)[1]),
  });
}
