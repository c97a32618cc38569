/** Steps at a lead of the unit's own that something is put into. Minutes are common practice, no source. */
import type { AssessedFeed } from '../circuit/index.ts';
import type { Build, Element } from '../document/index.ts';
import { patternOf, times } from '../flash/index.ts';
import { plugOfSource, SIGNAL_WORDS } from '../graph/index.ts';
import { tagList } from '../place/index.ts';
import { type ModuleOnLead, moduleInFeed } from '../planning/index.ts';
import { mm, say } from '../units/index.ts';
import type { StepGiven } from './step.ts';

/** Opening the sheath along its wires, as long as three leads need (common practice, no source). */
const SHEATH_MM = 76;
const MINUTES = { find: 8, half: 3, butt: 3, between: 2, ground: 4, touch: 1, choose: 3, cap: 1 };

export interface WorkedLead {
  assessed: AssessedFeed;
  module: ModuleOnLead;
}

/** Modules with the feeds that they stand in, in the order of the feeds. */
export const modulesIn = (build: Build, feeds: readonly AssessedFeed[]): WorkedLead[] =>
  feeds.flatMap((assessed) => {
    const module = moduleInFeed(build, assessed.feed);
    return module ? [{ assessed, module }] : [];
  });

function chosen(build: Build, { patternId, touches }: ModuleOnLead): string {
  if (patternId === null || touches === null)
    return 'Choose one of its ten patterns first: what the lamps are to show now is none of them.';
  return `Touch its programming lead ${times(touches)}, each for less than a second: ${patternOf(build, patternId).name}.`;
}

/** A lead as the crew finds it, what makes it hot, and where. */
function leadWords(build: Build, { feed }: AssessedFeed): { lead: string; signal: string; where: string } {
  const at = feed.slot && plugOfSource(build, feed.slot.id);
  return {
    lead: at ? `${at.pin.colour ? `the ${at.pin.colour} lead` : 'the lead'} of pin ${at.pin.pin}` : 'the lead',
    signal: feed.slot?.signal ? SIGNAL_WORDS[feed.slot.signal] : feed.fuse.name,
    where: at?.plug.place || at?.plug.name || 'at the lamp',
  };
}

/** What a lead of the unit's own is cut for, beside a module: at which terminal it comes in, and what becomes of its ends. */
const CUT_FOR: Partial<Record<Element['kind'], { terminal: string; ends: string }>> = {
  flasher: {
    terminal: 'signal',
    ends: "What comes goes to the flasher's signal, the lamp to its out lead: without its control it lights as it did.",
  },
  relay: {
    terminal: 'in',
    ends: 'What comes goes to 30, with the lead to the coil; the lamp to 87. Without its control the lamp stays dark.',
  },
  diode: { terminal: 'anode', ends: 'What comes goes to the side without the ring, the lamp to the ring.' },
};

/** Leads of the unit's own that are cut so that flashers, a relay's contact or a diode go between. */
export function cutLeadSteps(
  build: Build,
  feeds: readonly AssessedFeed[],
): { given: StepGiven; lamps: AssessedFeed['feed']['lamps'] }[] {
  return feeds.flatMap((assessed) => {
    const { feed } = assessed;
    const cut = feed.wires.flatMap((wire) =>
      wire.origin === 'unit'
        ? [wire.from, wire.to].flatMap(({ elementId, terminal }) => {
            const what = CUT_FOR[build.elements[elementId]?.kind ?? 'ground'];
            return what?.terminal === terminal ? [what] : [];
          })
        : [],
    );
    const [first] = cut;
    if (!first) return [];
    const { lead, signal, where } = leadWords(build, assessed);
    const ends = cut.length === 1 ? 'its lamp' : `each of its ${cut.length} lamps`;
    const given: StepGiven = {
      key: `cut:${feed.fuse.id}`,
      title: `Find and cut ${lead}, ${feed.fuse.name}`,
      detail: `Meter it once more: hot only with ${signal}. Cut before ${ends}, and keep enough lead on both ends to join them again. ${first.ends}`,
      caution: 'Colours mislead: cut nothing that the meter has not told.',
      where,
      tools: ['meter', 'pick', 'crimp tool'],
      feedIds: [feed.fuse.id],
      minutes: MINUTES.find + (cut.length - 1) * MINUTES.butt,
    };
    return [{ given, lamps: feed.lamps }];
  });
}

/** Finding and cutting the lead, putting the module in, choosing its pattern, capping its programming lead. */
export function moduleSteps(
  build: Build,
  feeds: readonly AssessedFeed[],
): { given: StepGiven; lamps: AssessedFeed['feed']['lamps'] }[] {
  return modulesIn(build, feeds).flatMap(({ assessed, module }) => {
    const { feed } = assessed;
    const { id } = module.element;
    const { lead, signal, where } = leadWords(build, assessed);
    const halves = feed.elementIds.filter((id) => build.elements[id]?.kind === 'connector').length;
    const tags = tagList(feed.lamps.map((lamp) => lamp.tag));
    const steps: StepGiven[] = [
      {
        key: `cut:${id}`,
        title: `Find and cut ${lead}, ${feed.fuse.name}`,
        detail: say`Meter it once more: hot only with ${signal}. Open the sheath along the wires with a pick, ${mm(SHEATH_MM)} for three leads, and cut in the middle. ${
          halves > 0
            ? 'A plug half on each end, one of each kind, so that the two mate again.'
            : 'Strip both ends; keep enough lead to join them again.'
        }`,
        caution: 'Colours mislead: cut nothing that the meter has not told.',
        where,
        tools: ['meter', 'pick', 'crimp tool'],
        feedIds: [feed.fuse.id],
        minutes: MINUTES.find + 2 * (halves > 0 ? MINUTES.half : 0),
      },
      {
        key: `join:${id}`,
        title: `Put the module between, ${feed.fuse.name}`,
        detail: `The end that comes from the fuse to its in lead, the lamp's end to its out lead; ground ring on bare metal. ${halves > 0 ? 'Push each pair until it clicks.' : 'Crimp, tug, shrink.'} Its dial or lead stays within reach.`,
        caution: "The unit's own fuse stays out until it is joined.",
        where,
        feedIds: [feed.fuse.id],
        minutes: (halves > 0 ? MINUTES.between : 2 * MINUTES.butt) + MINUTES.ground,
      },
      {
        key: `program:${id}`,
        title: `Choose the module's pattern, ${feed.fuse.name}`,
        detail: `Its fuse in for this, ${signal} on. ${chosen(build, module)} Off, wait, and on again: ${module.bursts ? 'it bursts, then burns steadily' : 'it flashes as long as it is on'}.`,
        caution: 'Flashing light can trigger seizures: warn whoever is near, and look away from the lens.',
        where,
        feedIds: [feed.fuse.id],
        minutes: MINUTES.choose + (module.touches ?? 0) * MINUTES.touch,
      },
      {
        key: `insulate:${id}`,
        title: `Cap the module's programming lead, ${feed.fuse.name}`,
        detail: `${tags}: capped and shrunk by itself, away from metal; the pattern stays as it was chosen.`,
        where,
        feedIds: [feed.fuse.id],
        minutes: MINUTES.cap,
      },
    ];
    return steps.map((given) => ({ given, lamps: feed.lamps }));
  });
}
