/** Findings about what ends a circuit: M77 resistors that give off heat, M80 ends that are open and can be live. */
import { isMetal } from '../../body/index.ts';
import { restingVoltageV } from '../../circuit/index.ts';
import { type Build, derivedId, type ElementOf, type Id, type OperationDraft } from '../../document/index.ts';
import { type Feed, isUnits, terminalNode, type WireEnd, wireEnds } from '../../graph/index.ts';
import { carrierOf } from '../../place/index.ts';
import { say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit } from '../finding.ts';

type Ends = ReadonlyMap<string, readonly WireEnd[]>;

/** Signals that come and go: a resistor on one of them is cold for half of the time. */
const FLASHING_SIGNALS: ReadonlySet<string> = new Set(['left', 'right', 'hazard']);

/** Does a resistor stand between its feed and metal, as a load does? */
const isLoad = (build: Build, ends: Ends, id: Id): boolean =>
  ['a', 'b'].some((terminal) =>
    (ends.get(terminalNode({ elementId: id, terminal })) ?? []).some(
      ({ far }) => build.elements[far.elementId]?.kind === 'ground',
    ),
  );

const isFlashingOnly = ({ contacts }: Feed): boolean =>
  contacts.some(({ control }) => control.signal !== null && FLASHING_SIGNALS.has(control.signal));

/** Takes a resistor out with its leads, and with the ground that nothing else has. */
function without(build: Build, ends: Ends, { id }: ElementOf<'resistor'>): OperationDraft {
  const grounds = ['a', 'b']
    .flatMap((terminal) => ends.get(terminalNode({ elementId: id, terminal })) ?? [])
    .filter(({ far }) => build.elements[far.elementId]?.kind === 'ground' && ends.get(terminalNode(far))?.length === 1);
  return { kind: 'removeFeed', elementIds: [id, ...grounds.map(({ far }) => far.elementId)], wireIds: [] };
}

/** M77: a resistor that is hot for as long as something is on, or that is mounted on what its heat melts. */
function hotResistors({ build, body, feeds }: CheckContext): Hit[] {
  const ends = wireEnds(build);
  const volts = restingVoltageV(build.electrics.systemVoltageV);
  return Object.values(build.elements).flatMap((resistor): Hit[] => {
    if (resistor.kind !== 'resistor' || !isLoad(build, ends, resistor.id)) return [];
    const of = feeds.filter(({ feed }) => feed.elementIds.includes(resistor.id));
    const powerW = Math.round(volts ** 2 / resistor.resistanceOhm);
    const common = {
      feedIds: of.map(({ feed }) => feed.fuse.id),
      worked: {
        formula: say`${volts} V × ${volts} V / ${resistor.resistanceOhm} Ω = ${powerW} W`,
        terms: [
          { value: say`${volts} V`, what: say`the system at rest`, source: 'common practice, no source' },
          { value: say`${resistor.resistanceOhm} Ω`, what: say`its resistance`, source: 'the plan' },
        ],
      },
    };
    const steady = of.find(({ feed }) => !isFlashingOnly(feed));
    const onPlastic = of
      .flatMap(({ feed }) => feed.lamps)
      .flatMap((lamp) => {
        const model = build.models[lamp.modelKey];
        const part = model && resistor.name.endsWith(lamp.tag) ? carrierOf(body, lamp, model) : null;
        return part && !isMetal(part) ? [{ lamp, part }] : [];
      })[0];
    return [
      ...(steady
        ? [
            {
              ...common,
              message: say`${resistor.name} gives off ${powerW} W for as long as ${steady.feed.fuse.name} is on: only a turn lamp, which comes and goes, needs one.`,
              waysOut: [{ label: say`Take it out`, operations: [without(build, ends, resistor)] }],
            },
          ]
        : []),
      ...(onPlastic
        ? [
            {
              ...common,
              lampIds: [onPlastic.lamp.id],
              message: say`${resistor.name} gives off ${powerW} W beside ${onPlastic.lamp.tag}, where ${onPlastic.part.name} is not metal.`,
              reason: say`It gets hotter than boiling water and melts plastic: screw it to bare metal, away from carpet and wires.`,
            },
          ]
        : []),
    ];
  });
}

interface OpenEnd {
  /** What is open, as the crew finds it. */
  what: string;
  waysOut: { label: ReturnType<typeof say>; operations: OperationDraft[] }[];
}

/** A splice at which a wire ends and none goes on is capped in its place. */
function cappedSplice(splice: ElementOf<'splice'>, { wire }: WireEnd): OperationDraft[] {
  const cap = {
    id: derivedId(splice.id, 'cap'),
    kind: 'cap' as const,
    name: `End at ${splice.name}`.slice(0, 60),
    plannedA: 0,
  };
  const end = wire.from.elementId === splice.id ? ('from' as const) : ('to' as const);
  return [
    { kind: 'assignFeed', controls: [], elements: [cap], wires: [], functions: [] },
    { kind: 'moveWireEnds', moves: [{ wireId: wire.id, end, onto: { elementId: cap.id, terminal: 'end' } }] },
    { kind: 'removeFeed', elementIds: [splice.id], wireIds: [] },
  ];
}

/** What of a part is open though current can get there. */
function openEnds(build: Build, ends: Ends, id: Id): OpenEnd[] {
  const element = build.elements[id];
  const at = (terminal: string) => ends.get(terminalNode({ elementId: id, terminal })) ?? [];
  switch (element?.kind) {
    case 'splice': {
      const [only, ...others] = at('join');
      if (!only || others.length > 0 || isUnits(only.wire)) return [];
      return [
        {
          what: `${element.name}: a wire ends there and none goes on`,
          waysOut: [{ label: say`Cap it there`, operations: cappedSplice(element, only) }],
        },
      ];
    }
    case 'fuse':
    case 'switch':
    case 'relay': {
      if (at('in').length === 0 || at('out').length > 0) return [];
      const name =
        element.kind === 'fuse' ? `Fuse of ${element.name}` : (build.controls[element.controlId]?.name ?? element.kind);
      return [{ what: `${name}: nothing hangs on its output`, waysOut: [] }];
    }
    case 'connector': {
      if (!element.mated) return [];
      const pins = Array.from({ length: element.pins }, (_, index) => String(index + 1)).filter(
        (pin) => at(`a${pin}`).length > 0 && at(`b${pin}`).length === 0,
      );
      if (pins.length === 0) return [];
      return [
        {
          what: `${element.name || 'Connector'}, pin ${pins.join(' ')}: wired ahead of it and not behind`,
          waysOut: [],
        },
      ];
    }
    default:
      return [];
  }
}

/** M80: ends that a fuse's current reaches and nobody closed. Outputs of a receiver that stay spare are told as a note. */
function liveEnds({ build, feeds }: CheckContext): Hit[] {
  const ends = wireEnds(build);
  const told = new Set<Id>();
  const hits = feeds.flatMap(({ feed }): Hit[] =>
    feed.elementIds.flatMap((id) => {
      if (told.has(id)) return [];
      told.add(id);
      return openEnds(build, ends, id).map(
        ({ what, waysOut }): Hit => ({
          message: say`${what}. It is live while ${feed.fuse.name} is.`,
          feedIds: [feed.fuse.id],
          waysOut,
        }),
      );
    }),
  );
  return [...hits, ...spareOutputs(build, feeds)];
}

function spareOutputs(build: Build, feeds: CheckContext['feeds']): Hit[] {
  const wired = new Set(Object.values(build.wires).flatMap(({ from, to }) => [terminalNode(from), terminalNode(to)]));
  return Object.values(build.elements).flatMap((element): Hit[] => {
    if (element.kind !== 'receiver') return [];
    const open = element.channels.flatMap((_, index) =>
      wired.has(terminalNode({ elementId: element.id, terminal: `out${index + 1}` })) ? [] : [String(index + 1)],
    );
    if (open.length === 0) return [];
    return [
      {
        severity: 'note',
        message: say`${element.name}: ${open.length === 1 ? 'output' : 'outputs'} ${open.join(', ')} ${open.length === 1 ? 'is' : 'are'} not used and live when ${open.length === 1 ? 'its channel is' : 'their channels are'} pressed: plug the ${open.length === 1 ? 'cavity' : 'cavities'}.`,
        feedIds: feeds.flatMap(({ feed }) => (feed.elementIds.includes(element.id) ? [feed.fuse.id] : [])),
      },
    ];
  });
}

export const END_RULES: readonly FindingRule[] = [
  {
    code: 'M77',
    stages: ['feed'],
    severity: 'caution',
    title: 'Load resistor that is hot all the time, or on what it melts',
    reason: 'A load resistor burns what a filament burned: on a steady circuit it never cools.',
    wayOut: 'Take it out, or screw it to bare metal',
    source: 'Common practice, no source',
    check: hotResistors,
  },
  {
    code: 'M80',
    stages: ['feed'],
    severity: 'caution',
    title: 'An end left open that can be live',
    reason:
      'A bare end that swings against metal blows the fuse of everything behind it, or starts a fire before it does.',
    wayOut: 'Cap it, or take it off',
    source: 'Common practice, no source',
    check: liveEnds,
  },
];
