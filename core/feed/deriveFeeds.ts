/** Feeds, read off the graph: from one fuse down to its lamps, and back up to its source. */
import type { Build, Control, Element, Id, Lamp, Slot, Wire } from '../build/index.ts';

export interface Contact {
  element: Extract<Element, { kind: 'switch' | 'relay' }>;
  control: Control;
}

export interface Feed {
  fuse: Extract<Element, { kind: 'fuse' }>;
  source: Extract<Element, { kind: 'tap' | 'stud' }> | null;
  slot: Slot | null;
  /** On the feed side, before the lamps. */
  contacts: Contact[];
  /** On the ground side, between lamps and metal. */
  groundContacts: Contact[];
  lamps: Lamp[];
  /** Supply side, in order of the walk from the source. */
  wires: Wire[];
  groundWires: Wire[];
  /** Everything on the way from its source to metal; a shared return is in several feeds (see ownParts). */
  elementIds: Id[];
}

interface Ends {
  wire: Wire;
  elementId: Id;
  terminal: string;
}

/** Terminal -> wires that end on it, with their far end. */
function wiresByTerminal(build: Build): Map<string, Ends[]> {
  const map = new Map<string, Ends[]>();
  const add = (key: string, ends: Ends) => {
    const list = map.get(key);
    if (list) list.push(ends);
    else map.set(key, [ends]);
  };
  for (const wire of Object.values(build.wires)) {
    add(`${wire.from.elementId}.${wire.from.terminal}`, { wire, ...wire.to });
    add(`${wire.to.elementId}.${wire.to.terminal}`, { wire, ...wire.from });
  }
  return map;
}

/** All feeds of a build, in slot order (row, column), then by name. */
export function deriveFeeds(build: Build): Feed[] {
  const wires = wiresByTerminal(build);
  const feeds = Object.values(build.elements)
    .filter((element) => element.kind === 'fuse')
    .map((fuse) => walkFeed(build, wires, fuse));
  return feeds.sort(compareFeeds);
}

/** Elements and wires of a feed that no other feed uses: what comes off when it is taken apart. */
export function ownParts(feed: Feed, feeds: readonly Feed[]): { elementIds: Id[]; wireIds: Id[] } {
  const others = feeds.filter((other) => other.fuse.id !== feed.fuse.id);
  const elements = new Set(others.flatMap((other) => other.elementIds));
  const wires = new Set(others.flatMap((other) => [...other.wires, ...other.groundWires].map((wire) => wire.id)));
  return {
    elementIds: feed.elementIds.filter((id) => !elements.has(id)),
    wireIds: [...feed.wires, ...feed.groundWires].map((wire) => wire.id).filter((id) => !wires.has(id)),
  };
}

function compareFeeds(a: Feed, b: Feed): number {
  const rank = ({ slot }: Feed) => (slot ? slot.row * 100 + slot.column : -1);
  return rank(a) - rank(b) || a.fuse.name.localeCompare(b.fuse.name);
}

function walkFeed(build: Build, wires: Map<string, Ends[]>, fuse: Feed['fuse']): Feed {
  const feed: Feed = {
    fuse,
    source: null,
    slot: null,
    contacts: [],
    groundContacts: [],
    lamps: [],
    wires: [],
    groundWires: [],
    elementIds: [fuse.id],
  };
  for (const { wire, elementId } of wires.get(`${fuse.id}.in`) ?? []) {
    const source = build.elements[elementId];
    if (source?.kind === 'tap' || source?.kind === 'stud') {
      feed.source = source;
      feed.slot = source.kind === 'tap' ? (build.slots[source.slotId] ?? null) : null;
      feed.wires.push(wire);
      feed.elementIds.push(source.id);
    }
  }
  const visited = new Set<string>();
  const walkSupply = (terminal: string) => {
    if (visited.has(terminal)) return;
    visited.add(terminal);
    for (const { wire, elementId, terminal: far } of wires.get(terminal) ?? []) {
      const next = `${elementId}.${far}`;
      if (visited.has(next)) continue;
      feed.wires.push(wire);
      const element = build.elements[elementId]!;
      visited.add(next);
      if (!feed.elementIds.includes(elementId)) feed.elementIds.push(elementId);
      if (element.kind === 'lampLoad') {
        const lamp = build.lamps[element.lampId];
        if (lamp) feed.lamps.push(lamp);
        walkGround(`${elementId}.minus`);
      } else if (element.kind === 'splice') {
        visited.delete(next);
        walkSupply(next);
      } else if (element.kind === 'diode') {
        walkSupply(`${elementId}.${far === 'anode' ? 'cathode' : 'anode'}`);
      } else if (element.kind === 'switch' || element.kind === 'relay') {
        const control = build.controls[element.controlId];
        if (control) feed.contacts.push({ element, control });
        walkSupply(`${elementId}.${far === 'in' ? 'out' : 'in'}`);
      }
    }
  };
  const walkGround = (terminal: string) => {
    if (visited.has(terminal)) return;
    visited.add(terminal);
    for (const { wire, elementId, terminal: far } of wires.get(terminal) ?? []) {
      if (feed.groundWires.includes(wire)) continue;
      const element = build.elements[elementId]!;
      // Another lamp on the same return is another feed's or walked by itself.
      if (element.kind === 'lampLoad') continue;
      feed.groundWires.push(wire);
      if (!feed.elementIds.includes(elementId)) feed.elementIds.push(elementId);
      if (element.kind === 'splice') walkGround(`${elementId}.${far}`);
      else if (element.kind === 'diode') walkGround(`${elementId}.${far === 'anode' ? 'cathode' : 'anode'}`);
      else if (element.kind === 'switch' || element.kind === 'relay') {
        const control = build.controls[element.controlId];
        if (control && !feed.groundContacts.some((contact) => contact.element.id === elementId))
          feed.groundContacts.push({ element, control });
        walkGround(`${elementId}.${far === 'in' ? 'out' : 'in'}`);
      }
    }
  };
  walkSupply(`${fuse.id}.out`);
  return feed;
}

/** Lamps that hang on no feed. */
export function unfedLamps(build: Build): Lamp[] {
  const fed = new Set(Object.values(build.elements).flatMap((e) => (e.kind === 'lampLoad' ? [e.lampId] : [])));
  return Object.values(build.lamps).filter((lamp) => !fed.has(lamp.id));
}
