import { Button, Checkbox, Popconfirm, Select } from 'antd';
import { USUAL_BURST } from '../../../../core/flash/index.ts';
import { type ModuleOnLead, planModuleOut } from '../../../../core/planning/index.ts';
import { useUnit } from '../../useUnit.ts';
import { patternOptions } from './patternOptions.ts';

/** The module that stands in the lead: its pattern, whether it bursts, and the way back. */
export function ModulePanel({
  module: { element, shownBy, patternId, touches, bursts, lampIds },
}: {
  module: ModuleOnLead;
}) {
  const { build, mayEdit, act } = useUnit();
  const [light] = lampIds.flatMap((id) => build.models[build.lamps[id]?.modelKey ?? '']?.light ?? []);
  return (
    <section className="module-panel" aria-label="Module in the lead">
      <h3>{element.name} in it</h3>
      {shownBy && (
        <>
          <div className="form-row">
            <span>Flashes</span>
            <Select
              aria-label="Pattern of the module"
              disabled={!mayEdit}
              value={touches === null ? null : patternId}
              placeholder="none of its ten"
              onChange={(to) =>
                act({ kind: 'setPattern', functionId: shownBy.id, lampIds, changes: { patternId: to } })
              }
              options={patternOptions(light ?? 'led')}
            />
          </div>
          <Checkbox
            disabled={!mayEdit}
            checked={bursts}
            onChange={(event) =>
              act({
                kind: 'editFunction',
                functionId: shownBy.id,
                changes: { modulator: event.target.checked ? USUAL_BURST : null },
              })
            }
          >
            for five seconds, then steady
          </Checkbox>
        </>
      )}
      <p className="why">Cutting, joining, choosing the pattern and capping its lead are steps of Build.</p>
      {mayEdit && (
        <Popconfirm
          title="Take the module out?"
          description="The two ends of the lead are joined as they were."
          okText="Take it out"
          cancelText="Leave it"
          onConfirm={() => act(...planModuleOut(build, element.id))}
        >
          <Button>Take the module out</Button>
        </Popconfirm>
      )}
    </section>
  );
}
