import { Switch } from 'antd';
import type { LightFunction } from '../../../core/document/index.ts';
import { roleOf } from '../../../core/flash/index.ts';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { useUnit } from '../useUnit.ts';

const USUAL_BURST = { burstS: 5, rearmS: 20 };

/** Level by day and by night of a function, and whether it bursts first and then burns steadily. */
export function FunctionRows({ each }: { each: LightFunction }) {
  const { build, mayEdit, act } = useUnit();
  const change = (changes: Partial<Pick<LightFunction, 'levelPercent' | 'nightPercent' | 'modulator'>>) =>
    act({ kind: 'editFunction', functionId: each.id, changes });
  const { modulator } = each;
  return (
    <>
      <div className="form-row">
        <span>Level</span>
        <CommittedNumber
          aria-label="Level by day, percent"
          disabled={!mayEdit}
          min={1}
          max={100}
          suffix="%"
          value={each.levelPercent}
          onCommit={(levelPercent) => levelPercent && change({ levelPercent })}
        />
        <span>night</span>
        <CommittedNumber
          aria-label="Level at night, percent"
          disabled={!mayEdit}
          min={1}
          max={100}
          suffix="%"
          value={each.nightPercent}
          onCommit={(nightPercent) => nightPercent && change({ nightPercent })}
        />
      </div>
      {(modulator || roleOf(build, each) === 'stop') && (
        <div className="form-row">
          <span>Burst first</span>
          <Switch
            aria-label="Burst, then steady"
            disabled={!mayEdit}
            checked={modulator !== null}
            onChange={(on) => change({ modulator: on ? USUAL_BURST : null })}
          />
          {modulator && (
            <>
              <CommittedNumber
                aria-label="Burst, seconds"
                disabled={!mayEdit}
                min={0.5}
                max={30}
                step={0.5}
                suffix="s"
                value={modulator.burstS}
                onCommit={(burstS) => burstS && change({ modulator: { ...modulator, burstS } })}
              />
              <span>again after</span>
              <CommittedNumber
                aria-label="Off before it bursts again, seconds"
                disabled={!mayEdit}
                min={0}
                max={600}
                suffix="s"
                value={modulator.rearmS}
                onCommit={(rearmS) => rearmS !== null && change({ modulator: { ...modulator, rearmS } })}
              />
            </>
          )}
        </div>
      )}
    </>
  );
}
