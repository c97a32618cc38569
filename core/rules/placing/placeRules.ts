/** Findings about the layout as a whole: M26, M30. */
import type { Build, Id, Lamp } from '../../document/index.ts';
import {
  centre,
  housings,
  levelRows,
  mirroredPlace,
  rowAxis,
  spreadEvenly,
  twinOf,
  wantsApart,
} from '../../place/index.ts';
import { mm, say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit } from '../finding.ts';

/** A fitter with a tape and a pencil is good to 2 mm; more than that is a mistake, not a tolerance. */
const TAPE_TOLERANCE_MM = 2;
/** Left and right lamps of one number further apart than this from mirroring each other are meant to differ. */
const MEANT_TO_DIFFER_MM = 150;
/** Gaps in a row that differ by up to this part of their mean look like a slip; more looks like a choice. */
const SLIP_RATIO = 0.15;

const distance = (a: Lamp['position'], b: Lamp['position']): number =>
  Math.max(Math.abs(a.xMm - b.xMm), Math.abs(a.yMm - b.yMm), Math.abs(a.zMm - b.zMm));

const lampsOf = housings;

/** The lamp that should mirror this left-hand one: its linked twin, or the right-hand lamp of the same number and model. */
function counterpart(build: Build, left: Lamp): Lamp | undefined {
  return (
    twinOf(build, left) ??
    lampsOf(build).find((other) => other.tag === `R${left.tag.slice(1)}` && other.modelKey === left.modelKey)
  );
}

function unequalSides({ build }: CheckContext): Hit[] {
  return lampsOf(build)
    .filter((lamp) => lamp.tag.startsWith('L'))
    .flatMap((left): Hit[] => {
      const right = counterpart(build, left);
      if (!right) return [];
      const wanted = mirroredPlace(left);
      const apartMm = distance(wanted.position, right.position);
      if (apartMm <= TAPE_TOLERANCE_MM || apartMm > MEANT_TO_DIFFER_MM) return [];
      const back = mirroredPlace(right);
      return [
        {
          message: say`${left.tag} and ${right.tag} are not equal: ${mm(Math.round(apartMm))} apart when folded over the centreline.`,
          lampIds: [left.id, right.id],
          waysOut: [
            {
              label: say`Mirror ${right.tag} from ${left.tag}`,
              operations: [{ kind: 'moveLamps', moves: [{ lampId: right.id, ...wanted }] }],
            },
            {
              label: say`Mirror ${left.tag} from ${right.tag}`,
              operations: [{ kind: 'moveLamps', moves: [{ lampId: left.id, ...back }] }],
            },
          ],
        },
      ];
    });
}

function offCentre({ build, body }: CheckContext): Hit[] {
  return lampsOf(build)
    .filter((lamp) => /^[FBT]/.test(lamp.tag) && Math.abs(lamp.position.yMm) > TAPE_TOLERANCE_MM)
    .map((lamp) => ({
      severity: 'note',
      message: say`${lamp.tag} sits ${mm(Math.round(Math.abs(lamp.position.yMm)))} off the centreline.`,
      lampIds: [lamp.id],
      waysOut: [
        { label: say`Centre ${lamp.tag}`, operations: [{ kind: 'moveLamps', moves: centre(build, body, [lamp.id]) }] },
      ],
    }));
}

function unequalSpacing({ build, body }: CheckContext): Hit[] {
  return levelRows(lampsOf(build), ({ position }) => position.zMm).flatMap((row): Hit[] => {
    const axis = rowAxis(row);
    const sorted = [...row].sort((a, b) => a.position[axis] - b.position[axis]);
    const gaps = sorted.slice(1).map((lamp, index) => lamp.position[axis] - sorted[index]!.position[axis]);
    const mean = gaps.reduce((sum, gap) => sum + gap, 0) / gaps.length;
    const spread = Math.max(...gaps) - Math.min(...gaps);
    if (spread <= TAPE_TOLERANCE_MM * 2 || spread > mean * SLIP_RATIO) return [];
    const lampIds: Id[] = sorted.map((lamp) => lamp.id);
    return [
      {
        message: say`Gaps between ${sorted.map((lamp) => lamp.tag).join(', ')} run from ${mm(Math.round(Math.min(...gaps)))} to ${mm(Math.round(Math.max(...gaps)))}.`,
        lampIds,
        waysOut: [
          { label: say`Spread evenly`, operations: [{ kind: 'moveLamps', moves: spreadEvenly(build, body, lampIds) }] },
        ],
      },
    ];
  });
}

function missingKit({ build }: CheckContext): Hit[] {
  return Object.values(build.models).flatMap((model) => {
    const all = lampsOf(build).filter((lamp) => lamp.modelKey === model.key);
    return model.soldApart
      .filter((part) => part.needed)
      .flatMap((part): Hit[] => {
        const lamps = all.filter((lamp) => wantsApart(lamp, part));
        const id = `${part.partKey}:${model.key}`;
        const missing = lamps.length - (build.extraParts[id]?.quantity ?? 0);
        if (missing <= 0) return [];
        return [
          {
            message: say`${model.name}: the ${part.name.toLowerCase()} is not in the box. ${missing} of ${lamps.length} missing.`,
            lampIds: lamps.map((lamp) => lamp.id),
            waysOut: [
              {
                label: say`Add ${missing} to the parts`,
                operations: [
                  {
                    kind: 'addExtraParts',
                    parts: [{ id, partKey: part.partKey, name: part.name, quantity: missing, modelKey: model.key }],
                  },
                ],
              },
            ],
          },
        ];
      });
  });
}

export const PLACE_RULES: readonly FindingRule[] = [
  {
    code: 'M26',
    stages: ['place'],
    severity: 'caution',
    title: 'Sides unequal, spacing unequal',
    reason: 'The eye finds 3 mm from across the yard, and holes cannot be moved once drilled.',
    wayOut: 'Mirror one side from the other, centre, or spread evenly',
    source: 'Common practice, no source',
    check: (context) => [...unequalSides(context), ...unequalSpacing(context), ...offCentre(context)],
  },
  {
    code: 'M30',
    stages: ['parts', 'place'],
    severity: 'caution',
    title: 'Mounting kit missing',
    reason: 'Nothing is worse than finding a bracket missing with the panel off.',
    wayOut: 'Add the kit to the parts',
    source: "The shelf's kit contents",
    check: missingKit,
  },
];
