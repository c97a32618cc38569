/**
 * The circuit as a graph of terminals: which wires end on each, and where current may go on inside an element. Feeds,
 * returns, sneak paths and unfused branches are all read off this one graph.
 */
import type { Build, Control, Element, ElementOf, Id, Terminal, Wire } from '../document/index.ts';

export const terminalNode = ({ elementId, terminal }: Terminal): string => `${elementId}.${terminal}`;

/** An element that a control opens and closes. */
export interface Contact {
  element: ElementOf<'switch' | 'relay' | 'receiver' | 'flasher' | 'tap'>;
  control: Control;
  /** True when it conducts while its control is on; a flasher's factory way conducts while it is off. */
  whenOn: boolean;
}

export interface Passage {
  /** Terminal at which it comes out; the same one for a splice. */
  to: string;
  control: { id: Id; whenOn: boolean } | null;
}

const plain = (to: string): Passage => ({ to, control: null });

/** Channel number of a receiver's output: 'out3' -> 2. */
const channelOf = (terminal: string): number => Number(terminal.slice('out'.length)) - 1;

/** Ways that current may take inside an element from a terminal, in its own direction ('down') or against it ('up'). */
export function passagesFrom(element: Element, terminal: string, direction: 'down' | 'up'): Passage[] {
  switch (element.kind) {
    case 'fuse':
    case 'modulator':
      if (terminal === 'in') return [plain('out')];
      return terminal === 'out' ? [plain('in')] : [];
    case 'switch':
    case 'relay': {
      const control = { id: element.controlId, whenOn: true };
      if (terminal === 'in') return [{ to: 'out', control }];
      return terminal === 'out' ? [{ to: 'in', control }] : [];
    }
    case 'receiver':
      if (terminal === 'supply')
        return element.channels.map((id, index) => ({ to: `out${index + 1}`, control: { id, whenOn: true } }));
      if (terminal.startsWith('out')) {
        const id = element.channels[channelOf(terminal)];
        return id ? [{ to: 'supply', control: { id, whenOn: true } }] : [];
      }
      return [];
    case 'flasher': {
      const on = { id: element.controlId, whenOn: true };
      const off = { id: element.controlId, whenOn: false };
      if (terminal === 'supply') return [{ to: 'out', control: on }];
      if (terminal === 'signal') return [{ to: 'out', control: off }];
      return terminal === 'out'
        ? [
            { to: 'supply', control: on },
            { to: 'signal', control: off },
          ]
        : [];
    }
    case 'resistor':
      return [plain(terminal === 'a' ? 'b' : 'a')];
    case 'connector': {
      if (!element.mated) return [];
      const far = `${terminal.startsWith('a') ? 'b' : 'a'}${terminal.slice(1)}`;
      return Number(terminal.slice(1)) <= element.pins ? [plain(far)] : [];
    }
    case 'diode':
      if (direction === 'down') return terminal === 'anode' ? [plain('cathode')] : [];
      return terminal === 'cathode' ? [plain('anode')] : [];
    case 'block':
    case 'splice':
    case 'tap':
    case 'stud':
    case 'ground':
    case 'lampLoad':
    case 'cap':
      return [];
    default:
      return element satisfies never;
  }
}

export interface WireEnd {
  wire: Wire;
  far: Terminal;
}

/** Wires of a build never change in place: whoever asks again is answered from memory. */
const knownEnds = new WeakMap<Build['wires'], ReadonlyMap<string, readonly WireEnd[]>>();

/** Terminal node -> wires that end on it, with their far end. */
export function wireEnds({ wires }: Pick<Build, 'wires'>): ReadonlyMap<string, readonly WireEnd[]> {
  const kept = knownEnds.get(wires);
  if (kept) return kept;
  const ends = endsOf(wires);
  knownEnds.set(wires, ends);
  return ends;
}

function endsOf(wires: Build['wires']): Map<string, WireEnd[]> {
  const map = new Map<string, WireEnd[]>();
  const add = (near: Terminal, far: Terminal, wire: Wire) => {
    const key = terminalNode(near);
    const list = map.get(key);
    if (list) list.push({ wire, far });
    else map.set(key, [{ wire, far }]);
  };
  for (const wire of Object.values(wires)) {
    add(wire.from, wire.to, wire);
    add(wire.to, wire.from, wire);
  }
  return map;
}

/** The contact that a passage goes through, when its control is on the unit. */
export function contactOf(build: Build, element: Element, passage: Passage): Contact | null {
  const control = passage.control && build.controls[passage.control.id];
  if (!control || !passage.control) return null;
  return { element: element as Contact['element'], control, whenOn: passage.control.whenOn };
}

/** Do these contacts conduct with these controls on? */
export const conduct = (contacts: readonly Contact[], controlIds: ReadonlySet<Id>): boolean =>
  contacts.every(({ control, whenOn }) => controlIds.has(control.id) === whenOn);

export interface ReturnWay {
  wires: Wire[];
  elementIds: Id[];
  contacts: Contact[];
}

/** The ways of a return from a terminal to metal: the wires and parts that lead there, and no others. */
export function returnWay(build: Build, ends: ReadonlyMap<string, readonly WireEnd[]>, from: Terminal): ReturnWay {
  const way: ReturnWay = { wires: [], elementIds: [], contacts: [] };
  const seen = new Set<string>();
  /** True when metal is reached from here. */
  const walk = (at: Terminal): boolean => {
    if (seen.has(terminalNode(at))) return false;
    seen.add(terminalNode(at));
    let reached = false;
    for (const { wire, far } of ends.get(terminalNode(at)) ?? []) {
      const element = build.elements[far.elementId];
      // Another lamp's end on the same return is walked by itself.
      if (!element || element.kind === 'lampLoad' || seen.has(terminalNode(far))) continue;
      // Wires are noted on the way in, so that they stand in order from the lamp.
      const place = way.wires.push(wire) - 1;
      let leads = element.kind === 'ground';
      if (!leads) {
        leads = walk(far);
        for (const passage of passagesFrom(element, far.terminal, 'down')) {
          if (!walk({ elementId: element.id, terminal: passage.to })) continue;
          leads = true;
          const contact = contactOf(build, element, passage);
          if (contact) way.contacts.push(contact);
        }
      }
      if (!leads) {
        way.wires.splice(place, 1);
        continue;
      }
      if (!way.elementIds.includes(element.id)) way.elementIds.push(element.id);
      reached = true;
    }
    return reached;
  };
  walk(from);
  return way;
}
