/**
 * Everything that is derived from a build: its feeds with figures, and its findings. Pure; nothing of this is stored.
 */
import { type Body, bodyOf } from '../body/index.ts';
import { type AssessedFeed, keptFigures } from '../circuit/index.ts';
import { type Build, derivedId, type Lamp } from '../document/index.ts';
import { deriveFeeds, isMain } from '../graph/index.ts';
import { kindOfWords, plain } from '../units/index.ts';
import { BRANCH_RULES } from './ends/branchRules.ts';
import { END_RULES } from './ends/endRules.ts';
import { PLUG_RULES } from './ends/plugRules.ts';
import { SWITCH_RULES } from './ends/switchRules.ts';
import type { CheckContext, Finding, FindingRule, Hit, Severity } from './finding.ts';
import { FLASH_RULES } from './flashing/flashRules.ts';
import { BRACKET_RULES } from './placing/bracketRules.ts';
import { MOUNT_RULES } from './placing/mountRules.ts';
import { PACK_RULES } from './placing/packRules.ts';
import { PLACE_RULES } from './placing/placeRules.ts';
import { SIGHT_RULES } from './placing/sightRules.ts';
import { STAND_RULES } from './placing/standRules.ts';
import { WARNING_RULES } from './placing/warningRules.ts';
import { ZONE_RULES } from './placing/zoneRules.ts';
import { BUNDLE_RULES } from './wiring/bundleRules.ts';
import { GROUND_RULES } from './wiring/groundRules.ts';
import { INTENT_RULES } from './wiring/intentRules.ts';
import { JOIN_RULES, WORK_RULES } from './wiring/joinRules.ts';
import { POWER_RULES } from './wiring/powerRules.ts';
import { ROUTE_RULES } from './wiring/routeRules.ts';
import { SHARED_RULES } from './wiring/sharedRules.ts';
import { WIRING_RULES } from './wiring/wiringRules.ts';
import { PROOF_RULES } from './working/proofRules.ts';
import { SURVEY_RULES } from './working/surveyRules.ts';
import { WORK_ORDER_RULES } from './working/workOrderRules.ts';

/** M1 to M80 first, then what a crew is told besides. */
const byCode = (a: FindingRule, b: FindingRule) => a.code.localeCompare(b.code, 'en', { numeric: true });

/** What is asked of the plan. */
const PLAN_RULES: readonly FindingRule[] = [
  ...POWER_RULES,
  ...PLACE_RULES,
  ...MOUNT_RULES,
  ...BRACKET_RULES,
  ...STAND_RULES,
  ...BUNDLE_RULES,
  ...END_RULES,
  ...BRANCH_RULES,
  ...PLUG_RULES,
  ...SWITCH_RULES,
  ...GROUND_RULES,
  ...ZONE_RULES,
  ...SIGHT_RULES,
  ...PACK_RULES,
  ...FLASH_RULES,
  ...WARNING_RULES,
  ...WIRING_RULES,
  ...JOIN_RULES,
  ...ROUTE_RULES,
  ...INTENT_RULES,
  ...SHARED_RULES,
  ...SURVEY_RULES,
].sort(byCode);

/** What is asked of what was done, after every tick and reading. */
const DONE_RULES: readonly FindingRule[] = [...WORK_RULES, ...WORK_ORDER_RULES, ...PROOF_RULES];

/** Every finding the tool can make, in code order. docs/findings.md lists the same rows. */
export const FINDING_RULES: readonly FindingRule[] = [...PLAN_RULES, ...DONE_RULES].sort(byCode);

export interface Assessment {
  body: Body;
  feeds: AssessedFeed[];
  findings: Finding[];
}

const RANK: Record<Severity, number> = { stop: 0, caution: 1, note: 2 };

/** Parts of a build that no figure and no finding of the plan depends on: what was done and said. */
const OF_NO_MATTER: ReadonlySet<keyof Build> = new Set([
  'ticks',
  'stepOrder',
  'measured',
  'problems',
  'readings',
  'comments',
  'standing',
  'handedOver',
  'photos',
  'trim',
  'programmed',
  'legend',
  'checks',
  'faults',
  'signOff',
]);

/** The last assessment of each layout, by its lamps: a tick or a reading leaves the plan's part of it as it was. */
const assessed = new WeakMap<Build['lamps'], { build: Build; body: Body; assessment: Assessment }>();

/** Assesses a build. `body` may be handed in when the caller keeps it between edits. */
export function assess(build: Build, body: Body = bodyOf(build)): Assessment {
  const known = assessed.get(build.lamps);
  const alike = (part: keyof Build) => OF_NO_MATTER.has(part) || known?.build[part] === build[part];
  const isKept = known && known.body === body && (Object.keys(build) as (keyof Build)[]).every(alike);
  const plan = isKept ? known.assessment : assessPlan(build, body);
  if (!isKept) assessed.set(build.lamps, { build, body, assessment: plan });
  const ofWork = findingsOf(DONE_RULES, { build, body, feeds: plan.feeds });
  const findings = ofWork.length === 0 ? plan.findings : bySeverity([...plan.findings, ...ofWork]);
  const isAsPlanned = findings === plan.findings && Object.keys(build.standing).length === 0;
  return isAsPlanned ? plan : { ...plan, findings: withStanding(findings, build) };
}

/** What stands is said by whom and why. A stop never stands: what it was let stand for has become worse. */
const withStanding = (findings: Finding[], { standing }: Build): Finding[] =>
  findings.map((finding) =>
    finding.severity !== 'stop' && standing[finding.id] ? { ...finding, standing: standing[finding.id]! } : finding,
  );

const bySeverity = (findings: Finding[]): Finding[] => findings.sort((a, b) => RANK[a.severity] - RANK[b.severity]);

function findingsOf(
  rules: readonly FindingRule[],
  context: CheckContext,
  kept: Map<FindingRule, Hit[]> = new Map(),
): Finding[] {
  const told = new Map<string, number>();
  return rules.flatMap((rule) => {
    const hits = kept.get(rule) ?? rule.check(context);
    if (rule.isPlaceless) kept.set(rule, hits);
    return hits.map((hit): Finding => {
      const place = { lampIds: hit.lampIds ?? [], feedIds: hit.feedIds ?? [], slotIds: hit.slotIds ?? [] };
      const name = [rule.code, ...place.feedIds, ...place.slotIds, ...place.lampIds, kindOfWords(hit.message)].join(
        ' ',
      );
      const before = told.get(name) ?? 0;
      told.set(name, before + 1);
      return {
        id: derivedId(String(before), name),
        code: rule.code,
        stages: rule.stages,
        severity: hit.severity ?? rule.severity,
        message: hit.message,
        reason: hit.reason ?? plain(rule.reason),
        place,
        waysOut: hit.waysOut ?? [],
        source: rule.source,
        worked: hit.worked ?? null,
        standing: null,
      };
    });
  });
}

/** Hits of rules that ask nothing of places, with the build that they were found for, by its circuit. */
const placeless = new WeakMap<Build['elements'], { build: Build; hits: Map<FindingRule, Hit[]> }>();

/** The same lamps in all but where they sit. */
function onlyMoved(was: Build['lamps'], now: Build['lamps']): boolean {
  const ids = Object.keys(now);
  return (
    ids.length === Object.keys(was).length &&
    ids.every((id) => {
      const [lamp, other] = [now[id]!, was[id]];
      if (lamp === other) return true;
      const keys = Object.keys(lamp) as (keyof Lamp)[];
      return other !== undefined && keys.every((key) => key === 'position' || lamp[key] === other[key]);
    })
  );
}

/** What is kept of rules that ask nothing of places; emptied by any change that is more than a move. */
function placelessHits(build: Build): Map<FindingRule, Hit[]> {
  const known = placeless.get(build.elements);
  const alike = (part: keyof Build) => part === 'lamps' || OF_NO_MATTER.has(part) || known?.build[part] === build[part];
  const isKept =
    known && (Object.keys(build) as (keyof Build)[]).every(alike) && onlyMoved(known.build.lamps, build.lamps);
  const hits = isKept ? known.hits : new Map<FindingRule, Hit[]>();
  placeless.set(build.elements, { build, hits });
  return hits;
}

function assessPlan(build: Build, body: Body): Assessment {
  const feeds = deriveFeeds(build)
    .filter((feed) => !isMain(feed))
    .map((feed) => ({ feed, figures: keptFigures(build, feed) }));
  return { body, feeds, findings: bySeverity(findingsOf(PLAN_RULES, { build, body, feeds }, placelessHits(build))) };
}
