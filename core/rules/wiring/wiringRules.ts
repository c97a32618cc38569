/** Findings about taps, terminals, leads, plugs, peaks and sneak paths: M2, M3, M5, M6, M13, M18, M50. */

import { type AssessedFeed, FAMILIES, fuseForLoadA } from '../../circuit/index.ts';
import { type Build, derivedId, type OperationDraft, type Plug } from '../../document/index.ts';
import { currentTrace, showsFor } from '../../flash/index.ts';
import { isRun, isSized, sourceInText } from '../../graph/index.ts';
import {
  betterColour,
  connectorByName,
  cutList,
  GROUND_COLOUR,
  misleadingLeads,
  type PinSpec,
  signalOf,
  takesMm2,
} from '../../harness/index.ts';
import { tagList } from '../../place/index.ts';
import { planOwnGround } from '../../planning/index.ts';
import type { SneakPath } from '../../protection/index.ts';
import {
  ampacityA,
  conductor,
  conductorsOf,
  gaugeName,
  mm2,
  type SquareMillimetres,
  say,
  type Volts,
} from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit, WayOut } from '../finding.ts';
import { keptWiring } from './keptWiring.ts';
import { moveToSlot } from './powerRules.ts';

function reservedSlot(context: CheckContext): Hit[] {
  return context.feeds.flatMap((each): Hit[] => {
    const { slot, fuse, lamps } = each.feed;
    if (!slot || slot.reservedFor === '') return [];
    return [
      {
        message: say`${fuse.name} taps ${sourceInText(slot)}, which is kept for ${slot.reservedFor}.`,
        feedIds: [fuse.id],
        slotIds: [slot.id],
        lampIds: lamps.map((lamp) => lamp.id),
        waysOut: moveToSlot(context, each),
      },
    ];
  });
}

function tooThick({ build, feeds }: CheckContext): Hit[] {
  const lines = cutList(build);
  return feeds.flatMap((each): Hit[] => {
    const own = new Set([...each.feed.wires, ...each.feed.groundWires].map((wire) => wire.id));
    const found = lines
      .filter((line) => own.has(line.wireId))
      .flatMap((line) => {
        const wire = build.wires[line.wireId]!;
        const { areaMm2 } = conductor(wire.table, wire.gauge);
        return [line.from, line.end].flatMap(({ to, fitting }) => {
          const mostMm2 = takesMm2(fitting);
          return areaMm2 > mostMm2 + 1e-9 ? [{ line, to, fitting, mostMm2 }] : [];
        });
      });
    const worst = found.sort((a, b) => a.mostMm2 - b.mostMm2)[0];
    if (!worst) return [];
    return [
      {
        message: say`${each.feed.fuse.name}: ${worst.line.gauge} into the ${worst.fitting} at ${worst.to}, which takes ${mm2(worst.mostMm2)}.`,
        feedIds: [each.feed.fuse.id],
        lampIds: each.feed.lamps.map((lamp) => lamp.id),
        waysOut: thinnerWays(build, each, worst.mostMm2),
      },
    ];
  });
}

/** A thinner wire for the whole feed, where its fuse still protects it. */
function thinnerWays(build: Build, { feed }: AssessedFeed, mostMm2: SquareMillimetres): WayOut[] {
  const wires = [...feed.wires, ...feed.groundWires].filter(isSized);
  const table = wires[0]?.table ?? 'metric';
  const size = [...conductorsOf(table)]
    .reverse()
    .find((each) => each.areaMm2 <= mostMm2 && ampacityA(each, { bundled: 3 }) >= feed.fuse.ratingA);
  if (!size) return [];
  const wireIds = wires.filter((wire) => conductor(wire.table, wire.gauge).areaMm2 > mostMm2).map((wire) => wire.id);
  const label = say`Use ${gaugeName(table, size.gauge)}`;
  return build.elements[feed.fuse.id]
    ? [{ label, operations: [{ kind: 'editWires', wireIds, changes: { gauge: size.gauge } }] }]
    : [];
}

/** At this part of the system voltage a pin is live; below this many volts it is dead or ground. Common practice, no source. */
const LIVE_RATIO = 0.8;
const DEAD_V = 1;

/** What a pin reads with the key off, in words, when it contradicts what its connector has there; null when it does not. */
function contradiction(rest: PinSpec['rest'], keyOffV: Volts, systemV: Volts): string | null {
  const live = keyOffV >= systemV * LIVE_RATIO;
  if (rest === 'battery') return live ? null : 'should be battery';
  if (!live && keyOffV < DEAD_V) return null;
  return rest === 'ground' ? 'should be ground' : 'should be dead with everything off';
}

/** The plug as one of its own kind: no longer taken for the standard, and nothing claimed of the pins that differ. */
const asRead = (plug: Plug, differing: ReadonlySet<string>): Plug => ({
  ...plug,
  name: `${plug.name}, pinned as read`.slice(0, 60),
  pins: plug.pins.map((pin) => (differing.has(pin.pin) ? { ...pin, purpose: '', colour: '' } : pin)),
});

function lookAlikePlug({ build }: CheckContext): Hit[] {
  return Object.values(build.plugs).flatMap((plug): Hit[] => {
    const kind = connectorByName(plug.name);
    if (!kind) return [];
    const wrong = kind.pins.flatMap((spec) => {
      const read = plug.pins.find((pin) => pin.pin === spec.pin)?.keyOffV ?? null;
      const why = read === null ? null : contradiction(spec.rest, read, build.electrics.systemVoltageV);
      return why ? [{ pin: spec.pin, words: `pin ${spec.pin} (${spec.purpose}) ${why} and reads ${read} V` }] : [];
    });
    if (wrong.length === 0) return [];
    return [
      {
        message: say`${plug.name}${plug.place ? `, ${plug.place}` : ''}: ${wrong.map(({ words }) => words).join('; ')}. It may be pinned otherwise than it looks.`,
        reason: say`Two plugs that look alike may be pinned differently. Compared with: ${kind.source}.`,
        waysOut: [
          {
            label: say`Go by its readings`,
            operations: [{ kind: 'recordPlug', plug: asRead(plug, new Set(wrong.map(({ pin }) => pin))) }],
          },
        ],
      },
    ];
  });
}

const LEAD_TAG = 'lead-tag';

function leadColours(context: CheckContext): Hit[] {
  return [...suppliedLeads(context), ...wireColours(context)];
}

/** Lamps whose own leads mislead, until tags for them are among the parts. */
function suppliedLeads({ build }: CheckContext): Hit[] {
  return Object.values(build.models).flatMap((model): Hit[] => {
    const lamps = Object.values(build.lamps).filter((lamp) => lamp.modelKey === model.key);
    const wrong = misleadingLeads(model);
    const id = `${LEAD_TAG}:${model.key}`;
    const missing = lamps.length - (build.extraParts[id]?.quantity ?? 0);
    if (missing <= 0 || wrong.length === 0) return [];
    const words = wrong.map(
      ({ colour, purpose }) => `${colour} is ${purpose === 'program' ? 'for programming' : purpose}`,
    );
    const part = {
      id,
      partKey: LEAD_TAG,
      name: 'Lead tags, feed and ground',
      quantity: lamps.length,
      modelKey: model.key,
    };
    return [
      {
        message: say`${tagList(lamps.map((lamp) => lamp.tag))} (${model.name}): ${words.join(', ')}. Join by the joint list, not by colour.`,
        lampIds: lamps.map((lamp) => lamp.id),
        waysOut: [
          { label: say`Add lead tags for ${lamps.length}`, operations: [{ kind: 'addExtraParts', parts: [part] }] },
        ],
      },
    ];
  });
}

/** Supplies in a colour that says something else: another signal's, or ground's. */
function wireColours({ build, feeds }: CheckContext): Hit[] {
  return feeds.flatMap(({ feed }): Hit[] => {
    const colour = betterColour(build, feed);
    const run = feed.wires.filter(isRun);
    const has = run[0]?.colour;
    if (!colour || !has) return [];
    const signal = signalOf(feed);
    return [
      {
        message:
          has === GROUND_COLOUR && !signal
            ? say`${feed.fuse.name} is fed in black, which the next hand takes for ground.`
            : say`${feed.fuse.name} runs in ${has}; ${colour} is usual for it.`,
        reason: say`One function, one colour: whoever opens the loom next reads it by colour.`,
        feedIds: [feed.fuse.id],
        lampIds: feed.lamps.map((lamp) => lamp.id),
        waysOut: [
          {
            label: say`Run it in ${colour}`,
            operations: [{ kind: 'editWires', wireIds: run.map((wire) => wire.id), changes: { colour } }],
          },
        ],
      },
    ];
  });
}

const CAP = 'lead-cap';

function openProgramLeads({ build }: CheckContext): Hit[] {
  return Object.values(build.models).flatMap((model): Hit[] => {
    const lamps = Object.values(build.lamps).filter((lamp) => lamp.modelKey === model.key);
    const id = `${CAP}:${model.key}`;
    const missing = lamps.length - (build.extraParts[id]?.quantity ?? 0);
    if (missing <= 0 || !model.leads.some((lead) => lead.purpose === 'program')) return [];
    return [
      {
        message: say`${tagList(lamps.map((lamp) => lamp.tag))}: the programming lead stays bare once the pattern is set.`,
        lampIds: lamps.map((lamp) => lamp.id),
        waysOut: [
          {
            label: say`Add ${missing} × shrink cap`,
            operations: [
              {
                kind: 'addExtraParts',
                parts: [{ id, partKey: CAP, name: 'Shrink cap for a lead', quantity: missing, modelKey: model.key }],
              },
            ],
          },
        ],
      },
    ];
  });
}

/** Long enough to hold several turns of every pattern. */
const WINDOW_S = 6;

/** The current that a blade carries for a while is told by its first gate, 110 % (ISO 8820-3, from memory). */
const HOLDS = FAMILIES.blade.timeCurrentLimits[0]!.multiple;

function peaks({ build, feeds }: CheckContext): Hit[] {
  const all = new Set(Object.keys(build.controls));
  const shows = showsFor(build, all);
  return feeds.flatMap(({ feed }): Hit[] => {
    const own = feed.lamps.flatMap((lamp) => shows.get(lamp.id) ?? []);
    const { peakA } = currentTrace(build, own, WINDOW_S);
    if (peakA <= feed.fuse.ratingA * HOLDS) return [];
    const larger = fuseForLoadA(peakA, feed.fuse.family);
    const wires = [...feed.wires, ...feed.groundWires];
    const protectedUp = Math.min(
      ...wires.filter(isRun).map((wire) => ampacityA(conductor(wire.table, wire.gauge), { bundled: 3 })),
    );
    return [
      {
        message: say`${feed.fuse.name}: the patterns peak at ${peakA.toFixed(1)} A, above its ${feed.fuse.ratingA} A fuse.`,
        feedIds: [feed.fuse.id],
        lampIds: feed.lamps.map((lamp) => lamp.id),
        waysOut:
          larger !== null && larger <= protectedUp
            ? [
                {
                  label: say`Fit a ${larger} A fuse`,
                  operations: [{ kind: 'editFuse', elementId: feed.fuse.id, changes: { ratingA: larger } }],
                },
              ]
            : [],
      },
    ];
  });
}

function sneaks({ build }: CheckContext): Hit[] {
  const byState = new Map<string, SneakPath[]>();
  for (const path of keptWiring(build).sneaks) {
    const key = `${path.keyOn} ${path.on.join()}`;
    byState.set(key, [...(byState.get(key) ?? []), path]);
  }
  return [...byState.values()].map((found): Hit => {
    const [first] = found;
    const told = found.find((each) => each.backWireId !== null) ?? first!;
    const state =
      told.on.length > 0
        ? `With ${told.on.join(', ')} on${told.keyOn ? '' : ' and the key off'}`
        : `With everything off${told.keyOn ? ', key on' : ''}`;
    const lampIds = found.map(({ lamp }) => lamp.id);
    return {
      message: say`${state}, ${tagList(found.map(({ lamp }) => lamp.tag))} conduct${found.length === 1 ? 's' : ''} where dark is meant: ${told.path.join(' → ')}.`,
      reason: say`${told.lamp.tag} carries ${(told.currentA * 1000).toFixed(0)} mA. Current takes every way that is open to it, backwards through a lamp too.`,
      lampIds,
      waysOut: sneakWays(build, found),
    };
  });
}

/** A diode sits this far from the end of the wire that it is put into. */
const DIODE_LEAD_MM = 150;

function sneakWays(build: Build, found: readonly SneakPath[]): WayOut[] {
  const backward = found.filter((each) => each.backWireId !== null);
  const diodes = backward.map(({ lamp, backWireId, towards }): OperationDraft => {
    const wireId = backWireId!;
    const [near, far] = towards === 'to' ? (['anode', 'cathode'] as const) : (['cathode', 'anode'] as const);
    return {
      kind: 'insertPart',
      wireId,
      part: { id: derivedId(wireId, 'diode'), kind: 'diode', name: `Diode at ${lamp.tag}` },
      near,
      far,
      nearMm: Math.max(0, build.wires[wireId]!.lengthMm - DIODE_LEAD_MM),
      newWireId: derivedId(wireId, 'diode wire'),
    };
  });
  const tags = tagList(backward.map(({ lamp }) => lamp.tag));
  const ways: WayOut[] =
    diodes.length > 0 ? [{ label: say`Put a diode in the ground of ${tags}`, operations: diodes }] : [];
  const lampIds = (backward.length > 0 ? backward : found).map(({ lamp }) => lamp.id);
  let count = 0;
  const own = planOwnGround(build, lampIds, () => derivedId(lampIds[0]!, `own ground ${count++}`));
  if (own.length > 0)
    ways.push({
      label: say`Ground ${tagList(found.filter(({ lamp }) => lampIds.includes(lamp.id)).map(({ lamp }) => lamp.tag))} on its own metal`,
      operations: own,
    });
  return ways;
}

export const WIRING_RULES: readonly FindingRule[] = [
  {
    code: 'M2',
    stages: ['feed', 'survey'],
    severity: 'stop',
    title: 'Slot reserved for an option',
    reason: 'A slot that looks empty may be prewired; the option would be fed backwards or go dark.',
    wayOut: 'Move the feed to another slot',
    source: "The survey's readings; common practice, no source",
    check: reservedSlot,
  },
  {
    code: 'M3',
    stages: ['feed'],
    severity: 'caution',
    title: 'Wire too thick for the terminal or its lock',
    reason: 'A terminal that is forced over thick wire backs out of its cavity.',
    wayOut: 'Use a thinner wire that the fuse still protects, or a larger fitting',
    source: 'Common practice, no source',
    isPlaceless: true,
    check: tooThick,
  },
  {
    code: 'M5',
    stages: ['survey', 'feed'],
    severity: 'stop',
    title: 'Look-alike plug with other pins',
    reason: 'Two plugs that look alike may be pinned differently; joined by looks, one feeds the other backwards.',
    wayOut: 'Meter every pin, then join by the readings',
    source: 'Connector standards named with the plug, from memory',
    check: lookAlikePlug,
  },
  {
    code: 'M6',
    stages: ['feed'],
    severity: 'note',
    title: 'Lead colour contradicts its function',
    reason: 'Supplied lead colours mislead: a red lead may be ground.',
    wayOut: 'Tag the leads, join from the joint list, run the usual colour',
    source: "The shelf's lead maps; trailer colours from usual maker sheets, from memory",
    check: leadColours,
  },
  {
    code: 'M13',
    stages: ['feed'],
    severity: 'stop',
    title: 'Sneak path or back-feed between functions',
    reason: 'Current takes every way that is open to it, backwards through a lamp too.',
    wayOut: 'Put a diode in, ground the lamp by itself, or switch on the feed side',
    source: 'The circuit solved for the states of its controls',
    check: sneaks,
  },
  {
    code: 'M18',
    stages: ['flash', 'feed'],
    severity: 'note',
    title: 'Programming lead not insulated',
    reason: 'A programming lead that touches metal on the road changes the pattern.',
    wayOut: 'Add shrink caps to the parts',
    source: 'Common practice, no source',
    check: openProgramLeads,
  },
  {
    code: 'M50',
    stages: ['feed'],
    severity: 'stop',
    title: 'Peak current of a pattern above the fuse or channel',
    reason: 'Lamps that flash together draw together: the average hides what opens the fuse.',
    wayOut: 'Fit a larger fuse where the wire allows it, or let the lamps answer each other',
    source: 'ISO 8820-3 time-current limits, from memory',
    isPlaceless: true,
    check: peaks,
  },
];
