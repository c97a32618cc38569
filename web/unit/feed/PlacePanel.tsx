import { Button } from 'antd';
import { thingsWithPlaces } from '../../../core/graph/index.ts';
import type { RouteChoice } from '../../sheet/RoutesLayer.tsx';
import { PositionFields } from '../PositionFields.tsx';
import { usePlacing } from '../usePlacing.ts';
import { useUnit } from '../useUnit.ts';

/** Where one thing sits that wires begin or end at. */
export function PlacePanel({ placeKey, onChoose }: { placeKey: string; onChoose(choice: RouteChoice | null): void }) {
  const { build, mayEdit, act } = useUnit();
  const put = usePlacing();
  const thing = thingsWithPlaces(build).find(({ key }) => key === placeKey);
  if (!thing) return null;
  return (
    <section aria-label={`Place of ${thing.name}`}>
      <header className="panel-head">
        <span className="place-mark" aria-hidden />
        <div>
          <h2>{thing.name}</h2>
          <span className={thing.isSaid ? 'muted' : 'state caution'}>
            {thing.isSaid
              ? 'Drag it on a view, or type where it sits.'
              : '▲ Nobody has said where: taken to be at the fuse panel.'}
          </span>
        </div>
        <Button size="small" onClick={() => onChoose(null)}>
          All routes
        </Button>
      </header>
      <PositionFields name={thing.name} position={thing.position} onChange={(position) => put(thing.key, position)} />
      {mayEdit && build.places[thing.key] && (
        <div className="way-actions">
          <Button onClick={() => act({ kind: 'setPlace', of: thing.key, position: null })}>Not known after all</Button>
        </div>
      )}
    </section>
  );
}
