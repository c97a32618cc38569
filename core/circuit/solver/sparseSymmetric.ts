/**
 * Sparse symmetric linear equations for nodal analysis: A = L D L', without pivoting.
 * Order by minimum degree (Tinney and Walker, Proc. IEEE 55, 1967): wiring is nearly a tree, so hardly any fill
 * appears and a solve costs about as much as a walk over the wires. The pattern is worked out once per circuit and
 * reused for every Newton step.
 */
export interface SparsePattern {
  size: number;
  /** Pivot order. */
  order: Int32Array;
  slotCount: number;
  /** Slot of an off-diagonal pair, or -1 for a pair outside the pattern. */
  slotOf(row: number, column: number): number;
  /**
   * For each pivot in order its later neighbours, one list after the other: `starts[step]` to `starts[step + 1]`, with
   * the slot of (pivot, neighbour) beside each, and the slots of all pairs of them in the order of elimination.
   */
  starts: Int32Array;
  rows: Int32Array;
  slots: Int32Array;
  updates: Int32Array;
}

/** Works out order, fill and update lists. `pairs` are the off-diagonal positions that may be non-zero. */
export function sparsePattern(size: number, pairs: Iterable<readonly [number, number]>): SparsePattern {
  const neighbours: Set<number>[] = Array.from({ length: size }, () => new Set<number>());
  const slots = new Map<number, number>();
  let slotCount = size; // the diagonal takes the first slots
  const key = (row: number, column: number) => (row < column ? row * size + column : column * size + row);
  const addPair = (row: number, column: number) => {
    if (row === column) return;
    neighbours[row]!.add(column);
    neighbours[column]!.add(row);
    const at = key(row, column);
    if (!slots.has(at)) slots.set(at, slotCount++);
  };
  for (const [row, column] of pairs) addPair(row, column);

  const order = new Int32Array(size);
  const done = new Uint8Array(size);
  const eliminated: number[][] = [];
  // Buckets by degree keep the search for the next pivot short; stale entries are skipped.
  const buckets: number[][] = [];
  const push = (node: number) => {
    const degree = neighbours[node]!.size;
    let bucket = buckets[degree];
    if (!bucket) {
      bucket = [];
      buckets[degree] = bucket;
    }
    bucket.push(node);
  };
  for (let node = size - 1; node >= 0; node--) push(node);
  for (let step = 0; step < size; step++) {
    let pivot = -1;
    for (let degree = 0; degree < buckets.length && pivot < 0; degree++) {
      const bucket = buckets[degree];
      while (bucket && bucket.length > 0) {
        const candidate = bucket.pop()!;
        if (!done[candidate] && neighbours[candidate]!.size === degree) {
          pivot = candidate;
          break;
        }
      }
    }
    order[step] = pivot;
    done[pivot] = 1;
    const later = [...neighbours[pivot]!];
    eliminated.push(later);
    for (const node of later) neighbours[node]!.delete(pivot);
    for (let i = 0; i < later.length; i++) for (let j = i + 1; j < later.length; j++) addPair(later[i]!, later[j]!);
    for (const node of later) push(node);
  }

  const slotOf = (row: number, column: number) => (row === column ? row : (slots.get(key(row, column)) ?? -1));
  const starts = new Int32Array(size + 1);
  const rows: number[] = [];
  const pairSlots: number[] = [];
  const updates: number[] = [];
  for (const [step, later] of eliminated.entries()) {
    starts[step + 1] = starts[step]! + later.length;
    for (const [index, row] of later.entries()) {
      rows.push(row);
      pairSlots.push(slotOf(order[step]!, row));
      for (const other of later.slice(index)) updates.push(slotOf(row, other));
    }
  }
  return {
    size,
    order,
    slotCount,
    slotOf,
    starts,
    rows: Int32Array.from(rows),
    slots: Int32Array.from(pairSlots),
    updates: Int32Array.from(updates),
  };
}

/** A pivot smaller than this part of the largest entry means the equations do not fix that node. */
const PIVOT_TOLERANCE = 1e-18;

/**
 * Solves in place: `values` (by slot) is overwritten by the factors, `right` by the solution.
 * Returns false when a pivot vanishes.
 */
export function solveSparse(pattern: SparsePattern, values: Float64Array, right: Float64Array): boolean {
  const { size, order, starts, rows, slots, updates } = pattern;
  let largest = 0;
  for (let row = 0; row < size; row++) {
    const entry = Math.abs(values[row]!);
    if (entry > largest) largest = entry;
  }
  const floor = largest * PIVOT_TOLERANCE;
  let update = 0;
  for (let step = 0; step < size; step++) {
    const pivot = order[step]!;
    const d = values[pivot]!;
    if (!(Math.abs(d) > floor)) return false;
    const start = starts[step]!;
    const end = starts[step + 1]!;
    const rightPivot = right[pivot]!;
    for (let i = start; i < end; i++) {
      const factor = values[slots[i]!]! / d;
      for (let j = i; j < end; j++) values[updates[update++]!]! -= factor * values[slots[j]!]!;
      right[rows[i]!]! -= factor * rightPivot;
    }
  }
  for (let step = size - 1; step >= 0; step--) {
    const pivot = order[step]!;
    let sum = right[pivot]!;
    for (let i = starts[step]!; i < starts[step + 1]!; i++) sum -= values[slots[i]!]! * right[rows[i]!]!;
    right[pivot] = sum / values[pivot]!;
  }
  return true;
}
