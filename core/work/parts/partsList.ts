/** The list of parts: what the build uses, counted from the build itself. */

import { bodyOf } from '../../body/index.ts';
import { type AssessedFeed, FAMILIES, isBlade } from '../../circuit/index.ts';
import {
  type Build,
  type Element,
  type ElementOf,
  givesLight,
  type Id,
  type Slot,
  type Wire,
} from '../../document/index.ts';
import {
  FAMILY_OF_SIZE,
  type Feed,
  isSized,
  seatOf,
  sizeOf,
  switchesToFit,
  switchName,
  unitsOwnParts,
  wiresRun,
} from '../../graph/index.ts';
import { type Joint, jointList, terminalColour, terminalFor } from '../../harness/index.ts';
import { compareTags, housings, wantsApart } from '../../place/index.ts';

import { capitalised, gaugeName, type Millimetres, type SquareMillimetres } from '../../units/index.ts';
import { fastenerLines } from './fastenerLines.ts';
import { sundries } from './sundries.ts';

export const PART_GROUPS = ['lamps', 'mounting', 'feed', 'wire', 'joints', 'sundries', 'tools'] as const;
export type PartGroup = (typeof PART_GROUPS)[number];

export const PART_GROUP_NAMES: Record<PartGroup, string> = {
  lamps: 'Lamps',
  mounting: 'Mounting',
  feed: 'Fuses and switching',
  wire: 'Wire',
  joints: 'Joints',
  sundries: 'Sundries',
  tools: 'Bits that wear',
};

export interface PartLine {
  key: string;
  group: PartGroup;
  name: string;
  quantity: number;
  unit: 'pcs' | 'm';
  /** Where it goes, tags or feed names. */
  use: string;
  /** What the lamp's box holds. */
  inBox: string[];
  /** Sold apart, needed, and not yet on the list. */
  missing: boolean;
  lampIds: Id[];
  reason: string;
}

/** Wire is bought with this much over the cut lengths for waste and second tries (common practice, no source). */
const WASTE_FACTOR = 1.1;

/** The part that a ready loom is on the list. */
export const loomPartKey = (lengthMm: Millimetres): string => `ready-loom ${lengthMm / 1000}`;

class Lines {
  private readonly byKey = new Map<string, PartLine>();

  add(line: Omit<PartLine, 'inBox' | 'missing' | 'lampIds' | 'reason'> & Partial<PartLine>): void {
    const known = this.byKey.get(line.key);
    if (known) {
      known.quantity += line.quantity;
      const uses = new Set([...known.use.split(' · '), line.use].filter(Boolean));
      known.use = [...uses].join(' · ');
    } else this.byKey.set(line.key, { inBox: [], missing: false, lampIds: [], reason: '', ...line });
  }

  all(): PartLine[] {
    return [...this.byKey.values()];
  }
}

/** All parts of a build, grouped in buying order. */
export function partsList(build: Build, feeds: readonly AssessedFeed[]): PartLine[] {
  const lines = new Lines();
  addLamps(build, lines);
  addFeeds(build, feeds, lines);
  for (const line of fastenerLines(build, bodyOf(build))) lines.add(line);
  for (const line of sundries(build, bodyOf(build))) lines.add(line);
  return lines.all();
}

function addLamps(build: Build, lines: Lines): void {
  for (const model of Object.values(build.models)) {
    const lamps = housings(build).filter((lamp) => lamp.modelKey === model.key);
    // Lamps that came with the unit are not bought.
    if (lamps.length === 0 || model.kind === 'factory') continue;
    const tags = lamps
      .map((lamp) => lamp.tag)
      .sort(compareTags)
      .join(' ');
    const lampIds = lamps.map((lamp) => lamp.id);
    lines.add({
      key: model.key,
      group: givesLight(model) ? 'lamps' : 'mounting',
      name: model.name,
      quantity: lamps.length,
      unit: 'pcs',
      use: tags,
      inBox: model.kitContents,
      lampIds,
    });
    for (const part of model.soldApart.filter((each) => each.needed)) {
      const added = build.extraParts[`${part.partKey}:${model.key}`]?.quantity ?? 0;
      const missing = lamps.filter((lamp) => wantsApart(lamp, part)).length - added;
      if (missing > 0) {
        lines.add({
          key: `missing ${part.partKey}:${model.key}`,
          group: 'mounting',
          name: part.name,
          quantity: missing,
          unit: 'pcs',
          use: tags,
          missing: true,
          lampIds,
          reason: `sold apart from ${model.name}`,
        });
      }
    }
    for (const mount of model.mounts.filter((each) => each.kind === 'grommet')) {
      const inGrommet = lamps.filter((lamp) => lamp.mount === mount.kind && !lamp.pad);
      if (inGrommet.length === 0) continue;
      const use = inGrommet
        .map((lamp) => lamp.tag)
        .sort(compareTags)
        .join(' ');
      lines.add({
        key: `grommet ${mount.holeMm}`,
        group: 'mounting',
        name: `Grommet for ${mount.holeMm} mm hole`,
        quantity: inGrommet.length,
        unit: 'pcs',
        use,
      });
    }
  }
  for (const part of Object.values(build.extraParts)) {
    lines.add({
      key: part.id,
      group: 'mounting',
      name: part.name,
      quantity: part.quantity,
      unit: 'pcs',
      use: part.modelKey ? (build.models[part.modelKey]?.name ?? part.modelKey) : 'added by hand',
    });
  }
}

/** What is bought, before it is known for what and how many. */
interface Bought {
  key: string;
  group: PartGroup;
  name: string;
}

/** The terminal by which a wire goes into a slot of a fuse box; null where the slot's own lead is joined. */
function cavityPart(build: Build, { id, slotId }: ElementOf<'tap'>): Bought | null {
  const slot = build.slots[slotId];
  const isSeat = Object.values(build.wires).some(({ origin, from }) => origin === 'part' && from.elementId === id);
  const terminal = slot && isSeat ? terminalFor(build, slot) : null;
  if (!terminal) return null;
  const name = `${terminal.name}${terminal.isSealed ? ', with seal' : ''}`;
  return { key: name, group: 'joints', name };
}

/** The holder that stands on the blades of a slot, of the width that the slot has. */
function holderPart(slot: Slot, limitA: number): Bought {
  const family = FAMILY_OF_SIZE[sizeOf(slot)];
  const width = family === 'blade' ? '' : `, ${FAMILIES[family].name}`;
  return { key: `tap ${limitA}${width}`, group: 'feed', name: `Add-a-tap fuse holder ${limitA} A${width}` };
}

function fusePart({ family, ratingA }: Pick<ElementOf<'fuse'>, 'family' | 'ratingA'>): Bought {
  const { name } = FAMILIES[family];
  const plain = family === 'link' || family === 'breaker' ? name : `${name} fuse`;
  return { key: `fuse ${family} ${ratingA}`, group: 'feed', name: `${capitalised(plain)} ${ratingA} A` };
}

/** The bought part that an element stands for; null for what is the unit's own or comes with something else. */
function partOf(build: Build, element: Element): Bought | null {
  switch (element.kind) {
    case 'tap':
      return element.limitA === null
        ? cavityPart(build, element)
        : holderPart(build.slots[element.slotId]!, element.limitA);
    case 'fuse':
      return fusePart(element);
    case 'relay':
      return {
        key: `relay ${element.ratingA}`,
        group: 'feed',
        name: `Relay ${element.ratingA} A, ${build.electrics.systemVoltageV} V, with socket`,
      };
    case 'block':
      return { key: `block ${element.ways}`, group: 'feed', name: `Block with ${element.ways} ways` };
    case 'receiver':
      return {
        key: `receiver ${element.channels.length}`,
        group: 'feed',
        name: `Wireless receiver, ${element.channels.length} channels, with remote`,
      };
    case 'flasher':
      return { key: 'flasher', group: 'feed', name: 'Flasher module, passes the factory signal through' };
    case 'modulator':
      return { key: 'modulator', group: 'feed', name: 'Brake-lamp module, with its leads' };
    case 'resistor':
      return {
        key: `resistor ${element.resistanceOhm}`,
        group: 'feed',
        name: `Load resistor ${element.resistanceOhm} Ω`,
      };
    case 'diode':
      return { key: 'diode', group: 'feed', name: 'Rectifier diode 6 A, sealed' };
    case 'connector': {
      const name = element.pinsOf || `sealed connector, ${element.pins} ${element.pins === 1 ? 'way' : 'ways'}`;
      return { key: `connector ${name}`, group: 'feed', name: `Connector pair: ${name}` };
    }
    case 'ground':
      return { key: 'ring-m6', group: 'joints', name: 'Ground bolt M6 with ring and star washer' };
    case 'cap':
      return { key: 'end-cap', group: 'joints', name: 'End cap with a flag' };
    case 'stud':
    case 'switch':
    case 'splice':
    case 'lampLoad':
      return null;
    default:
      return element satisfies never;
  }
}

/** Does a blade of a feed's own hang in its wire? One that sits in a slot, on its blades or in a block has its place there. */
const isInline = (build: Build, { upstream, source, fuse, ownFuse }: Feed): boolean =>
  isBlade(fuse.family) &&
  upstream.length === 0 &&
  !fuse.loomId &&
  !ownFuse &&
  (source?.kind === 'stud' || (source?.kind === 'tap' && source.limitA === null && seatOf(build, fuse) === null));

function addFeeds(build: Build, feeds: readonly AssessedFeed[], lines: Lines): void {
  // A part or wire that several feeds share is bought once.
  const feedOf = new Map<Id, string>();
  for (const { feed } of feeds)
    for (const id of [...feed.elementIds, ...[...feed.wires, ...feed.groundWires].map((wire) => wire.id)])
      if (!feedOf.has(id)) feedOf.set(id, feed.fuse.name);
  const untouched = unitsOwnParts(build);
  addLooms(build, feedOf, lines);
  for (const element of Object.values(build.elements).filter(({ id, loomId }) => !untouched.has(id) && !loomId)) {
    const part = partOf(build, element);
    if (part) lines.add({ ...part, quantity: 1, unit: 'pcs', use: feedOf.get(element.id) ?? '' });
  }
  for (const { feed } of feeds) {
    const { fuse, source, slot } = feed;
    const held: Bought[] = [
      ...(isInline(build, feed)
        ? [{ key: 'inline-holder', group: 'feed', name: 'Sealed inline fuse holder' } as const]
        : []),
      // A loom's own fuse is in the loom: the holder that it hangs on wants another.
      ...(fuse.loomId && slot && source?.kind === 'tap' && source.limitA !== null
        ? [fusePart({ family: FAMILY_OF_SIZE[sizeOf(slot)], ratingA: fuse.ratingA })]
        : []),
    ];
    for (const part of held) lines.add({ ...part, quantity: 1, unit: 'pcs', use: fuse.name });
  }
  for (const control of switchesToFit(build)) {
    lines.add({
      key: `switch ${switchName(control)}`,
      group: 'feed',
      name: switchName(control),
      quantity: 1,
      unit: 'pcs',
      use: control.name,
    });
  }
  for (const wire of wiresRun(build).filter(isSized)) addWire(wire, feedOf.get(wire.id) ?? '', lines);
  for (const joint of jointList(build)) {
    const feed = joint.feed || joint.wires.flatMap(({ id }) => feedOf.get(id) ?? [])[0];
    for (const part of jointParts(joint)) lines.add({ group: 'joints', use: feed ?? '', ...part });
  }
}

/** A ready loom is one part, whatever it brings. */
function addLooms(build: Build, feedOf: ReadonlyMap<Id, string>, lines: Lines): void {
  for (const { id, loom } of Object.values(build.looms)) {
    const wire = Object.values(build.wires).find(({ loomId }) => loomId === id);
    const use = (wire && feedOf.get(wire.id)) ?? '';
    lines.add({ key: `loom ${loom.key}`, group: 'wire', name: `Loom ${loom.name}`, quantity: 1, unit: 'pcs', use });
  }
}

function addWire(wire: Wire, use: string, lines: Lines): void {
  const label = gaugeName(wire.table, wire.gauge);
  if (wire.loomLengthMm === null)
    lines.add({
      key: `wire ${label} ${wire.colour}`,
      group: 'wire',
      name: `Wire ${label}, ${wire.colour}`,
      quantity: (wire.lengthMm / 1000) * WASTE_FACTOR,
      unit: 'm',
      use,
    });
  else {
    const name = `Ready loom ${wire.loomLengthMm / 1000} m`;
    lines.add({ key: loomPartKey(wire.loomLengthMm), group: 'wire', name, quantity: 1, unit: 'pcs', use });
  }
}

/** Cored solder that a joint takes up, m (common practice, no source). */
const SOLDER_M = 0.02;

/** What a joint takes: one fitting, whatever the number of wires in it. */
function jointParts({ kind, fitting, areaMm2 }: Joint): Pick<PartLine, 'key' | 'name' | 'quantity' | 'unit'>[] {
  const colour = terminalColour(areaMm2);
  const one = (name: string) => [{ key: name, name, quantity: 1, unit: 'pcs' as const }];
  switch (kind) {
    case 'crimp':
      return one(colour === 'bare' ? `Compression sleeve, ${formatAreaMm2(areaMm2)} mm²` : `Sealed crimp, ${colour}`);
    case 'solder':
      return [{ key: 'solder', name: 'Solder 1 mm with flux core', quantity: SOLDER_M, unit: 'm' }];
    case 'blade':
      return one(`Blade terminal 6.3, ${colour === 'bare' ? 'yellow' : colour}`);
    case 'ring': {
      // The one of a ground comes with its bolt.
      const size = /M[58]/.exec(fitting)?.[0];
      return size ? one(`Ring terminal ${size}, ${colour === 'bare' ? `${formatAreaMm2(areaMm2)} mm²` : colour}`) : [];
    }
    case 'terminal':
    case 'block':
    case 'contact':
    case 'plug':
    case 'cap':
      return [];
    default:
      return kind satisfies never;
  }
}

const formatAreaMm2 = (areaMm2: SquareMillimetres): string => String(Math.round(areaMm2 * 10) / 10);

/** Quantity as bought: whole pieces, wire up to the next half metre. */
export const boughtQuantity = (line: PartLine): number =>
  line.unit === 'm' ? Math.ceil(line.quantity * 2 - 1e-9) / 2 : Math.ceil(line.quantity);
