/** One piece of a job's work, small enough to be ticked, timed and given to one or two people. */

import type { Face, Id } from '../document/index.ts';
import type { Millimetres, Words } from '../units/index.ts';

export const STEP_KINDS = [
  'isolate',
  'bench',
  'loose',
  'trimOff',
  'pilot',
  'drill',
  'run',
  'mount',
  'switch',
  'cut',
  'join',
  'pull',
  'program',
  'insulate',
  'prove',
  'ties',
  'trimOn',
  'close',
  'fuse',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

/** What somebody has to be able to do; a step without one is for anybody. */
export const SKILLS = ['wiring', 'metal'] as const;
export type Skill = (typeof SKILLS)[number];
export const SKILL_NAMES: Record<Skill, string> = { wiring: 'wiring', metal: 'metalwork' };

/** A figure to hold to and to write down as built. What it stands for is changed when a deviation is accepted. */
export interface PlannedMeasure {
  key: string;
  label: string;
  from: string;
  plannedMm: Millimetres;
  /** As much off either way is as good as planned. */
  toleranceMm: Millimetres;
  target: MeasureTarget;
}

export type MeasureTarget = { kind: 'lamp'; lampId: Id; axis: 'xMm' | 'yMm' | 'zMm' } | { kind: 'wire'; wireId: Id };

/** Another step that has to be done before, and the rule that says so. */
export interface After {
  key: string;
  ruleId: string;
}

export interface Step {
  /** Kind and what it is about: stable, so that a tick survives a change elsewhere in the build. */
  key: string;
  kind: StepKind;
  title: string;
  detail: Words;
  caution: Words | null;
  lampIds: Id[];
  feedIds: Id[];
  face: Face | null;
  where: string;
  tools: Words[];
  skill: Skill | null;
  people: 1 | 2;
  minutes: number;
  measures: PlannedMeasure[];
  after: After[];
}

/** A sentence in which nothing is measured may be given as it is. */
export type Sentence = Words | string;

type Said = 'detail' | 'caution' | 'tools';

/** What has to be said of a step; the rest follows from its kind. */
export type StepGiven = Partial<Omit<Step, 'after' | Said>> &
  Pick<Step, 'key' | 'title' | 'minutes'> & {
    detail: Sentence;
    caution?: Sentence | null;
    tools?: readonly Sentence[];
  };

/** Work that is alike: drilling a face, running a feed. */
export const kindOfKey = (key: string): StepKind => key.split(':')[0] as StepKind;
