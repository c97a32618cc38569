/**
 * Where tags stand beside their lamps so that none meets a tag, a lamp or anything else given as taken.
 * Most crowded lamps first; eight sides at growing gaps; nearest and most outward wins. A tag that finds no room is
 * left out (its lamp still has a hover tag).
 */
export interface TagRequest {
  key: string;
  text: string;
  x: number;
  y: number;
  width: number;
  height: number;
  /** Middle of its view: tags prefer to stand away from it. */
  middleX: number;
  middleY: number;
}

export interface Box {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

export interface PlacedTag {
  key: string;
  text: string;
  /** Middle of the text. */
  x: number;
  y: number;
  leader: boolean;
}

const GAPS_PX = [2, 5, 9, 14, 20];
const SIDES = [
  [1, 0],
  [-1, 0],
  [0, -1],
  [0, 1],
  [1, -1],
  [-1, -1],
  [1, 1],
  [-1, 1],
] as const;
const CHARACTER_PX = 6.6;
const TAG_HEIGHT_PX = 13;
const LEADER_FROM_PX = 11;
const EDGE_PX = 4;

export const tagWidth = (text: string): number => text.length * CHARACTER_PX + 3;
export const meets = (a: Box, b: Box): boolean => a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1;
const around = (x: number, y: number, width: number, height: number, by = 0): Box => ({
  x0: x - width / 2 - by,
  y0: y - height / 2 - by,
  x1: x + width / 2 + by,
  y1: y + height / 2 + by,
});

/** Places tags within a field. `taken` are boxes no tag may meet, besides all the lamps themselves. */
export function placeTags(
  requests: readonly TagRequest[],
  field: { width: number; height: number },
  taken: readonly Box[] = [],
): PlacedTag[] {
  const lamps = requests.map((each) => around(each.x, each.y, each.width, each.height, 1.5));
  const crowding = requests.map(
    (each) => requests.filter((other) => Math.hypot(other.x - each.x, other.y - each.y) < 40).length,
  );
  const order = requests.map((_, index) => index).sort((a, b) => crowding[b]! - crowding[a]! || a - b);
  const placedBoxes: Box[] = [];
  const placed: PlacedTag[] = [];
  for (const index of order) {
    const each = requests[index]!;
    const width = tagWidth(each.text);
    let best: { cost: number; x: number; y: number; gap: number; box: Box } | null = null;
    for (const gap of GAPS_PX) {
      for (const [dx, dy] of SIDES) {
        const x = each.x + dx * (each.width / 2 + gap + width / 2);
        const y = each.y + dy * (each.height / 2 + gap + TAG_HEIGHT_PX / 2);
        const outward =
          ((each.x - each.middleX) * dx + (each.y - each.middleY) * dy) /
          (Math.hypot(each.x - each.middleX, each.y - each.middleY) || 1);
        const cost = 3 * gap + (dx !== 0 && dy !== 0 ? 5 : 0) - 6 * outward;
        if (best && cost >= best.cost) continue;
        const box = around(x, y, width, TAG_HEIGHT_PX);
        const outside =
          box.x0 < EDGE_PX || box.y0 < EDGE_PX || box.x1 > field.width - EDGE_PX || box.y1 > field.height - EDGE_PX;
        if (
          outside ||
          placedBoxes.some((other) => meets(box, other)) ||
          lamps.some((other) => meets(box, other)) ||
          taken.some((other) => meets(box, other))
        )
          continue;
        best = { cost, x, y, gap, box };
      }
    }
    if (!best) continue;
    placedBoxes.push(best.box);
    placed.push({ key: each.key, text: each.text, x: best.x, y: best.y, leader: best.gap > LEADER_FROM_PX });
  }
  return placed;
}
