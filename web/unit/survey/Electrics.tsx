import { Button, Segmented } from 'antd';
import { placeOf } from '../../../core/graph/index.ts';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { PositionFields } from '../PositionFields.tsx';
import { useUnit } from '../useUnit.ts';

export function Electrics() {
  const { build, body, mayEdit, act } = useUnit();
  const { electrics } = build;
  return (
    <section>
      <h3>Electrics</h3>
      <div className="form-row">
        <span>System</span>
        <Segmented
          disabled={!mayEdit}
          aria-label="System voltage"
          value={electrics.systemVoltageV}
          options={[
            { label: '12 V', value: 12 },
            { label: '24 V', value: 24 },
          ]}
          onChange={(value) =>
            act({ kind: 'setElectrics', changes: { systemVoltageV: value as 12 | 24, surveyed: true } })
          }
        />
      </div>
      <div className="form-row">
        <span>Battery</span>
        <CommittedNumber
          aria-label="Battery capacity, Ah"
          min={1}
          max={2000}
          suffix="Ah"
          disabled={!mayEdit}
          value={electrics.batteryAh}
          onCommit={(value) => value && act({ kind: 'setElectrics', changes: { batteryAh: value, surveyed: true } })}
        />
      </div>
      {body.hasEngine && (
        <div className="form-row">
          <span>Alternator</span>
          <CommittedNumber
            aria-label="Alternator, A"
            min={0}
            max={1000}
            suffix="A"
            disabled={!mayEdit}
            value={electrics.alternatorA}
            onCommit={(value) =>
              value !== null && act({ kind: 'setElectrics', changes: { alternatorA: value, surveyed: true } })
            }
          />
        </div>
      )}
      {electrics.batteryAh > 0 && (
        <>
          <h4>
            Where the battery sits{' '}
            {!build.places.battery && (
              <small className="state caution">▲ not said yet: lengths count from the fuse panel</small>
            )}
          </h4>
          <PositionFields
            name="Battery"
            position={placeOf(build, 'battery')}
            onChange={(position) => act({ kind: 'setPlace', of: 'battery', position })}
          />
        </>
      )}
      {!electrics.surveyed && mayEdit && (
        <Button block onClick={() => act({ kind: 'setElectrics', changes: { surveyed: true } })}>
          ✓ These are as on the unit
        </Button>
      )}
    </section>
  );
}
