/** A fuse block for what the crew adds: one thick wire from the battery through a bolted fuse, a way for each feed. */
import type { Element, Id, OperationDraft, Wire } from '../document/index.ts';
import { TAP_LEAD_MM } from '../harness/index.ts';
import { type Amps, ampacityA, conductorsOf, type Millimetres } from '../units/index.ts';

export interface BlockWish {
  name: string;
  ways: number;
  /** Of the bolted fuse at the battery, A: what all ways together may draw. */
  mainA: Amps;
  table: 'awg' | 'metric';
}

/** From the battery along the firewall to the block (common practice, no source). */
const BLOCK_LEAD_MM = 1800;

/**
 * The operations that put a fuse block in, and the id of the block. Its wire is the thinnest that carries the main fuse
 * in a loom of three.
 */
export function planFuseBlock(wish: BlockWish, newId: () => Id): { blockId: Id; operations: OperationDraft[] } {
  const size = conductorsOf(wish.table).find((each) => ampacityA(each, { bundled: 3 }) >= wish.mainA);
  if (!size) throw new RangeError(`No wire carries ${wish.mainA} A`);
  const stud: Element = { id: newId(), kind: 'stud', name: 'Battery stud' };
  const fuse: Element = {
    id: newId(),
    kind: 'fuse',
    name: wish.name,
    family: 'midi',
    ratingA: wish.mainA,
    wanted: 'always',
  };
  const block: Element = { id: newId(), kind: 'block', name: wish.name, ways: wish.ways };
  const wire = (from: [Element, string], to: [Element, string], lengthMm: Millimetres): Wire => ({
    id: newId(),
    from: { elementId: from[0].id, terminal: from[1] },
    to: { elementId: to[0].id, terminal: to[1] },
    table: wish.table,
    gauge: size.gauge,
    colour: 'red',
    lengthMm,
    loomLengthMm: null,
  });
  const wires = [wire([stud, 'out'], [fuse, 'in'], TAP_LEAD_MM), wire([fuse, 'out'], [block, 'bus'], BLOCK_LEAD_MM)];
  return {
    blockId: block.id,
    operations: [{ kind: 'assignFeed', controls: [], elements: [stud, fuse, block], wires, functions: [] }],
  };
}
