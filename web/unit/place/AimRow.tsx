import type { Aim, Lamp, LampModel } from '../../../core/document/index.ts';
import { aimWords, asTurn, mirroredAim, outwards, turnedTo, twinOf } from '../../../core/place/index.ts';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { useUnit } from '../useUnit.ts';

const STRAIGHT: Aim = { turnDeg: 0, tiltDeg: 0 };

/** Which way a lamp looks that turns on its foot: typed as a fitter says it, so far out and so far down. */
export function AimRow({ lamp, model }: { lamp: Lamp; model: LampModel }) {
  const { build, mayEdit, act } = useUnit();
  const isUpright = lamp.face === 'top';
  if (!model.aim && !lamp.aim) return null;
  const aim = lamp.aim ?? STRAIGHT;
  const { yMm } = lamp.position;
  const sign = isUpright ? 1 : outwards(lamp.face, yMm);
  const put = (changes: Partial<Aim>) => {
    const next = { ...aim, ...changes };
    const twin = twinOf(build, lamp);
    act(
      { kind: 'editLamps', lampIds: [lamp.id], changes: { aim: next } },
      ...(twin ? [{ kind: 'editLamps' as const, lampIds: [twin.id], changes: { aim: mirroredAim(next) } }] : []),
    );
  };
  const turnLabel = isUpright ? 'Looks round from ahead' : `Turned ${turnedTo(lamp.face, yMm, sign)}`;
  const round = (aim.turnDeg + 360) % 360;
  return (
    <div className="form-row aim-row">
      <span>Aim</span>
      <div className="facts">
        <span className="aim-part">
          {turnLabel}
          <CommittedNumber
            aria-label={`${turnLabel}, degrees`}
            size="small"
            disabled={!mayEdit}
            min={isUpright ? 0 : -180}
            max={isUpright ? 359 : 180}
            step={5}
            suffix="°"
            value={isUpright ? (lamp.aim ? round : null) : sign * aim.turnDeg + 0}
            onCommit={(value) => put({ turnDeg: isUpright ? asTurn(value ?? 0) : sign * (value ?? 0) + 0 })}
          />
        </span>
        <span className="aim-part">
          Tilted down
          <CommittedNumber
            aria-label="Tilted down, degrees"
            size="small"
            disabled={!mayEdit}
            min={-90}
            max={90}
            step={5}
            suffix="°"
            value={-aim.tiltDeg + 0}
            onCommit={(value) => put({ tiltDeg: -(value ?? 0) + 0 })}
          />
        </span>
        <span className="muted">{aimWords(lamp)}</span>
      </div>
    </div>
  );
}
