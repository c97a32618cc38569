/** By hand, on 2 mm of steel: rivets of 4.8 grip 3.2 + 2, 5.76 over it; M6 goes through 4 + 2 and 8.8 of washer, nut and threads. */
import { describe, expect, it } from 'vitest';
import { testTruck } from '../../../demo/testUnit.ts';
import type { MountKind } from '../../document/index.ts';
import { carrierOf } from '../lampMemo.ts';
import { bracketBolt, bracketRivet } from './bracketFixings.ts';

function onSkin(key: string, mount?: MountKind) {
  const { build, body } = testTruck().lamp(key, 'rear', { yMm: 0, zMm: 1100 }, { single: true });
  const [lamp] = Object.values(build.lamps);
  const model = build.models[key]!;
  const held = { ...lamp!, mount: mount ?? lamp!.mount };
  expect(carrierOf(body, held, model)?.thicknessMm).toBe(2);
  return { rivet: bracketRivet(body, held, model), bolt: bracketBolt(body, held, model) };
}

describe('what holds a bracket', () => {
  it('is a rivet by its grip, or a bolt by its stack, as it is mounted', () => {
    expect(onSkin('HB-2001')).toEqual({ rivet: { diameterMm: 4.8, lengthMm: 12 }, bolt: null });
    expect(onSkin('HB-2002')).toEqual({ rivet: null, bolt: { thread: 'M6', neededMm: 14.8, lengthMm: 16 } });
    expect(onSkin('HB-2001', 'clamp')).toEqual({ rivet: null, bolt: null });
  });

  it('is nobody’s matter where nothing stands on it: a lamp has its own fixings', () => {
    expect(onSkin('CH-1301')).toEqual({ rivet: null, bolt: null });
    expect(onSkin('BD-0801')).toEqual({ rivet: null, bolt: null });
  });
});
