/** Findings about plugs of the unit beside each other: M5, two that look alike and read otherwise. */
import type { Build, Plug } from '../../document/index.ts';
import { slotWhen, whenWords } from '../../graph/index.ts';
import { connectorByName } from '../../harness/index.ts';
import { planPinSource } from '../../planning/index.ts';
import { plain, say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit } from '../finding.ts';

/** When each pin is hot, as the meter found it; pins that nobody read are left out. */
function readPins(build: Build, plug: Plug): Map<string, string> {
  const volts = build.electrics.systemVoltageV;
  return new Map(
    plug.pins.flatMap(({ pin }): [string, string][] => {
      const { slot } = planPinSource(build, plug.id, pin)!;
      if (slotWhen(slot, volts) === 'unread') return [];
      return [[pin, slot.kind === 'upfitter' ? 'hot with its switch' : whenWords(slot, volts)]];
    }),
  );
}

/** Plugs that can be taken for one another: as many pins, open, and of no standard that says what is on them. */
const canBeMistaken = ({ name, end }: Plug): boolean => end === 'open' && connectorByName(name) === undefined;

const called = ({ name, place }: Plug): string => (place ? `${name}, ${place}` : name);

function otherwisePinned({ build }: CheckContext): Hit[] {
  const plugs = Object.values(build.plugs).filter(canBeMistaken);
  return plugs.flatMap((one, index) =>
    plugs.slice(index + 1).flatMap((other): Hit[] => {
      if (one.pins.length !== other.pins.length) return [];
      const [ones, others] = [readPins(build, one), readPins(build, other)];
      const differing = [...ones].flatMap(([pin, words]) => {
        const read = others.get(pin);
        return read === undefined || read === words ? [] : [`pin ${pin} ${words} in the one, ${read} in the other`];
      });
      if (differing.length === 0) return [];
      return [
        {
          message: say`${called(one)} and ${called(other)} have ${one.pins.length} pins each, and read otherwise: ${differing.join('; ')}.`,
          reason: plain('They can be taken for one another: tag both before anything is plugged in.'),
        },
      ];
    }),
  );
}

export const PLUG_RULES: readonly FindingRule[] = [
  {
    code: 'M5',
    stages: ['survey', 'feed'],
    severity: 'note',
    title: 'Two open plugs that look alike',
    reason: 'Two plugs that look alike may be pinned differently; joined by looks, one feeds the other backwards.',
    wayOut: 'Tag both, and go by the readings',
    source: 'Common practice, no source',
    isPlaceless: true,
    check: otherwisePinned,
  },
];
