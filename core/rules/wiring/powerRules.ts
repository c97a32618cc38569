/** Findings about power: M1, M8, M10, M11, V1. */

import { type AssessedFeed, CONTINUOUS_RATIO, farEndName, type Limit, takenFromSlotA } from '../../circuit/index.ts';
import type { Build, OperationDraft, Slot } from '../../document/index.ts';
import {
  type Feed,
  SLOT_WHEN_WORDS,
  seatOf,
  slotHeadroomA,
  slotWhen,
  sourceInBox,
  sourceNameInBox,
  takesHolder,
} from '../../graph/index.ts';
import { planRelay, planThickerBehindTails, planThickerWire, type ThickerWire } from '../../planning/index.ts';
import { type Amps, ampacityA, conductorsOf, gaugeName, run, say, type Words } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit, WayOut, Worked } from '../finding.ts';

const amps = (value: number): string => `${Math.round(value * 10) / 10} A`;

/** Slots that could carry this feed: live when wanted, not kept for an option, with room. Roomiest first. */
function fittingSlots({ build, feeds }: CheckContext, { feed, figures }: AssessedFeed): Slot[] {
  return Object.values(build.slots)
    .filter((slot) => slot.id !== feed.slot?.id && (slot.kind !== 'slot' || takesHolder(slot)))
    .filter((slot) => slotWhen(slot, build.electrics.systemVoltageV) === feed.fuse.wanted)
    .map((slot) => ({ slot, roomA: slotHeadroomA(slot, takenFromSlotA(feeds, slot.id)) }))
    .filter(({ roomA }) => roomA >= figures.maximumA / CONTINUOUS_RATIO)
    .sort((a, b) => b.roomA - a.roomA)
    .map(({ slot }) => slot);
}

/** Ways to another slot that could carry the feed. */
export function moveToSlot(context: CheckContext, each: AssessedFeed): WayOut[] {
  const tap = each.feed.source;
  // What sits in the slot itself is not carried to another as it is.
  if (tap?.kind !== 'tap' || seatOf(context.build, each.feed.fuse)) return [];
  return fittingSlots(context, each)
    .slice(0, 2)
    .map((slot) => ({
      label: say`Move to ${sourceInBox(context.build, slot)}`,
      operations: [{ kind: 'retapSlot', elementId: tap.id, slotId: slot.id }],
    }));
}

/** A slot's own load and what the crew's feeds add to it, every lamp lit. */
const slotSum = (slot: Slot, onSlot: readonly AssessedFeed[], takenA: Amps): Worked => ({
  formula: say`${[slot.ownLoadA, ...onSlot.map(({ figures }) => figures.maximumA)].map(amps).join(' + ')} = ${amps(slot.ownLoadA + takenA)} > ${amps(slot.limitA)}`,
  terms: [
    {
      value: say`${amps(slot.ownLoadA)}`,
      what: say`${slot.feeds || "the unit's own load"}, at full`,
      source: 'Survey',
    },
    ...onSlot.map(({ feed, figures }) => ({
      value: say`${amps(figures.maximumA)}`,
      what: say`${feed.fuse.name}: ${feed.lamps.map((lamp) => lamp.tag).join(' ')}, all lit`,
      source: "the lamps' largest current, Shelf",
    })),
    { value: say`${amps(slot.limitA)}`, what: say`what the slot's wire and bus are good for`, source: 'Survey' },
  ],
});

function tappedOverload(context: CheckContext): Hit[] {
  return Object.values(context.build.slots).flatMap((slot): Hit[] => {
    const onSlot = context.feeds.filter(({ feed }) => feed.slot?.id === slot.id);
    const takenA = takenFromSlotA(context.feeds, slot.id);
    if (onSlot.length === 0 || slot.ownLoadA + takenA <= slot.limitA + 1e-9) return [];
    const largest = onSlot.reduce((most, each) => (each.figures.maximumA > most.figures.maximumA ? each : most));
    const own = slot.ownLoadA > 0 ? `, ${amps(slot.ownLoadA)} of it the unit's own (${slot.feeds || 'its load'})` : '';
    return [
      {
        message: say`${sourceNameInBox(context.build, slot)} would carry ${amps(slot.ownLoadA + takenA)}${own}; it is good for ${amps(slot.limitA)}.`,
        feedIds: onSlot.map(({ feed }) => feed.fuse.id),
        slotIds: [slot.id],
        waysOut: moveToSlot(context, largest),
        worked: slotSum(slot, onSlot, takenA),
      },
    ];
  });
}

/** Ways to bring a weak link and the fuse together: a smaller fuse, or a stronger link. */
function waysAround(build: Build, each: AssessedFeed, weak: Limit): WayOut[] {
  const ways: WayOut[] = [];
  const smaller = each.figures.fuseNeededA;
  if (smaller !== null && smaller <= weak.limitA && smaller < each.feed.fuse.ratingA) {
    const operations: OperationDraft[] = [
      { kind: 'editFuse', elementId: each.feed.fuse.id, changes: { ratingA: smaller } },
    ];
    ways.push({ label: say`Fit a ${smaller} A fuse`, operations });
  }
  if (weak.kind === 'wire') {
    const wire = build.wires[weak.wireIds[0]!]!;
    const thicker = conductorsOf(wire.table).find((size) => ampacityA(size, { bundled: 3 }) >= each.feed.fuse.ratingA);
    if (thicker) {
      const label = gaugeName(wire.table, thicker.gauge);
      ways.push({
        label: say`Use ${label}`,
        operations: [{ kind: 'editWires', wireIds: weak.wireIds, changes: { gauge: thicker.gauge } }],
      });
    }
  }
  if (weak.kind === 'switch') ways.push(...relayWay(build, each, weak.elementIds[0]!));
  if (weak.kind === 'tap') {
    const source = each.feed.source;
    const slot = each.feed.slot;
    const heavier =
      slot && source?.kind === 'tap' ? HEAVIER_TAPS_A.find((limitA) => limitA >= each.feed.fuse.ratingA) : null;
    if (heavier)
      ways.push({
        label: say`Use a ${heavier} A holder`,
        operations: [{ kind: 'setTapLimit', elementId: source!.id, limitA: heavier }],
      });
  }
  return ways;
}

const RELAY_RATING_A = 30;
/** Add-a-tap holders that are made (common practice, no source). */
const HEAVIER_TAPS_A = [15, 20, 30];

function relayWay(build: Build, { figures }: AssessedFeed, elementId: string): WayOut[] {
  const ratingA = figures.maximumA > RELAY_RATING_A ? 40 : RELAY_RATING_A;
  const operations = planRelay(build, elementId, ratingA);
  return operations.length > 0 ? [{ label: say`Put in a ${ratingA} A relay`, operations }] : [];
}

/** Is this wire only found behind a splice of stronger wire: a branch that the shared fuse does not protect? */
export function isBranchOnly(feed: AssessedFeed['feed'], limit: Limit): boolean {
  const weak = new Set(limit.wireIds);
  const first = feed.wires[0];
  return first !== undefined && !weak.has(first.id);
}

function weakerThanFuse(context: CheckContext): Hit[] {
  const { build, feeds } = context;
  return feeds.flatMap((each): Hit[] => {
    const { feed, figures } = each;
    return (
      figures.limits
        .filter((limit) => limit.kind !== 'fuse' && limit.limitA < limit.deviceRatingA)
        // A slot that is overloaded outright is M1's to tell, a branch thinner than its trunk is M7's.
        .filter((limit) => limit.kind !== 'slot' || limit.limitA >= figures.maximumA)
        .filter((limit) => limit.kind !== 'wire' || !isBranchOnly(feed, limit))
        .map((weak) => ({
          message: say`${feed.fuse.name}: ${weak.name} is good for ${amps(weak.limitA)} behind a ${amps(weak.deviceRatingA)} ${weak.deviceRatingA === feed.fuse.ratingA ? 'fuse' : 'channel'}.`,
          reason: say`The fuse would let ${weak.name.toLowerCase()} burn before it opens. ${weak.name}: ${weak.reason}.`,
          worked: {
            formula: say`${amps(weak.limitA)} < ${amps(weak.deviceRatingA)}`,
            terms: [
              { value: say`${amps(weak.limitA)}`, what: say`${weak.name}`, source: weak.reason },
              {
                value: say`${amps(weak.deviceRatingA)}`,
                what: say`what opens before it`,
                source: weak.deviceRatingA === feed.fuse.ratingA ? 'the fuse' : 'the channel',
              },
            ],
          },
          feedIds: [feed.fuse.id],
          lampIds: feed.lamps.map((lamp) => lamp.id),
          slotIds: weak.kind === 'slot' && feed.slot ? [feed.slot.id] : [],
          waysOut:
            weak.kind === 'slot'
              ? [...waysAround(build, each, weak), ...moveToSlot(context, each)]
              : waysAround(build, each, weak),
        }))
    );
  });
}

function wrongTime(context: CheckContext): Hit[] {
  return context.feeds.flatMap((each): Hit[] => {
    const { feed } = each;
    if (!feed.slot) return [];
    const when = slotWhen(feed.slot, context.build.electrics.systemVoltageV);
    // A slot kept for an option is M2's to tell.
    if (when === feed.fuse.wanted || when === 'reserved') return [];
    // Hot with its signal is live with it: what hangs there is worked by the driver.
    if (when === 'signal') return [];
    if (feed.ownFuse && (when === 'always' || when === 'ignition')) return [];
    const common = { feedIds: [feed.fuse.id], slotIds: [feed.slot.id], lampIds: feed.lamps.map((lamp) => lamp.id) };
    const slot = sourceNameInBox(context.build, feed.slot);
    if (when === 'unread') {
      return [
        {
          ...common,
          severity: 'caution',
          message: say`${slot} feeds ${feed.fuse.name} but nobody has metered it.`,
          reason: say`A slot that looks right may be dead, reserved, or live at the wrong time. Read it key off and key on, in Survey.`,
        },
      ];
    }
    const waysOut = moveToSlot(context, each);
    if (when === 'always') {
      const operations: OperationDraft[] = [
        { kind: 'editFuse', elementId: feed.fuse.id, changes: { wanted: 'always' } },
      ];
      return [
        {
          ...common,
          severity: 'caution',
          message: say`${slot} is hot with the key off; ${feed.fuse.name} should go dead with the key.`,
          reason: say`Lamps left on would run the battery down.`,
          waysOut: [...waysOut, { label: say`Let it be always hot`, operations }],
        },
      ];
    }
    if (when === 'ignition') {
      const operations: OperationDraft[] = [
        { kind: 'editFuse', elementId: feed.fuse.id, changes: { wanted: 'ignition' } },
      ];
      return [
        {
          ...common,
          message: say`${slot} is dead with the key off; ${feed.fuse.name} must work without the key.`,
          waysOut: [...waysOut, { label: say`Key on is enough`, operations }],
        },
      ];
    }
    return [
      {
        ...common,
        message: say`${slot} is ${SLOT_WHEN_WORDS[when]}; ${feed.fuse.name} would have no power of its own there.`,
        waysOut,
      },
    ];
  });
}

function contactOverload(context: CheckContext): Hit[] {
  return context.feeds.flatMap((each): Hit[] =>
    each.figures.limits
      .filter(({ kind, limitA, loadA }) => (kind === 'switch' || kind === 'channel') && loadA > limitA)
      .map((limit) => ({
        message: say`${limit.name} is rated ${amps(limit.limitA)} and would switch ${amps(limit.loadA)} (${each.feed.fuse.name}) without a relay.`,
        feedIds: [each.feed.fuse.id],
        lampIds: each.feed.lamps.map((lamp) => lamp.id),
        waysOut: limit.kind === 'switch' ? relayWay(context.build, each, limit.elementIds[0]!) : [],
        worked: {
          formula: say`${amps(limit.loadA)} > ${amps(limit.limitA)}`,
          terms: [
            {
              value: say`${amps(limit.loadA)}`,
              what: say`through ${limit.name}, every lamp lit`,
              source: "the lamps' largest current, Shelf",
            },
            { value: say`${amps(limit.limitA)}`, what: say`its rating`, source: limit.reason },
          ],
        },
      })),
  );
}

const thickerWords = ({ sizes }: ThickerWire): Words =>
  say`Thicken ${sizes
    .map(({ gauge, table, wires }) => `${wires} ${wires === 1 ? 'wire' : 'wires'} to ${gaugeName(table, gauge)}`)
    .join(', ')}`;

/** Whose budget it is: the usual one, or the crew's for this unit. */
const budgetSource = ({ electrics: { seenLossPercent, workLossPercent } }: Build): string =>
  seenLossPercent === undefined && workLossPercent === undefined
    ? 'ABYC E-11, from memory: 3 % to be seen by, 10 % to work by'
    : "the crew's, for this unit; usual are 3 % to be seen by, 10 % to work by (ABYC E-11, from memory)";

/** Where fittings take no thicker wire: a short tail into each, and thicker wire behind it. */
function behindTails(build: Build, { fuse }: Feed): WayOut[] {
  const plan = planThickerBehindTails(build, fuse.id);
  if (!plan) return [];
  const tails = plan.tails === 1 ? 'a short tail' : `${plan.tails} short tails`;
  return [{ label: say`${thickerWords(plan)}, behind ${tails} of the size that fits`, operations: plan.operations }];
}

function tooMuchLost({ build, feeds }: CheckContext): Hit[] {
  return feeds.flatMap(({ feed, figures }): Hit[] => {
    const { drop, dropV, dropBudgetV, farLamp, longestRunMm } = figures;
    const farName = farEndName(build, figures);
    if (farName === '' || dropV <= dropBudgetV + 1e-9) return [];
    const thicker = planThickerWire(build, feed.fuse.id);
    return [
      {
        message: say`${feed.fuse.name} loses ${dropV.toFixed(2)} V to ${farName} over ${run(longestRunMm)}; ${dropBudgetV.toFixed(2)} V is allowed.`,
        feedIds: [feed.fuse.id],
        lampIds: farLamp ? [farLamp.id] : [],
        waysOut: thicker
          ? [{ label: thickerWords(thicker), operations: thicker.operations }]
          : behindTails(build, feed),
        worked: {
          formula: say`${dropV.toFixed(2)} V > ${dropBudgetV.toFixed(2)} V`,
          terms: [
            {
              value: say`${run(longestRunMm)}`,
              what: say`from the source to ${farName}, without the way back`,
              source: 'lengths of the wires',
            },
            {
              value: say`${dropV.toFixed(2)} V`,
              what: say`lost there and back with every lamp of the feed lit`,
              source: `the circuit solved: ${drop.wireV.toFixed(2)} V in copper at 20 °C, taken at 50 °C, ${drop.contactsV.toFixed(2)} V in fuse, contacts and grounds`,
            },
            {
              value: say`${dropBudgetV.toFixed(2)} V`,
              what: say`what the lamp may lose: ${Math.round((100 * dropBudgetV) / figures.sourceV)} % of the system at rest`,
              source: budgetSource(build),
            },
          ],
        },
      },
    ];
  });
}

export const POWER_RULES: readonly FindingRule[] = [
  {
    code: 'M1',
    stages: ['feed', 'survey'],
    severity: 'stop',
    title: 'Tapped circuit overloaded',
    reason:
      "The slot's wire and bus were sized for what is on it; with the new lamps they run hot or the unit's own load goes dark.",
    wayOut: 'Move the feed to a slot with room',
    source: 'Common practice, no source',
    check: tappedOverload,
  },
  {
    code: 'M8',
    stages: ['feed'],
    severity: 'stop',
    title: 'A weaker element in series than the fuse',
    reason: 'The smallest rated element decides; the fuse must open before anything else on the feed is harmed.',
    wayOut: 'Fit a smaller fuse, thicker wire or a relay',
    source: 'ABYC E-11 overcurrent rule (from memory)',
    check: weakerThanFuse,
  },
  {
    code: 'M10',
    stages: ['feed', 'survey'],
    severity: 'stop',
    title: 'Slot dead with key off, or hot when it should not be',
    reason: 'The lamps would be dark when they are needed, or drain the battery when nobody looks.',
    wayOut: 'Move the feed to a slot that is live when wanted',
    source: 'Common practice, no source',
    check: wrongTime,
  },
  {
    code: 'M11',
    stages: ['feed'],
    severity: 'stop',
    title: 'Switch or channel carries more than its rating, no relay',
    reason: 'Its contact welds or burns; a welded contact cannot be switched off.',
    wayOut: 'Put a relay in',
    source: 'Common practice, no source',
    check: contactOverload,
  },
  {
    code: 'V1',
    stages: ['feed'],
    severity: 'caution',
    title: 'More volts lost on the way than the lamp can spare',
    reason: 'Lamps go dim, and strobes drop out when the engine is off and the battery is low.',
    wayOut: 'Use thicker wire, or shorten the run',
    source: 'ABYC E-11, from memory: 3 % for lamps to be seen by, 10 % for lamps to work by',
    check: tooMuchLost,
  },
];
