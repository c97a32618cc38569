/**
 * Sparse symmetric linear equations for nodal analysis: A = L D L', without pivoting.
 * Order by minimum degree (Tinney and Walker, Proc. IEEE 55, 1967): wiring is nearly a tree, so hardly any fill
 * appears and a solve costs about as much as a walk over the wires. The pattern is worked out once per circuit and
 * reused for every Newton step.
 */
export interface SparsePattern {
  size: number;
  /** At which step a row is eliminated. Everything below counts rows by their steps, so that a solve walks straight on. */
  stepOf: Int32Array;
  /** So many pivots come first that have nothing to do with the rows that change from one solve to the next. */
  lastingCount: number;
  slotCount: number;
  /** Slot of a pair of steps, or -1 for a pair outside the pattern; a step with itself is its own slot. */
  slotOf(step: number, other: number): number;
  /**
   * For each step its later neighbours, one list after the other: `starts[step]` to `starts[step + 1]`, with
   * the slot of (pivot, neighbour) beside each, and the slots of all pairs of them in the order of elimination.
   */
  starts: Int32Array;
  rows: Int32Array;
  slots: Int32Array;
  updates: Int32Array;
  /** Where the updates of each step begin. */
  updateStarts: Int32Array;
}

/**
 * Works out order, fill and update lists. `pairs` are the off-diagonal positions that may be non-zero; `changing` are the rows
 * whose diagonals, and pairs among them, differ from one solve to the next (all where left out).
 */
export function sparsePattern(
  size: number,
  pairs: Iterable<readonly [number, number]>,
  changing?: Iterable<number>,
): SparsePattern {
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

  const inOrder: number[] = [];
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
    inOrder.push(pivot);
    done[pivot] = 1;
    const later = [...neighbours[pivot]!];
    eliminated.push(later);
    for (const node of later) neighbours[node]!.delete(pivot);
    for (let i = 0; i < later.length; i++) for (let j = i + 1; j < later.length; j++) addPair(later[i]!, later[j]!);
    for (const node of later) push(node);
  }

  // What a changing pivot reaches changes with it. The others share no pair with it, so they may as well come before.
  const changes = changing ? new Uint8Array(size) : new Uint8Array(size).fill(1);
  for (const row of changing ?? []) changes[row] = 1;
  for (const [step, later] of eliminated.entries())
    if (changes[inOrder[step]!]) for (const row of later) changes[row] = 1;
  const steps = [...inOrder.keys()];
  const lasting = steps.filter((step) => !changes[inOrder[step]!]);
  const ordered = [...lasting, ...steps.filter((step) => changes[inOrder[step]!])];
  const order = Int32Array.from(ordered, (step) => inOrder[step]!);

  const stepOf = new Int32Array(size);
  for (const [step, row] of order.entries()) stepOf[row] = step;
  const slotOf = (step: number, other: number) =>
    step === other ? step : (slots.get(key(order[step]!, order[other]!)) ?? -1);
  const starts = new Int32Array(size + 1);
  const rows: number[] = [];
  const pairSlots: number[] = [];
  const updates: number[] = [];
  const updateStarts = new Int32Array(size + 1);
  for (const [step, from] of ordered.entries()) {
    const later = eliminated[from]!;
    starts[step + 1] = starts[step]! + later.length;
    const laterSteps = later.map((row) => stepOf[row]!);
    for (const [index, other] of laterSteps.entries()) {
      rows.push(other);
      pairSlots.push(slotOf(step, other));
      for (const third of laterSteps.slice(index)) updates.push(slotOf(other, third));
    }
    updateStarts[step + 1] = updates.length;
  }
  return {
    size,
    stepOf,
    lastingCount: lasting.length,
    slotCount,
    slotOf,
    starts,
    rows: Int32Array.from(rows),
    slots: Int32Array.from(pairSlots),
    updates: Int32Array.from(updates),
    updateStarts,
  };
}

/** A pivot smaller than this part of the largest entry means the equations do not fix that node. */
const PIVOT_TOLERANCE = 1e-18;

/**
 * Eliminates the pivots of steps `from` up to `to` in place, those before it being done: `values` (by slot) is overwritten by
 * the factors, `right` follows. Returns false when a pivot vanishes.
 */
export function eliminate(
  pattern: SparsePattern,
  values: Float64Array,
  right: Float64Array,
  from: number,
  to: number,
): boolean {
  const { starts, rows, slots, updates, updateStarts } = pattern;
  let largest = 0;
  for (let step = from; step < to; step++) {
    const entry = Math.abs(values[step]!);
    if (entry > largest) largest = entry;
  }
  const floor = largest * PIVOT_TOLERANCE;
  let update = updateStarts[from]!;
  for (let step = from; step < to; step++) {
    const d = values[step]!;
    if (!(Math.abs(d) > floor)) return false;
    const end = starts[step + 1]!;
    const rightHere = right[step]!;
    for (let i = starts[step]!; i < end; i++) {
      const factor = values[slots[i]!]! / d;
      for (let j = i; j < end; j++) values[updates[update++]!]! -= factor * values[slots[j]!]!;
      right[rows[i]!]! -= factor * rightHere;
    }
  }
  return true;
}

/** From the factors of all pivots to the solution, which takes the place of `right`. */
export function substitute(pattern: SparsePattern, values: Float64Array, right: Float64Array): void {
  const { size, starts, rows, slots } = pattern;
  for (let step = size - 1; step >= 0; step--) {
    let sum = right[step]!;
    for (let i = starts[step]!; i < starts[step + 1]!; i++) sum -= values[slots[i]!]! * right[rows[i]!]!;
    right[step] = sum / values[step]!;
  }
}
