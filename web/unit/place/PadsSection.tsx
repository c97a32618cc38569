import { Button } from 'antd';
import type { Lamp, LampModel } from '../../../core/document/index.ts';
import { formatKg, hangingKg, leaveOperation, padBolt, padsOf } from '../../../core/place/index.ts';
import { fine, mm, say } from '../../../core/units/index.ts';
import { useApp, useAppDispatch } from '../../app/store.ts';
import { useWords } from '../../app/useWords.ts';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';

/** What stands on a bracket, place by place, with the bolt of each and what it all weighs. */
export function PadsSection({ holder, model }: { holder: Lamp; model: LampModel }) {
  const { build, mayEdit, act } = useUnit();
  const selection = useApp((state) => state.unit.selection);
  const dispatch = useAppDispatch();
  const inWords = useWords();
  if (!model.holds) return null;
  const kg = hangingKg(build, holder);
  const { massKg, thicknessMm } = model.holds;
  return (
    <section className="pads" aria-label={`What stands on ${holder.tag}`}>
      <header>
        <h3>Holds</h3>
        <span className={kg > massKg ? 'state caution' : 'muted'}>
          <b className="mono">{formatKg(kg)}</b> of <b className="mono">{formatKg(massKg)}</b> kg
        </span>
        <span className="muted">{inWords(say`metal ${mm(thicknessMm)}`)}</span>
      </header>
      <ol>
        {padsOf(build, holder).map(({ pad, taken, by }) => {
          const bolt = by && padBolt(build, by);
          return (
            <li key={taken.index}>
              {by ? (
                <>
                  <button
                    type="button"
                    className="tag-chip"
                    aria-pressed={selection.includes(by.id)}
                    onClick={() => dispatch(unitActions.selected([by.id]))}
                  >
                    {by.tag}
                  </button>
                  <span className="name">{build.models[by.modelKey]?.name}</span>
                  <span className="mono">
                    {bolt?.lengthMm ? inWords(say`${bolt.thread} × ${fine(bolt.lengthMm)}`) : 'bolt: measure its foot'}
                  </span>
                  {mayEdit && (
                    <Button
                      size="small"
                      aria-label={`Take ${by.tag} off`}
                      onClick={() => act(leaveOperation(build, by))}
                    >
                      Take off
                    </Button>
                  )}
                </>
              ) : (
                <span className="muted">
                  free{pad.holeMm > 0 && inWords(say`, hole ${fine(pad.holeMm)}`)}: let a lamp go over it
                </span>
              )}
            </li>
          );
        })}
      </ol>
    </section>
  );
}
