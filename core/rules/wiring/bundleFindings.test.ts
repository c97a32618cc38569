import { describe, expect, it } from 'vitest';
import { applied, testTruck, WARN_SWITCH, warnFeed } from '../../../demo/testUnit.ts';
import type { Build } from '../../document/index.ts';
import { ampacityA, conductor } from '../../units/index.ts';
import { assess } from '../assess.ts';
import { toldOf } from '../testing/told.ts';

/** So many feeds side by side along one frame, each to a pair of its own, all of one thickness. */
function alongside(count: number, gauge: string): Build {
  const unit = testTruck();
  for (let index = 0; index < count; index++)
    unit.lamp('FL-0701', 'left', { xMm: 5000 + 300 * index, yMm: 1, zMm: 760 });
  for (let index = 0; index < count; index++) {
    const name = `Warn ${index + 1}`;
    unit.feed(warnFeed(`L${index + 1} R${index + 1}`, { name, control: { ...WARN_SWITCH, name } }));
  }
  unit.routed();
  const wireIds = Object.keys(unit.build.wires);
  return applied(unit.build, [{ kind: 'editWires', wireIds, changes: { table: 'metric', gauge: gauge as never } }]);
}
const found = (build: Build) => toldOf(build).filter(({ code }) => code === 'M78');
/** The largest current that any of its wires carries. */
const mostA = (build: Build) =>
  Math.max(...assess(build).feeds.flatMap(({ figures }) => figures.sections.map(({ currentA }) => currentA)));

describe('M78: wires that heat each other', () => {
  it('a bundle of up to three is what every wire is sized for: nothing is said', () => {
    expect(found(alongside(1, '0.5'))).toEqual([]);
  });

  it('of more, each wire is told that carries more than it may among so many, and the next size mends it', () => {
    const build = alongside(3, '0.5');
    const among = (count: number) => ampacityA(conductor('metric', '0.5'), { bundled: count });
    // Nine together: each may carry half of what it may alone (ISO 10133, from memory). Among three all would be well.
    expect(among(9)).toBeCloseTo(0.5 * among(1), 9);
    expect(mostA(build)).toBeGreaterThan(among(9));
    expect(mostA(build)).toBeLessThan(among(3));
    const findings = found(build);
    expect(findings).toHaveLength(3);
    for (const { message } of findings)
      expect(message).toMatch(/runs with 8 others for 844 mm and may carry 7\.9 A there; 9\.\d A flow\./);
    const mended = findings.reduce((current, { waysOut }) => applied(current, waysOut[0]!.operations), build);
    expect(found(mended)).toEqual([]);
  });

  it('thick wire stays cool in the same bundle', () => {
    expect(found(alongside(3, '2.5'))).toEqual([]);
  });
});
