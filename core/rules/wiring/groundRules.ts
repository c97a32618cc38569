/** Findings about grounds: M70. */
import { isMetal, nearestMetal } from '../../body/index.ts';
import type { Lamp, Wire } from '../../document/index.ts';
import { isUnits } from '../../graph/index.ts';
import { GROUND_LEAD_MM } from '../../harness/index.ts';
import { carrierOf, lampMemo } from '../../place/index.ts';
import { mm, say } from '../../units/index.ts';
import type { CheckContext, FindingRule, Hit } from '../finding.ts';

/** Ground leads of the crew's that go from a lamp straight to metal. */
function groundLeads({ build }: CheckContext): { lamp: Lamp; wire: Wire }[] {
  return Object.values(build.wires).flatMap((wire) => {
    if (isUnits(wire)) return [];
    const ends = [wire.from, wire.to];
    const load = ends.find(({ terminal }) => terminal === 'minus');
    const isToMetal = ends.some(({ elementId }) => build.elements[elementId]?.kind === 'ground');
    const element = load && build.elements[load.elementId];
    const lamp = element?.kind === 'lampLoad' ? build.lamps[element.lampId] : undefined;
    return isToMetal && lamp ? [{ lamp, wire }] : [];
  });
}

/** What does not conduct under a lamp, and the metal next to it; null on metal. Kept while the lamp stays. */
const insulated = lampMemo((body, lamp, model) => {
  const part = carrierOf(body, lamp, model);
  return part && !isMetal(part) ? { part, metal: nearestMetal(body, lamp.position) } : null;
});

/** M70: a lamp on something that does not conduct, whose ground lead ends before it comes to metal. */
function groundOnPlastic(context: CheckContext): Hit[] {
  const { build, body } = context;
  return groundLeads(context).flatMap(({ lamp, wire }): Hit[] => {
    const model = build.models[lamp.modelKey];
    const stands = model && insulated(body, lamp, model);
    if (!stands) return [];
    const { part, metal } = stands;
    if (metal && wire.lengthMm >= metal.distanceMm) return [];
    const where = metal
      ? say`the next bare metal, ${metal.part.name}, is ${mm(Math.round(metal.distanceMm))} away and its ground lead ${mm(Math.round(wire.lengthMm))} long.`
      : say`the unit has no bare metal to ground it on.`;
    return [
      {
        message: say`${lamp.tag} sits on ${part.name}, which is ${part.material}: ${where}`,
        lampIds: [lamp.id],
        waysOut: metal
          ? [
              {
                label: say`Bring its ground to ${metal.part.name}`,
                operations: [
                  {
                    kind: 'setWireLengths',
                    lengths: [{ wireId: wire.id, lengthMm: Math.ceil(metal.distanceMm) + GROUND_LEAD_MM }],
                  },
                ],
              },
            ]
          : [],
      },
    ];
  });
}

export const GROUND_RULES: readonly FindingRule[] = [
  {
    code: 'M70',
    stages: ['feed', 'place'],
    severity: 'caution',
    title: 'A ground that does not come to bare metal',
    reason: 'A ring screwed into plastic is no ground: the lamp stays dark, or finds its way back through another.',
    wayOut: 'Bring the ground to the next bare metal',
    source: "The body's materials; common practice, no source",
    check: groundOnPlastic,
  },
];
