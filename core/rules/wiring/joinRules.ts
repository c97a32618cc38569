/** Findings about how things are joined: M4, M7, M9, M17, M19, M22, M67. */
import {
  type Build,
  derivedId,
  type ElementOf,
  type Id,
  type Lamp,
  type OperationDraft,
  type Signal,
  type Terminal,
  type Wire,
} from '../../document/index.ts';
import {
  passagesFrom,
  plugOfSource,
  switchPinName,
  terminalNode,
  unfusedLamps,
  type WireEnd,
  wireEnds,
  wiresRun,
} from '../../graph/index.ts';
import { connectorByName, MOST_IN_A_CRIMP, type PinSpec } from '../../harness/index.ts';
import { tagList } from '../../place/index.ts';
import { planBranchFuse } from '../../planning/index.ts';
import { mm, plain, say } from '../../units/index.ts';
import { weakBranches } from '../ends/branchRules.ts';
import type { CheckContext, FindingRule, Hit, WayOut } from '../finding.ts';

/** What a terminal's wires lead to, without going back through the element they start from. */
interface Reach {
  source: boolean;
  ground: boolean;
  /** Lamps met at their feed side and at their ground side. */
  plus: Lamp[];
  minus: Lamp[];
}

function reachFrom(build: Build, ends: ReadonlyMap<string, readonly WireEnd[]>, start: Terminal): Reach {
  const reach: Reach = { source: false, ground: false, plus: [], minus: [] };
  const seen = new Set<string>();
  const walk = (at: Terminal): void => {
    if (seen.has(terminalNode(at))) return;
    seen.add(terminalNode(at));
    for (const { far } of ends.get(terminalNode(at)) ?? []) {
      const element = build.elements[far.elementId];
      if (!element || element.id === start.elementId) continue;
      if (element.kind === 'tap' || element.kind === 'stud') reach.source = true;
      else if (element.kind === 'ground') reach.ground = true;
      else if (element.kind === 'lampLoad') {
        const lamp = build.lamps[element.lampId];
        if (lamp) reach[far.terminal === 'plus' ? 'plus' : 'minus'].push(lamp);
      } else {
        walk(far);
        for (const direction of ['down', 'up'] as const)
          for (const { to } of passagesFrom(element, far.terminal, direction))
            walk({ elementId: element.id, terminal: to });
      }
    }
  };
  walk(start);
  return reach;
}

const SIGNAL_PINS: Record<Signal, RegExp> = {
  running: /tail|marker|clearance/,
  brake: /stop/,
  left: /left turn/,
  right: /right turn/,
  hazard: /hazard|turn/,
  reverse: /revers/,
};

/** Does what a wire carries suit a pin? */
function suits(context: CheckContext, reach: Reach, spec: PinSpec): boolean {
  if (reach.minus.length > 0 && reach.plus.length === 0) return spec.rest === 'ground';
  if (reach.plus.length === 0) return true;
  if (spec.rest === 'ground') return false;
  const signals = context.feeds.flatMap(({ feed }) =>
    reach.plus.flatMap((lamp) => (feed.ways[lamp.id] ?? []).flatMap(({ control }) => control.signal ?? [])),
  );
  return signals.length === 0 || signals.some((signal) => SIGNAL_PINS[signal].test(spec.purpose));
}

/** Wires of a connector's lamp half, by pin. */
function wiresOfHalf(build: Build, connector: ElementOf<'connector'>): Map<string, { wire: Wire; end: 'from' | 'to' }> {
  const found = new Map<string, { wire: Wire; end: 'from' | 'to' }>();
  for (const wire of Object.values(build.wires))
    for (const end of ['from', 'to'] as const)
      if (wire[end].elementId === connector.id && wire[end].terminal.startsWith('b'))
        found.set(wire[end].terminal.slice(1), { wire, end });
  return found;
}

function wrongCavity(context: CheckContext): Hit[] {
  const { build } = context;
  const ends = wireEnds(build);
  return Object.values(build.elements).flatMap((connector): Hit[] => {
    const kind = connector.kind === 'connector' ? connectorByName(connector.pinsOf) : undefined;
    if (connector.kind !== 'connector' || !kind) return [];
    const wires = wiresOfHalf(build, connector);
    const reaches = new Map(
      [...wires.keys()].map((pin) => [pin, reachFrom(build, ends, { elementId: connector.id, terminal: `b${pin}` })]),
    );
    const specOf = (pin: string) => kind.pins.find((spec) => spec.pin === pin);
    const wrong = [...reaches].filter(([pin, reach]) => {
      const spec = specOf(pin);
      return spec !== undefined && !suits(context, reach, spec);
    });
    return wrong.slice(0, 1).map(([pin, reach]): Hit => {
      const lamps = [...reach.plus, ...reach.minus];
      // The pin to change places with: one that suits this wire, and whose own wire suits here, if it has one.
      const partner = kind.pins.find((spec) => {
        const there = reaches.get(spec.pin);
        return spec.pin !== pin && suits(context, reach, spec) && (!there || suits(context, there, specOf(pin)!));
      });
      const carries = reach.plus.length > 0 ? 'the supply' : 'the ground';
      return {
        message: say`${connector.name || kind.name}: pin ${pin} is ${specOf(pin)!.purpose}, and its wire is ${carries} of ${tagList(lamps.map((lamp) => lamp.tag))}.`,
        reason: say`A terminal in the wrong cavity feeds the wrong lamp or shorts the supply. Pins by ${kind.source}.`,
        lampIds: lamps.map((lamp) => lamp.id),
        waysOut: partner ? [swapPins(connector, wires, pin, partner.pin)] : [],
      };
    });
  });
}

function swapPins(
  connector: ElementOf<'connector'>,
  wires: ReadonlyMap<string, { wire: Wire; end: 'from' | 'to' }>,
  first: string,
  second: string,
): WayOut {
  const moves = [
    { at: wires.get(first), onto: second },
    { at: wires.get(second), onto: first },
  ].flatMap(({ at, onto }) =>
    at ? [{ wireId: at.wire.id, end: at.end, onto: { elementId: connector.id, terminal: `b${onto}` } }] : [],
  );
  return { label: say`Change pins ${first} and ${second}`, operations: [{ kind: 'moveWireEnds', moves }] };
}

function unfusedBranch(context: CheckContext): Hit[] {
  const { build, feeds } = context;
  const bare = unfusedLamps(
    build,
    feeds.map(({ feed }) => feed),
  );
  const hits: Hit[] = [];
  if (bare.length > 0) {
    const lampIds = new Set(bare.map((lamp) => lamp.id));
    const first = Object.values(build.wires).find(({ from, to }) =>
      [from, to].some(({ elementId }) => ['tap', 'stud'].includes(build.elements[elementId]?.kind ?? '')),
    );
    const operations = first && planBranchFuse(build, first.id, `Branch of ${bare[0]!.tag}`);
    hits.push({
      message: say`${tagList(bare.map((lamp) => lamp.tag))} hang${bare.length === 1 ? 's' : ''} on a circuit of the unit's own without a fuse of ${bare.length === 1 ? 'its' : 'their'} own.`,
      lampIds: [...lampIds],
      waysOut: operations ? [{ label: say`Fuse the branch at its start`, operations }] : [],
    });
  }
  for (const { feed, limit, channel, waysOut } of weakBranches(context))
    if (!channel)
      hits.push({
        message: say`${feed.fuse.name}: a branch of ${limit.name.toLowerCase()} (${limit.limitA} A) is protected only by the shared ${feed.fuse.ratingA} A fuse.`,
        feedIds: [feed.fuse.id],
        waysOut,
      });
  return hits;
}

function joinedLive({ build }: CheckContext): Hit[] {
  if (build.ticks.isolate) return [];
  const joined = Object.keys(build.ticks).filter((key) => key.startsWith('join:'));
  if (joined.length === 0) return [];
  const names = joined.flatMap((key) => build.elements[key.slice('join:'.length)]?.name ?? []);
  return [
    {
      message: say`${tagList(names)} ${joined.length === 1 ? 'is' : 'are'} ticked as joined, and nobody took the power off first.`,
      feedIds: joined.map((key) => key.slice('join:'.length)).filter((id) => build.elements[id]),
      waysOut: [
        { label: say`The power was off: tick it`, operations: [{ kind: 'tickStep', stepKey: 'isolate', done: true }] },
        {
          label: say`Take the tick back`,
          operations: joined.map((stepKey): OperationDraft => ({ kind: 'tickStep', stepKey, done: false })),
        },
      ],
    },
  ];
}

function openConnector({ build }: CheckContext): Hit[] {
  const tapped = new Set(
    Object.values(build.elements).flatMap((element) =>
      element.kind === 'tap' ? (plugOfSource(build, element.slotId)?.plug.id ?? []) : [],
    ),
  );
  const plugs = Object.values(build.plugs)
    // What is tapped at its pins is not open there; pins that are left are closed with it.
    .filter((plug) => plug.end === 'open' && !tapped.has(plug.id))
    .map(
      (plug): Hit => ({
        message: say`${plug.name}${plug.place ? `, ${plug.place}` : ''}, is left open.`,
        waysOut: [
          {
            label: say`Cap it`,
            operations: [
              { kind: 'editPlug', plugId: plug.id, changes: { end: 'capped' } },
              {
                kind: 'addExtraParts',
                parts: [
                  {
                    id: `plug-cap:${plug.id}`,
                    partKey: 'plug-cap',
                    name: `Cap for ${plug.name}`,
                    quantity: 1,
                    modelKey: null,
                  },
                ],
              },
            ],
          },
        ],
      }),
    );
  const halves = Object.values(build.elements).flatMap((element): Hit[] =>
    element.kind === 'connector' && !element.mated
      ? [
          {
            message: say`${element.name || 'A connector'} is not plugged together.`,
            waysOut: [
              {
                label: say`Plug it together`,
                operations: [{ kind: 'mateConnector', elementId: element.id, mated: true }],
              },
            ],
          },
        ]
      : [],
  );
  return [...plugs, ...halves];
}

/** Lead that two crimps and a pair of hands need (common practice, no source). */
const REPAIR_LEAD_MM = 60;

function cutTooShort({ build }: CheckContext): Hit[] {
  return Object.values(build.plugs).flatMap((plug): Hit[] => {
    const id = `repair-plug:${plug.id}`;
    if (plug.leftMm === null || plug.leftMm >= REPAIR_LEAD_MM || build.extraParts[id]) return [];
    const part = {
      id,
      partKey: 'repair-plug',
      name: `Repair half with leads for ${plug.name}`,
      quantity: 1,
      modelKey: null,
    };
    return [
      {
        message: say`${plug.name} was cut ${mm(plug.leftMm)} behind it: too short to join again (${mm(REPAIR_LEAD_MM)}).`,
        waysOut: [{ label: say`Add a repair half with leads`, operations: [{ kind: 'addExtraParts', parts: [part] }] }],
      },
    ];
  });
}

/** M67: splices in which more wires meet than a crimp holds. */
function crowdedSplices({ build, feeds }: CheckContext): Hit[] {
  const run = wiresRun(build);
  return Object.values(build.elements).flatMap((element): Hit[] => {
    // The fork of a ready loom is its maker's.
    if (element.kind !== 'splice' || element.loomId) return [];
    const ends = run.flatMap((wire) =>
      (['from', 'to'] as const)
        .filter((end) => wire[end].elementId === element.id)
        .map((end) => ({ wireId: wire.id, end })),
    );
    if (ends.length <= MOST_IN_A_CRIMP) return [];
    const bus = { id: derivedId(element.id, 'bus'), kind: 'block' as const, name: element.name, ways: ends.length };
    const onto = { elementId: bus.id, terminal: 'bus' };
    return [
      {
        message: say`${element.name}: ${ends.length} wires meet in one crimp, which holds ${MOST_IN_A_CRIMP}.`,
        feedIds: feeds.flatMap(({ feed }) => (feed.elementIds.includes(element.id) ? [feed.fuse.id] : [])),
        waysOut: [
          {
            label: say`Put a bus of ${ends.length} there`,
            operations: [
              { kind: 'assignFeed', controls: [], elements: [bus], wires: [], functions: [] },
              { kind: 'moveWireEnds', moves: ends.map((each) => ({ ...each, onto })) },
              { kind: 'removeFeed', elementIds: [element.id], wireIds: [] },
            ],
          },
        ],
      },
    ];
  });
}

/** Wire ends on the terminals of one element, for changing two terminals about. */
function exchange(build: Build, elementId: Id, first: string, second: string): OperationDraft {
  const moves = Object.values(build.wires).flatMap((wire) =>
    (['from', 'to'] as const).flatMap((end) => {
      const { elementId: id, terminal } = wire[end];
      if (id !== elementId || (terminal !== first && terminal !== second)) return [];
      return [{ wireId: wire.id, end, onto: { elementId, terminal: terminal === first ? second : first } }];
    }),
  );
  return { kind: 'moveWireEnds', moves };
}

function mixedTerminals({ build }: CheckContext): Hit[] {
  const ends = wireEnds(build);
  return Object.values(build.elements).flatMap((element): Hit[] => {
    if (element.kind !== 'switch') return [];
    const wired = (terminal: string) => ends.has(`${element.id}.${terminal}`);
    const reach = (terminal: string) => reachFrom(build, ends, { elementId: element.id, terminal });
    const name = build.controls[element.controlId]?.name ?? 'A switch';
    const hit = (message: string, first: string, second: string, reason: string): Hit => ({
      message: say`${name}: ${message}`,
      reason: plain(reason),
      waysOut: [
        {
          label: say`Change ${switchPinName(null, first)} and ${switchPinName(null, second)} about`,
          operations: [exchange(build, element.id, first, second)],
        },
      ],
    });
    if (wired('lamp')) {
      const light = reach('lamp');
      if (light.source)
        return [
          hit(
            'the supply is on the ground terminal of its light.',
            'lamp',
            'in',
            'Its light glows backwards and the lamps get their current through it.',
          ),
        ];
      if (light.plus.length > 0)
        return [
          hit(
            `${tagList(light.plus.map((lamp) => lamp.tag))} hang on the ground terminal of its light.`,
            'lamp',
            'out',
            'The lamps are fed through the light in the switch and only glow.',
          ),
        ];
    }
    if (wired('in') && wired('out')) {
      const [supply, load] = [reach('in'), reach('out')];
      if (load.source && !supply.source)
        return [
          {
            ...hit(
              'supply and load are mixed up.',
              'in',
              'out',
              'Its light would burn with the switch off, and its terminal map no longer holds.',
            ),
            severity: wired('lamp') ? 'stop' : 'caution',
          },
        ];
      if (load.ground && load.plus.length === 0 && load.minus.length === 0 && supply.source)
        return [
          {
            ...hit(
              'its load terminal goes straight to ground.',
              'out',
              'lamp',
              'Switched on, it shorts the supply; the fuse opens at once.',
            ),
            severity: 'stop',
          },
        ];
    }
    return [];
  });
}

export const JOIN_RULES: readonly FindingRule[] = [
  {
    code: 'M4',
    stages: ['feed'],
    severity: 'stop',
    title: 'Terminal turned or in the wrong cavity',
    reason: 'A terminal in the wrong cavity feeds the wrong lamp or shorts the supply.',
    wayOut: 'Change the two pins about',
    source: 'Connector standards named with the connector, from memory',
    check: wrongCavity,
  },
  {
    code: 'M7',
    stages: ['feed'],
    severity: 'stop',
    title: 'Branch fused only on the shared feed',
    reason:
      'A shared fuse is sized for all that hangs on it; a thin branch burns before it opens, and takes the rest with it.',
    wayOut: 'Fuse the branch at its start',
    source: 'ABYC E-11 overcurrent rule (from memory)',
    check: unfusedBranch,
  },
  {
    code: 'M17',
    stages: ['feed'],
    severity: 'note',
    title: 'Unused connector left open',
    reason: 'Salt water finds an open pin, and what is live behind it corrodes away.',
    wayOut: 'Cap it',
    source: 'Common practice, no source',
    check: openConnector,
  },
  {
    code: 'M19',
    stages: ['feed'],
    severity: 'caution',
    title: 'Factory plug cut too short to restore',
    reason: 'A unit that goes back has to be made whole, and a stub takes no crimp.',
    wayOut: 'Add a repair half with leads',
    source: 'Common practice, no source',
    check: cutTooShort,
  },
  {
    code: 'M22',
    stages: ['feed'],
    severity: 'caution',
    title: 'Switch terminals mixed up',
    reason: 'A lit switch has three terminals that look alike and do not do the same.',
    wayOut: 'Change the two about',
    source: "The switch's terminal map; common practice, no source",
    isPlaceless: true,
    check: mixedTerminals,
  },
  {
    code: 'M67',
    stages: ['feed'],
    severity: 'caution',
    title: 'More wires in a crimp than it holds',
    reason: 'The fourth wire is held by nothing: it gets warm, or comes out when the bundle is pulled.',
    wayOut: 'Tap one after the other, or use a bus',
    source: 'Common practice, no source',
    isPlaceless: true,
    check: crowdedSplices,
  },
];

/** Findings about the work rather than the plan: looked at again with every tick. */
export const WORK_RULES: readonly FindingRule[] = [
  {
    code: 'M9',
    stages: ['build'],
    severity: 'caution',
    title: 'Joined with the fuse in',
    reason: 'A live lead that touches metal while it is joined burns hands and opens fuses that nobody finds.',
    wayOut: 'Take the power off first, and say so',
    source: 'Common practice, no source',
    check: joinedLive,
  },
];
