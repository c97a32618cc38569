/** Feeds, read off the graph: from one fuse down to its lamps, and back up to its source. */
import {
  type Build,
  type Element,
  type ElementOf,
  type Id,
  type Lamp,
  lights,
  type Slot,
  type Terminal,
  type Wire,
} from '../document/index.ts';
import {
  type Contact,
  contactOf,
  passagesFrom,
  type ReturnWay,
  returnWay,
  terminalNode,
  type WireEnd,
  wireEnds,
} from './conduct.ts';
import { FAMILY_OF_SIZE, sizeOf } from './fuseBoxes.ts';
import { controlOfSource } from './slots.ts';

export interface Feed {
  /** What protects it: a fuse of the crew's, or the unit's own in what it is tapped from. */
  fuse: ElementOf<'fuse'>;
  /** Does the unit's own fuse protect it, so that the crew fits none? */
  ownFuse: boolean;
  /** Protections between this one and the source, nearest first. */
  upstream: ElementOf<'fuse'>[];
  source: ElementOf<'tap' | 'stud'> | null;
  slot: Slot | null;
  /** On the feed side, on the way to any of its lamps. */
  contacts: Contact[];
  /** On the ground side, between lamps and metal. */
  groundContacts: Contact[];
  /** Switches that only carry the current of a relay's coil. */
  coilContacts: Contact[];
  lamps: Lamp[];
  /** Ends that wait, capped, for what is planned to hang there. */
  caps: ElementOf<'cap'>[];
  /** By lamp id: every contact that has to conduct for it, feed side and ground side. */
  ways: Record<Id, Contact[]>;
  /** Fuses that hang on this one. */
  branches: Id[];
  /** Supply side, in order of the walk from the source. */
  wires: Wire[];
  /** How many of those stand ahead of the fuse. */
  aheadCount: number;
  groundWires: Wire[];
  /** Everything on the way from its source to metal; a shared return is in several feeds (see ownParts). */
  elementIds: Id[];
}

/** A build never changes once it is made: whoever asks again is answered from memory. */
const known = new WeakMap<Build, readonly Feed[]>();

/** All feeds of a build, in slot order (row, column), then by name. */
export function deriveFeeds(build: Build): readonly Feed[] {
  const kept = known.get(build);
  if (kept) return kept;
  const feeds = walkedFeeds(build);
  known.set(build, feeds);
  return feeds;
}

function walkedFeeds(build: Build): Feed[] {
  const ends = wireEnds(build);
  const fused = Object.values(build.elements)
    .filter((element) => element.kind === 'fuse')
    .map((fuse) => walkFeed(build, ends, fuse, null));
  const own = Object.values(build.elements).flatMap((element) => {
    const fuse = element.kind === 'tap' ? unitsOwnFuse(build, element) : null;
    const feed = fuse && walkFeed(build, ends, fuse, element as ElementOf<'tap'>);
    return feed && (feed.lamps.length > 0 || (feed.branches.length === 0 && feed.wires.length > 0)) ? [feed] : [];
  });
  return [...fused, ...own].sort(compareFeeds);
}

/** The fuse of the unit's own ahead of a lead that is tapped straight, without a holder that has one; null when unknown. */
function unitsOwnFuse(build: Build, tap: ElementOf<'tap'>): ElementOf<'fuse'> | null {
  const slot = build.slots[tap.slotId];
  if (!slot?.ratingA || tap.limitA !== null) return null;
  const { id, name } = tap;
  return { id, kind: 'fuse', name, family: FAMILY_OF_SIZE[sizeOf(slot)], ratingA: slot.ratingA, wanted: 'always' };
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

/** Does this protection only stand ahead of others, as a main fuse does? */
export const isMain = (feed: Feed): boolean =>
  feed.lamps.length === 0 && feed.caps.length === 0 && feed.branches.length > 0;

function compareFeeds(a: Feed, b: Feed): number {
  const rank = ({ slot }: Feed) => (slot ? slot.row * 100 + slot.column : -1);
  return rank(a) - rank(b) || a.fuse.name.localeCompare(b.fuse.name);
}

/** Wires and parts of a walk, in the order in which they were met. */
class Met {
  readonly wires: Wire[] = [];
  readonly elementIds: Id[] = [];
  private readonly wireIds = new Set<Id>();
  private readonly ids = new Set<Id>();

  wire(wire: Wire): boolean {
    if (this.wireIds.has(wire.id)) return false;
    this.wireIds.add(wire.id);
    this.wires.push(wire);
    return true;
  }

  element(id: Id): void {
    if (this.ids.has(id)) return;
    this.ids.add(id);
    this.elementIds.push(id);
  }
}

/** Upwards from a fuse: the protections, contacts and wires between it and its source. */
function walkUp(build: Build, ends: ReadonlyMap<string, readonly WireEnd[]>, fuse: ElementOf<'fuse'>, met: Met) {
  const found = {
    source: null as ElementOf<'tap' | 'stud'> | null,
    upstream: [] as ElementOf<'fuse'>[],
    contacts: [] as Contact[],
  };
  const seen = new Set<string>([terminalNode({ elementId: fuse.id, terminal: 'out' })]);
  /** True when the source was reached this way: only what lies on the way to it belongs to the feed. */
  const walk = (at: Terminal): boolean => {
    if (seen.has(terminalNode(at))) return false;
    seen.add(terminalNode(at));
    for (const { wire, far } of ends.get(terminalNode(at)) ?? []) {
      const element = build.elements[far.elementId];
      if (!element || element.kind === 'lampLoad' || element.kind === 'ground') continue;
      if (element.kind === 'fuse' && far.terminal === 'in') continue;
      const isSource = element.kind === 'tap' || element.kind === 'stud';
      if (isSource) found.source = element;
      const passages = passagesFrom(element, far.terminal, 'up');
      const through = passages.find((passage) => walk({ elementId: element.id, terminal: passage.to }));
      if (!isSource && !through && !walk(far)) continue;
      met.wire(wire);
      met.element(element.id);
      const contact = through && contactOf(build, element, through);
      if (contact) found.contacts.push(contact);
      if (element.kind === 'fuse') found.upstream.unshift(element);
      return true;
    }
    return false;
  };
  walk({ elementId: fuse.id, terminal: 'in' });
  return found;
}

function walkFeed(
  build: Build,
  ends: ReadonlyMap<string, readonly WireEnd[]>,
  fuse: ElementOf<'fuse'>,
  tapped: ElementOf<'tap'> | null,
): Feed {
  const met = new Met();
  const grounds = new Met();
  met.element(fuse.id);
  const up = tapped ? { source: tapped, upstream: [], contacts: [] } : walkUp(build, ends, fuse, met);
  const { source, upstream } = up;
  const slot = source?.kind === 'tap' ? (build.slots[source.slotId] ?? null) : null;
  const ahead = [...sourceContact(build, source, slot), ...up.contacts];
  const feed: Feed = {
    fuse,
    ownFuse: tapped !== null,
    upstream,
    source,
    slot,
    contacts: [...ahead],
    groundContacts: [],
    coilContacts: [],
    lamps: [],
    caps: [],
    ways: {},
    branches: [],
    wires: met.wires,
    aheadCount: met.wires.length,
    groundWires: grounds.wires,
    elementIds: met.elementIds,
  };
  const keep = (list: Contact[], contacts: readonly Contact[]) => {
    for (const contact of contacts)
      if (!list.some((each) => each.element.id === contact.element.id && each.control.id === contact.control.id))
        list.push(contact);
  };
  const takeReturn = (from: Terminal): ReturnWay => {
    const way = returnWay(build, ends, from);
    for (const wire of way.wires) grounds.wire(wire);
    for (const id of way.elementIds) met.element(id);
    return way;
  };
  const seen = new Set<string>();
  const walk = (at: Terminal, contacts: readonly Contact[]): void => {
    if (seen.has(terminalNode(at))) return;
    seen.add(terminalNode(at));
    for (const { wire, far } of ends.get(terminalNode(at)) ?? []) {
      const element = build.elements[far.elementId];
      if (!element || element.id === fuse.id || seen.has(terminalNode(far))) continue;
      if (element.kind === 'fuse') {
        if (far.terminal === 'in') feed.branches.push(element.id);
        continue;
      }
      if (element.kind === 'tap' || element.kind === 'stud') continue;
      if (!met.wire(wire)) continue;
      met.element(element.id);
      arrive(element, far, contacts);
    }
  };
  const arrive = (element: Element, at: Terminal, contacts: readonly Contact[]): void => {
    if (element.kind === 'lampLoad') {
      seen.add(terminalNode(at));
      const lamp = build.lamps[element.lampId];
      if (!lamp || at.terminal !== 'plus') return;
      const back = takeReturn({ elementId: element.id, terminal: 'minus' });
      feed.lamps.push(lamp);
      feed.ways[lamp.id] = [...contacts, ...back.contacts];
      keep(feed.contacts, contacts);
      keep(feed.groundContacts, back.contacts);
      return;
    }
    if (element.kind === 'cap') {
      feed.caps.push(element);
      keep(feed.contacts, contacts);
      return;
    }
    if (element.kind === 'relay' && at.terminal === 'coilPlus') {
      keep(feed.coilContacts, contacts);
      takeReturn({ elementId: element.id, terminal: 'coilMinus' });
    }
    if (element.kind === 'receiver' || element.kind === 'flasher' || element.kind === 'modulator')
      takeReturn({ elementId: element.id, terminal: 'ground' });
    if (element.kind === 'switch') takeReturn({ elementId: element.id, terminal: 'lamp' });
    walk(at, contacts);
    for (const passage of passagesFrom(element, at.terminal, 'down')) {
      const contact = contactOf(build, element, passage);
      walk({ elementId: element.id, terminal: passage.to }, contact ? [...contacts, contact] : contacts);
    }
  };
  walk({ elementId: fuse.id, terminal: 'out' }, ahead);
  return feed;
}

/** A source that the driver's signal or an accessory switch works conducts with it, as a switch of the crew's would. */
function sourceContact(build: Build, source: ElementOf<'tap' | 'stud'> | null, slot: Slot | null): Contact[] {
  const control = slot && controlOfSource(build, slot);
  return control && source?.kind === 'tap' ? [{ element: source, control, whenOn: true }] : [];
}

/** Lamps that hang on no feed. */
export function unfedLamps(build: Build): Lamp[] {
  const fed = new Set(Object.values(build.elements).flatMap((e) => (e.kind === 'lampLoad' ? [e.lampId] : [])));
  return lights(build).filter((lamp) => !fed.has(lamp.id));
}

/** Lamps whose supply reaches a source without passing any protection. */
export function unfusedLamps(build: Build, feeds: readonly Feed[]): Lamp[] {
  const ends = wireEnds(build);
  const behindFuse = new Set(feeds.flatMap((feed) => feed.lamps.map((lamp) => lamp.id)));
  return Object.values(build.elements).flatMap((load): Lamp[] => {
    if (load.kind !== 'lampLoad' || behindFuse.has(load.lampId)) return [];
    const lamp = build.lamps[load.lampId];
    return lamp && reachesSource(build, ends, { elementId: load.id, terminal: 'plus' }) ? [lamp] : [];
  });
}

function reachesSource(build: Build, ends: ReadonlyMap<string, readonly WireEnd[]>, from: Terminal): boolean {
  const seen = new Set<string>();
  const walk = (at: Terminal): boolean => {
    if (seen.has(terminalNode(at))) return false;
    seen.add(terminalNode(at));
    return (ends.get(terminalNode(at)) ?? []).some(({ far }) => {
      const element = build.elements[far.elementId];
      if (!element || element.kind === 'lampLoad' || element.kind === 'ground' || element.kind === 'fuse') return false;
      if (element.kind === 'tap' || element.kind === 'stud') return true;
      return (
        walk(far) ||
        passagesFrom(element, far.terminal, 'up').some(({ to }) => walk({ elementId: element.id, terminal: to }))
      );
    });
  };
  return walk(from);
}

/** A wire of a feed with its ends in walking order. A part is one place, but each pin of a connector is its own. */
export interface OutwardWire {
  wire: Wire;
  near: string;
  far: string;
}

export const placeKey = (build: Build, { elementId, terminal }: Terminal): string =>
  build.elements[elementId]?.kind === 'connector' ? `${elementId} ${terminal.slice(1)}` : elementId;

/** Wires in walking order, each with the end that the walk comes from first; `startKeys` are where it begins. */
function outward(build: Build, wires: readonly Wire[], startKeys: readonly string[]): OutwardWire[] {
  const reached = new Set(startKeys);
  return wires.map((wire) => {
    const [from, to] = [placeKey(build, wire.from), placeKey(build, wire.to)];
    const [near, far] = reached.has(from) ? [from, to] : [to, from];
    reached.add(far);
    return { wire, near, far };
  });
}

/** The supply wires of a feed from its source outward. */
export const outwardWires = (build: Build, feed: Feed): OutwardWire[] =>
  outward(build, feed.wires, [feed.source?.id ?? feed.fuse.id]);
