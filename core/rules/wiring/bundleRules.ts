/** Findings about wires that run together: M78. */
import { USUAL_BUNDLE } from '../../circuit/index.ts';
import type { Id, OperationDraft, Wire } from '../../document/index.ts';
import { bundlesOf, cutList } from '../../harness/index.ts';
import { type Amps, ampacityA, conductor, conductorsOf, mm, plain, say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit } from '../finding.ts';
import { keptRoutes } from './routeRules.ts';

/** Most that flows in each wire, by its feed. */
function currents({ feeds }: CheckContext): Map<Id, { currentA: Amps; fuseId: Id }> {
  const found = new Map<Id, { currentA: Amps; fuseId: Id }>();
  for (const { feed, figures } of feeds)
    for (const { wire, currentA } of figures.sections)
      if (currentA > (found.get(wire.id)?.currentA ?? -1)) found.set(wire.id, { currentA, fuseId: feed.fuse.id });
  return found;
}

/**
 * M78: wires that carry what they may alone or in a bundle of three, and too much for as many as really run together with
 * them, each told once, where its bundle is thickest.
 */
function hotBundles(context: CheckContext): Hit[] {
  const { build, body } = context;
  const flows = currents(context);
  const routes = keptRoutes(context);
  const inLink = new Map<Id, Id[]>();
  const runs = new Map<Id, number>();
  for (const { run, linkIds } of routes)
    for (const id of linkIds) {
      inLink.set(id, [...(inLink.get(id) ?? []), ...run.wireIds]);
      runs.set(id, (runs.get(id) ?? 0) + 1);
    }
  const worst = new Map<Id, { wire: Wire; count: number; limitA: Amps; linkId: Id }>();
  for (const [linkId, count] of runs) {
    if (count <= USUAL_BUNDLE) continue;
    for (const wireId of inLink.get(linkId)!) {
      const wire = build.wires[wireId]!;
      const limitA = ampacityA(conductor(wire.table, wire.gauge), { bundled: count });
      const known = worst.get(wireId);
      if ((flows.get(wireId)?.currentA ?? 0) > limitA && (!known || count > known.count))
        worst.set(wireId, { wire, count, limitA, linkId });
    }
  }
  if (worst.size === 0) return [];
  const lengthOf = new Map(bundlesOf(build, body, routes).map(({ link, lengthMm }) => [link.id, lengthMm]));
  const tags = new Map(cutList(build).map((line) => [line.wireId, line.tag]));
  return [...worst.values()].map(({ wire, count, limitA, linkId }): Hit => {
    const { currentA, fuseId } = flows.get(wire.id)!;
    const size = conductorsOf(wire.table).find((each) => ampacityA(each, { bundled: count }) >= currentA);
    const operations: OperationDraft[] = size
      ? [{ kind: 'editWires', wireIds: [wire.id], changes: { gauge: size.gauge as Wire['gauge'] } }]
      : [];
    return {
      message: say`${tags.get(wire.id) ?? 'A wire'} runs with ${count - 1} others for ${mm(Math.round(lengthOf.get(linkId) ?? 0))} and may carry ${limitA.toFixed(1)} A there; ${currentA.toFixed(1)} A flow.`,
      feedIds: [fuseId],
      waysOut:
        operations.length > 0 ? [{ label: plain('Use the next size that stays cool in that bundle'), operations }] : [],
      worked: {
        formula: say`${currentA.toFixed(1)} A > ${limitA.toFixed(1)} A`,
        terms: [
          {
            value: say`${currentA.toFixed(1)} A`,
            what: plain('with everything on that can be'),
            source: 'the circuit',
          },
          {
            value: say`${limitA.toFixed(1)} A`,
            what: say`what ${wire.gauge} carries among ${count}`,
            source: 'ISO 10133, from memory',
          },
        ],
      },
    };
  });
}

export const BUNDLE_RULES: readonly FindingRule[] = [
  {
    code: 'M78',
    stages: ['feed'],
    severity: 'caution',
    title: 'Wires that heat each other in a thick bundle',
    reason:
      'In the middle of many a wire cannot give off its heat: its insulation hardens, cracks, and touches its neighbour.',
    wayOut: 'Use a thicker wire, or another way for some of them',
    source: 'ISO 10133 and ABYC E-11 bundle factors, from memory',
    check: hotBundles,
  },
];
