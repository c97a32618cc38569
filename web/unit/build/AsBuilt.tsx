import type { PlannedMeasure, Step } from '../../../core/steps/index.ts';
import { useUnit } from '../useUnit.ts';
import { MeasureRow } from './MeasureRow.tsx';

/** Planned figures of a step, with what was taped beside them. */
export function AsBuilt({ step, onFocus }: { step: Step; onFocus(measure: PlannedMeasure): void }) {
  const { build } = useUnit();
  // A figure stays with the plan that it was held against, also after the build has followed it.
  const planned = (measure: PlannedMeasure) => build.measured[measure.key]?.plannedMm ?? measure.plannedMm;
  if (step.measures.length === 0) return null;
  return (
    <section className="as-built" aria-label="Measures">
      <header>
        <span>Planned</span>
        <span>As built</span>
      </header>
      {step.measures.map((measure) => (
        <MeasureRow
          key={measure.key}
          step={step}
          measure={{ ...measure, plannedMm: planned(measure) }}
          onFocus={() => onFocus(measure)}
        />
      ))}
    </section>
  );
}
