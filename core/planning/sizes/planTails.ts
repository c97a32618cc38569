/** Short tails into fittings that take no thick wire: the run behind them can be as thick as it has to be. */
import { feedFigures, wiresOnWay } from '../../circuit/index.ts';
import {
  applyDrafts,
  type Build,
  derivedId,
  type Element,
  type Id,
  type OperationDraft,
  type Wire,
} from '../../document/index.ts';
import { deriveFeeds, isSized } from '../../graph/index.ts';
import { type CutEnd, cutList, takesMm2 } from '../../harness/index.ts';
import { conductor, conductorsOf } from '../../units/index.ts';
import { type ThickerWire, thickerWire } from './planThicker.ts';

/** A tail is long enough to be crimped outside the box (common practice, no source). */
const TAIL_MM = 250;
/** Shorter wires are leads already. */
const RUN_FROM_MM = 3 * TAIL_MM;

const isNarrow = ({ fitting }: CutEnd): boolean => Number.isFinite(takesMm2(fitting));

interface Tail {
  /** The piece that goes into the narrow fitting, and the one behind it. */
  tailId: Id;
  runId: Id;
  operations: OperationDraft[];
}

/** Tails in the wires on the worst lamp's way that end in a narrow fitting. Ids follow from the wires. */
function tailsOf(build: Build, fuseId: Id): Tail[] {
  const feed = deriveFeeds(build).find((each) => each.fuse.id === fuseId);
  const { loadId } = feed ? feedFigures(build, feed).drop : { loadId: null };
  if (!feed || !loadId) return [];
  const lines = new Map(cutList(build).map((line) => [line.wireId, line]));
  return wiresOnWay(build, feed, loadId).flatMap((wire): Tail[] => {
    const line = lines.get(wire.id);
    const isAtStart = line !== undefined && isNarrow(line.from);
    if (!line || !isSized(wire) || wire.lengthMm < RUN_FROM_MM || isAtStart === isNarrow(line.end)) return [];
    const part: Element = {
      id: derivedId(wire.id, 'tail'),
      kind: 'splice',
      name: `Tail of ${(isAtStart ? line.from : line.end).to}`.slice(0, 60),
    };
    const nearMm = isAtStart ? TAIL_MM : wire.lengthMm - TAIL_MM;
    const newWireId = derivedId(wire.id, 'behind the tail');
    const [tailId, runId] = isAtStart ? [wire.id, newWireId] : [newWireId, wire.id];
    const takes = Math.min(takesMm2(line.from.fitting), takesMm2(line.end.fitting));
    const size = conductorsOf(wire.table).findLast(({ areaMm2 }) => areaMm2 <= takes + 1e-9);
    const operations: OperationDraft[] = [
      { kind: 'insertPart', wireId: wire.id, part, near: 'join', far: 'join', nearMm, newWireId },
    ];
    // The tail is as thick as goes in: what it loses would be paid for by all that is behind it.
    if (size && size.areaMm2 > conductor(wire.table, wire.gauge).areaMm2)
      operations.push({ kind: 'editWires', wireIds: [tailId], changes: { gauge: size.gauge as Wire['gauge'] } });
    return [{ tailId, runId, operations }];
  });
}

export interface BehindTails extends ThickerWire {
  tails: number;
}

/**
 * Thicker wire behind tails for a feed that no thicker wire alone brings within its budget; null when it is within, or not
 * even so. Where the run turns out no thicker than its tail, there is none.
 */
export function planThickerBehindTails(build: Build, fuseId: Id): BehindTails | null {
  let tails = tailsOf(build, fuseId);
  while (tails.length > 0) {
    const made = tails.flatMap(({ operations }) => operations);
    const tailed = applyDrafts(build, made);
    if (!tailed.ok) return null;
    const { within, sizes, operations } = thickerWire(tailed.value, fuseId);
    const sized = applyDrafts(tailed.value, operations);
    if (!within || operations.length === 0 || !sized.ok) return null;
    const areaOf = (id: Id) => conductor(sized.value.wires[id]!.table, sized.value.wires[id]!.gauge).areaMm2;
    const useful = tails.filter(({ tailId, runId }) => areaOf(runId) > areaOf(tailId));
    if (useful.length === tails.length) return { sizes, operations: [...made, ...operations], tails: tails.length };
    tails = useful;
  }
  return null;
}
