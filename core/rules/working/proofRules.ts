/** Findings about controls and what was written down: M40, M52, M53, M56, M57, M58. */
import {
  type Build,
  type Control,
  derivedId,
  type ElementOf,
  type Id,
  type OperationDraft,
} from '../../document/index.ts';
import { legendPrint } from '../../flash/index.ts';
import { say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit, WayOut } from '../finding.ts';

const rename = (control: Control, name: string): OperationDraft => ({
  kind: 'editControl',
  controlId: control.id,
  changes: { name: name.slice(0, 40) },
});

/** A number in a channel's label that is not its button's: "Channel 3" on button 1. */
function misnumbered(build: Build, receiver: ElementOf<'receiver'>): Hit[] {
  return receiver.channels.flatMap((id, index): Hit[] => {
    const control = build.controls[id];
    const said = /\b(?:channel|button|key|spare)\s*(\d{1,2})$/i.exec(control?.name ?? '')?.[1];
    // Spare channels are numbered by their button when they are made; a word needs no number at all.
    if (!control || said === undefined || Number(said) === index + 1) return [];
    const right = control.name.replace(/\d{1,2}$/, String(index + 1));
    return [
      {
        message: say`Button ${index + 1} of ${receiver.name} is labelled ${control.name}.`,
        waysOut: [{ label: say`Label it ${right}`, operations: [rename(control, right)] }],
      },
    ];
  });
}

/** Two controls with one label. */
function sameLabel(build: Build): Hit[] {
  const byName = new Map<string, Control[]>();
  for (const control of Object.values(build.controls)) {
    const key = control.name.trim().toLowerCase();
    byName.set(key, [...(byName.get(key) ?? []), control]);
  }
  return [...byName.values()].flatMap((controls): Hit[] => {
    const [first, second] = controls;
    if (!first || !second) return [];
    const does = Object.values(build.functions).find((each) => each.controlId === second.id)?.name;
    const name = does && does.toLowerCase() !== first.name.toLowerCase() ? does : `${second.name} 2`;
    return [
      {
        message: say`${controls.length} controls are labelled ${first.name}.`,
        waysOut: [{ label: say`Label one ${name}`, operations: [rename(second, name)] }],
      },
    ];
  });
}

const wrongLabels = ({ build }: CheckContext): Hit[] => [
  ...Object.values(build.elements).flatMap((element) =>
    element.kind === 'receiver' ? misnumbered(build, element) : [],
  ),
  ...sameLabel(build),
];

/** Controls that something in the circuit is worked by, a switch of the unit's own among them. */
function wiredControls(build: Build): Set<Id> {
  return new Set(
    Object.values(build.elements).flatMap((element) => {
      if (element.kind === 'receiver') return element.channels;
      if (element.kind === 'tap') return build.slots[element.slotId]?.controlId ?? [];
      return element.kind === 'switch' || element.kind === 'relay' || element.kind === 'flasher'
        ? [element.controlId]
        : [];
    }),
  );
}

/** A channel of a receiver that no function has. */
function spareChannel(build: Build): Control | undefined {
  const used = new Set(Object.values(build.functions).map((each) => each.controlId));
  return Object.values(build.elements)
    .flatMap((element) => (element.kind === 'receiver' ? element.channels : []))
    .filter((id) => !used.has(id))
    .map((id) => build.controls[id])
    .find((control) => control !== undefined);
}

/** Functions of the crew whose control is on no board and no receiver. */
function leftOff({ build }: CheckContext): Hit[] {
  const wired = wiredControls(build);
  // Before anything is fed nothing is left off: it is not made yet.
  if (wired.size === 0) return [];
  return Object.values(build.functions).flatMap((each): Hit[] => {
    const control = build.controls[each.controlId];
    if (!control || control.kind === 'signal' || wired.has(control.id)) return [];
    const spare = spareChannel(build);
    const { id: _, ...rest } = each;
    const waysOut: WayOut[] = spare
      ? [
          {
            label: say`Put it on ${spare.name}`,
            operations: [
              { kind: 'removeFunction', functionId: each.id },
              { kind: 'addFunction', function: { ...rest, id: derivedId(each.id, spare.id), controlId: spare.id } },
            ],
          },
        ]
      : [];
    return [
      {
        message: say`${each.name} is worked by ${control.name}, which is on no board and no receiver.`,
        lampIds: Object.keys(each.shows),
        waysOut: [
          ...waysOut,
          { label: say`Leave it out`, operations: [{ kind: 'removeFunction', functionId: each.id }] },
        ],
      },
    ];
  });
}

const SPARE_REMOTE = 'spare-remote';

/** Everything by wireless, with one remote that can be lost, and no switch in the cab. */
function oneRemote({ build }: CheckContext): Hit[] {
  const receivers = Object.values(build.elements).filter((element) => element.kind === 'receiver');
  const missing = receivers.length - (build.extraParts[SPARE_REMOTE]?.quantity ?? 0);
  if (missing <= 0) return [];
  const part = {
    id: SPARE_REMOTE,
    partKey: SPARE_REMOTE,
    name: 'Spare remote, paired',
    quantity: missing,
    modelKey: null,
  };
  return [
    {
      message: say`${receivers.map((receiver) => receiver.name).join(', ')}: one remote only, and nothing works when it is lost.`,
      waysOut: [{ label: say`Add a spare remote`, operations: [{ kind: 'addExtraParts', parts: [part] }] }],
    },
  ];
}

function oldLegend({ build }: CheckContext): Hit[] {
  if (!build.legend) return [];
  const now = legendPrint(build);
  if (build.legend.print === now) return [];
  const lines = new Set(build.legend.print.split('\n'));
  const changed = now.split('\n').filter((line) => !lines.has(line));
  const names = changed.map((line) => line.split(' | ')[0]).slice(0, 3);
  return [
    {
      message: say`The legend that hangs in the unit is out of date${names.length > 0 ? `: ${names.join(', ')}` : ''}.`,
      waysOut: [{ label: say`Printed and hung anew`, operations: [{ kind: 'hangLegend', print: now }] }],
    },
  ];
}

function closedUntested({ build }: CheckContext): Hit[] {
  const closed = Object.keys(build.ticks).filter((key) => key === 'close' || key.startsWith('trimOn:'));
  if (closed.length === 0) return [];
  const open = [...(build.ticks.loose ? [] : ['the loose test']), ...(build.ticks.prove ? [] : ['proving'])];
  if (open.length === 0) return [];
  return [
    {
      message: say`Closed up before ${open.join(' and ')}.`,
      waysOut: [
        {
          label: say`Not closed yet`,
          operations: closed.map((stepKey): OperationDraft => ({ kind: 'tickStep', stepKey, done: false })),
        },
      ],
    },
  ];
}

export const NIGHT_CHECK = 'night';

function unseenAtNight({ build }: CheckContext): Hit[] {
  const finished = build.signOff !== null || build.handedOver !== null;
  if (!finished || build.checks[NIGHT_CHECK]) return [];
  return [
    {
      message: say`Nothing is recorded of how it looked at night.`,
      waysOut: [
        {
          label: say`Put it off, and keep it open`,
          operations: [
            {
              kind: 'recordCheck',
              key: NIGHT_CHECK,
              check: { result: 'later', note: 'to be looked at after dark', photoId: null },
            },
          ],
        },
      ],
    },
  ];
}

/** Asked anew after every tick, reading and check. */
export const PROOF_RULES: readonly FindingRule[] = [
  {
    code: 'M40',
    stages: ['flash'],
    severity: 'caution',
    title: 'Remote channel and label disagree',
    reason: 'Whoever presses a button must get what is written on it.',
    wayOut: 'Label it by its button',
    source: 'Common practice, no source',
    check: wrongLabels,
  },
  {
    code: 'M52',
    stages: ['flash'],
    severity: 'caution',
    title: 'A function left off the board',
    reason: 'There are more functions than channels or switches: somebody will look for a button that is not there.',
    wayOut: 'Put it on a spare channel, merge two, or leave it out',
    source: 'The functions against the circuit',
    check: leftOff,
  },
  {
    code: 'M53',
    stages: ['flash'],
    severity: 'note',
    title: 'Legend out of date after a change',
    reason: 'A legend that lies is worse than none.',
    wayOut: 'Print it and hang it anew',
    source: 'The legend as it was hung against the build',
    check: oldLegend,
  },
  {
    code: 'M56',
    stages: ['flash'],
    severity: 'note',
    title: 'Only one remote, no fallback',
    reason: 'A remote in the pocket of somebody at home leaves the unit dark.',
    wayOut: 'Add a second remote to the parts',
    source: 'Common practice, no source',
    check: oneRemote,
  },
  {
    code: 'M57',
    stages: ['build'],
    severity: 'stop',
    title: 'Closed up before testing',
    reason: 'What does not light behind a closed panel is found by taking it off again.',
    wayOut: 'Open it, test, and close it then',
    source: 'Common practice, no source',
    check: closedUntested,
  },
  {
    code: 'M58',
    stages: ['prove'],
    severity: 'note',
    title: 'Nothing recorded of how it looked at night',
    reason: 'Glare, spill and wrong aim show after dark only.',
    wayOut: 'Look at it at night, with a photograph',
    source: 'Common practice, no source',
    check: unseenAtNight,
  },
];
