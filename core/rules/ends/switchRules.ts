/** Findings about the light inside a switch: M22, one that has no ground, or nothing to shine on. */
import { planSwitchLight, switchLight } from '../../planning/index.ts';
import { plain, say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit } from '../finding.ts';

function darkLights({ build, feeds }: CheckContext): Hit[] {
  return Object.values(build.controls).flatMap((control): Hit[] => {
    const light = switchLight(build, control.id);
    const feedIds = feeds.flatMap(({ feed }) =>
      [...feed.contacts, ...feed.groundContacts].some((each) => each.control.id === control.id) ? [feed.fuse.id] : [],
    );
    if (light.kind === 'dark')
      return [
        {
          message: say`${control.name}: the light in it has no ground and stays dark.`,
          feedIds,
          waysOut: [{ label: say`Ground the light`, operations: planSwitchLight(build, light.contact) }],
        },
      ];
    if (light.kind === 'groundSide')
      return [
        {
          message: say`${control.name}: no feed comes to the light in it.`,
          reason: plain(
            'On the ground side a switch has no feed on its load terminal: its light cannot tell that it is on.',
          ),
          feedIds,
          waysOut: control.part
            ? [
                {
                  label: say`Take one without a light`,
                  operations: [
                    {
                      kind: 'editControl',
                      controlId: control.id,
                      changes: { part: { ...control.part, light: 'none' } },
                    },
                  ],
                },
              ]
            : [],
        },
      ];
    return [];
  });
}

export const SWITCH_RULES: readonly FindingRule[] = [
  {
    code: 'M22',
    stages: ['feed'],
    severity: 'caution',
    title: 'Light in a switch that cannot shine',
    reason: 'A lit switch needs a ground for its light: without one nobody sees that it is on.',
    wayOut: 'Ground the light',
    source: 'Common practice, no source',
    isPlaceless: true,
    check: darkLights,
  },
];
