/** Findings about branches that carry less than the fuse that they share lets through: M61; those of M7 are told beside it. */
import type { Limit } from '../../circuit/index.ts';
import type { Build, Control, Wire } from '../../document/index.ts';
import type { Feed } from '../../graph/index.ts';
import { planBranchFuse } from '../../planning/index.ts';
import { say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit, WayOut } from '../finding.ts';
import { isBranchOnly } from '../wiring/powerRules.ts';

interface WeakBranch {
  feed: Feed;
  limit: Limit;
  /** The channel of a receiver at whose output it begins, if it does. */
  channel: Control | null;
  waysOut: WayOut[];
}

/** Branches that carry less than the fuse that they share lets through. */
export function weakBranches({ build, feeds }: CheckContext): WeakBranch[] {
  return feeds.flatMap(({ feed, figures }) =>
    figures.limits.flatMap((limit): WeakBranch[] => {
      if (limit.kind !== 'wire' || limit.limitA >= limit.deviceRatingA || !isBranchOnly(feed, limit)) return [];
      const weak = new Set(limit.wireIds);
      const start = feed.wires.find((wire) => weak.has(wire.id));
      if (!start) return [];
      const operations = planBranchFuse(build, start.id, `Branch of ${feed.fuse.name}`);
      const { gauge } = feed.wires[0]!;
      const waysOut: WayOut[] = [
        ...(operations ? [{ label: say`Fuse the branch at its start`, operations }] : []),
        {
          label: say`Use the trunk's ${gauge} for it`,
          operations: [{ kind: 'editWires', wireIds: limit.wireIds, changes: { gauge } }],
        },
      ];
      return [{ feed, limit, channel: channelAt(build, start), waysOut }];
    }),
  );
}

/** The channel of a receiver that a wire begins at. */
function channelAt(build: Build, { from, to }: Wire): Control | null {
  for (const { elementId, terminal } of [from, to]) {
    const element = build.elements[elementId];
    if (element?.kind !== 'receiver' || !terminal.startsWith('out')) continue;
    return build.controls[element.channels[Number(terminal.slice(3)) - 1] ?? ''] ?? null;
  }
  return null;
}

/** M61: what a channel gives at most opens nothing: the receiver's own fuse is the first that does. */
const channelsForFuses = (context: CheckContext): Hit[] =>
  weakBranches(context).flatMap(({ feed, limit, channel, waysOut }): Hit[] =>
    channel
      ? [
          {
            message: say`${channel.name}: its channel gives ${channel.ratingA ?? 0} A and opens nothing; ${limit.name.toLowerCase()} behind it (${limit.limitA} A) hangs on the receiver's ${feed.fuse.ratingA} A fuse.`,
            feedIds: [feed.fuse.id],
            waysOut,
          },
        ]
      : [],
  );

export const BRANCH_RULES: readonly FindingRule[] = [
  {
    code: 'M61',
    stages: ['feed'],
    severity: 'stop',
    title: 'A channel taken for a fuse',
    reason:
      'What a channel may give is a limit, not a protection: a short behind it burns the wire before the shared fuse opens.',
    wayOut: 'Fuse the branch at its start',
    source: 'ABYC E-11 overcurrent rule (from memory)',
    check: channelsForFuses,
  },
];
