/**
 * Tags: F, B, L, R or T and a number, by where a lamp is; mirror pairs share the number. H and a number for what gives no
 * light: brackets, aerials, cameras, boxes.
 */
import { type Build, type Face, givesLight, type Lamp, type LampModel, type Position } from '../document/index.ts';

/** Within this of the centreline a lamp counts as centred: half the narrowest marker. */
const CENTRED_MM = 10;

/** The tag letter for a place: the side it is on, or its face when it sits on the centreline. */
export function tagLetter(face: Face, position: Position): 'F' | 'B' | 'L' | 'R' | 'T' {
  if (Math.abs(position.yMm) > CENTRED_MM) return position.yMm > 0 ? 'L' : 'R';
  if (face === 'top') return 'T';
  return face === 'front' ? 'F' : face === 'rear' ? 'B' : face === 'left' ? 'L' : 'R';
}

/** Lowest number free for all the letters, so that both lamps of a new pair can carry it. */
export function nextTagNumber(lamps: Iterable<Pick<Lamp, 'tag'>>, letters: readonly string[]): number {
  const taken = new Set([...lamps].map((lamp) => lamp.tag));
  let number = 1;
  while (letters.some((letter) => taken.has(`${letter}${number}`))) number++;
  return number;
}

export const HELD_LETTER = 'H';

/** Tags for new lamps at these places, in order; a left and right place mirrored to each other share a number. */
export function tagsFor(
  build: Build,
  places: readonly { face: Face; position: Position }[],
  model?: LampModel,
): string[] {
  const lamps: Pick<Lamp, 'tag'>[] = Object.values(build.lamps);
  const given: string[] = [];
  if (model && !givesLight(model))
    return places.map(() => {
      const tag = `${HELD_LETTER}${nextTagNumber(lamps, [HELD_LETTER])}`;
      lamps.push({ tag });
      return tag;
    });
  places.forEach(({ face, position }, index) => {
    const letter = tagLetter(face, position);
    const mirror = places.findIndex(
      (other, at) =>
        at < index &&
        other.position.yMm === -position.yMm &&
        position.yMm !== 0 &&
        other.position.xMm === position.xMm &&
        other.position.zMm === position.zMm,
    );
    const shared = mirror >= 0 ? `${letter}${given[mirror]!.slice(1)}` : null;
    const isPairHead = places.some(
      (other, at) => at > index && other.position.yMm === -position.yMm && position.yMm !== 0,
    );
    const letters = isPairHead ? ['L', 'R'] : [letter];
    const tag =
      shared && !lamps.some((lamp) => lamp.tag === shared) ? shared : `${letter}${nextTagNumber(lamps, letters)}`;
    given.push(tag);
    lamps.push({ tag });
  });
  return given;
}

const LETTERS = 'FTLRBH';

/** Order in which tags read best: front, top, left, right, back, what gives no light, then by number, then by the letter of a further job. */
export function compareTags(a: string, b: string): number {
  const number = (tag: string) => Number.parseInt(tag.slice(1), 10);
  return LETTERS.indexOf(a[0]!) - LETTERS.indexOf(b[0]!) || number(a) - number(b) || a.localeCompare(b);
}

/** Tags in a line, pairs joined: `['L4','R4','T1'] -> 'T1 L4 R4'`. */
export const tagList = (tags: readonly string[]): string => [...tags].sort(compareTags).join(' ');
