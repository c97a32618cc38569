/** Findings about the routes of wires: M14 too short, M15 no slack, M16 pass too small, M20 bare edge, M21 heat and motion. */
import type { Body } from '../../body/index.ts';
import {
  type Build,
  derivedId,
  type Id,
  type OperationDraft,
  type Position,
  type RouteNode,
} from '../../document/index.ts';
import {
  CLEARANCE_MM,
  clearOf,
  distanceMm,
  GROMMETS,
  grommetFor,
  loomEnds,
  planLengths,
  type Segment,
  segmentsOf,
  shortMm,
  throughNode,
  type WireRoute,
  wayRound,
  wireRoutes,
  zonesNear,
} from '../../harness/index.ts';
import { planLoomExtension } from '../../planning/index.ts';
import { fine, type Millimetres, mm, run, say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit, WayOut } from '../finding.ts';

/** Ways found for the same wiring and points are kept: an edit elsewhere does not lay them again. */
const kept = new WeakMap<Build['routeNodes'], { build: Build; body: Body; routes: WireRoute[] }>();
const ROUTE_PARTS = ['routeLinks', 'wires', 'elements', 'lamps', 'fusePanel', 'places', 'plugs'] as const;

export function keptRoutes({ build, body }: CheckContext): WireRoute[] {
  const known = kept.get(build.routeNodes);
  if (known && known.body === body && ROUTE_PARTS.every((part) => known.build[part] === build[part]))
    return known.routes;
  const routes = wireRoutes(build, body);
  kept.set(build.routeNodes, { build, body, routes });
  return routes;
}

/** Shorter than this is within a pull on the ties (common practice, no source). */
const TOLERANCE_MM = 25;

/** The feed that each wire is on, by wire id. */
function feedOfWire(context: CheckContext): Map<Id, CheckContext['feeds'][number]> {
  return new Map(
    context.feeds.flatMap((each) =>
      [...each.feed.wires, ...each.feed.groundWires].map((wire) => [wire.id, each] as const),
    ),
  );
}

const feedIdsOf = (feeds: ReturnType<typeof feedOfWire>, { run }: WireRoute): Id[] => {
  const feed = feeds.get(run.wireIds[0]!);
  return feed ? [feed.feed.fuse.id] : [];
};

const lampsOf = (build: Build, { run }: WireRoute): Id[] =>
  [run.from, run.to].flatMap((id) => {
    const element = build.elements[id];
    return element?.kind === 'lampLoad' ? [element.lampId] : [];
  });

function tooShort(context: CheckContext): Hit[] {
  const { build } = context;
  const feeds = feedOfWire(context);
  const short = keptRoutes(context).filter(
    // What only lacks the slack of a joint is M15's to tell.
    ({ run, neededMm, slackMm }) => run.lengthMm < neededMm - slackMm - TOLERANCE_MM,
  );
  const looms = short.filter(({ run }) => build.wires[run.wireIds[0]!]!.loomLengthMm !== null);
  const reel = short.filter((route) => !looms.includes(route));
  const hits = looms.map(
    (route): Hit => ({
      message: say`The ready loom is ${run(build.wires[route.run.wireIds[0]!]!.loomLengthMm!)} long and its route ${run(route.neededMm)}: ${run(route.neededMm - route.run.lengthMm)} is missing.`,
      lampIds: lampsOf(build, route),
      feedIds: feedIdsOf(feeds, route),
      waysOut: [
        {
          label: say`Extend it by ${run(route.neededMm - route.run.lengthMm)}`,
          operations: planLoomExtension(build, route.run.wireIds[0]!, route.neededMm),
        },
      ],
    }),
  );
  hits.push(...shortLooms(context, new Set(keptRoutes(context).flatMap(({ run }) => run.wireIds))));
  const byFeed = new Map<Id, WireRoute[]>();
  for (const route of reel) {
    const id = feeds.get(route.run.wireIds[0]!)?.feed.fuse.id ?? '';
    byFeed.set(id, [...(byFeed.get(id) ?? []), route]);
  }
  for (const [id, routes] of byFeed) {
    const worst = routes.reduce((a, b) => (b.neededMm - b.run.lengthMm > a.neededMm - a.run.lengthMm ? b : a));
    const lengths = planLengths(build, routes);
    hits.push({
      message: say`${feeds.get(worst.run.wireIds[0]!)?.feed.fuse.name ?? 'Loose wires'}: ${routes.length === 1 ? 'a wire is' : `${routes.length} wires are`} shorter than ${routes.length === 1 ? 'its way' : 'their routes'}, by up to ${run(worst.neededMm - worst.run.lengthMm)}.`,
      severity: 'caution',
      feedIds: id ? [id] : [],
      lampIds: routes.flatMap((route) => lampsOf(build, route)),
      waysOut: lengths ? [{ label: say`Cut to the routes`, operations: [lengths] }] : [],
    });
  }
  return hits;
}

/** Leads of ready looms that do not reach, as far as no route tells of them. */
function shortLooms({ build, feeds }: CheckContext, routed: ReadonlySet<Id>): Hit[] {
  return Object.values(build.looms).flatMap(({ id, loom }) =>
    loomEnds(build, id)
      .filter((end) => shortMm(end) > 0 && !routed.has(end.wireId))
      .map((end): Hit => {
        const of = feeds.filter(({ feed }) =>
          [...feed.wires, ...feed.groundWires].some((wire) => wire.id === end.wireId),
        );
        const neededMm = end.hasMm + shortMm(end);
        return {
          message: say`${loom.name}: its lead to ${end.joins} is ${run(end.hasMm)} long and its way ${run(neededMm)}: ${run(shortMm(end))} is missing.`,
          feedIds: of.map(({ feed }) => feed.fuse.id),
          waysOut: [
            {
              label: say`Extend it by ${run(shortMm(end))}`,
              operations: planLoomExtension(build, end.wireId, neededMm),
            },
          ],
        };
      }),
  );
}

/** M15 as far as wires go; zoneRules.ts tells of lamps at the same joints. */
export function wiresWithoutSlack(context: CheckContext): Hit[] {
  const { build } = context;
  const feeds = feedOfWire(context);
  return keptRoutes(context)
    .filter(
      ({ run, neededMm, slackMm }) =>
        slackMm > 0 && run.lengthMm < neededMm - TOLERANCE_MM && run.lengthMm >= neededMm - slackMm - TOLERANCE_MM,
    )
    .map((route): Hit => {
      const lengths = planLengths(build, [route]);
      const feed = feeds.get(route.run.wireIds[0]!);
      return {
        message: say`${feed?.feed.fuse.name ?? 'A wire'} crosses the ${[...new Set(route.joints)].join(' and the ')} without slack: its travel asks for ${mm(Math.round(route.slackMm))} more.`,
        feedIds: feedIdsOf(feeds, route),
        lampIds: lampsOf(build, route),
        waysOut: lengths
          ? [
              {
                label: say`Add ${mm(Math.ceil((route.neededMm - route.run.lengthMm) / 10) * 10)}`,
                operations: [lengths],
              },
            ]
          : [],
      };
    });
}

const passNodes = ({ build }: CheckContext): RouteNode[] =>
  Object.values(build.routeNodes).filter((node) => node.pass !== null);

const editPass = (node: RouteNode, changes: Partial<NonNullable<RouteNode['pass']>>): OperationDraft => ({
  kind: 'editRouteNode',
  nodeId: node.id,
  changes: { pass: { ...node.pass!, ...changes } },
});

function passTooSmall(context: CheckContext): Hit[] {
  const routes = keptRoutes(context);
  return passNodes(context).flatMap((node): Hit[] => {
    const { runs, diameterMm } = throughNode(context.build, routes, node.id);
    const pass = node.pass!;
    const wanted = grommetFor(diameterMm, pass.holeMm);
    const boreMm = pass.boreMm ?? pass.holeMm;
    if (runs.length === 0 || (wanted && boreMm >= wanted.boreMm - 1e-9) || boreMm >= diameterMm * 1.1) return [];
    return [
      {
        message: say`${node.name}: ${runs.length} wires, ${fine(diameterMm)} together, do not pass ${pass.boreMm === null ? say`the ${fine(pass.holeMm)} hole` : say`a ${fine(boreMm)} bore`}.`,
        waysOut: wanted
          ? [
              {
                label: say`Use the ${fine(wanted.boreMm)} grommet in a ${fine(wanted.holeMm)} hole`,
                operations: [editPass(node, wanted)],
              },
            ]
          : [],
      },
    ];
  });
}

/** Passes with a bare edge, or open to water. Said with the other M20 findings, of lamps' own holes. */
export function barePasses(context: CheckContext): Hit[] {
  const routes = keptRoutes(context);
  return passNodes(context).flatMap((node): Hit[] => {
    const { runs, diameterMm } = throughNode(context.build, routes, node.id);
    const pass = node.pass!;
    const bare = pass.boreMm === null;
    const wet = pass.wet && !pass.sealed;
    if (runs.length === 0 || (!bare && !wet)) return [];
    const grommet = grommetFor(diameterMm, pass.holeMm);
    const changes = {
      ...(bare && grommet),
      ...(pass.wet && { sealed: true }),
    };
    const label = bare
      ? say`Fit a ${fine(grommet?.boreMm ?? pass.holeMm)} grommet${pass.wet ? ' and seal it' : ''}`
      : say`Seal it`;
    return [
      {
        message: say`${node.name}: wires pass ${bare ? 'a bare edge' : 'a wet wall unsealed'}.`,
        waysOut: bare && !grommet ? [] : [{ label, operations: [editPass(node, changes)] }],
      },
    ];
  });
}

/** Passes whose hole is wider than what sits in it. Said with the other M28 findings, of lamps' own holes. */
export function loosePasses(context: CheckContext): Hit[] {
  const routes = keptRoutes(context);
  return passNodes(context).flatMap((node): Hit[] => {
    const { holeMm, boreMm } = node.pass!;
    const has = GROMMETS.find((grommet) => grommet.boreMm === boreMm);
    if (!has || holeMm <= has.holeMm + 1e-9) return [];
    const wanted = grommetFor(throughNode(context.build, routes, node.id).diameterMm, holeMm);
    return [
      {
        message: say`${node.name}: a grommet of ${fine(has.boreMm)} bore is made for a ${fine(has.holeMm)} hole; this one is ${fine(holeMm)}.`,
        waysOut: wanted
          ? [{ label: say`Use the ${fine(wanted.boreMm)} grommet`, operations: [editPass(node, wanted)] }]
          : [],
      },
    ];
  });
}

const WORDS = { hot: 'hot', moving: 'moving', pinch: 'pinching' } as const;

/** The segment led round what it is too near to; none when nothing goes round, or an end of it stands there itself. */
function roundWay(body: Body, { link, a, b }: Segment, clearanceMm: Millimetres): WayOut | null {
  const isMovable = (node: RouteNode) => node.pass === null;
  const [first, last] = [a, b].map((node) => ({
    ...node,
    position: isMovable(node) ? clearOf(body.zones, node.position) : node.position,
  })) as [RouteNode, RouteNode];
  const corners = wayRound(body.zones, first.position, last.position);
  const moved = [first, last].filter((node, index) => node.position !== [a, b][index]!.position);
  if (!corners || (corners.length === 0 && moved.length === 0)) return null;
  const points = corners.map(
    (position, index): RouteNode => ({
      id: derivedId(link.id, `corner ${index}`),
      name: `Round it, corner ${index + 1}`,
      position,
      pass: null,
      jointId: a.jointId === b.jointId ? a.jointId : null,
    }),
  );
  const along = [first, ...points, last];
  const links = along.slice(1).map((node, index) => ({
    id: derivedId(link.id, `segment ${index}`),
    a: along[index]!.id,
    b: node.id,
  }));
  return {
    label: say`Lead it round, ${mm(clearanceMm)} clear`,
    operations: [{ kind: 'putRoute', nodes: [...moved, ...points], links, dropLinks: [link.id] }],
  };
}

/** Lamps, walls and the panel are where they are: what is near those cannot be led elsewhere (mm). */
const FIXED_END_MM = 400;

function nearHarm(context: CheckContext): Hit[] {
  const { build, body } = context;
  const used = new Map<Id, Id[]>();
  for (const route of keptRoutes(context))
    for (const id of route.linkIds) used.set(id, [...(used.get(id) ?? []), ...route.run.wireIds]);
  const segments = segmentsOf(build, body).filter(({ link }) => used.has(link.id));
  const feeds = feedOfWire(context);
  const places = [...Object.values(build.lamps).map((lamp) => lamp.position), build.fusePanel.position];
  return body.zones.flatMap((zone): Hit[] => {
    const clearanceMm = CLEARANCE_MM[zone.kind];
    if (clearanceMm === undefined) return [];
    const fixed = [...places, ...passNodes(context).map((node) => node.position)].filter(
      (place) => zonesNear([zone], place, place).length > 0,
    );
    const isFixed = (place: Position) => fixed.some((each) => distanceMm(each, place) < FIXED_END_MM);
    const near = segments.filter(
      ({ a, b }) =>
        zonesNear([zone], a.position, b.position).length > 0 && !isFixed(a.position) && !isFixed(b.position),
    );
    if (near.length === 0) return [];
    const feedIds = near.flatMap(({ link }) =>
      used.get(link.id)!.flatMap((wireId) => feeds.get(wireId)?.feed.fuse.id ?? []),
    );
    return [
      {
        message: say`${near.length === 1 ? 'A segment of wire runs' : `${near.length} segments of wire run`} within ${mm(clearanceMm)} of the ${WORDS[zone.kind as keyof typeof WORDS]} ${zone.name}.`,
        feedIds: [...new Set(feedIds)],
        waysOut: near.flatMap((segment) => roundWay(body, segment, clearanceMm) ?? []).slice(0, 1),
      },
    ];
  });
}

export const ROUTE_RULES: readonly FindingRule[] = [
  {
    code: 'M14',
    stages: ['feed'],
    severity: 'stop',
    title: 'Run longer than the loom',
    reason: 'A wire that is pulled tight to reach breaks at its joint.',
    wayOut: 'Extend the loom, or cut the wire to its way',
    source: 'The routes laid on the sheet, with ends, loops and slack; allowances common practice, no source',
    check: tooShort,
  },
  {
    code: 'M16',
    stages: ['feed'],
    severity: 'stop',
    title: 'Hole or grommet too small for the bundle',
    reason: 'A bundle that is forced through a grommet loses its skin, and the next wire never goes in.',
    wayOut: 'Use the grommet that takes the bundle',
    source: 'Bundle by circle packing, never under 1.2 √N d; grommet sizes common practice, no source',
    check: passTooSmall,
  },
  {
    code: 'M21',
    stages: ['feed'],
    severity: 'caution',
    title: 'Run near heat or moving parts',
    reason: 'Insulation softens beside an exhaust, and a moving part saws through what touches it.',
    wayOut: 'Move the clip clear',
    source: "The body's zones; clearances common practice, no source",
    check: nearHarm,
  },
];
