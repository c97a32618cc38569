/** A unit as the Yard lists it. */
import type { OwnOutlines, Stage } from '../build/index.ts';

export interface UnitSummary {
  stops: number;
  cautions: number;
  notes: number;
  firstFinding: string | null;
  shares: number[];
  stageWords: string;
  patternIds: string[];
}

/** Chips that narrow the yard down to what needs somebody. */
export const YARD_ASKS = ['stops', 'work', 'planned'] as const;
export type YardAsk = (typeof YARD_ASKS)[number];
export const STAGES_OF_ASK: Record<Exclude<YardAsk, 'stops'>, readonly Stage[]> = {
  work: ['build', 'prove'],
  planned: ['survey', 'place', 'feed', 'flash', 'parts'],
};

/** The yard as a whole: what stands above its rows. */
export interface YardTotals {
  units: number;
  lamps: number;
  open: number;
  patterns: number;
  stages: Record<Stage, number>;
  asks: Record<YardAsk, number>;
}

/** A stretch of the yard's rows: first those that answer what is asked for, then the others, each by tag. */
export interface YardPage {
  rows: UnitListItem[];
  from: number;
  /** Rows in all. */
  total: number;
  /** Rows that answer; as many as there are when nothing is asked for. */
  hits: number;
  totals: YardTotals;
}

export interface UnitListItem {
  id: string;
  tag: string;
  name: string;
  revision: number;
  stage: string;
  updatedAt: string;
  /** False while its findings are those of an earlier revision. */
  judged: boolean;
  /** Why its record cannot be read; null when it can. */
  damaged: string | null;
  summary: UnitSummary;
  glyph: {
    bodyId: string;
    parameters: Record<string, number>;
    outlines: OwnOutlines | null;
    lamps: { x: number; y: number; face: string; colour: string; size: number; fitted: boolean }[];
  };
}
