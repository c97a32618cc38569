import { describe, expect, it } from 'vitest';
import { BRAKE_A, motorcycleWithPlug, REAR_PLUG_ID, STOP_LAMP } from '../../demo/ownLead.ts';
import { applied, furtherIds, testTruck } from '../../demo/testUnit.ts';
import type { Build, Plug, Position } from '../document/index.ts';
import { planFeed, planOwnLamp, planPinSource } from '../planning/index.ts';
import { deriveFeeds } from './deriveFeeds.ts';
import { placeOfSource } from './places.ts';
import { pinSourceId, plugOfSource } from './plugs.ts';

const ids = furtherIds();
const AT_HITCH: Position = { xMm: 7400, yMm: 0, zMm: 500 };
const withPlug = (position?: Position): Build => {
  const plug: Plug = { ...motorcycleWithPlug().plugs[REAR_PLUG_ID]!, ...(position && { position }) };
  const truck = testTruck().lamp('SG-0404', 'rear', { yMm: 300, zMm: 900 }).build;
  return applied(truck, [{ kind: 'recordPlug', plug }]);
};
const slotId = pinSourceId(REAR_PLUG_ID, '2');

function brakeFeed(build: Build) {
  const source = planPinSource(build, REAR_PLUG_ID, '2')!;
  const before = applied(build, source.operations);
  const planned = planFeed(
    before,
    {
      name: 'Brake',
      slotId,
      lampIds: Object.keys(build.lamps),
      control: { name: 'Brake', kind: 'signal', signal: 'brake', ratingA: null },
      relayRatingA: null,
      wanted: 'always',
      table: 'metric',
      colour: 'red',
      patternId: 'steady',
    },
    ids,
  );
  if (!planned.ok) throw new Error(planned.reason.message);
  const after = applied(before, planned.value);
  return deriveFeeds(after).find(({ slot }) => slot?.id === slotId)!;
}

describe('a source of a plug', () => {
  it('is known again by its plug and pin; a slot of the panel is none', () => {
    const build = withPlug();
    expect(plugOfSource(build, slotId)).toMatchObject({
      plug: { id: REAR_PLUG_ID },
      pin: { pin: '2', ownLoadA: BRAKE_A },
    });
    expect(plugOfSource(build, Object.keys(build.slots)[0]!)).toBeNull();
  });

  it('is where its plug hangs, and at the panel while nobody said', () => {
    expect(placeOfSource(withPlug(AT_HITCH), slotId)).toEqual(AT_HITCH);
    const build = withPlug();
    expect(placeOfSource(build, slotId)).toEqual(build.fusePanel.position);
    expect(placeOfSource(build, null)).toEqual(build.fusePanel.position);
    expect(placeOfSource(withPlug(AT_HITCH), Object.keys(build.slots)[0]!)).toEqual(build.fusePanel.position);
  });

  it('wire is as long as the way from there: metres less from the hitch than from the cab', () => {
    const supplyMm = (build: Build) => Math.max(...brakeFeed(build).wires.map(({ lengthMm }) => lengthMm));
    const lamp = Object.values(withPlug().lamps)[0]!;
    // The pair is met in its middle; legs along the axes, a tenth more, and an allowance at both ends.
    const legsMm = Math.abs(AT_HITCH.xMm - lamp.position.xMm) + Math.abs(AT_HITCH.zMm - lamp.position.zMm);
    const [near, far] = [supplyMm(withPlug(AT_HITCH)), supplyMm(withPlug())];
    expect(near).toBeCloseTo(legsMm * 1.1 + 300, -1);
    expect(far - near).toBeGreaterThan(3000);
  });

  it("a lamp of the unit's own hangs as far from it", () => {
    const lengthOf = (position: Position) => {
      const build = motorcycleWithPlug();
      const at = applied(build, [{ kind: 'recordPlug', plug: { ...build.plugs[REAR_PLUG_ID]!, position } }]);
      const planned = planOwnLamp(
        at,
        { plugId: REAR_PLUG_ID, pin: '2', factoryLampId: STOP_LAMP.id, light: 'filament' },
        ids,
      );
      const after = applied(at, planned.ok ? planned.value : []);
      return Math.max(...Object.values(after.wires).map(({ lengthMm }) => lengthMm));
    };
    const near = lengthOf({ xMm: 1900, yMm: 0, zMm: 820 });
    expect(lengthOf({ xMm: 1400, yMm: 0, zMm: 820 }) - near).toBeGreaterThan(400);
  });
});
