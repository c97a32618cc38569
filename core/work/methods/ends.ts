/** How wires are joined and lamps hung on them: crimped, soldered, on plugs that come apart. */
import type { Build, Id, OperationDraft } from '../../document/index.ts';
import { type Feed, isSized } from '../../graph/index.ts';
import { methodOf } from '../../harness/index.ts';
import { areOnPlugs, planLampPlugs, planLampPlugsOut } from '../../planning/index.ts';
import { type Comparison, compared, type Prices, type Way } from './compare.ts';

/** What crews hold for and against each (common practice, no source). */
const NOTES = {
  crimp: ['Strong at once, sealed by its own glue. To undo: cut it off, the wire is shorter then.'],
  solder: [
    'Lowest resistance, sealed by its shrink. Stiff beside the joint: it breaks where it shakes unless tied on both sides. Undone with heat.',
  ],
  plug: [
    'Undone by hand, again and again. Two contacts more on the way, sealed as long as the seals are; weakest to pull.',
  ],
};
const NAMES = { crimp: 'Crimped', solder: 'Soldered', plug: 'Lamps on plugs' };
type Kind = keyof typeof NAMES;

/** Joints of some feeds crimped and sealed, soldered under shrink, or their lamps on plugs; the first is how it is now. */
export function compareJoints(build: Build, feeds: readonly Feed[], prices: Prices): Comparison {
  const wires = feeds.flatMap((feed) => [...feed.wires, ...feed.groundWires]).filter(isSized);
  if (wires.length === 0) return { ok: false, reason: 'No wire of these feeds is joined by the crew.' };
  const lampIds = feeds.flatMap(({ lamps }) => lamps.map(({ id }): Id => id));
  const isOnPlugs = areOnPlugs(build, lampIds);
  const method = methodOf(build, wires[0]!);
  const now: Kind = isOnPlugs ? 'plug' : method;
  const out = isOnPlugs ? planLampPlugsOut(build, lampIds) : [];
  const joined = (joints: 'crimp' | 'solder'): OperationDraft[] => [
    { kind: 'editWires', wireIds: wires.filter(({ id }) => !isGone(id, out)).map(({ id }) => id), changes: { joints } },
  ];
  const operations: Record<Kind, OperationDraft[]> = {
    crimp: [...out, ...(method === 'crimp' ? [] : joined('crimp'))],
    solder: [...out, ...(method === 'solder' ? [] : joined('solder'))],
    plug: planLampPlugs(build, lampIds),
  };
  const way = (kind: Kind): Way => ({
    name: NAMES[kind],
    notes: NOTES[kind],
    operations: kind === now ? [] : operations[kind],
  });
  const others = (Object.keys(NAMES) as Kind[]).filter((kind) => kind !== now && operations[kind].length > 0);
  return compared(build, feeds, [now, ...others].map(way), prices);
}

const isGone = (id: Id, operations: readonly OperationDraft[]): boolean =>
  operations.some((each) => each.kind === 'removeFeed' && each.wireIds.includes(id));
