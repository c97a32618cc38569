import type { Position } from '../../core/document/index.ts';
import { LengthInput } from '../ui/LengthInput.tsx';
import { useUnit } from './useUnit.ts';

const AXES = [
  { axis: 'xMm', words: 'From front' },
  { axis: 'yMm', words: 'Left of centre' },
  { axis: 'zMm', words: 'Height' },
] as const;

/** A place on the unit by its three figures, each typed by itself. */
export function PositionFields({
  name,
  position,
  onChange,
}: {
  /** Of what it is the place, for whoever does not see where the field stands. */
  name?: string;
  position: Position;
  onChange(position: Position): void;
}) {
  const { preferences, mayEdit } = useUnit();
  return AXES.map(({ axis, words }) => (
    <div key={axis} className="form-row">
      <span>{words}</span>
      <LengthInput
        label={name ? `${name}: ${words.toLowerCase()}` : words}
        unit={preferences.length}
        disabled={!mayEdit}
        valueMm={position[axis]}
        onCommit={(value) => onChange({ ...position, [axis]: value })}
      />
    </div>
  ));
}
