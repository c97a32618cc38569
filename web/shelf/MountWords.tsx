import type { LampModel } from '../../core/document/index.ts';
import { typedFine } from '../../core/units/index.ts';
import { useApp } from '../app/store.ts';

/** How a model is usually held, with its holes. */
export function MountWords({ model }: { model: LampModel }) {
  const unit = useApp((state) => state.preferences.length);
  const { kind, holes, holeMm } = model.mounts[0]!;
  return (
    <>
      {kind}
      {holes > 0 && (
        <span className="mono muted">
          {' '}
          {holes} × {typedFine(holeMm, unit)}
        </span>
      )}
    </>
  );
}
