import type { AttachmentKind, BodyGroup, OwnOutlines } from '../document/index.ts';
import { ok, type Result, refused } from '../result.ts';
import { withAttachments } from './attach.ts';
import type { Body, BodyPart, BodyTemplate, Span } from './bodyModel.ts';
import { fittingsOf } from './fittings.ts';
import { extent } from './outline/outline.ts';
import { DATA_BODIES } from './templates/dataBodies.ts';
import { loader } from './templates/loader.ts';
import { telehandler, tractor } from './templates/machines.ts';
import { motorcycle } from './templates/motorcycle.ts';
import { ownOutline } from './templates/ownOutline.ts';
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
  ...DATA_BODIES,
  motorcycle,
  ownOutline,
];

export const templateById = (bodyId: string): BodyTemplate | undefined => BODY_TEMPLATES.find((t) => t.id === bodyId);

export const defaultParameters = (template: BodyTemplate): Record<string, number> =>
  Object.fromEntries(Object.entries(template.parameters).map(([key, rule]) => [key, rule.defaultMm]));

/** General rule packs that a unit of this body is held to until the crew chooses otherwise. */
export const usualPacks = (bodyId: string): string[] =>
  templateById(bodyId)?.group === 'machine' ? ['farm-and-site'] : ['us-road'];

/** Where a unit's fuses sit until somebody has looked (common practice, no source). */
const PANEL_PLACES: Record<BodyGroup, string> = {
  truck: 'cab, behind the kick panel',
  van: 'cab, behind the kick panel',
  machine: 'cab, behind the seat',
  trailer: 'junction box at the front',
  cycle: 'under the seat',
};

export const usualPanelPlace = (bodyId: string): string => PANEL_PLACES[templateById(bodyId)?.group ?? 'truck'];

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

/** What a build says of its body, besides the template and its dimensions. */
export interface BodyExtras {
  outlines?: OwnOutlines | null;
  attachments?: readonly AttachmentKind[];
}

const reachOf = (parts: readonly BodyPart[], outline: 'side' | 'front', axis: 0 | 1): [number, number] => {
  const intervals = parts.map((part) => extent(part[outline], axis));
  return [Math.min(...intervals.map(([low]) => low)), Math.max(...intervals.map(([, high]) => high))];
};

// Mirrors stand outside the stated width of a vehicle (as they do in its papers), so width comes from the rest.
const halfWidthOf = (parts: readonly BodyPart[]): number => {
  const [low, high] = reachOf(
    parts.filter((part) => !part.id.startsWith('mirror')),
    'front',
    0,
  );
  return Math.max(-low, high);
};

/** How far the solid parts reach. */
export function spanOf(parts: readonly BodyPart[]): Span {
  const solids = parts.filter((part) => part.solid);
  const [fromMm, toMm] = reachOf(solids, 'side', 0);
  return { fromMm: Math.min(0, fromMm), toMm, wideMm: 2 * halfWidthOf(solids), topMm: reachOf(solids, 'side', 1)[1] };
}

/** The solid body for a template and its dimensions; missing dimensions take the template's own. */
export function makeBody(
  bodyId: string,
  given: Record<string, number>,
  { outlines = null, attachments = [] }: BodyExtras = {},
): Result<Body, BodyProblem> {
  const problem = checkParameters(bodyId, given);
  if (problem) return refused(problem);
  const template = templateById(bodyId)!;
  const parameters = { ...defaultParameters(template), ...given };
  const plan = template.build(parameters, outlines);
  const span = spanOf(plan.parts);
  const bare: Body = {
    ...plan,
    ...fittingsOf(bodyId, plan.parts, template.fittings?.(parameters)),
    templateId: bodyId,
    name: template.name,
    hasEngine: template.hasEngine,
    parameters,
    lengthMm: Math.round(span.toMm),
    widthMm: Math.round(span.wideMm),
    heightMm: Math.round(span.topMm),
    span,
  };
  if (attachments.length === 0) return ok(bare);
  const hung = withAttachments(bare, attachments, (trailerId) => {
    const made = makeBody(trailerId, {});
    if (!made.ok) throw new RangeError(made.reason.message);
    return made.value;
  });
  return ok({ ...hung, span: spanOf(hung.parts) });
}
