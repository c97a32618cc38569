/** The general rule packs that come with West Ember, and the packs a unit is held to. */
import type { Body } from '../body/index.ts';
import { templateById } from '../body/index.ts';
import { type BodyGroup, type Build, RulePack, type RuleScope } from '../document/index.ts';
import farmAndSite from './packs/farm-and-site.json' with { type: 'json' };
import unStyle from './packs/un-style.json' with { type: 'json' };
import usRoad from './packs/us-road.json' with { type: 'json' };

export const GENERAL_PACKS: readonly RulePack[] = [usRoad, unStyle, farmAndSite].map((pack) => RulePack.parse(pack));

/** Every pack that can be chosen for a unit: the general ones and the crew's own. */
export const knownPacks = (build: Pick<Build, 'rules'>): RulePack[] => [
  ...GENERAL_PACKS,
  ...Object.values(build.rules.own),
];

export const packsOf = (build: Pick<Build, 'rules'>): RulePack[] =>
  knownPacks(build).filter((pack) => build.rules.packIds.includes(pack.id));

export const groupOf = (body: Pick<Body, 'templateId'>): BodyGroup => templateById(body.templateId)?.group ?? 'truck';

/** Does a rule with this scope apply to the body? */
export function applies(scope: RuleScope, body: Body): boolean {
  const { groups, leastWidthMm, mostWidthMm, leastLengthMm, powered } = scope;
  return (
    (groups === undefined || groups.includes(groupOf(body))) &&
    (leastWidthMm === undefined || body.widthMm >= leastWidthMm) &&
    (mostWidthMm === undefined || body.widthMm <= mostWidthMm) &&
    (leastLengthMm === undefined || body.lengthMm >= leastLengthMm) &&
    (powered === undefined || body.hasEngine === powered)
  );
}

/** Whose word counts in the end: shown wherever a rule is. */
export const RULES_CAVEAT = 'Shows whether a stated rule is met. Local codes and a licensed practitioner decide.';
