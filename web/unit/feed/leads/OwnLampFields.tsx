import { Radio, Select } from 'antd';
import type { FactoryLamp, LampModel } from '../../../../core/document/index.ts';
import { roleWords } from '../../../../core/rules/index.ts';

/** Which of the unit's own lamps hangs on a lead, and what makes its light. */
export function OwnLampFields({
  lamps,
  lampId,
  light,
  onLamp,
  onLight,
}: {
  lamps: readonly FactoryLamp[];
  lampId: string | null;
  light: LampModel['light'];
  onLamp(id: string): void;
  onLight(light: LampModel['light']): void;
}) {
  return (
    <>
      {lamps.length > 0 && (
        <div className="form-row">
          <span>Lights</span>
          <Select
            aria-label="Lamp that hangs on this lead"
            value={lampId}
            onChange={onLamp}
            options={lamps.map((lamp) => ({
              value: lamp.id,
              label: `${roleWords(lamp.role)}${lamp.paired ? ', both sides' : ''}`,
            }))}
          />
        </div>
      )}
      <div className="form-row">
        <span>Made with</span>
        <Radio.Group
          optionType="button"
          value={light}
          onChange={(event) => onLight(event.target.value)}
          options={[
            { value: 'filament', label: 'filament' },
            { value: 'led', label: 'LED' },
          ]}
        />
      </div>
    </>
  );
}
