/** Does everything that a build refers to stand in it? A lamp needs its model, a wire its ends, a function its control. */
import type { Build, Lamp, PadTaken } from '../schema/buildSchema.ts';
import { isGauge, TERMINALS, type Wire } from '../schema/wiring/circuitParts.ts';

/** Collections whose entries are kept under their own id. */
const BY_OWN_ID = [
  'fuseBoxes',
  'looms',
  'slots',
  'lamps',
  'controls',
  'elements',
  'wires',
  'routeNodes',
  'routeLinks',
  'functions',
  'patterns',
  'readings',
  'looks',
  'faults',
  'problems',
  'extraParts',
  'comments',
  'factoryLamps',
  'plugs',
  'trim',
  'oldHoles',
  'photos',
] as const satisfies readonly (keyof Build)[];

function wireProblem(build: Build, wire: Wire): string | null {
  if (!isGauge(wire.table, wire.gauge))
    return `There is no ${wire.table} size ${wire.gauge}. Choose one from the list.`;
  for (const { elementId, terminal } of [wire.from, wire.to]) {
    const element = build.elements[elementId];
    if (!element) return 'A wire would end on a part that is not on the unit.';
    if (!(TERMINALS[element.kind] as readonly string[]).includes(terminal))
      return `${element.name || element.kind} has no terminal "${terminal}".`;
  }
  return null;
}

function padProblem(build: Build, { id, tag, housingId }: Lamp, pad: PadTaken): string | null {
  const holder = build.lamps[pad.onId];
  if (!holder) return `${tag} would stand on a bracket that is not on the unit.`;
  if (holder.pad) return `${tag} would stand on ${holder.tag}, which itself stands on a bracket.`;
  const pads = build.models[holder.modelKey]?.holds?.pads.length ?? 0;
  if (pad.index >= pads) return `${holder.tag} has ${pads === 0 ? 'no place' : `${pads} places`} for lamps.`;
  if (housingId !== undefined) return `${tag} would stand on a bracket without its housing.`;
  const other = Object.values(build.lamps).find(
    (each) => each.id !== id && each.pad?.onId === pad.onId && each.pad.index === pad.index,
  );
  return other ? `${other.tag} stands there on ${holder.tag} already.` : null;
}

function lampProblem(build: Build, lamp: Lamp): string | null {
  if (!build.models[lamp.modelKey]) return `${lamp.tag} would have no model on the unit.`;
  if (lamp.pad) return padProblem(build, lamp, lamp.pad);
  if (lamp.housingId === undefined) return null;
  const housing = build.lamps[lamp.housingId];
  if (!housing) return `${lamp.tag} would be in a housing that is not on the unit.`;
  return housing.housingId === undefined ? null : `${lamp.tag} would be in a housing that is itself in one.`;
}

function elementProblem(build: Build, element: Build['elements'][string]): string | null {
  const gone = (what: string) => `${element.name || element.kind} would belong to a ${what} that is not on the unit.`;
  switch (element.kind) {
    case 'lampLoad':
      return build.lamps[element.lampId] ? null : gone('lamp');
    case 'tap':
      return build.slots[element.slotId] ? null : gone('source');
    case 'switch':
    case 'relay':
    case 'flasher':
      return build.controls[element.controlId] ? null : gone('control');
    case 'receiver':
      return element.channels.every((id) => build.controls[id]) ? null : gone('channel');
    default:
      return null;
  }
}

function firstOf<T>(items: Iterable<T>, problemOf: (item: T) => string | null): string | null {
  for (const item of items) {
    const problem = problemOf(item);
    if (problem) return problem;
  }
  return null;
}

/** The first reference that leads nowhere, as a sentence; null when all is in its place. */
export function referenceProblem(build: Build): string | null {
  const misplaced = BY_OWN_ID.find((name) => Object.entries(build[name]).some(([id, entry]) => entry.id !== id));
  if (misplaced) return `${misplaced}: something would lie under another id than its own.`;
  return (
    firstOf(Object.values(build.lamps), (lamp) => lampProblem(build, lamp)) ??
    firstOf(Object.values(build.slots), ({ label, boxId, controlId }) => {
      if (boxId && !build.fuseBoxes[boxId]) return `Slot ${label} would be in a fuse box that is not on the unit.`;
      return controlId && !build.controls[controlId]
        ? `Slot ${label} would hang on a switch that is not on the unit.`
        : null;
    }) ??
    firstOf(Object.values(build.elements), (element) => elementProblem(build, element)) ??
    firstOf(Object.values(build.wires), (wire) => wireProblem(build, wire)) ??
    firstOf([...Object.values(build.elements), ...Object.values(build.wires)], ({ loomId }) =>
      loomId === undefined || build.looms[loomId] ? null : 'A lead would belong to a loom that is not on the unit.',
    ) ??
    firstOf(Object.values(build.functions), (each) => {
      if (!build.controls[each.controlId]) return `${each.name} would have no control.`;
      const isWhole = Object.keys(each.shows).every((lampId) => build.lamps[lampId]);
      return isWhole ? null : `${each.name} would show on a lamp that is not on the unit.`;
    }) ??
    firstOf(Object.values(build.routeLinks), ({ a, b }) =>
      build.routeNodes[a] && build.routeNodes[b] ? null : 'A way of wires would lead to a point that is not there.',
    )
  );
}
