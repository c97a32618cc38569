/**
 * Parts of a circuit that have nothing in common but battery and metal: what one does is nothing to the others, so each is
 * looked at in the states of its own controls alone.
 */
import { UndirectedGraph } from 'graphology';
import { connectedComponents } from 'graphology-components';
import type { Build, Element, Id } from '../document/index.ts';
import { controlOfSource } from '../graph/index.ts';

export interface Island {
  elementIds: ReadonlySet<Id>;
  /** Everything that opens or closes something in it. */
  controlIds: readonly Id[];
}

/** Controls that work an element. */
function controlsOf(build: Build, element: Element): readonly Id[] {
  switch (element.kind) {
    case 'switch':
    case 'relay':
    case 'flasher':
      return [element.controlId];
    case 'receiver':
      return element.channels;
    case 'tap': {
      const slot = build.slots[element.slotId];
      const control = slot && controlOfSource(build, slot);
      return control ? [control.id] : [];
    }
    default:
      return [];
  }
}

/** A block that fuses hang on is as good as the battery: what is behind one of them is nothing to the next. */
const suppliesFuses = (build: Build, blockId: Id): boolean =>
  Object.values(build.wires).some(
    ({ from, to }) =>
      from.elementId === blockId && build.elements[to.elementId]?.kind === 'fuse' && to.terminal === 'in',
  );

/** Islands of a build, each element but metal in one of them; what one control works together is one island. */
export function islandsOf(build: Build): Island[] {
  const isShore = ({ id, kind }: Element) => kind === 'ground' || (kind === 'block' && suppliesFuses(build, id));
  const inland = Object.values(build.elements).filter((element) => !isShore(element));
  const graph = new UndirectedGraph<{ of: 'element' | 'control' }>();
  for (const { id } of inland) graph.addNode(id, { of: 'element' });
  for (const { from, to } of Object.values(build.wires))
    if (graph.hasNode(from.elementId) && graph.hasNode(to.elementId)) graph.mergeEdge(from.elementId, to.elementId);
  for (const element of inland)
    for (const controlId of controlsOf(build, element)) {
      graph.mergeNode(controlId, { of: 'control' });
      graph.mergeEdge(element.id, controlId);
    }
  const idsOf = (nodes: readonly string[], kind: 'element' | 'control') =>
    nodes.filter((node) => graph.getNodeAttribute(node, 'of') === kind);
  return connectedComponents(graph).map((nodes) => ({
    elementIds: new Set(idsOf(nodes, 'element')),
    controlIds: idsOf(nodes, 'control'),
  }));
}

/** Every subset up to this many controls; beyond, none, each, every pair, and all. */
const MAX_FULL = 8;

/** States of some controls that are looked at, as those that are on. */
export function settingsOf(controlIds: readonly Id[]): Id[][] {
  if (controlIds.length <= MAX_FULL)
    return Array.from({ length: 2 ** controlIds.length }, (_, bits) =>
      controlIds.filter((_id, at) => (bits >> at) & 1),
    );
  const pairs = controlIds.flatMap((a, at) => controlIds.slice(at + 1).map((b) => [a, b]));
  return [[], ...controlIds.map((id) => [id]), ...pairs, [...controlIds]];
}
