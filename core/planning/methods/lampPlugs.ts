/** Lamps on plugs that come apart: feed and ground of each through one, within reach of it; and joined for good again. */
import {
  applyDrafts,
  type Build,
  derivedId,
  type Element,
  type ElementOf,
  type Id,
  type OperationDraft,
  type Terminal,
  type Wire,
} from '../../document/index.ts';
import { isSized } from '../../graph/index.ts';
import { type LampEnd, lampEnds } from './lampEnds.ts';

/** A plug sits within reach of its lamp; contacts of a sealed two-way plug (common practice, no source). */
const PLUG_FROM_LAMP_MM = 300;
const PLUG_CONTACT_A = 15;

/** The plug in the lead of a lamp, when it has one. */
function plugAt(build: Build, end: LampEnd): ElementOf<'connector'> | null {
  const far = build.elements[end.far.elementId];
  return far?.kind === 'connector' && far.pinsOf === '' && end.far.terminal.startsWith('b') ? far : null;
}

/** Does every lamp that is wired hang on a plug? */
export const areOnPlugs = (build: Build, lampIds: readonly Id[]): boolean => {
  const ends = lampEnds(build, lampIds).filter(({ terminal }) => terminal === 'plus');
  return ends.length > 0 && ends.every((end) => plugAt(build, end) !== null);
};

/** A wire off the reel that is worth a plug: a ground beside the lamp is a ring that comes off by itself. */
const isPlugged = ({ wire, terminal }: LampEnd): boolean =>
  isSized(wire) && (terminal === 'plus' || wire.lengthMm > 2 * PLUG_FROM_LAMP_MM);

/** Puts a sealed two-way plug between each lamp and its wires: feed through cavity 1, a ground lead that goes away through 2. */
export function planLampPlugs(build: Build, lampIds: readonly Id[]): OperationDraft[] {
  const ends = lampEnds(build, lampIds).filter((end) => plugAt(build, end) === null && isPlugged(end));
  const operations: OperationDraft[] = [];
  for (const { lamp, terminal, wire, side, at } of ends) {
    const plug: Element = {
      id: derivedId(at.elementId, 'plug of the lamp'),
      kind: 'connector',
      name: `Plug of ${lamp.tag}`,
      pinsOf: '',
      pins: 2,
      mated: true,
      ratingA: PLUG_CONTACT_A,
    };
    const pin = terminal === 'plus' ? '1' : '2';
    const stays = Math.min(PLUG_FROM_LAMP_MM, wire.lengthMm / 2);
    const half = (name: string): Terminal => ({ elementId: plug.id, terminal: `${name}${pin}` });
    const lead: Wire = {
      ...wire,
      id: derivedId(wire.id, 'lead of the lamp'),
      from: half('b'),
      to: at,
      lengthMm: stays,
      loomLengthMm: null,
    };
    const isKnown = operations.some(
      (each) => each.kind === 'assignFeed' && each.elements.some(({ id }) => id === plug.id),
    );
    operations.push(
      { kind: 'assignFeed', controls: [], elements: isKnown ? [] : [plug], wires: [lead], functions: [] },
      { kind: 'moveWireEnds', moves: [{ wireId: wire.id, end: side, onto: half('a') }] },
      { kind: 'setWireLengths', lengths: [{ wireId: wire.id, lengthMm: wire.lengthMm - stays }] },
    );
  }
  return operations;
}

/** Takes the plugs of lamps out: each wire goes on to its lamp as it did before. */
export function planLampPlugsOut(build: Build, lampIds: readonly Id[]): OperationDraft[] {
  const operations: OperationDraft[] = [];
  const gone = new Set<Id>();
  for (const end of lampEnds(build, lampIds)) {
    const plug = plugAt(build, end);
    if (!plug) continue;
    const behind: Terminal = { elementId: plug.id, terminal: end.far.terminal.replace('b', 'a') };
    const isBehind = (of: Terminal) => of.elementId === behind.elementId && of.terminal === behind.terminal;
    const wire = Object.values(build.wires).find(({ from, to }) => isBehind(from) || isBehind(to));
    if (!wire) continue;
    gone.add(plug.id);
    operations.push(
      { kind: 'removeFeed', elementIds: [], wireIds: [end.wire.id] },
      { kind: 'moveWireEnds', moves: [{ wireId: wire.id, end: isBehind(wire.from) ? 'from' : 'to', onto: end.at }] },
      { kind: 'setWireLengths', lengths: [{ wireId: wire.id, lengthMm: wire.lengthMm + end.wire.lengthMm }] },
    );
  }
  if (gone.size === 0) return [];
  const all: OperationDraft[] = [...operations, { kind: 'removeFeed', elementIds: [...gone], wireIds: [] }];
  return applyDrafts(build, all).ok ? all : [];
}
