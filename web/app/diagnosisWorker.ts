import { expose } from 'comlink';
import type { Build, Id } from '../../core/document/index.ts';
import {
  type Diagnosis,
  diagnose,
  type FaultKind,
  type MeterPoint,
  type Observation,
  prepareDiagnosis,
} from '../../core/prove/index.ts';

/** A ranked cause without what only the core can use. */
export interface Cause {
  words: string[];
  kinds: FaultKind[];
  lampIds: Id[];
  share: number;
}

export interface Causes {
  ranked: Cause[];
  soundShare: number;
  next: (MeterPoint & { nominal: number }) | null;
}

/** The last unit that was simulated: its circuit stays the same while it is read. */
let kept: { circuit: string; diagnosis: Diagnosis } | null = null;
const MAX_CAUSES = 6;

const worker = {
  causes(build: Build, settings: Id[][], observations: Observation[]): Causes {
    const { elements, wires, lamps, models, controls, electrics, slots } = build;
    const circuit = JSON.stringify([elements, wires, lamps, models, controls, electrics, slots, settings]);
    if (kept?.circuit !== circuit) kept = { circuit, diagnosis: prepareDiagnosis(build, settings) };
    const { diagnosis } = kept;
    const { ranked, soundShare, next } = diagnose(build, diagnosis, observations);
    return {
      ranked: ranked.slice(0, MAX_CAUSES).map(({ faults, share }) => ({
        words: [...new Set(faults.map((fault) => fault.words))],
        kinds: [...new Set(faults.map((fault) => fault.kind))],
        lampIds: [...new Set(faults.flatMap((fault) => fault.lampIds))],
        share,
      })),
      soundShare,
      next: next && { ...next, nominal: diagnosis.sound[diagnosis.points.indexOf(next)]! },
    };
  },
};
export type DiagnosisWorker = typeof worker;
expose(worker);
