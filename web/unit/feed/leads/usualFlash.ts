import type { AssessedFeed } from '../../../../core/circuit/index.ts';
import type { Build } from '../../../../core/document/index.ts';
import type { LeadQuestion } from '../../../../core/work/index.ts';
import { isSpareChannel } from '../controls.ts';
import { bestSource } from '../sources.ts';

/** What crews would take: a channel that is free, else a new switch; the source with most room; the fleet's pattern. */
export const usualFlash = (build: Build, feeds: readonly AssessedFeed[]): LeadQuestion['flash'] => ({
  controlId: Object.keys(build.controls).find((id) => isSpareChannel(build, id)) ?? null,
  slotId: build.slots[bestSource(build, feeds, 0)]?.id ?? null,
  patternId: build.fleetPatternId ?? 'quad',
});
