import type { Body, BodyPart } from '../../../core/body/index.ts';
import type { Face } from '../../../core/document/index.ts';
import { type Arrangement, partsForRow, usualAcrossMm } from '../../../core/place/index.ts';
import { FACES } from './faceWords.ts';

/** A row as it is being chosen: where, how far apart, of what. */
export interface RowWish {
  face: Face;
  partId: string;
  acrossMm: number;
  arrangement: Arrangement;
  modelKey: string | null;
  colour: string | null;
}

interface RowSite {
  face: Face;
  part: BodyPart;
}
const known = new WeakMap<Body, RowSite[]>();

/** Where a row can go: each part on each face that it has a skin on. Looked for once a body. */
export function rowSites(body: Body): RowSite[] {
  const kept = known.get(body);
  if (kept) return kept;
  const sites = FACES.flatMap((face) => partsForRow(body, face).map((part) => ({ face, part })));
  known.set(body, sites);
  return sites;
}

/** On the cab's front where there is one, else on the first that carries a row; null where nothing does. */
export function firstWish(body: Body): RowWish | null {
  const sites = rowSites(body);
  const site = sites.find(({ part, face }) => part.id === 'cab' && face === 'front') ?? sites[0];
  return site ? wishOn(site.face, site.part) : null;
}

export const wishOn = (face: Face, part: BodyPart, before: Partial<RowWish> = {}): RowWish => ({
  arrangement: { kind: 'even', count: 5, insetMm: 60 },
  modelKey: null,
  colour: null,
  ...before,
  face,
  partId: part.id,
  acrossMm: usualAcrossMm(part, face) ?? 0,
});
