/**
 * Where the things sit that power comes from and is switched by. What nobody has said yet is taken to be at the fuse panel:
 * that a length was measured from there is told by a finding (M81), not hidden in a figure.
 */
import type { Build, Element, ElementOf, Id, PlaceKey, Position } from '../document/index.ts';
import { fuseBoxes, type PANEL, placeOfSlot } from './fuseBoxes.ts';
import { plugOfSource } from './plugs.ts';

/** Where something sits, as somebody said; else the fuse panel. */
export const placeOf = (build: Build, key: PlaceKey): Position => build.places[key] ?? build.fusePanel.position;

/** Where a source is: its plug, where somebody said where that hangs, the battery for none, else its fuse box. */
export function placeOfSource(build: Build, slotId: Id | null): Position {
  if (slotId === null) return placeOf(build, 'battery');
  const slot = build.slots[slotId];
  return plugOfSource(build, slotId)?.plug.position ?? (slot ? placeOfSlot(build, slot) : build.fusePanel.position);
}

type Placed = ElementOf<'stud' | 'block' | 'switch' | 'receiver' | 'relay' | 'cap'>;

/** How the fork of a ready loom is called, so that it is found again. */
export const FORK = 'Fork';

const PLACED: ReadonlySet<Element['kind']> = new Set<Placed['kind']>([
  'stud',
  'block',
  'switch',
  'receiver',
  'relay',
  'cap',
]);

/** Under which key the place of a part of the circuit is said: a switch's under its control, of which it may be one of several. */
export function placeKeyOf(element: Element): PlaceKey | null {
  if (element.kind === 'stud') return 'battery';
  if (element.kind === 'switch') return element.controlId;
  // A loom's fork is laid where one wants it; other splices are where their lamps are.
  if (element.kind === 'splice' && element.loomId && element.name.startsWith(FORK)) return element.id;
  return PLACED.has(element.kind) ? element.id : null;
}

export interface ThingWithPlace {
  /** Fuse boxes always have a place: the fuse panel under its own key, the others under their id. */
  key: PlaceKey | typeof PANEL;
  name: string;
  position: Position;
  /** Has somebody said so, or is it only taken to be there? */
  isSaid: boolean;
}

/** What a unit has that sits somewhere and is neither lamp nor plug: fuse boxes, battery, switches, receivers, relays, blocks. */
export function thingsWithPlaces(build: Build): ThingWithPlace[] {
  const things = new Map<string, ThingWithPlace>(
    fuseBoxes(build).map(({ key, name, position }) => [key, { key, name, position, isSaid: true }]),
  );
  const add = (key: PlaceKey, named: string) =>
    things.set(key, { key, name: named, position: placeOf(build, key), isSaid: build.places[key] !== undefined });
  if (build.electrics.batteryAh > 0) add('battery', 'Battery');
  for (const element of Object.values(build.elements)) {
    const key = placeKeyOf(element);
    if (key === null || things.has(key)) continue;
    if (element.kind === 'switch') {
      const control = build.controls[element.controlId];
      if (control && control.kind !== 'signal') add(key, control.name);
    } else if (element.kind !== 'relay') add(key, element.name || KIND_NAMES[element.kind] || element.kind);
    else if (build.places[key] || element.name) add(key, element.name || 'Relay');
  }
  return [...things.values()];
}

const KIND_NAMES: Partial<Record<Element['kind'], string>> = {
  block: 'Fuse block',
  receiver: 'Receiver',
  cap: 'Capped end',
};
