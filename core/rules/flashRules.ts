/** Findings about flash: M41. */
import { PATTERNS, patternById, patternFigures, suitsFilament } from '../flash/index.ts';
import type { CheckContext, FindingRule, Hit } from './finding.ts';

/** Slowest flashing pattern of our own that a filament lamp can follow, offered as the way out. */
const FILAMENT_PATTERN = PATTERNS.find((pattern) => suitsFilament(pattern) && !patternFigures(pattern).steady)!;

function fastOnFilament({ build }: CheckContext): Hit[] {
  return Object.values(build.functions).flatMap((each) =>
    Object.entries(each.shows).flatMap(([lampId, show]): Hit[] => {
      const lamp = build.lamps[lampId];
      const model = lamp && build.models[lamp.modelKey];
      const pattern = patternById(show.patternId);
      if (!lamp || model?.light !== 'filament' || suitsFilament(pattern)) return [];
      const shortestMs = Math.round(patternFigures(pattern).shortestOnS * 1000);
      return [
        {
          message: `${lamp.tag} has a filament and is to flash ${pattern.name} (${each.name}): pulses of ${shortestMs} ms are over before it glows.`,
          lampIds: [lampId],
          waysOut: [
            {
              label: `Use ${FILAMENT_PATTERN.name}`,
              operations: [
                {
                  kind: 'setPattern',
                  functionId: each.id,
                  lampIds: [lampId],
                  changes: { patternId: FILAMENT_PATTERN.id },
                },
              ],
            },
          ],
        },
      ];
    }),
  );
}

export const FLASH_RULES: readonly FindingRule[] = [
  {
    code: 'M41',
    severity: 'caution',
    title: 'Fast pattern on a filament lamp',
    reason: 'A filament needs about a quarter of a second to glow up; short pulses stay dim and wear it out.',
    wayOut: 'Choose a slow pattern or an LED lamp',
    source: 'Common practice, no source',
    check: fastOnFilament,
  },
];
