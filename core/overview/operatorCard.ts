/** What the operator and the roadside need on one page: which switch does what, where the fuses are, how to set a pattern. */

import { fuseColour } from '../circuit/index.ts';
import { type Build, byPriority, type Control } from '../document/index.ts';
import { patternFigures, patternOf } from '../flash/index.ts';
import { boxOf, type Feed, seatOf, sourceInText } from '../graph/index.ts';
import { tagList } from '../place/index.ts';
import type { Assessment } from '../rules/index.ts';
import type { Amps } from '../units/index.ts';

export interface CardControl {
  control: Control;
  functionName: string;
  lamps: string;
  pattern: string;
}

export interface CardFuse {
  feed: string;
  place: string;
  ratingA: Amps;
  colour: string;
  live: string;
}

export interface OperatorCard {
  tag: string;
  name: string;
  size: string;
  controls: CardControl[];
  fuses: CardFuse[];
  patterns: { name: string; words: string; rate: string }[];
  cautions: string[];
}

const KIND_WORDS: Record<Control['kind'], string> = {
  switch: 'switch',
  button: 'button, while held',
  channel: 'remote channel',
  signal: 'by itself',
};
export const controlKindWords = (kind: Control['kind']): string => KIND_WORDS[kind];

/** Where the fuse of a feed is found. */
function placeOf(build: Build, feed: Feed): string {
  if (!feed.slot) return 'inline at the battery';
  const source = sourceInText(feed.slot);
  const box = boxOf(build, feed.slot).name || 'Fuse panel';
  // Nothing of the crew's protects it: the fuse is the unit's, wherever the lead was tapped.
  if (feed.ownFuse) return `${box}, the unit's own ahead of ${source}`;
  return seatOf(build, feed.fuse) ? `${box}, in ${source}` : `${box}, ${source} (tap)`;
}

/** Gathers the card from the build; nothing on it is typed by hand, so it cannot go out of date by itself. */
export function operatorCard(build: Build, { feeds, body }: Assessment): OperatorCard {
  const functions = byPriority(build);
  const usedPatterns = new Map(
    functions.flatMap((each) =>
      Object.values(each.shows).map((show) => [show.patternId, patternOf(build, show.patternId)] as const),
    ),
  );
  return {
    tag: build.unit.tag,
    name: build.unit.name,
    size: `${body.lengthMm} x ${body.widthMm} x ${body.heightMm} mm, ${build.electrics.systemVoltageV} V`,
    controls: functions.flatMap((each): CardControl[] => {
      const control = build.controls[each.controlId];
      if (!control) return [];
      const names = new Set(Object.values(each.shows).map((show) => patternOf(build, show.patternId).name));
      const tags = Object.keys(each.shows).flatMap((id) => build.lamps[id]?.tag ?? []);
      return [{ control, functionName: each.name, lamps: tagList(tags), pattern: [...names].join(', ') }];
    }),
    fuses: feeds.map(({ feed }) => ({
      feed: feed.fuse.name,
      place: placeOf(build, feed),
      ratingA: feed.fuse.ratingA,
      colour: fuseColour(feed.fuse.family, feed.fuse.ratingA),
      live: feed.fuse.wanted === 'always' ? 'always' : 'key on',
    })),
    patterns: [...usedPatterns.values()].map((pattern) => {
      const { flashesPerMinute, steady } = patternFigures(pattern);
      return {
        name: pattern.number === null ? pattern.name : `${pattern.number} ${pattern.name}`,
        words: pattern.words,
        rate: steady ? 'steady' : `${flashesPerMinute} a minute`,
      };
    }),
    cautions: [
      ...(build.handedOver?.open?.length ? [`Open when it was handed over: ${build.handedOver.open.join('; ')}.`] : []),
      'Pull the fuse before working on a lamp.',
      'Flashing light can trigger seizures and dazzle others: use it only where it is needed.',
      'Colours and flashing lamps are regulated. Local codes and a licensed practitioner decide.',
    ],
  };
}
