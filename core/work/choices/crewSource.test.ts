import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck } from '../../../demo/testUnit.ts';
import type { Build, Plug } from '../../document/index.ts';
import { pinSourceId } from '../../graph/index.ts';
import { crewSource, livePins } from './crewSource.ts';

const newId = furtherIds();
const PIN: Plug['pins'][number] = {
  pin: '4',
  colour: 'black',
  purpose: 'battery',
  keyOffV: 12.6,
  keyOnV: 12.5,
  runningV: null,
  signal: null,
  signalV: null,
  ratingA: 30,
  ownLoadA: 0,
  areaMm2: null,
};
const plug: Plug = { id: newId(), name: 'trailer plug', place: '', pins: [PIN], end: 'joined', leftMm: null };
const withPlug = (build: Build, pin: Partial<Plug['pins'][number]> = {}): Build =>
  applied(build, [{ kind: 'recordPlug', plug: { ...plug, pins: [{ ...PIN, ...pin }] } }]);
const truck = testTruck().build;
const bare: Build = { ...truck, slots: {} };
const pinId = pinSourceId(plug.id, '4');

describe('where a feed takes its power when nobody has chosen', () => {
  it('from a spare slot before a pin that was metered, from that before the battery', () => {
    const hot = Object.values(truck.slots).find(({ label }) => label === 'hot')!;
    expect(crewSource(withPlug(truck), [], 4, 'own').slotId).toBe(hot.id);
    const { slotId, operations } = crewSource(withPlug(bare), [], 4, 'own');
    expect(slotId).toBe(pinId);
    expect(applied(withPlug(bare), operations).slots[pinId]?.kind).toBe('pin');
    expect(crewSource(bare, [], 4, 'own').slotId).toBeNull();
    expect(crewSource(withPlug(bare), [], 4, 'battery').slotId).toBeNull();
  });

  it('not from a pin with less than the load at four fifths, or that is live at other times', () => {
    // 30 A x 0.8 = 24 A.
    expect(crewSource(withPlug(bare), [], 24, 'own').slotId).toBe(pinId);
    expect(crewSource(withPlug(bare), [], 24.1, 'own').slotId).toBeNull();
    const withKey = withPlug(bare, { keyOffV: 0 });
    expect(livePins(withKey, 'always')).toEqual([]);
    expect(livePins(withKey, 'ignition').map(({ slot }) => slot.id)).toEqual([pinId]);
    expect(crewSource(withKey, [], 4, 'own', 'ignition').slotId).toBe(pinId);
  });

  it('a pin that is a source already is one while nothing is tapped from it', () => {
    const made = applied(withPlug(bare), crewSource(withPlug(bare), [], 4, 'own').operations);
    expect(crewSource(made, [], 4, 'own')).toMatchObject({ slotId: pinId, operations: [] });
  });
});
