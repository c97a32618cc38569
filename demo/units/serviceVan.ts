/** SR-02: two scene lights at the back of a long van, on a ready loom that did not reach. */
import type { Build } from '../../core/document/index.ts';
import { wireRoutes } from '../../core/harness/index.ts';
import { planLoomExtension } from '../../core/planning/index.ts';
import { ODILE, TAMSIN } from '../people.ts';
import { UnitBuilder } from '../unitBuilder.ts';
import { SMALL_PANEL, type World } from './setting.ts';

/** The loom as it comes in its bag. */
const LOOM_MM = 4000;

export function serviceVan({ newId, daysAgo }: World): Build {
  const unit = new UnitBuilder(
    { tag: 'SR-02', name: 'Service van', bodyId: 'van', alternatorA: 120 },
    newId,
    daysAgo(4),
    ODILE,
  );
  unit
    .surveyed()
    .factory()
    .slots(3, SMALL_PANEL)
    .lamp('FL-0703', 'rear', { yMm: 560, zMm: 2330 })
    .as(TAMSIN, daysAgo(3))
    .feed({
      name: 'Scene',
      slot: null,
      tags: 'L1 R1',
      pattern: 'steady',
      colour: 'white',
      relayA: 30,
      wanted: 'always',
      control: { name: 'Scene', kind: 'switch', signal: null, ratingA: 10 },
    })
    .switchPart('Scene', {
      form: 'rocker',
      light: 'own',
      marks: { in: '2', out: '3', lamp: '1', panel: '' },
      hole: { shape: 'round', diameterMm: 19 },
      panel: { material: 'plastic', thicknessMm: 3 },
    })
    .routed();
  // The long wire back came in a ready loom: it ends short of the roof grommet and goes on behind a sealed splice.
  const trunk = wireRoutes(unit.build, unit.body).sort((a, b) => b.neededMm - a.neededMm)[0]!;
  const wireId = trunk.run.wireIds[0]!;
  unit.apply({ kind: 'editWires', wireIds: [wireId], changes: { loomLengthMm: LOOM_MM, lengthMm: LOOM_MM } });
  for (const operation of planLoomExtension(unit.build, wireId, trunk.neededMm)) unit.apply(operation);
  return unit.build;
}
