/** A unit as the Yard lists it. */
import type { OwnOutlines } from '../build/index.ts';
import type { SpentOn } from '../work/index.ts';

export interface UnitSummary {
  stops: number;
  cautions: number;
  notes: number;
  firstFinding: string | null;
  shares: number[];
  stageWords: string;
  patternIds: string[];
  /** Steps whose minutes were written down. */
  spent: SpentOn[];
}

export interface UnitListItem {
  id: string;
  tag: string;
  name: string;
  revision: number;
  stage: string;
  updatedAt: string;
  summary: UnitSummary;
  glyph: {
    bodyId: string;
    parameters: Record<string, number>;
    outlines: OwnOutlines | null;
    lamps: { x: number; y: number; face: string; colour: string; size: number; fitted: boolean }[];
  };
}
