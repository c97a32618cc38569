/** What every kind of step needs and takes, unless its own figures say otherwise. */
import type { Lamp } from '../document/index.ts';
import type { Feed } from '../graph/index.ts';
import { tagList } from '../place/index.ts';
import { plain, type Words } from '../units/index.ts';
import { kindOfKey, type Sentence, type Skill, type Step, type StepGiven, type StepKind } from './step.ts';

/** Minutes by kind of work: about 20 to 25 for a fused circuit once the way is known. */
export const MINUTES = {
  tap: 22,
  /** Terminal on, into its cavity, fuse laid ready: nothing is found or laid bare for it. */
  cavity: 12,
  /** Template or base on its face, taped again. */
  layOut: 5,
  /** Marked, punched and piloted. */
  pilot: 1,
  joint: 3,
  /** Twisted, heated, cooled, shrunk. */
  solder: 5,
  plug: 1,
  metre: 4,
  program: 4,
  insulate: 1,
  /** Terminals on, pressed in, label stuck on. */
  switch: 6,
  fastener: 1,
};

interface Way {
  skill: Skill | null;
  where: string;
  tools: string[];
}

const WAYS: Record<StepKind, Way> = {
  isolate: { skill: 'wiring', where: 'battery and fuse panel', tools: ['10 mm spanner', 'meter'] },
  bench: { skill: 'wiring', where: 'bench', tools: ['bench supply', 'meter'] },
  loose: { skill: null, where: 'all round the unit', tools: ['masking tape', 'bench lead', 'tape measure'] },
  trimOff: { skill: null, where: '', tools: ['trim wedge', 'tray for fasteners'] },
  pilot: { skill: 'metal', where: '', tools: ['tape measure', 'centre punch', 'drilling template'] },
  drill: { skill: 'metal', where: '', tools: ['deburring tool', 'zinc paint', 'grommets'] },
  run: { skill: null, where: 'along its way', tools: ['fish line', 'loose ties', 'wire labels'] },
  mount: { skill: 'metal', where: '', tools: ['torque driver', 'gasket or sealant'] },
  switch: { skill: 'wiring', where: 'the panel', tools: ['crimp tool', 'meter'] },
  cut: { skill: 'wiring', where: '', tools: ['crimp tool', 'meter'] },
  join: { skill: 'wiring', where: '', tools: ['crimp tool', 'heat gun', 'lead list'] },
  pull: { skill: 'wiring', where: 'every joint', tools: ['pull gauge or firm hand'] },
  program: { skill: 'wiring', where: '', tools: ['bench lead', 'programming list'] },
  insulate: { skill: 'wiring', where: '', tools: ['end caps', 'heat gun'] },
  prove: { skill: 'wiring', where: 'controls and every lamp', tools: ['meter', 'fuses'] },
  ties: { skill: null, where: 'along the routes', tools: ['ties', 'flush cutter'] },
  trimOn: { skill: null, where: '', tools: ['trim wedge'] },
  close: { skill: null, where: 'covers and passes', tools: ['sealant'] },
  fuse: { skill: 'wiring', where: 'battery and fuse panel', tools: ['10 mm spanner'] },
};

/** A step before it is known what it waits for. */
export type Unordered = Omit<Step, 'after'>;

const asWords = (sentence: Sentence): Words => (typeof sentence === 'string' ? plain(sentence) : sentence);

export const step = (given: StepGiven, lamps: readonly Lamp[] = []): Unordered => {
  const kind = kindOfKey(given.key);
  const { skill, where, tools } = WAYS[kind];
  return {
    kind,
    skill,
    where,
    lampIds: lamps.map((lamp) => lamp.id),
    feedIds: [],
    face: null,
    people: 1,
    measures: [],
    ...given,
    detail: asWords(given.detail),
    caution: given.caution ? asWords(given.caution) : null,
    tools: (given.tools ?? tools).map(asWords),
  };
};

export const tagsOf = (lamps: readonly Lamp[]) => tagList(lamps.map((lamp) => lamp.tag));

/** What a feed runs to: its lamps, and ends that wait capped. */
export const endsOf = ({ lamps, caps }: Pick<Feed, 'lamps' | 'caps'>): string =>
  [...(lamps.length > 0 ? [tagsOf(lamps)] : []), ...caps.map(({ name }) => name)].join(', ');
