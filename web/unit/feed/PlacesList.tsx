import { thingsWithPlaces } from '../../../core/graph/index.ts';
import { formatLength } from '../../../core/units/index.ts';
import type { RouteChoice } from '../../sheet/RoutesLayer.tsx';
import { useUnit } from '../useUnit.ts';

/** What wires begin and end at that is no lamp, and where it sits: lengths follow from it. */
export function PlacesList({ onChoose }: { onChoose(choice: RouteChoice): void }) {
  const { build, preferences } = useUnit();
  const length = (mm: number) => formatLength(mm, preferences.length);
  return (
    <section aria-label="Where things sit">
      <h3>Where things sit</h3>
      <ul className="places">
        {thingsWithPlaces(build).map(({ key, name, position, isSaid }) => (
          <li key={key}>
            <button type="button" className="link" onClick={() => onChoose({ kind: 'thing', id: key })}>
              {name}
            </button>
            {isSaid ? (
              <span className="mono muted">
                {length(position.xMm)} back, {length(position.zMm)} up
              </span>
            ) : (
              <span className="state caution">▲ not said yet</span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
