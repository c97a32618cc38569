import { Alert, Modal, Radio } from 'antd';
import { useState } from 'react';
import { bodyOf } from '../../../core/body/index.ts';
import { type CopyRule, copyLayout } from '../../../core/place/index.ts';

import { errorSentence, useLazyUnitQuery } from '../../app/api.ts';
import { newId } from '../../app/ids.ts';
import { UnitChoice } from '../../app/UnitChoice.tsx';
import { useUnit } from '../useUnit.ts';

/** Takes the lamps of another unit over, by a stated rule. */
export function CopyForm({ onClose }: { onClose(): void }) {
  const { id, build, body, act } = useUnit();
  const [readUnit] = useLazyUnitQuery();
  const [from, setFrom] = useState<string | null>(null);
  const [rule, setRule] = useState<CopyRule>('edges');
  const [said, setSaid] = useState('');

  const copy = async () => {
    if (!from) return setSaid('Choose a unit first.');
    try {
      const source = await readUnit(from).unwrap();
      const copied = copyLayout({ build: source.build, body: bodyOf(source.build) }, { build, body }, rule, newId);
      if (!copied.operation) return setSaid('None of its lamps finds a place on this unit.');
      if (!act(copied.operation)) return;
      if (copied.leftOut.length > 0) setSaid(`Copied, but nothing to mount on for ${copied.leftOut.join(' ')}.`);
      else onClose();
    } catch (error) {
      setSaid(errorSentence(error));
    }
  };
  return (
    <Modal open title="Copy a layout" okText="Copy the lamps" onOk={() => void copy()} onCancel={onClose} width={440}>
      <div className="copy-form">
        <UnitChoice
          label="From unit"
          value={from}
          offers={(unit) => unit.id !== id && unit.glyph.lamps.length > 0}
          words={(unit) => `${unit.tag}  ${unit.name}, ${unit.glyph.lamps.length} lamps`}
          onChoose={setFrom}
        />
        <Radio.Group
          value={rule}
          onChange={(event) => setRule(event.target.value as CopyRule)}
          options={[
            { value: 'edges', label: 'Keep taped distances from the nearest edge' },
            { value: 'proportions', label: 'Keep proportions, stretched with the unit' },
          ]}
          vertical
        />
        {said && <Alert type="info" title={said} showIcon />}
      </div>
    </Modal>
  );
}
