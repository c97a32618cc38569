/** How a unit is put back as it came: what comes off, what is closed, what its own parts need, in the order to do it. */

import type { Body } from '../body/index.ts';
import type { Build, Plug } from '../document/index.ts';
import { isUnits, plugOfSource, seatOf, sourceInBox, switchesToFit, wiresRun } from '../graph/index.ts';
import { terminalFor } from '../harness/index.ts';
import { closingFor, compareTags, formatMm, type HoleRow, holeList, housings, tagList } from '../place/index.ts';
import { leadAround, ownLead } from '../planning/index.ts';

export interface StockStep {
  title: string;
  detail: string;
}

export interface BackToStock {
  steps: StockStep[];
  /** What has to be bought for it. */
  parts: { name: string; quantity: number }[];
}

/** Do only lamps of the unit's own hang on a plug's pins, as far as they are in the circuit? */
const isOwnOnly = (build: Build, plug: Plug): boolean =>
  plug.pins.some(({ pin }) => ownLead(build, plug.id, pin) !== undefined);

interface Opening {
  size: string;
  count: number;
  closedWith: string;
}

/** What was drilled and cut, by size, and what closes it. The corner holes of a slot go under its plate. */
function openings(rows: readonly HoleRow[]): Opening[] {
  const bySize = new Map<string, Opening>();
  for (const { diameterMm, slot, count, purposes } of rows) {
    if (!slot && purposes.every((purpose) => purpose === 'corner')) continue;
    const size = slot ? `${formatMm(slot.widthMm)} x ${formatMm(slot.heightMm)} mm` : `${formatMm(diameterMm)} mm`;
    const closedWith = slot ? `Cover plate over a slot of ${size}` : closingFor(diameterMm);
    bySize.set(size, { size, closedWith, count: (bySize.get(size)?.count ?? 0) + count });
  }
  return [...bySize.values()];
}

const bySmallest = (a: HoleRow, b: HoleRow): number => a.diameterMm - b.diameterMm;

/** The list for a unit as it is built; empty when nothing of it was added. */
export function backToStock(build: Build, body: Body): BackToStock {
  const added = housings(build).filter((lamp) => build.models[lamp.modelKey]?.kind !== 'factory');
  const elements = Object.values(build.elements);
  if (added.length === 0 && !Object.values(build.wires).some((wire) => !isUnits(wire))) return { steps: [], parts: [] };
  const steps: StockStep[] = [{ title: 'Take the power off', detail: 'Key out, battery negative off.' }];
  const parts: BackToStock['parts'] = [];
  const step = (title: string, detail: string) => steps.push({ title, detail });

  // What only the unit's own lamps hang on was never touched.
  const touched = new Set(
    Object.values(build.wires).flatMap(({ from, to, origin }) =>
      origin === 'unit' ? [] : [from.elementId, to.elementId],
    ),
  );
  const taps = [
    ...new Set(
      elements.flatMap((element) =>
        element.kind === 'tap' && touched.has(element.id) ? (build.slots[element.slotId] ?? []) : [],
      ),
    ),
  ];
  const seats = new Set(elements.flatMap((each) => (each.kind === 'fuse' ? (seatOf(build, each)?.id ?? []) : [])));
  const own = taps.filter((slot) => slot.ratingA !== null);
  const studs = elements.filter((element) => element.kind === 'stud').length;
  if (taps.length > 0 || studs > 0)
    step(
      'Take the feeds off their sources',
      [
        ...taps.map((slot) =>
          slot.ratingA === null
            ? `${sourceInBox(build, slot)}: ${terminalFor(build, slot) && seats.has(slot.id) ? 'fuse out, lance lifted, terminal drawn out: ' : ''}empty again`
            : `${sourceInBox(build, slot)}: its own ${slot.ratingA} A fuse back`,
        ),
        ...(studs > 0 ? [`${studs} ${studs === 1 ? 'lead' : 'leads'} off the battery stud`] : []),
      ].join('; '),
    );
  for (const slot of own) parts.push({ name: `Fuse ${slot.ratingA} A for ${sourceInBox(build, slot)}`, quantity: 1 });

  for (const module of elements.filter(({ kind }) => kind === 'modulator')) {
    const lead = leadAround(build, module.id);
    if (!lead) continue;
    const isPlugged = lead.elementIds.some((id) => build.elements[id]?.kind === 'connector');
    step(
      `Take the ${module.name.toLowerCase()} out`,
      isPlugged
        ? `Unplug it at both ends, its ground ring off, and push the two plug halves of the ${lead.near.colour} lead together.`
        : `Cut it out at its own leads, its ground ring off, and butt the two ends of the ${lead.near.colour} lead together.`,
    );
    if (!isPlugged) parts.push({ name: 'Sealed butt for a lead of its own', quantity: 1 });
  }
  const passed = elements.flatMap((element) => {
    if (element.kind !== 'lampLoad' || !touched.has(element.id)) return [];
    const lamp = build.lamps[element.lampId];
    return lamp && build.models[lamp.modelKey]?.kind === 'factory' ? [lamp.tag] : [];
  });
  if (passed.length > 0)
    step(
      'Join its own lamps as they were',
      `${tagList(passed)}: what stands between and splices out, each lead straight to its own wire again.`,
    );

  const cut = Object.values(build.plugs).filter((plug) => plug.leftMm !== null);
  for (const plug of cut)
    step(`Join ${plug.name} again`, `${plug.place || 'where it is'}: ${plug.leftMm} mm of lead were left behind it.`);
  const tapped = new Set(taps.map((slot) => plugOfSource(build, slot.id)?.plug.id));
  // One that the crew took nothing from is as it was found.
  const joined = Object.values(build.plugs).filter(
    (plug) => plug.end === 'joined' && plug.leftMm === null && !(isOwnOnly(build, plug) && !tapped.has(plug.id)),
  );
  for (const plug of joined)
    step(`Unplug ${plug.name}`, `${plug.place || 'where it is'}: cap it, so that it keeps dry.`);

  const wires = wiresRun(build).length;
  if (wires > 0)
    step(
      'Draw the loom out',
      `${wires} wires, ${elements.filter((element) => element.kind === 'ground').length} ground bolts; ties and clips off.`,
    );
  const passes = Object.values(build.routeNodes).filter((node) => node.pass !== null);
  if (passes.length > 0)
    step(
      'Close the routes through walls',
      passes
        .map((node) => node.name || 'a pass')
        .sort()
        .join(', '),
    );

  const switches = switchesToFit(build);
  if (switches.length > 0) step('Take the switches out', switches.map(({ name }) => name).join(', '));
  if (added.length > 0)
    step(
      'Take the lamps off',
      added
        .map((lamp) => lamp.tag)
        .sort(compareTags)
        .join(' '),
    );
  const rows = holeList(build, body).sort(bySmallest);
  if (rows.length > 0) {
    const open = openings(rows);
    const tags = new Set(rows.flatMap((row) => row.lamps.map((lamp) => lamp.tag)));
    const panels = new Set(rows.flatMap(({ control }) => control?.name ?? []));
    const at = [...(tags.size > 0 ? [tagList([...tags].sort(compareTags))] : []), ...panels];
    step(
      'Close the holes',
      `${open.map(({ size, count }) => `${count} × ${size}`).join(', ')} at ${at.join(', ')}: plugs and plates set in sealant, edges painted.`,
    );
    parts.push(...open.map(({ closedWith, count }) => ({ name: closedWith, quantity: count })));
  }
  for (const trim of Object.values(build.trim))
    step(`Put ${trim.name} back`, `${trim.count} × ${trim.fasteners}${trim.note ? `; ${trim.note}` : ''}`);
  step(
    'Power on, and try everything of its own',
    'Running, brake, both turns, hazard, reverse, and whatever shared a slot.',
  );
  return { steps, parts: merged(parts) };
}

function merged(parts: BackToStock['parts']): BackToStock['parts'] {
  const byName = new Map<string, number>();
  for (const { name, quantity } of parts) byName.set(name, (byName.get(name) ?? 0) + quantity);
  return [...byName].map(([name, quantity]) => ({ name, quantity }));
}
