import type { Bundle, WireRoute } from '../../../core/harness/index.ts';
import type { RouteChoice } from '../../sheet/RoutesLayer.tsx';
import { useUnit } from '../useUnit.ts';
import { AllRoutes } from './AllRoutes.tsx';
import { PlacePanel } from './PlacePanel.tsx';
import { PointPanel } from './PointPanel.tsx';
import { SegmentPanel } from './SegmentPanel.tsx';

/** Sections and points of the routes: what runs there, what holds it, and what can be done about it. */
export function RoutesPanel({
  routes,
  bundles,
  chosen,
  onChoose,
}: {
  routes: readonly WireRoute[];
  bundles: readonly Bundle[];
  chosen: RouteChoice | null;
  onChoose(choice: RouteChoice | null): void;
}) {
  const { build } = useUnit();
  const node = chosen?.kind === 'point' ? build.routeNodes[chosen.id] : undefined;
  const bundle = chosen?.kind === 'segment' ? bundles.find(({ link }) => link.id === chosen.id) : undefined;
  if (node) return <PointPanel key={node.id} node={node} routes={routes} bundles={bundles} onChoose={onChoose} />;
  if (bundle) return <SegmentPanel bundle={bundle} onChoose={onChoose} />;
  if (chosen?.kind === 'thing') return <PlacePanel placeKey={chosen.id} onChoose={onChoose} />;
  return <AllRoutes routes={routes} bundles={bundles} onChoose={onChoose} />;
}
