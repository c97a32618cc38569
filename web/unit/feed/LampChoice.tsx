import type { Lamp } from '../../../core/document/index.ts';
import { compareTags, jobName } from '../../../core/place/index.ts';
import { lampsByPurpose } from '../../../core/work/index.ts';
import { useApp, useAppDispatch } from '../../app/store.ts';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';

/** Which lamps a new feed is for: one by one, or all that are for one thing at a touch. */
export function LampChoice({ unfed }: { unfed: readonly Lamp[] }) {
  const { build } = useUnit();
  const selection = useApp((state) => state.unit.selection);
  const dispatch = useAppDispatch();
  const chosen = unfed.filter(({ id }) => selection.includes(id));
  const groups = lampsByPurpose(build, unfed);
  const isExactly = (lamps: readonly Lamp[]) =>
    lamps.length === chosen.length && lamps.every(({ id }) => selection.includes(id));
  const select = (ids: string[]) => dispatch(unitActions.selected(ids));
  return (
    <>
      {groups.length > 1 && (
        <div className="chips by-purpose" role="group" aria-label="Lamps by what they are for">
          {groups.map(({ purpose, lamps }) => (
            <button
              key={purpose.key}
              type="button"
              aria-pressed={isExactly(lamps)}
              onClick={() => select(lamps.map(({ id }) => id))}
            >
              {purpose.name}, {lamps.length === 1 ? 'one' : `all ${lamps.length}`}
            </button>
          ))}
        </div>
      )}
      <div className="chips" role="group" aria-label="Lamps on this feed">
        {[...unfed]
          .sort((a, b) => compareTags(a.tag, b.tag))
          .map((lamp) => (
            <button
              key={lamp.id}
              type="button"
              aria-pressed={selection.includes(lamp.id)}
              onClick={() =>
                select(selection.includes(lamp.id) ? selection.filter((id) => id !== lamp.id) : [...selection, lamp.id])
              }
            >
              {[lamp.tag, jobName(build, lamp)].filter(Boolean).join(' ')}
            </button>
          ))}
      </div>
    </>
  );
}
