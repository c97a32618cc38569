/** By hand: bearings run clockwise from straight ahead; the unit's left is at 270. */
import { describe, expect, it } from 'vitest';
import { aimWords, asTurn, lookBearing, lookFace, mirroredAim, outwards, straightTurn, turnedTo } from './aim.ts';

const at = (yMm: number) => ({ xMm: 0, yMm, zMm: 0 });

describe('where a lamp looks', () => {
  it('is straight out of its face, turned clockwise by its aim; one on top looks nowhere until it is aimed', () => {
    const straight = (['front', 'right', 'rear', 'left', 'top'] as const).map((face) => lookBearing({ face }));
    expect(straight).toEqual([0, 90, 180, 270, null]);
    expect(lookBearing({ face: 'left', aim: { turnDeg: 100, tiltDeg: 0 } })).toBe(10);
    expect(lookBearing({ face: 'front', aim: { turnDeg: -30, tiltDeg: 0 } })).toBe(330);
    expect(lookBearing({ face: 'top', aim: { turnDeg: -90, tiltDeg: 5 } })).toBe(270);
  });

  it('is the side that is nearest, whichever it sits on', () => {
    const side = (turnDeg: number) => lookFace({ face: 'top', aim: { turnDeg, tiltDeg: 0 } });
    expect([0, 44, 46, 134, 136, 180, -136, -134, -46, -44].map(side)).toEqual([
      'front',
      'front',
      'right',
      'right',
      'rear',
      'rear',
      'rear',
      'left',
      'left',
      'front',
    ]);
    expect(lookFace({ face: 'rear', aim: { turnDeg: 60, tiltDeg: 0 } })).toBe('left');
    expect(lookFace({ face: 'top' })).toBe('top');
  });

  it('as a turn is the shorter way round', () => {
    expect([0, 90, 180, 181, 270, 359, -90, 540].map(asTurn)).toEqual([0, 90, 180, -179, -90, -1, -90, 180]);
    expect((['front', 'right', 'rear', 'left'] as const).map(straightTurn)).toEqual([0, 90, 180, -90]);
  });
});

describe('the aim of a lamp in words', () => {
  it('goes out or in across the ends, forward or back along the sides', () => {
    // Behind the unit, clockwise from above goes to its left: out on the left, in on the right.
    expect([300, -300, 0].map((yMm) => turnedTo('rear', yMm, 5))).toEqual(['out', 'in', 'to the left']);
    expect([300, -300, 0].map((yMm) => turnedTo('front', yMm, 5))).toEqual(['in', 'out', 'to the right']);
    expect([turnedTo('left', 900, 1), turnedTo('right', -900, 1)]).toEqual(['forward', 'back']);
    expect([turnedTo('left', 900, -1), turnedTo('right', -900, -1)]).toEqual(['back', 'forward']);
    expect([turnedTo('front', 0, 1), turnedTo('rear', 0, -1)]).toEqual(['to the right', 'to the right']);
    expect([outwards('rear', 300), outwards('rear', -300), outwards('front', 300), outwards('left', 9)]).toEqual([
      1, -1, -1, 1,
    ]);
  });

  it('says how far, and how far up or down', () => {
    const said = (face: 'rear' | 'top', turnDeg: number, tiltDeg: number) =>
      aimWords({ face, position: at(300), aim: { turnDeg, tiltDeg } });
    expect(said('rear', 15, -10)).toBe('15° out, 10° down');
    expect(said('rear', -15, 0)).toBe('15° in');
    expect(said('rear', 0, 20)).toBe('20° up');
    expect(said('rear', 0, 0)).toBe('straight');
    expect([0, 90, 180, -180, -90].map((turn) => said('top', turn, 0))).toEqual([
      'ahead',
      'to the right',
      'behind',
      'behind',
      'to the left',
    ]);
    expect(said('top', -80, -10)).toBe('to the left, 10° on clockwise, 10° down');
    expect(said('top', 179, 0)).toBe('behind, 1° on anticlockwise');
    expect(said('top', 1, 1)).toBe('ahead, 1° on clockwise, 1° up');
    expect(aimWords({ face: 'rear', position: at(0) })).toBe('straight');
    expect(aimWords({ face: 'top', position: at(0) })).toBe('not aimed');
    expect(mirroredAim({ turnDeg: 15, tiltDeg: -10 })).toEqual({ turnDeg: -15, tiltDeg: -10 });
  });
});
