import type { Build } from '../../document/index.ts';
import { inWords } from '../../units/index.ts';
import { assess } from '../assess.ts';
import type { Finding } from '../finding.ts';

/** A finding as it is read by somebody who works in millimetres. */
export const told = (finding: Finding) => ({
  ...finding,
  message: inWords(finding.message),
  reason: inWords(finding.reason),
  waysOut: finding.waysOut.map((way) => ({ ...way, label: inWords(way.label) })),
});
export type Told = ReturnType<typeof told>;

export const toldOf = (build: Build): Told[] => assess(build).findings.map(told);
