import { Select } from 'antd';
import type { BodyPart } from '../../../core/body/index.ts';
import type { Lamp, LampModel } from '../../../core/document/index.ts';
import { footOf, leaveOperation, padBolt, padsOf, standOperations } from '../../../core/place/index.ts';
import { fine, mm, say } from '../../../core/units/index.ts';
import { useWords } from '../../app/useWords.ts';
import { useUnit } from '../useUnit.ts';

const SKIN = 'skin';

/** What a lamp sits on: the part under it, or a place on one of the unit's brackets, to be chosen. */
export function StandRow({ lamp, model, part }: { lamp: Lamp; model: LampModel; part: BodyPart | null }) {
  const { build, mayEdit, act } = useUnit();
  const inWords = useWords();
  const holder = lamp.pad ? footOf(build, lamp) : null;
  const places = Object.values(build.lamps)
    .flatMap((each) => padsOf(build, each).map((known) => ({ each, known })))
    .filter(({ each, known }) => each.id !== lamp.id && (known.by === null || known.by.id === lamp.id));
  const bolt = padBolt(build, lamp);
  const under = part ? `${part.name}, ${part.material}` : 'nothing under it';
  const choose = (value: string) => {
    if (value === SKIN) return act(leaveOperation(build, lamp));
    const chosen = places.find(({ known }) => keyOf(known.taken) === value);
    return chosen && act(...standOperations(build, lamp, chosen.each, chosen.known));
  };
  const onSkin = part ? (
    <span>
      {part.name}, {part.material} <b className="mono">{inWords(say`${mm(part.thicknessMm)}`)}</b>
    </span>
  ) : (
    <span className="state caution">{inWords(say`nothing within ${mm(60)}: needs a bracket`)}</span>
  );
  // What holds others does not stand on a bracket itself.
  const canChoose = places.length > 0 && !model.holds;
  return (
    <div className="form-row">
      <span>Sits on</span>
      <div className="facts">
        {canChoose ? (
          <Select
            aria-label="Sits on"
            size="small"
            disabled={!mayEdit || lamp.locked}
            popupMatchSelectWidth={false}
            value={lamp.pad ? keyOf(lamp.pad) : SKIN}
            options={[
              { value: SKIN, label: holder ? 'the skin, where it is now' : under },
              ...places.map(({ each, known }) => ({
                value: keyOf(known.taken),
                label: `${each.tag} place ${known.taken.index + 1}, ${build.models[each.modelKey]?.name ?? ''}`,
              })),
            ]}
            onChange={choose}
          />
        ) : (
          onSkin
        )}
        {holder && (
          <span className="muted">
            {part && `carried by ${part.name}`}
            {bolt?.lengthMm && inWords(say`, ${bolt.thread} × ${fine(bolt.lengthMm)}`)}
          </span>
        )}
        {canChoose && !holder && !part && onSkin}
      </div>
    </div>
  );
}

const keyOf = ({ onId, index }: NonNullable<Lamp['pad']>): string => `${onId} ${index}`;
