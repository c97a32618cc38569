/** Faults that somebody asks about by name: the build as it would be with one of them in it. */
import * as z from 'zod';
import type { Build, Id, Wire } from '../document/index.ts';
import { derivedId } from '../document/index.ts';
import { deriveFeeds } from '../graph/index.ts';
import { lengthOfOhm, putWire, withOhm, without } from '../prove/index.ts';
import { feedNamed, lampTagged, UnknownName } from './names.ts';

export const AskedFault = z.strictObject({
  kind: z.enum(['openLamp', 'openGround', 'shortToGround', 'swappedLeads', 'jointOhms', 'wrongFuse', 'openWire']),
  lamp: z.string().optional(),
  wireId: z.string().optional(),
  feed: z.string().optional(),
  ohms: z.number().min(0).max(1e6).optional(),
  ratingA: z.number().positive().max(500).optional(),
});
export type AskedFault = z.infer<typeof AskedFault>;

/** What a chafed lead makes where it touches, ohm (common practice, no source). */
const CHAFED_OHM = 0.01;

/** Wires that end on a terminal of a lamp. */
const wiresAt = (build: Build, elementId: Id, terminal: string): Wire[] =>
  Object.values(build.wires).filter(({ from, to }) =>
    [from, to].some((end) => end.elementId === elementId && end.terminal === terminal),
  );

/** A fault needs what it is about: a lamp that is wired, a wire, a feed. */
function subject(build: Build, fault: AskedFault, path: string) {
  const load = () => {
    const lampId = lampTagged(build, fault.lamp ?? '', `${path}.lamp`);
    const found = Object.values(build.elements).find((each) => each.kind === 'lampLoad' && each.lampId === lampId);
    if (!found) throw new UnknownName('wired lamp', `${path}.lamp`, fault.lamp!, []);
    return found.id;
  };
  const wire = () => {
    if (fault.wireId === undefined && fault.lamp !== undefined) return wiresAt(build, load(), 'plus')[0]!;
    const found = build.wires[fault.wireId ?? ''];
    if (!found)
      throw new UnknownName('wire', `${path}.wireId`, fault.wireId ?? '', Object.keys(build.wires).slice(0, 5));
    return found;
  };
  return { load, wire };
}

/** The build with a fault in it. Throws UnknownName where the fault is about something that is not there. */
export function withFault(build: Build, fault: AskedFault, path: string): Build {
  const { load, wire } = subject(build, fault, path);
  switch (fault.kind) {
    case 'openLamp':
      return { ...build, elements: without(build.elements, load()) };
    case 'openGround':
      return { ...build, wires: without(build.wires, ...wiresAt(build, load(), 'minus').map(({ id }) => id)) };
    case 'openWire':
      return { ...build, wires: without(build.wires, wire().id) };
    case 'jointOhms':
      return putWire(build, withOhm(wire(), fault.ohms ?? 1));
    case 'swappedLeads': {
      const id = load();
      const swap = (end: Wire['from']): Wire['from'] =>
        end.elementId === id ? { ...end, terminal: end.terminal === 'plus' ? 'minus' : 'plus' } : end;
      const ends = [...wiresAt(build, id, 'plus'), ...wiresAt(build, id, 'minus')];
      return ends.reduce((each, one) => putWire(each, { ...one, from: swap(one.from), to: swap(one.to) }), build);
    }
    case 'shortToGround': {
      const { id, table, gauge, to } = wire();
      const metal = { id: derivedId(id, 'chafed'), kind: 'ground', name: 'Chafed lead' } as const;
      return putWire(
        { ...build, elements: { ...build.elements, [metal.id]: metal } },
        {
          id: derivedId(id, 'chafed wire'),
          from: to,
          to: { elementId: metal.id, terminal: 'join' },
          table,
          gauge,
          colour: 'black',
          lengthMm: lengthOfOhm({ table, gauge }, CHAFED_OHM),
          loomLengthMm: null,
        },
      );
    }
    case 'wrongFuse': {
      const { fuse } = feedNamed(deriveFeeds(build), fault.feed ?? '', `${path}.feed`);
      const ratingA = fault.ratingA ?? fuse.ratingA;
      return { ...build, elements: { ...build.elements, [fuse.id]: { ...fuse, ratingA } } };
    }
    default:
      return fault.kind satisfies never;
  }
}
