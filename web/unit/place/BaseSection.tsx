import { Button } from 'antd';
import { useState } from 'react';
import type { Lamp, LampModel } from '../../../core/document/index.ts';
import { baseOf, drillingOf, mountOf } from '../../../core/place/index.ts';
import { useUnit } from '../useUnit.ts';
import { BaseDrawing } from './BaseDrawing.tsx';
import { BaseForm } from './BaseForm.tsx';

/** The base of a lamp with its holes; measured by whoever holds it in the hand where nobody has yet. */
export function BaseSection({ lamp, model }: { lamp: Lamp; model: LampModel }) {
  const { mayEdit } = useUnit();
  const [isOpen, setOpen] = useState(false);
  const mount = mountOf(lamp, model);
  const drilling = drillingOf(lamp, model);
  if (mount.holes === 0 || (drilling.holes.length === 0 && drilling.slots.length === 0)) return null;
  // A grommet sits in the middle, and a slot follows from the face: there is nothing to measure.
  const isGiven = mount.kind === 'flush' || (mount.kind === 'grommet' && mount.holes === 1);
  const canMeasure = mayEdit && !isGiven;
  return (
    <div className="base-section">
      <BaseDrawing base={baseOf(lamp, model)} isRound={model.face.shape === 'round'} drilling={drilling} />
      {!drilling.isMeasured && (
        <p className="caution-line">
          Nobody has measured this base: its holes are assumed, and no template is printed from them.
        </p>
      )}
      {canMeasure && !isOpen && (
        <Button size="small" type={drilling.isMeasured ? 'default' : 'primary'} onClick={() => setOpen(true)}>
          {drilling.isMeasured ? 'Measure again' : 'Measure the base'}
        </Button>
      )}
      {isOpen && <BaseForm model={model} mount={mount} onClose={() => setOpen(false)} />}
    </div>
  );
}
