import type { Lamp, Position } from '../../../core/document/index.ts';
import { formatLength, type LengthUnit } from '../../../core/units/index.ts';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { useUnit } from '../useUnit.ts';

export function TapeField({
  label,
  axis,
  lamp,
  onCommit,
}: {
  label: string;
  axis: keyof Position;
  lamp: Lamp;
  onCommit(valueMm: number): void;
}) {
  const { preferences, mayEdit } = useUnit();
  const valueMm = axis === 'yMm' ? Math.abs(lamp.position.yMm) : lamp.position[axis];
  const other: LengthUnit = preferences.length === 'mm' ? 'in' : 'mm';
  return (
    <div className="tape-field">
      <span>{label}</span>
      <LengthInput label={label} valueMm={valueMm} unit={preferences.length} disabled={!mayEdit} onCommit={onCommit} />
      <small className="mono">{formatLength(valueMm, other)}</small>
    </div>
  );
}
