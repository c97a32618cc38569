import { describe, expect, it } from 'vitest';
import { SHELF } from '../../demo/shelf.ts';
import { makeBody, VIEWS, viewOfFace } from '../body/index.ts';
import type { Face, Lamp, LampModel } from '../document/index.ts';
import { facesAway, housingOf, isSeenIn, lightCentre, silhouetteIn, viewPoint } from './lampGeometry.ts';

const bar: LampModel = {
  ...SHELF[0]!.model,
  face: { ...SHELF[0]!.model.face, shape: 'rectangle', widthMm: 100, heightMm: 30, depthMm: 20 },
} as LampModel;
const round: LampModel = { ...bar, face: { ...bar.face, shape: 'round', widthMm: 60, heightMm: 60 } } as LampModel;
const at = { xMm: 1000, yMm: 500, zMm: 700 };
const lampOn = (face: Face, position = at) => ({ face, position }) as Lamp;

describe('the box that a lamp fills', () => {
  it.each([
    ['front', { x: [980, 1000], y: [450, 550], z: [685, 715] }],
    ['rear', { x: [1000, 1020], y: [450, 550], z: [685, 715] }],
    ['left', { x: [950, 1050], y: [500, 520], z: [685, 715] }],
    ['right', { x: [950, 1050], y: [480, 500], z: [685, 715] }],
    ['top', { x: [990, 1010], y: [450, 550], z: [700, 730] }],
  ] as const)('on the %s it stands outward from the skin', (face, box) => {
    expect(housingOf(lampOn(face), bar)).toEqual(box);
  });

  it('its light comes from the middle of it, not from the skin', () => {
    expect(lightCentre(lampOn('rear'), bar)).toEqual({ xMm: 1010, yMm: 500, zMm: 700 });
    expect(lightCentre(lampOn('top'), bar)).toEqual({ xMm: 1000, yMm: 500, zMm: 715 });
    expect(lightCentre(lampOn('right'), bar)).toEqual({ xMm: 1000, yMm: 490, zMm: 700 });
  });
});

describe('how it appears in a view', () => {
  it.each([
    ['plan', [1000, 500]],
    ['front', [500, 700]],
    ['rear', [500, 700]],
    ['left', [1000, 700]],
    ['right', [1000, 700]],
  ] as const)('a point in the %s', (view, point) => expect(viewPoint(view, at)).toEqual(point));

  it.each([
    ['plan', [1000, 450], [1020, 550]],
    ['front', [450, 685], [550, 715]],
    ['rear', [450, 685], [550, 715]],
    ['left', [1000, 685], [1020, 715]],
    ['right', [1000, 685], [1020, 715]],
  ] as const)('a lamp of the rear in the %s', (view, low, high) => {
    expect(silhouetteIn(view, lampOn('rear'), bar)).toEqual({ low, high, round: false });
  });

  it('is round only face on, and only when its face is', () => {
    for (const view of VIEWS) {
      expect(silhouetteIn(view, lampOn('rear'), round).round).toBe(view === viewOfFace.rear);
      expect(silhouetteIn(view, lampOn('rear'), bar).round).toBe(false);
    }
    expect(silhouetteIn('plan', lampOn('top'), round).round).toBe(true);
  });

  it('faces away from whoever looks at the other side; a lamp on top from nobody', () => {
    const away = (face: Face) => VIEWS.filter((view) => facesAway(view, face));
    expect(away('front')).toEqual(['rear']);
    expect(away('rear')).toEqual(['front']);
    expect(away('left')).toEqual(['right']);
    expect(away('right')).toEqual(['left']);
    expect(away('top')).toEqual([]);
  });

  it('is seen from its own side and hidden by the body from the other', () => {
    const van = makeBody('van', {});
    if (!van.ok) throw new Error(van.reason.message);
    const onLeft = lampOn('left', { xMm: 3000, yMm: van.value.widthMm / 2, zMm: 900 });
    expect(isSeenIn(van.value, 'left', onLeft, bar)).toBe(true);
    expect(isSeenIn(van.value, 'right', onLeft, bar)).toBe(false);
  });
});
