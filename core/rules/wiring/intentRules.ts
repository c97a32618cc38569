/** Findings of what was meant against what the wiring can do: M60, M63 to M66, M72, M73. */
import { type AssessedFeed, CONTINUOUS_RATIO, restingVoltageV } from '../../circuit/index.ts';
import {
  type Build,
  derivedId,
  type ElementOf,
  type Id,
  type LightFunction,
  lights,
  type OperationDraft,
} from '../../document/index.ts';
import { isFlashing, patternOf, roleOf, touchesFor } from '../../flash/index.ts';
import { type Contact, conduct, sourceName } from '../../graph/index.ts';
import { tagList } from '../../place/index.ts';
import { planOwnGround, planRefit } from '../../planning/index.ts';
import type { DarkLamp } from '../../protection/index.ts';
import { type Amps, say, type Words } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit } from '../finding.ts';
import { keptWiring } from './keptWiring.ts';
import { moveToSlot } from './powerRules.ts';

const amps = (value: number): string => `${Math.round(value * 10) / 10} A`;
const tagsOf = (build: Build, ids: Iterable<Id>): string =>
  tagList([...ids].flatMap((id) => build.lamps[id]?.tag ?? []));

const refitWords = (ratingA: Amps | null, operations: readonly OperationDraft[]): Words =>
  operations.some(({ kind }) => kind === 'editWires')
    ? say`Fit a ${ratingA ?? 0} A fuse, and the wire for it`
    : say`Fit a ${ratingA ?? 0} A fuse`;

/** Does the crew have a lamp on it? What only the unit's own lamps draw is its maker's to fuse. */
const isCrews = (build: Build, { feed }: AssessedFeed): boolean =>
  feed.lamps.some((lamp) => build.models[lamp.modelKey]?.kind !== 'factory');

/** M60: what hangs behind a fuse; behind one of the unit's own, all that is taken from it and what the unit has on it. */
function fuseTooSmall({ build, feeds }: CheckContext): Hit[] {
  return feeds.flatMap((each): Hit[] => {
    const { feed, figures } = each;
    const behind = feed.ownFuse ? feeds.filter((other) => other.feed.slot?.id === feed.slot?.id) : [each];
    const ownA = feed.ownFuse ? (feed.slot?.ownLoadA ?? 0) : 0;
    const loadA = behind.reduce((sum, other) => sum + other.figures.maximumA, ownA);
    // Feeds behind one fuse are told of once, with the first that is the crew's.
    if (behind.find((other) => isCrews(build, other)) !== each) return [];
    if (loadA <= feed.fuse.ratingA * CONTINUOUS_RATIO + 1e-9) return [];
    const needed = figures.fuseNeededA;
    const operations = planRefit(build, feed.fuse.id);
    return [
      {
        message: say`${feed.fuse.name}: ${amps(loadA)} would run through a ${feed.fuse.ratingA} A fuse, which carries ${amps(feed.fuse.ratingA * CONTINUOUS_RATIO)} all day.`,
        feedIds: behind.map((other) => other.feed.fuse.id),
        lampIds: behind.flatMap((other) => other.feed.lamps.map((lamp) => lamp.id)),
        waysOut: operations.length > 0 ? [{ label: refitWords(needed, operations), operations }] : [],
        worked: {
          formula: say`${amps(loadA)} > ${CONTINUOUS_RATIO} × ${feed.fuse.ratingA} A = ${amps(feed.fuse.ratingA * CONTINUOUS_RATIO)}`,
          terms: [
            ...behind.map((other) => ({
              value: say`${amps(other.figures.maximumA)}`,
              what: say`${other.feed.fuse.name}, every lamp lit`,
              source: "the lamps' largest current, Shelf",
            })),
            ...(ownA > 0
              ? [{ value: say`${amps(ownA)}`, what: say`what the unit itself has on it`, source: 'Survey' }]
              : []),
            { value: say`${feed.fuse.ratingA} A`, what: say`its rating`, source: feed.ownFuse ? 'Survey' : 'the plan' },
          ],
        },
      },
    ];
  });
}

/** M63: a lamp on a system whose volts it was not made for. */
function wrongVolts({ build }: CheckContext): Hit[] {
  const restV = restingVoltageV(build.electrics.systemVoltageV);
  const byModel = new Map<string, Id[]>();
  for (const lamp of lights(build)) {
    const model = build.models[lamp.modelKey];
    if (model && (restV < model.voltage.minimumV || restV > model.voltage.maximumV))
      byModel.set(model.key, [...(byModel.get(model.key) ?? []), lamp.id]);
  }
  return [...byModel].map(([key, lampIds]): Hit => {
    const { name, voltage } = build.models[key]!;
    return {
      message: say`${tagsOf(build, lampIds)}: ${name} is made for ${voltage.minimumV} to ${voltage.maximumV} V and the unit has ${restV} V.`,
      lampIds,
    };
  });
}

/** Ways to a lamp, feed by feed. */
const waysTo = (feeds: readonly AssessedFeed[], lampId: Id): { each: AssessedFeed; way: Contact[] }[] =>
  feeds.flatMap((each) => (each.feed.ways[lampId] ? [{ each, way: each.feed.ways[lampId] }] : []));

/** Ground-side switches, which are pressed along with what they enable. */
const groundControls = (feeds: readonly AssessedFeed[]): Id[] =>
  feeds.flatMap(({ feed }) => feed.groundContacts.map(({ control }) => control.id));

/**
 * M64: lamps of a function that stay dark because nothing that is wired works it. Lamps that nobody has fed yet are the
 * feed stage's, and lamps that hang on another control than theirs are M48's.
 */
function neverLit({ build, feeds }: CheckContext): Hit[] {
  const grounds = groundControls(feeds);
  const wired = new Set(
    feeds.flatMap(({ feed }) => [...feed.contacts, ...feed.groundContacts].map(({ control }) => control.id)),
  );
  return Object.values(build.functions).flatMap((each): Hit[] => {
    if (wired.has(each.controlId)) return [];
    const on = new Set([each.controlId, ...grounds]);
    const dark = Object.keys(each.shows).filter((lampId) => {
      const ways = waysTo(feeds, lampId);
      return build.lamps[lampId] && ways.length > 0 && !ways.some(({ way }) => conduct(way, on));
    });
    if (dark.length === 0) return [];
    const control = build.controls[each.controlId]?.name ?? 'nothing';
    return [
      {
        message: say`${each.name} is meant to light ${tagsOf(build, dark)}, and ${control} alone brings no current there.`,
        lampIds: dark,
        feedIds: [...new Set(dark.flatMap((id) => waysTo(feeds, id).map((way) => way.each.feed.fuse.id)))],
      },
    ];
  });
}

/** M64 as the solved circuit has it: current is to come there, and it does not, or too little of it. */
function staysDark({ build }: CheckContext): Hit[] {
  const byCause = new Map<string, DarkLamp[]>();
  for (const dark of keptWiring(build).dark) {
    const key = `${dark.function.id} ${dark.shows} ${dark.isGrounded}`;
    byCause.set(key, [...(byCause.get(key) ?? []), dark]);
  }
  return [...byCause.values()].map((all): Hit => {
    const [{ control, function: each, shows, isGrounded }] = all as [DarkLamp, ...DarkLamp[]];
    const lampIds = all.map(({ lamp }) => lamp.id);
    const lowestV = Math.min(...all.map(({ voltageV }) => voltageV));
    const why = isGrounded ? say`it gets ${lowestV.toFixed(1)} V` : say`its return comes to no metal`;
    let count = 0;
    const own = planOwnGround(build, lampIds, () => derivedId(lampIds[0]!, `ground ${count++}`));
    return {
      message: say`${each.name}: with ${control.name} on, ${tagsOf(build, lampIds)} ${lampIds.length === 1 ? 'stays' : 'stay'} ${shows}: ${why}.`,
      lampIds,
      waysOut:
        own.length > 0 ? [{ label: say`Ground ${tagsOf(build, lampIds)} on its own metal`, operations: own }] : [],
    };
  });
}

const SAFETY_ROLES = new Set(['stop', 'turn']);

/** Lamps that are made to stop or turn, and that nothing of the driver's works: by the one control that does. */
function worksBySwitchOnly({ build, feeds }: CheckContext): Hit[] {
  const byControl = new Map<string, Id[]>();
  for (const lamp of lights(build)) {
    if (build.models[lamp.modelKey]?.kind !== 'signal') continue;
    const controls = [...new Set(waysTo(feeds, lamp.id).flatMap(({ way }) => way.map(({ control }) => control)))];
    const [first] = controls;
    if (!first || controls.some(({ signal }) => signal !== null)) continue;
    byControl.set(first.name, [...(byControl.get(first.name) ?? []), lamp.id]);
  }
  return [...byControl].map(([by, lampIds]) => ({
    severity: 'caution',
    message: say`${tagsOf(build, lampIds)} ${lampIds.length === 1 ? 'is' : 'are'} made to stop or turn, and only ${by} works ${lampIds.length === 1 ? 'it' : 'them'}.`,
    reason: say`Whoever follows is told nothing by them when the driver brakes: feed them from the lead that is hot with it.`,
    lampIds,
  }));
}

/** M65: what must work whenever the driver wants it, behind something that may be off. */
function hangsOnSwitch(context: CheckContext): Hit[] {
  const { build, feeds } = context;
  const hung = Object.values(build.functions).flatMap((each): Hit[] => {
    if (!SAFETY_ROLES.has(roleOf(build, each))) return [];
    const hits = new Map<string, Id[]>();
    for (const lampId of Object.keys(each.shows)) {
      const ways = waysTo(feeds, lampId).filter(({ way }) => way.some(({ control }) => control.id === each.controlId));
      const free = ways.some(({ way }) => way.every(({ control, whenOn }) => control.id === each.controlId || !whenOn));
      if (ways.length === 0 || free || !build.lamps[lampId]) continue;
      const by = ways[0]!.way.find(({ control, whenOn }) => whenOn && control.id !== each.controlId)!.control.name;
      hits.set(by, [...(hits.get(by) ?? []), lampId]);
    }
    return [...hits].map(([by, lampIds]) => ({
      message: say`${each.name}: ${tagsOf(build, lampIds)} ${lampIds.length === 1 ? 'stays' : 'stay'} dark while ${by} is off.`,
      lampIds,
    }));
  });
  return [...hung, ...worksBySwitchOnly(context)];
}

/** M66: two holders pushed into one slot. */
function twoTaps(context: CheckContext): Hit[] {
  const { build, feeds } = context;
  const holders = Object.values(build.elements).filter(
    (element): element is ElementOf<'tap'> => element.kind === 'tap' && element.limitA !== null,
  );
  return Object.values(build.slots).flatMap((slot): Hit[] => {
    const taps = holders.filter(({ slotId }) => slotId === slot.id);
    if (taps.length < 2) return [];
    const tapped = feeds.filter(({ feed }) => taps.some(({ id }) => id === feed.source?.id));
    const last = tapped.at(-1);
    return [
      {
        message: say`${sourceName(slot)} would hold ${taps.length} add-a-tap holders; one goes in.`,
        slotIds: [slot.id],
        feedIds: tapped.map(({ feed }) => feed.fuse.id),
        waysOut: last ? moveToSlot(context, last) : [],
      },
    ];
  });
}

const FLASHES_BY_ITSELF = new Set(['strobe', 'beacon', 'bar', 'magnet', 'modulator']);
const MAKES_FLASH = new Set(['flasher', 'receiver']);

/** M72: meant to flash, and neither the lamp, the driver's flasher nor anything on the way makes it. */
function nothingFlashes({ build, feeds }: CheckContext): Hit[] {
  const turns = (each: LightFunction) => roleOf(build, each) === 'turn';
  return Object.values(build.functions).flatMap((each): Hit[] => {
    if (turns(each)) return [];
    const steady = Object.entries(each.shows).flatMap(([lampId, show]) => {
      const model = build.models[build.lamps[lampId]?.modelKey ?? ''];
      const ways = waysTo(feeds, lampId);
      if (!model || ways.length === 0 || !isFlashing(patternOf(build, show.patternId))) return [];
      if (FLASHES_BY_ITSELF.has(model.kind) || model.patterns.length > 0 || model.programming !== 'none') return [];
      const hasModule = ways.some(({ each: { feed } }) =>
        feed.elementIds.some((id) => build.elements[id]?.kind === 'modulator'),
      );
      // A module has its own list; what bursts without one has it built in.
      if (hasModule) return touchesFor(show.patternId) === null ? [lampId] : [];
      const made = each.modulator || ways.some(({ way }) => way.some(({ element }) => MAKES_FLASH.has(element.kind)));
      return made ? [] : [lampId];
    });
    if (steady.length === 0) return [];
    return [
      {
        message: say`${each.name}: nothing makes ${tagsOf(build, steady)} flash; ${steady.length === 1 ? 'it burns' : 'they burn'} steadily.`,
        lampIds: steady,
        waysOut: [
          {
            label: say`Let them burn steadily`,
            operations: [
              { kind: 'setPattern', functionId: each.id, lampIds: steady, changes: { patternId: 'steady' } },
            ],
          },
        ],
      },
    ];
  });
}

/** M73: a turn signal that does not flash. */
function steadyTurn({ build }: CheckContext): Hit[] {
  return Object.values(build.functions).flatMap((each): Hit[] => {
    if (roleOf(build, each) !== 'turn') return [];
    const lampIds = Object.entries(each.shows).flatMap(([lampId, show]) =>
      build.lamps[lampId] && !isFlashing(patternOf(build, show.patternId)) ? [lampId] : [],
    );
    if (lampIds.length === 0) return [];
    return [
      {
        message: say`${each.name} burns steadily on ${tagsOf(build, lampIds)}; a turn signal flashes 60 to 120 times a minute.`,
        lampIds,
        waysOut: [
          {
            label: say`Let them flash as turn signals`,
            operations: [{ kind: 'setPattern', functionId: each.id, lampIds, changes: { patternId: 'turn' } }],
          },
        ],
      },
    ];
  });
}

export const INTENT_RULES: readonly FindingRule[] = [
  {
    code: 'M60',
    stages: ['feed'],
    severity: 'stop',
    title: 'Fuse below its load',
    reason: 'A fuse that runs above four fifths of its rating opens on a warm day, when the lamps are needed.',
    wayOut: 'Fit a larger fuse where the wire allows it, or split the feed',
    source: 'Four fifths of the rating: common practice, no source',
    check: fuseTooSmall,
  },
  {
    code: 'M63',
    stages: ['place', 'feed'],
    severity: 'stop',
    title: "Lamp not made for the unit's volts",
    reason: 'On too many volts it burns out, on too few it stays dark or drops out.',
    wayOut: 'Choose a lamp for the system, or a converter',
    source: "The lamp's own sheet",
    check: wrongVolts,
  },
  {
    code: 'M64',
    stages: ['feed', 'flash'],
    severity: 'stop',
    title: 'A function that never lights its lamp',
    reason: 'Somebody presses the control, and the lamp stays dark.',
    wayOut: 'Feed the lamp from what works the function, or take it out of it',
    source: 'The plan against the circuit',
    check: (context) => [...neverLit(context), ...staysDark(context)],
  },
  {
    code: 'M65',
    stages: ['feed', 'flash'],
    severity: 'stop',
    title: 'Stop or turn hangs on something that may be off',
    reason: 'Whoever follows is told nothing while that switch is off.',
    wayOut: "Feed it from the unit's own stop or turn lead",
    source: 'Common practice, no source',
    check: hangsOnSwitch,
  },
  {
    code: 'M66',
    stages: ['feed', 'survey'],
    severity: 'stop',
    title: 'Two taps in one slot',
    reason: 'A holder stands on the blades of the slot: the second has nowhere to go, or sits loose and burns.',
    wayOut: 'Move one to another slot, or feed both behind one fuse',
    source: 'Common practice, no source',
    check: twoTaps,
  },
  {
    code: 'M72',
    stages: ['flash', 'feed'],
    severity: 'caution',
    title: 'Meant to flash, and nothing makes it',
    reason: 'Neither the lamp nor anything in its wiring makes it flash: it will burn steadily.',
    wayOut: 'Choose a lamp that flashes, put a flasher in, or let it burn steadily',
    source: 'Common practice, no source',
    check: nothingFlashes,
  },
  {
    code: 'M73',
    stages: ['flash'],
    severity: 'caution',
    title: 'Turn signal that does not flash',
    reason: 'A turn signal that burns steadily reads as a tail lamp.',
    wayOut: 'Let it flash as a turn signal',
    source: '60 to 120 flashes a minute: FMVSS 108, from memory',
    check: steadyTurn,
  },
];
