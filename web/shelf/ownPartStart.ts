/** What a bracket or another part of the shop's own begins with, before anybody holds a rule to it. */
import type { LampKind, ShelfEntry } from '../../core/document/index.ts';
import { nextModelKey, PLAIN_PART } from '../../core/place/index.ts';
import { nextVersion } from './ownLampStart.ts';

export const PART_KINDS: readonly { value: LampKind; label: string }[] = [
  { value: 'bracket', label: 'bracket' },
  { value: 'aerial', label: 'aerial' },
  { value: 'camera', label: 'camera' },
  { value: 'box', label: 'box' },
];

/** The part as it is, in its next version; or a small bolted bracket with one place, to be set right. */
export function startOfPart(entry: ShelfEntry | null, keys: readonly string[]): ShelfEntry {
  if (entry) return nextVersion(entry);
  return {
    priceMarks: 0,
    onHand: 0,
    model: {
      ...PLAIN_PART,
      key: nextModelKey(keys, 'OB'),
      version: 1,
      name: '',
      kind: 'bracket',
      face: { shape: 'rectangle', widthMm: 80, heightMm: 60, depthMm: 60 },
      mounts: [{ kind: 'stud', holes: 2, holeMm: 6.6, places: null }],
      massKg: 0.4,
      warrantyMonths: 0,
      holds: { massKg: 3, thicknessMm: 3, pads: [{ aMm: 0, bMm: 30, outMm: 40, faces: 'up', holeMm: 9 }] },
    },
  };
}
