import type { AssessedFeed } from '../../../../core/circuit/index.ts';
import type { Build } from '../../../../core/document/index.ts';
import { slotWhen } from '../../../../core/graph/index.ts';
import { bestSource, type LeadQuestion } from '../../../../core/work/index.ts';
import { isSpareChannel } from '../controls.ts';

/**
 * What crews would take: a channel that is free, else a new switch; a source that is hot without the key, as warning has to
 * be; a pattern that a filament follows, until somebody says that the lamp is none.
 */
export function usualFlash(build: Build, feeds: readonly AssessedFeed[]): LeadQuestion['flash'] {
  const slot = build.slots[bestSource(build, feeds, 0)];
  const isHot = slot && slotWhen(slot, build.electrics.systemVoltageV) === 'always';
  return {
    controlId: Object.keys(build.controls).find((id) => isSpareChannel(build, id)) ?? null,
    slotId: isHot ? slot.id : null,
    patternId: build.fleetPatternId ?? 'slow-double',
  };
}
