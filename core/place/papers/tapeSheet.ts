/** The layout as a list to tape from: every lamp and bracket on the skin from the edges a tape hooks onto, near and far, so both ends can check. */

import { type Body, partUnder } from '../../body/index.ts';
import type { Build, Lamp } from '../../document/index.ts';
import type { Millimetres } from '../../units/index.ts';
import { isDepth } from '../arrange.ts';
import { housings } from '../lamps/jobs.ts';
import { compareTags } from '../tags.ts';
import { tapedDimensions } from '../tape.ts';

export interface TapeLine {
  tag: string;
  model: string;
  face: Lamp['face'];
  on: string;
  /** Edge and length, in the order in which one tapes: along, across, up. */
  taped: { from: string; lengthMm: Millimetres }[];
}

/** Edges to tape from along one axis: the nearest and the farthest, once each. */
const ends = <Item>(items: readonly Item[]): Item[] => (items.length > 1 ? [items[0]!, items.at(-1)!] : [...items]);

export function tapeSheet(build: Build, body: Body): TapeLine[] {
  return housings(build)
    .filter(({ pad }) => !pad)
    .sort((a, b) => compareTags(a.tag, b.tag))
    .map((lamp) => {
      const taped = tapedDimensions(body, lamp);
      const along = isDepth(lamp.face, 'xMm') ? [] : ends(taped.x);
      const across = isDepth(lamp.face, 'yMm') ? [] : ends(taped.y);
      const up = isDepth(lamp.face, 'zMm') ? [] : taped.z.slice(0, 1);
      return {
        tag: lamp.tag,
        model: build.models[lamp.modelKey]?.name ?? lamp.modelKey,
        face: lamp.face,
        on: partUnder(body, lamp.face, lamp.position)?.name ?? 'bracket',
        taped: [...along, ...across, ...up].map(({ edge, lengthMm }) => ({ from: edge.name, lengthMm })),
      };
    });
}
