/** What the stories of the units share: the day of loading, and fuse panels as they were metered. */
import type { Build, Id } from '../../core/document/index.ts';
import { provingStops } from '../../core/prove/index.ts';
import { assess } from '../../core/rules/index.ts';
import { provedDrafts } from '../proving.ts';
import type { SlotGiven, UnitBuilder } from '../unitBuilder.ts';

export interface World {
  newId: () => Id;
  /** ISO time so many days before loading. */
  daysAgo(days: number, hour?: number): string;
}

export const HOT: [number, number] = [12.7, 12.6];
export const KEY: [number, number] = [0, 12.5];
export const DEAD: [number, number] = [0, 0];

/** Eighteen slots of the truck cab, as they were metered. */
export const TRUCK_SLOTS: SlotGiven[] = [
  { label: '1', ratingA: 15, limitA: 20, feeds: 'wipers', ownLoadA: 9, volts: KEY },
  { label: '2', ratingA: 10, limitA: 15, feeds: 'dash', ownLoadA: 4, volts: HOT },
  { label: '3', ratingA: 10, limitA: 15, feeds: 'radio', ownLoadA: 6, volts: HOT },
  { label: '4', ratingA: 10, limitA: 15, feeds: 'left turn', ownLoadA: 3.6, volts: KEY },
  { label: '5', ratingA: 15, limitA: 20, feeds: 'right turn', ownLoadA: 3.6, volts: KEY },
  { label: '6', ratingA: 10, limitA: 15, feeds: 'brake lamps', ownLoadA: 3.5, volts: HOT },
  { label: '7', ratingA: 20, limitA: 25, feeds: 'heater fan', ownLoadA: 16, volts: KEY },
  { label: '8', ratingA: null, limitA: 20, volts: DEAD },
  { label: '9', ratingA: null, limitA: 20, reservedFor: 'the winch option', volts: HOT },
  { label: '10', ratingA: 10, limitA: 15, feeds: 'reverse', ownLoadA: 3.5, volts: KEY },
  { label: '11', ratingA: 20, limitA: 25, feeds: 'socket', ownLoadA: 10, volts: HOT },
  { label: '12', ratingA: 10, limitA: 15, feeds: 'mirrors', ownLoadA: 4, volts: KEY },
  { label: '13', ratingA: null, limitA: 20, volts: HOT },
  { label: '14', ratingA: 30, limitA: 30, feeds: 'beds and pumps', ownLoadA: 22, volts: KEY },
  { label: '15', ratingA: null, limitA: 10, volts: KEY },
  { label: '16', ratingA: null, limitA: 20, volts: HOT },
  { label: '17', ratingA: 25, limitA: 30, feeds: 'window lifts', ownLoadA: 14, volts: KEY },
  { label: '18', ratingA: 10, limitA: 15, feeds: 'park lamps', ownLoadA: 2.1, volts: HOT },
];

export const SMALL_PANEL: SlotGiven[] = [
  { label: '1', ratingA: 15, limitA: 20, feeds: 'lamps', ownLoadA: 8, volts: KEY },
  { label: '2', ratingA: 10, limitA: 15, feeds: 'dash', ownLoadA: 4, volts: HOT },
  { label: '3', ratingA: null, limitA: 15, volts: KEY },
  { label: '4', ratingA: null, limitA: 15, volts: HOT },
  { label: '5', ratingA: 20, limitA: 25, feeds: 'fan', ownLoadA: 12 },
  { label: '6', ratingA: null, limitA: 15 },
];

export const TRAILER_PANEL: SlotGiven[] = [
  { label: 'tail', ratingA: 10, limitA: 15, feeds: 'tail and markers', ownLoadA: 1.6, volts: HOT },
  { label: 'left', ratingA: 10, limitA: 15, feeds: 'left turn and stop', ownLoadA: 2, volts: KEY },
  { label: 'right', ratingA: 10, limitA: 15, feeds: 'right turn and stop', ownLoadA: 2 },
];

/** The first stops of the walk looked at and read, all as the circuit says. */
export function proved(unit: UnitBuilder, newId: () => Id, stopCount = Number.POSITIVE_INFINITY): UnitBuilder {
  const stops = provingStops(unit.build, assess(unit.build).feeds);
  for (const draft of provedDrafts(stops.slice(0, stopCount), newId)) unit.apply(draft);
  return unit;
}

/** Order in which functions win over each other. */
export function ranked(unit: UnitBuilder, order: readonly string[]): void {
  for (const each of Object.values(unit.build.functions)) {
    const place = order.indexOf(each.name);
    if (place < 0) throw new Error(`${unit.build.unit.tag}: no place in the order for ${each.name}`);
    unit.apply({ kind: 'editFunction', functionId: each.id, changes: { priority: place + 1 } });
  }
}

export type Story = (world: World) => Build | Build[];
