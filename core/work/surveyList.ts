/** What is looked at, metered and written down before anything is planned, by kind of unit. */
import { type Body, templateById } from '../body/index.ts';
import type { BodyGroup, Build } from '../document/index.ts';

export interface SurveyQuestion {
  key: string;
  words: string;
  why: string;
  /** Answers offered with one tap; any other may be typed. */
  usual: readonly string[];
  /** Left out: for every kind. */
  groups?: readonly BodyGroup[];
}

/** Common practice, no source. */
const QUESTIONS: readonly SurveyQuestion[] = [
  {
    key: 'behind',
    words: 'What is behind the panels to be drilled?',
    why: 'Fuel, air bags, high-voltage parts and looms are found by looking, not by drilling.',
    usual: ['looked, free', 'loom, moved aside', 'not looked at yet'],
  },
  {
    key: 'live-wires',
    words: "Where do the unit's own looms run?",
    why: 'New wire keeps clear of them, and taps come from them.',
    usual: ['along the left sill', 'along the right sill', 'through the roof'],
  },
  {
    key: 'passes',
    words: 'Which ways through the walls are free?',
    why: 'A hole that is there already is one that need not rust.',
    usual: ['grommet with room', 'spare plug', 'none, drill one'],
  },
  {
    key: 'airbags',
    words: 'Curtain air bags or their wires near the roof edge?',
    why: 'Nothing is drilled or screwed within a hand of them.',
    usual: ['none', 'in the roof edge, marked with tape'],
    groups: ['truck', 'van'],
  },
  {
    key: 'high-voltage',
    words: 'High-voltage parts?',
    why: 'Orange cables are left alone; isolation is work for the trained.',
    usual: ['none', 'orange cables marked off'],
    groups: ['truck', 'van', 'machine', 'cycle'],
  },
  {
    key: 'props',
    words: 'How are raised parts propped?',
    why: 'Nobody works under a raised bed, boom or blade without its prop.',
    usual: ['prop fitted', 'stands in the shed', 'nothing raises'],
    groups: ['truck', 'trailer', 'machine'],
  },
  {
    key: 'connector',
    words: 'Which trailer connector?',
    why: 'Two plugs that look alike may be pinned differently; a reading settles it.',
    usual: ['4-way flat', '7-way blade', '7-pin round', '13-pin', 'none'],
    groups: ['truck', 'van', 'trailer', 'machine'],
  },
  {
    key: 'water',
    words: 'Does it go under water or through salt?',
    why: 'It decides sealing, connectors and how often it is looked at.',
    usual: ['salt spray', 'under water', 'neither'],
    groups: ['trailer', 'truck', 'machine'],
  },
  {
    key: 'rollover',
    words: 'Which members belong to the rollover frame?',
    why: 'They are never drilled or welded.',
    usual: ['all cab posts', 'no frame'],
    groups: ['machine'],
  },
  {
    key: 'reversible',
    words: 'Does it have to go back to stock?',
    why: 'Then plugs instead of splices, and brackets instead of holes.',
    usual: ['yes, without a trace', 'plugged holes are fine', 'no'],
    groups: ['cycle', 'van', 'trailer'],
  },
  {
    key: 'knocks',
    words: 'What gets knocked off it?',
    why: 'The crew knows where it is hit every month; the drawing does not.',
    usual: ['rear corners', 'mirror arms', 'nothing so far'],
  },
];

export const surveyQuestions = (body: Pick<Body, 'templateId'>): SurveyQuestion[] => {
  const group = templateById(body.templateId)?.group ?? 'truck';
  return QUESTIONS.filter((each) => !each.groups || each.groups.includes(group));
};

export type SurveyPart = 'unit' | 'questions' | 'lamps' | 'plugs' | 'trim' | 'photos';

/** How far each part of the survey is: what is done of what is to do; `of` null where nobody can know how many there are. */
export function surveyProgress(build: Build, body: Body): Record<SurveyPart, { done: number; of: number | null }> {
  const questions = surveyQuestions(body);
  return {
    unit: { done: build.electrics.surveyed ? 1 : 0, of: 1 },
    questions: { done: questions.filter(({ key }) => build.survey[key]).length, of: questions.length },
    lamps: { done: Object.keys(build.factoryLamps).length, of: null },
    plugs: { done: Object.keys(build.plugs).length, of: null },
    trim: { done: Object.keys(build.trim).length, of: null },
    photos: { done: Object.keys(build.photos).length, of: null },
  };
}
