/**
 * Are two pieces of a document the same, whatever order their fields were written in? A field that is undefined is not
 * there, and a zero has no sign: what is written down as JSON knows neither.
 */
export function sameData(left: unknown, right: unknown): boolean {
  if (left === right || Object.is(left, right)) return true;
  if (typeof left !== 'object' || typeof right !== 'object' || left === null || right === null) return false;
  if (Array.isArray(left) !== Array.isArray(right)) return false;
  const [mine, theirs] = [left, right].map((each) =>
    Object.entries(each).filter(([, value]) => value !== undefined),
  ) as [[string, unknown][], [string, unknown][]];
  if (mine.length !== theirs.length) return false;
  const other = new Map(theirs);
  return mine.every(([field, value]) => other.has(field) && sameData(value, other.get(field)));
}
