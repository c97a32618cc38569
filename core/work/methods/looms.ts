/** Ready looms against own wire: looms of several leads that the shop knows, and a loom for each long wire. */
import { applyDrafts, type Build, type Id, type Loom, type OperationDraft, type Wire } from '../../document/index.ts';
import { type Feed, isRun } from '../../graph/index.ts';
import { planLoom, takesLoom } from '../../planning/index.ts';
import type { Millimetres } from '../../units/index.ts';
import { type Comparison, compared, controlsOf, type Prices, type Way } from './compare.ts';
import { isPlain, likeFeed, takenOff } from './refeed.ts';

/** Ready looms of one lead come in these lengths (common practice, no source). */
const LOOM_LENGTHS_MM = [2000, 3000, 4000, 5000, 6000, 8000, 10_000, 12_000];
/** Shorter wires are the lamp's own lead or lie in the panel: no loom is bought for them. */
const LOOM_FROM_MM = 1000;
/** More of them are no choice, they are a list. */
const MOST_LOOMS = 2;

/** The looms of the shop with a leg for each lamp, fewest legs and shortest first, each in place of a feed's own wiring. */
function wholeLooms(build: Build, feed: Feed, looms: readonly Loom[], newId: () => Id): Way[] {
  const [control] = controlsOf(feed);
  if (!control || !isPlain(feed) || !takesLoom(feed.slot, build.electrics.systemVoltageV)) return [];
  const remove = takenOff(build, [feed]);
  const bare = applyDrafts(build, [remove]);
  if (!bare.ok) return [];
  return looms
    .filter(({ legs }) => legs.length >= feed.lamps.length)
    .sort((a, b) => a.legs.length - b.legs.length || a.trunk.lengthMm - b.trunk.lengthMm)
    .flatMap((loom): Way[] => {
      const { wanted, colour, patternId } = likeFeed(build, feed, control);
      const wish = { loom, name: feed.fuse.name, slotId: feed.slot?.id ?? null, wanted, colour, patternId };
      const lampIds = feed.lamps.map(({ id }) => id);
      const planned = planLoom(bare.value, { ...wish, lampIds, control: { id: control } }, newId);
      if (!planned.ok) return [];
      const brings = [
        `Fuse ${loom.fuseA} A`,
        ...(loom.relayA ? [`relay ${loom.relayA} A`] : []),
        ...(loom.hasSwitch ? ['switch'] : []),
      ];
      return [
        {
          name: loom.name,
          notes: [`${brings.join(', ')} come with it, sizes as they are.`],
          operations: [remove, ...planned.value],
        },
      ];
    })
    .slice(0, MOST_LOOMS);
}

/**
 * Long wires of some feeds as ready looms, the next longer there is, and a single feed as a loom of the shop's; where they
 * are looms already, as own wire.
 */
export function compareLooms(
  build: Build,
  feeds: readonly Feed[],
  prices: Prices,
  looms: readonly Loom[],
  newId: () => Id,
): Comparison {
  const wires = feeds
    .flatMap((feed) => feed.wires)
    .filter((wire) => isRun(wire) && !wire.loomId && wire.lengthMm >= LOOM_FROM_MM);
  const inLooms = wires.filter((wire) => wire.loomLengthMm !== null);
  const change = (wire: Wire, loomLengthMm: Millimetres | null): OperationDraft => ({
    kind: 'editWires',
    wireIds: [wire.id],
    changes: loomLengthMm === null ? { loomLengthMm } : { loomLengthMm, lengthMm: loomLengthMm },
  });
  if (inLooms.length > 0)
    return compared(
      build,
      feeds,
      [
        { name: 'Ready looms', operations: [] },
        { name: 'Own wire', operations: inLooms.map((wire) => change(wire, null)) },
      ],
      prices,
    );
  const own: Way = { name: 'Own wire', operations: [] };
  const [only, ...more] = feeds;
  const whole = only && more.length === 0 ? wholeLooms(build, only, looms, newId) : [];
  const tooLong = wires.find((wire) => wire.lengthMm > LOOM_LENGTHS_MM.at(-1)!);
  const refusal =
    wires.length === 0
      ? 'These feeds have no wire long enough for a loom.'
      : tooLong && `No ready loom is ${(tooLong.lengthMm / 1000).toFixed(1)} m long.`;
  if (refusal && whole.length === 0) return { ok: false, reason: refusal };
  const fitting = (wire: Wire) => LOOM_LENGTHS_MM.find((lengthMm) => lengthMm >= wire.lengthMm)!;
  const each: Way[] = refusal
    ? []
    : [{ name: 'Ready looms', operations: wires.map((wire) => change(wire, fitting(wire))) }];
  return compared(build, feeds, [own, ...each, ...whole], prices);
}
