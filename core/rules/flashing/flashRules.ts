/** Findings about flash: M38, M39, M41 to M45, M47, M48, M49. */
import {
  type Build,
  byPriority,
  derivedId,
  type Id,
  type Lamp,
  type LightFunction,
  type OperationDraft,
} from '../../document/index.ts';
import {
  type Clash,
  effectiveCd,
  type FunctionRole,
  isFlashing,
  PATTERNS,
  type Pattern,
  patternFigures,
  patternOf,
  roleOf,
  runningOverWarning,
  strobingWithRunning,
  suitsFilament,
  warningOverSignal,
} from '../../flash/index.ts';
import { tagList } from '../../place/index.ts';
import { planMoveLamps } from '../../planning/index.ts';
import { say, type Words } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit, WayOut } from '../finding.ts';

const setPattern = (functionId: Id, lampIds: Id[], patternId: string): OperationDraft => ({
  kind: 'setPattern',
  functionId,
  lampIds,
  changes: { patternId },
});

const tagsOf = (build: Build, ids: readonly Id[]): string => tagList(ids.flatMap((id) => build.lamps[id]?.tag ?? []));

function strobingRunning({ build }: CheckContext): Hit[] {
  const byFunction = new Map<LightFunction, Id[]>();
  for (const { lamp, function: each } of strobingWithRunning(build))
    byFunction.set(each, [...(byFunction.get(each) ?? []), lamp.id]);
  return [...byFunction].map(
    ([each, lampIds]): Hit => ({
      message: say`${tagsOf(build, lampIds)} would strobe with the running lights alone (${each.name}).`,
      lampIds,
      waysOut: [{ label: say`Let them burn steadily`, operations: [setPattern(each.id, lampIds, 'steady')] }],
    }),
  );
}

const raise = (raised: LightFunction, above: LightFunction): WayOut => ({
  label: say`Put ${raised.name} above ${above.name}`,
  operations: [{ kind: 'raiseFunction', functionId: raised.id, aboveId: above.id }],
});

const clashHits =
  (find: (build: Build) => Clash[], words: (clash: Clash, tags: string) => Words) =>
  ({ build }: CheckContext): Hit[] =>
    find(build).map(
      (clash): Hit => ({
        message: words(clash, tagsOf(build, clash.lampIds)),
        lampIds: clash.lampIds,
        waysOut: [raise(clash.loser, clash.winner)],
      }),
    );

const notOverridden = clashHits(
  runningOverWarning,
  ({ winner, loser }, tags) => say`${winner.name} keeps ${tags} steady while ${loser.name} should flash there.`,
);
const maskedSignal = clashHits(
  warningOverSignal,
  ({ winner, loser }, tags) => say`${winner.name} hides ${loser.name} on ${tags} while both are on.`,
);

/** Slowest flashing pattern of our own that a filament lamp can follow, offered as the way out. */
const FILAMENT_PATTERN = PATTERNS.find((pattern) => suitsFilament(pattern) && !patternFigures(pattern).steady)!;

interface Shown {
  each: LightFunction;
  lamp: Lamp;
  pattern: Pattern;
}

const shownIn = (build: Build): Shown[] =>
  byPriority(build).flatMap((each) =>
    Object.entries(each.shows).flatMap(([lampId, show]): Shown[] => {
      const lamp = build.lamps[lampId];
      return lamp ? [{ each, lamp, pattern: patternOf(build, show.patternId) }] : [];
    }),
  );

function fastOnFilament({ build }: CheckContext): Hit[] {
  return shownIn(build).flatMap(({ each, lamp, pattern }): Hit[] => {
    if (build.models[lamp.modelKey]?.light !== 'filament' || suitsFilament(pattern)) return [];
    const shortestMs = Math.round(patternFigures(pattern).shortestOnS * 1000);
    return [
      {
        message: say`${lamp.tag} has a filament and is to flash ${pattern.name} (${each.name}): pulses of ${shortestMs} ms are over before it glows.`,
        lampIds: [lamp.id],
        waysOut: [
          {
            label: say`Use ${FILAMENT_PATTERN.name}`,
            operations: [setPattern(each.id, [lamp.id], FILAMENT_PATTERN.id)],
          },
        ],
      },
    ];
  });
}

/** A modulator bursts about five seconds, and again when it was off for a while (common practice, no source). */
const USUAL_BURST = { burstS: 5, rearmS: 20 };

function endlessBrake({ build }: CheckContext): Hit[] {
  return byPriority(build).flatMap((each): Hit[] => {
    const flashing = Object.entries(each.shows).flatMap(([id, show]) =>
      isFlashing(patternOf(build, show.patternId)) ? [id] : [],
    );
    const bursts = Object.values(each.shows).every((show) => show.patternId === 'burst-steady');
    if (roleOf(build, each) !== 'stop' || each.modulator || flashing.length === 0 || bursts) return [];
    return [
      {
        message: say`${each.name} flashes for as long as the brake is held: who waits behind stares into it.`,
        lampIds: flashing,
        waysOut: [
          {
            label: say`Burst ${USUAL_BURST.burstS} s, then steady`,
            operations: [{ kind: 'editFunction', functionId: each.id, changes: { modulator: USUAL_BURST } }],
          },
        ],
      },
    ];
  });
}

/** Flashes a minute that a role may have, with the pattern that is offered instead. */
const RATES: Partial<Record<FunctionRole, { from: number; to: number; source: string; instead: string }>> = {
  warning: { from: 60, to: 240, source: 'SAE J845 and J595', instead: 'single' },
  turn: { from: 60, to: 120, source: 'SAE J590', instead: 'turn' },
};

function outsideRate({ build }: CheckContext): Hit[] {
  return byPriority(build).flatMap((each): Hit[] => {
    const allowed = RATES[roleOf(build, each)];
    if (!allowed) return [];
    const byPattern = new Map<string, Id[]>();
    for (const [id, show] of Object.entries(each.shows))
      if (build.lamps[id]) byPattern.set(show.patternId, [...(byPattern.get(show.patternId) ?? []), id]);
    return [...byPattern].flatMap(([patternId, lampIds]): Hit[] => {
      const pattern = patternOf(build, patternId);
      const { flashesPerMinute, steady } = patternFigures(pattern);
      if (steady || (flashesPerMinute >= allowed.from && flashesPerMinute <= allowed.to)) return [];
      const instead = patternOf(build, allowed.instead);
      return [
        {
          message: say`${each.name}: ${pattern.name} flashes ${flashesPerMinute} a minute; ${allowed.from} to ${allowed.to} is asked for (${allowed.source}).`,
          lampIds,
          waysOut: [{ label: say`Use ${instead.name}`, operations: [setPattern(each.id, lampIds, instead.id)] }],
        },
      ];
    });
  });
}

function unlikeFleet({ build }: CheckContext): Hit[] {
  const agreed = build.fleetPatternId;
  if (!agreed) return [];
  const name = patternOf(build, agreed).name;
  return byPriority(build).flatMap((each): Hit[] => {
    if (roleOf(build, each) !== 'warning') return [];
    const other = Object.entries(each.shows).flatMap(([id, show]) =>
      build.lamps[id] && show.patternId !== agreed && isFlashing(patternOf(build, show.patternId)) ? [id] : [],
    );
    if (other.length === 0) return [];
    return [
      {
        message: say`${tagsOf(build, other)} (${each.name}) differ from the fleet, which shows ${name}.`,
        lampIds: other,
        waysOut: [{ label: say`Use ${name}`, operations: [setPattern(each.id, other, agreed)] }],
      },
    ];
  });
}

function outOfStep({ build }: CheckContext): Hit[] {
  return byPriority(build).flatMap((each) => {
    const pairs = new Map<Id, Lamp[]>();
    for (const id of Object.keys(each.shows)) {
      const lamp = build.lamps[id];
      if (lamp?.pairId) pairs.set(lamp.pairId, [...(pairs.get(lamp.pairId) ?? []), lamp]);
    }
    return [...pairs.values()].flatMap((lamps): Hit[] => {
      const [one, other] = [...lamps].sort((a, b) => b.position.yMm - a.position.yMm);
      if (!one || !other) return [];
      const [first, second] = [each.shows[one.id]!, each.shows[other.id]!];
      if (first.patternId === second.patternId && first.shiftMs === second.shiftMs) return [];
      const { patternId, shiftMs } = first;
      return [
        {
          message: say`${one.tag} and ${other.tag} are a pair and do not keep step in ${each.name}.`,
          lampIds: [one.id, other.id],
          waysOut: [
            {
              label: say`Set ${other.tag} as ${one.tag}`,
              operations: [
                { kind: 'setPattern', functionId: each.id, lampIds: [other.id], changes: { patternId, shiftMs } },
              ],
            },
          ],
        },
      ];
    });
  });
}

/** Effective intensity that is noticed against a bright day, cd (common practice, no source). */
const DAY_MIN_CD = 300;

function tooDim({ build }: CheckContext): Hit[] {
  return byPriority(build).flatMap((each) => {
    if (roleOf(build, each) !== 'warning') return [];
    return Object.entries(each.shows).flatMap(([id, show]): Hit[] => {
      const lamp = build.lamps[id];
      const model = lamp && build.models[lamp.modelKey];
      const pattern = patternOf(build, show.patternId);
      if (!lamp || !model?.peakCd || !isFlashing(pattern)) return [];
      const shown = effectiveCd(pattern, (model.peakCd * each.levelPercent) / 100);
      if (shown >= DAY_MIN_CD) return [];
      const brighter = model.patterns
        .map((own) => patternOf(build, own.patternId))
        .find((own) => isFlashing(own) && effectiveCd(own, model.peakCd!) >= DAY_MIN_CD);
      const waysOut: WayOut[] = [];
      if (each.levelPercent < 100 && effectiveCd(pattern, model.peakCd) >= DAY_MIN_CD)
        waysOut.push({
          label: say`Full level by day`,
          operations: [{ kind: 'editFunction', functionId: each.id, changes: { levelPercent: 100 } }],
        });
      else if (brighter)
        waysOut.push({ label: say`Use ${brighter.name}`, operations: [setPattern(each.id, [id], brighter.id)] });
      return [
        {
          message: say`${lamp.tag} shows ${Math.round(shown)} cd effective with ${pattern.name}; by day ${DAY_MIN_CD} cd is noticed.`,
          lampIds: [id],
          waysOut,
        },
      ];
    });
  });
}

/** Lamps whose function is worked by one control while their circuit is closed by others only. */
function grouped({ build, feeds }: CheckContext): Hit[] {
  const ways = new Map<Id, Set<Id>>();
  for (const { feed } of feeds)
    for (const [lampId, contacts] of Object.entries(feed.ways)) {
      const own = ways.get(lampId) ?? new Set();
      for (const { control } of contacts) own.add(control.id);
      ways.set(lampId, own);
    }
  return byPriority(build).flatMap((each): Hit[] => {
    const stuck = Object.keys(each.shows).filter((id) => {
      const own = ways.get(id);
      return own !== undefined && own.size > 0 && !own.has(each.controlId);
    });
    if (stuck.length === 0) return [];
    const target = feeds.find(({ feed }) => feed.contacts.some(({ control }) => control.id === each.controlId));
    const moved = target
      ? planMoveLamps(
          build,
          feeds.map(({ feed }) => feed),
          stuck,
          target.feed.fuse.id,
          countedIds(each.id),
        )
      : null;
    const others = [...new Set(stuck.flatMap((id) => [...ways.get(id)!]))].flatMap(
      (id) => build.controls[id]?.name ?? [],
    );
    return [
      {
        message: say`${tagsOf(build, stuck)} should work by ${build.controls[each.controlId!]!.name} (${each.name}), but their wires hang on ${others.join(', ')}.`,
        lampIds: stuck,
        waysOut: [
          ...(moved?.ok ? [{ label: say`Move to ${target!.feed.fuse.name}`, operations: moved.value }] : []),
          {
            label: say`Take them out of ${each.name}`,
            operations: [{ kind: 'dropFromFunction' as const, functionId: each.id, lampIds: stuck }],
          },
        ],
      },
    ];
  });
}

/** Ids for a plan that is offered: the same each time it is made, so that two people who take it do the same. */
function countedIds(seed: Id): () => Id {
  let count = 0;
  return () => derivedId(seed, `apart ${++count}`);
}

export const FLASH_RULES: readonly FindingRule[] = [
  {
    code: 'M38',
    stages: ['flash'],
    severity: 'stop',
    title: 'Running lights make lamps strobe',
    reason:
      'A unit that strobes whenever its lights are on is stopped at the roadside, and nobody heeds it when it matters.',
    wayOut: 'Let them burn steadily with the running lights',
    source: '49 CFR 393.25(e), in our own words, from memory',
    check: strobingRunning,
  },
  {
    code: 'M39',
    stages: ['flash'],
    severity: 'caution',
    title: 'Warning does not override running',
    reason: 'A lamp that stays steady while the others warn looks like a fault.',
    wayOut: 'Put the warning above the running lights',
    source: 'Common practice, no source',
    check: notOverridden,
  },
  {
    code: 'M41',
    stages: ['flash'],
    severity: 'caution',
    title: 'Fast pattern on a filament lamp',
    reason: 'A filament needs about a quarter of a second to glow up; short pulses stay dim and wear it out.',
    wayOut: 'Choose a slow pattern or an LED lamp',
    source: 'Common practice, no source',
    check: fastOnFilament,
  },
  {
    code: 'M42',
    stages: ['flash'],
    severity: 'caution',
    title: 'Endless flash where burst-then-steady is wanted',
    reason: 'A brake lamp that never stops flashing annoys whoever is held behind it.',
    wayOut: 'Burst, then steady',
    source: 'Common practice, no source',
    check: endlessBrake,
  },
  {
    code: 'M43',
    stages: ['flash'],
    severity: 'caution',
    title: 'Pattern outside the allowed rate',
    reason: 'Too slow is missed, too fast is read as steady. Shows whether a stated rate is met; local codes decide.',
    wayOut: 'Use a pattern within the rate',
    source: 'SAE J845, J595, J590, from memory, 2026-11',
    check: outsideRate,
  },
  {
    code: 'M44',
    stages: ['flash'],
    severity: 'note',
    title: "Unit's pattern differs from the fleet's",
    reason: 'Drivers of a fleet should know each other by one pattern.',
    wayOut: "Use the fleet's",
    source: 'The pattern agreed on for the fleet',
    check: unlikeFleet,
  },
  {
    code: 'M45',
    stages: ['flash'],
    severity: 'caution',
    title: 'Heads that should be in step are not',
    reason: 'A pair that drifts apart looks like two faults.',
    wayOut: 'Set one as the other',
    source: 'Common practice, no source',
    check: outOfStep,
  },
  {
    code: 'M47',
    stages: ['flash'],
    severity: 'caution',
    title: 'Too dim for daylight',
    reason: 'Short pulses carry little light to the eye, however bright they are.',
    wayOut: 'Full level, or a pattern with more light',
    source: 'Blondel and Rey (1912), a = 0.2 s; 300 cd by day is common practice, no source',
    isPlaceless: true,
    check: tooDim,
  },
  {
    code: 'M48',
    stages: ['flash'],
    severity: 'caution',
    title: 'Grouped lamps that were meant to work apart',
    reason: 'Lamps on one wire can only do one thing at a time.',
    wayOut: 'Give them a run of their own, or take them out of the function',
    source: 'The circuit against the functions',
    check: grouped,
  },
  {
    code: 'M49',
    stages: ['flash'],
    severity: 'stop',
    title: 'Stop or turn masked by warning',
    reason: 'Who follows must see braking and turning, whatever else flashes.',
    wayOut: 'Put the signal above the warning',
    source: 'Common practice, no source',
    check: maskedSignal,
  },
];
