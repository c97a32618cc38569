/** What a lamp of the shop's own begins with, before its label is read. */
import type { LampModel, ShelfEntry } from '../../core/document/index.ts';
import { nextModelKey, PLAIN_LAMP } from '../../core/place/index.ts';

export const PURPOSE_WORDS: { value: LampModel['leads'][number]['purpose']; label: string }[] = [
  { value: 'feed', label: 'feeds it' },
  { value: 'ground', label: 'ground' },
  { value: 'program', label: 'sets its pattern' },
  { value: 'sync', label: 'keeps step' },
];

/** What is on the shelf, to be changed: units keep the version that they have. */
export const nextVersion = (entry: ShelfEntry): ShelfEntry => ({
  ...entry,
  model: { ...entry.model, version: entry.model.version + 1 },
});

/** The lamp as it is, in its next version; or one as most are, to be set right. */
export function startOf(entry: ShelfEntry | null, keys: readonly string[]): ShelfEntry {
  if (entry) return nextVersion(entry);
  return {
    priceMarks: 0,
    onHand: 0,
    model: {
      ...PLAIN_LAMP,
      key: nextModelKey(keys),
      version: 1,
      name: '',
      kind: 'flood',
      colours: ['white'],
      heads: 1,
      light: 'led',
      voltage: { minimumV: 9, maximumV: 32 },
      averageA: 1,
      maximumA: 1,
      cutInV: 8,
      face: { shape: 'rectangle', widthMm: 100, heightMm: 60, depthMm: 50 },
      mounts: [{ kind: 'stud', holes: 1, holeMm: 8.5, places: null }],
      leads: [
        { colour: 'red', purpose: 'feed' },
        { colour: 'black', purpose: 'ground' },
      ],
      sealing: 'IP67',
      massKg: 0.5,
      warrantyMonths: 24,
    },
  };
}

/** A model's mounts with the first as typed: its measured holes stay while it has as many of that size. */
export function withMount(
  { mounts: [first, ...others] }: LampModel,
  typed: Pick<LampModel['mounts'][number], 'kind' | 'holes' | 'holeMm'>,
): LampModel['mounts'] {
  const isSame = first?.kind === typed.kind && first.holes === typed.holes && first.holeMm === typed.holeMm;
  return [{ ...typed, places: isSame ? first.places : null }, ...others];
}
