/**
 * A copy of `next` in which every part that equals its counterpart in `previous` is that very object. Builds that come
 * over from another thread are all new objects; this gives back the identity that caches go by.
 */
export function shareStructure<T>(previous: unknown, next: T): T {
  if (Object.is(previous, next)) return next;
  if (typeof previous !== 'object' || typeof next !== 'object' || previous === null || next === null) return next;
  if (Array.isArray(previous) !== Array.isArray(next)) return next;
  const before = previous as Record<string, unknown>;
  const after = next as Record<string, unknown>;
  const keys = Object.keys(after);
  let same = keys.length === Object.keys(before).length;
  const out: Record<string, unknown> = {};
  for (const key of keys) {
    out[key] = shareStructure(before[key], after[key]);
    if (!Object.is(out[key], before[key]) || !(key in before)) same = false;
  }
  if (same) return previous as T;
  return (Array.isArray(next) ? keys.map((key) => out[key]) : out) as T;
}
