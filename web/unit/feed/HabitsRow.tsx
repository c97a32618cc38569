import { habitsOf } from '../../../core/document/index.ts';
import { HabitFields } from '../../ui/HabitFields.tsx';
import { useUnit } from '../useUnit.ts';

/** How lamps are wired on this unit: what new feeds follow, and what is told where they follow something else. */
export function HabitsRow() {
  const { build, mayEdit, act } = useUnit();
  return (
    <details className="habits">
      <summary>How lamps are wired on this unit</summary>
      <HabitFields
        habits={habitsOf(build)}
        disabled={!mayEdit}
        onChange={(changes) => act({ kind: 'setHabits', changes })}
      />
      <p className="muted">
        New feeds are made so, and joints counted so. What is wired already stays: choose a feed to see its other ways.
      </p>
    </details>
  );
}
