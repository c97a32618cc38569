/** M62: what several feeds share carries the sum of all that meets in it. */
import { type AssessedFeed, solveSetting, USUAL_BUNDLE } from '../../circuit/index.ts';
import type { Build, Id, OperationDraft, Wire } from '../../document/index.ts';
import { isRun } from '../../graph/index.ts';
import { cutList, terminalName } from '../../harness/index.ts';
import { type Amps, ampacityA, conductor, conductorsOf, gaugeName, say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit, WayOut } from '../finding.ts';

const amps = (value: number): string => `${Math.round(value * 10) / 10} A`;

/** Wires and parts by id, with the feeds that use them, where that is more than one. */
function sharedBy(
  feeds: readonly AssessedFeed[],
  idsOf: (each: AssessedFeed) => Iterable<Id>,
): Map<Id, AssessedFeed[]> {
  const users = new Map<Id, AssessedFeed[]>();
  for (const each of feeds) for (const id of new Set(idsOf(each))) users.set(id, [...(users.get(id) ?? []), each]);
  return new Map([...users].filter(([, by]) => by.length > 1));
}

interface Overload {
  name: string;
  currentA: Amps;
  limitA: Amps;
  by: AssessedFeed[];
  waysOut: WayOut[];
}

const carriesA = (wire: Wire): Amps => ampacityA(conductor(wire.table, wire.gauge), { bundled: USUAL_BUNDLE });

/** The next sizes that carry what flows in wires that carry too little, all of them at once. */
function thicker(wires: readonly { wire: Wire; currentA: Amps }[]): WayOut[] {
  const operations = wires.flatMap(({ wire, currentA }): OperationDraft[] => {
    const size = conductorsOf(wire.table).find((each) => ampacityA(each, { bundled: USUAL_BUNDLE }) >= currentA);
    return size ? [{ kind: 'editWires', wireIds: [wire.id], changes: { gauge: size.gauge as Wire['gauge'] } }] : [];
  });
  const [first] = operations;
  if (operations.length < wires.length || first?.kind !== 'editWires') return [];
  const { table } = wires[0]!.wire;
  return [{ label: say`Use ${gaugeName(table, first.changes.gauge!)} for what they share`, operations }];
}

function sharedWires(build: Build, feeds: readonly AssessedFeed[], currentOf: (id: Id) => number): Overload[] {
  const shared = sharedBy(feeds, ({ feed }) =>
    [...feed.wires, ...feed.groundWires].filter(isRun).map((wire) => wire.id),
  );
  const tags = new Map(cutList(build).map((line) => [line.wireId, line.tag]));
  const over = [...shared]
    .map(([id, by]) => ({ wire: build.wires[id]!, by, currentA: currentOf(id) }))
    .filter(({ wire, currentA }) => currentA > carriesA(wire) + 1e-6);
  const bySharers = new Map<string, typeof over>();
  for (const each of over) {
    const key = each.by.map(({ feed }) => feed.fuse.id).join();
    bySharers.set(key, [...(bySharers.get(key) ?? []), each]);
  }
  return [...bySharers.values()].map((all): Overload => {
    const worst = all.reduce((most, each) =>
      each.currentA / carriesA(each.wire) > most.currentA / carriesA(most.wire) ? each : most,
    );
    const { wire, currentA, by } = worst;
    const size = gaugeName(wire.table, wire.gauge);
    return {
      name: `wire ${tags.get(wire.id) ?? ''} of ${size}, ${terminalName(build, wire.from)} to ${terminalName(build, wire.to)}`,
      currentA,
      limitA: carriesA(wire),
      by,
      waysOut: thicker(all),
    };
  });
}

function sharedParts(build: Build, feeds: readonly AssessedFeed[], currentOf: (id: Id) => number): Overload[] {
  return [...sharedBy(feeds, ({ feed }) => feed.elementIds)].flatMap(([id, by]): Overload[] => {
    const element = build.elements[id];
    if (element?.kind === 'switch') {
      const control = build.controls[element.controlId];
      return control?.ratingA == null
        ? []
        : [{ name: control.name, currentA: currentOf(id), limitA: control.ratingA, by, waysOut: [] }];
    }
    if (element?.kind !== 'connector') return [];
    const pins = Array.from({ length: element.pins }, (_, index) => index + 1);
    return pins.map((pin) => ({
      name: `${element.name || 'plug'}, pin ${pin}`,
      currentA: currentOf(`${id}:${pin}`),
      limitA: element.ratingA,
      by,
      waysOut: [],
    }));
  });
}

function sharedOverload({ build, feeds }: CheckContext): Hit[] {
  const isShared = sharedBy(feeds, ({ feed }) => [
    ...feed.elementIds,
    ...[...feed.wires, ...feed.groundWires].map((wire) => wire.id),
  ]);
  if (isShared.size === 0) return [];
  const controlIds = new Set(Object.keys(build.controls));
  const { solution } = solveSetting(build, { keyOn: true, controlIds, load: 'maximum' });
  const currentOf = (id: Id) => Math.abs(solution.elements[id]?.currentA ?? 0);
  return [...sharedWires(build, feeds, currentOf), ...sharedParts(build, feeds, currentOf)]
    .filter(({ currentA, limitA }) => currentA > limitA + 1e-6)
    .map(({ name, currentA, limitA, by, waysOut }): Hit => {
      const names = by.map(({ feed }) => feed.fuse.name);
      return {
        message: say`${names.join(' and ')} share ${name}: ${amps(currentA)} with everything on, and it is good for ${amps(limitA)}.`,
        feedIds: by.map(({ feed }) => feed.fuse.id),
        lampIds: [...new Set(by.flatMap(({ feed }) => feed.lamps.map((lamp) => lamp.id)))],
        waysOut,
        worked: {
          formula: say`${amps(currentA)} > ${amps(limitA)}`,
          terms: by.map(({ feed, figures }) => ({
            value: say`${amps(figures.maximumA)}`,
            what: say`${feed.fuse.name}, every lamp lit`,
            source: "the lamps' largest current, Shelf",
          })),
        },
      };
    });
}

export const SHARED_RULES: readonly FindingRule[] = [
  {
    code: 'M62',
    stages: ['feed'],
    severity: 'stop',
    title: 'What feeds share carries too much',
    reason: 'Each feed by itself is within its limits; a ground, a plug or a switch that they share carries the sum.',
    wayOut: 'Use a thicker wire for it, give each a ground of its own, or divide them over two switches or pins',
    source: 'ABYC E-11 for wires, from memory; ratings as they are marked',
    isPlaceless: true,
    check: sharedOverload,
  },
];
