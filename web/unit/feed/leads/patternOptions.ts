import type { LampModel } from '../../../../core/document/index.ts';
import { MODULE_PATTERN_IDS, patternById, suitsFilament, times } from '../../../../core/flash/index.ts';

/** A module's patterns by the touches that choose them; what a filament cannot follow says so. */
export const patternOptions = (light: LampModel['light']) =>
  MODULE_PATTERN_IDS.map((id, index) => ({
    value: id,
    label: `touched ${times(index + 1)}: ${patternById(id)!.name.toLowerCase()}${
      light === 'filament' && !suitsFilament(patternById(id)!) ? ', too fast for a filament' : ''
    }`,
  }));
