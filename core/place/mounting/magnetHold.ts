/** Does a magnet-mounted lamp stay on at road speed? */

import type { LampModel } from '../../document/index.ts';
import type { Millimetres } from '../../units/index.ts';

export interface MagnetSurface {
  thicknessMm: Millimetres;
  /** Paint, film or dirt between foot and steel, mm. */
  gapMm: Millimetres;
  steel: boolean;
}

export interface MagnetHold {
  /** Pull that is left on this skin, N. */
  pullN: number;
  /** Speed up to which it holds, km/h; 0 when it does not even stand still safely. */
  holdsToKmh: number;
  /** What lets go first. */
  limit: 'not steel' | 'sliding' | 'tipping' | 'shaking';
  assumptions: readonly string[];
}

const AIR_KG_M3 = 1.225;
/** Flat-faced box across the wind. Common practice, from memory: 1.1 to 1.3. */
const DRAG_COEFFICIENT = 1.2;
/** Rubber-coated foot on clean, dry paint; wet paint halves it. Common practice, no source. */
const FRICTION = 0.35;
/** Bumps, sideways and upwards, in multiples of the lamp's weight. Common practice, no source. */
const SHAKE_G = 3;
const SAFETY = 2;
const FULL_PULL_THICKNESS_MM = 3;
/** Gap that halves the pull of the flat pot magnets used here. Common practice, no source. */
const HALVING_GAP_MM = 0.7;
const G = 9.81;

/**
 * Speed up to which a magnet foot holds a lamp on a roof or panel along the wind.
 * Wind force 0.5 rho cd A v^2 against friction and against tipping over the rear foot; shaking is taken off the pull
 * first; both with a safety factor of two. The rated pull is for thick bare steel and falls with thin or coated skin.
 */
export function magnetHold(model: LampModel, skin: MagnetSurface): MagnetHold {
  const rated = model.magnetPullN ?? 0;
  const { widthMm, heightMm, depthMm } = model.face;
  const assumptions = [
    `rated pull ${rated} N on thick bare steel`,
    `skin ${skin.thicknessMm} mm, coating and dirt ${skin.gapMm} mm`,
    `friction ${FRICTION} (dry), drag coefficient ${DRAG_COEFFICIENT}, shaking ${SHAKE_G} g, safety factor ${SAFETY}`,
  ];
  if (!skin.steel || rated === 0) return { pullN: 0, holdsToKmh: 0, limit: 'not steel', assumptions };
  const thin = Math.min(1, skin.thicknessMm / FULL_PULL_THICKNESS_MM);
  const gap = 0.5 ** (skin.gapMm / HALVING_GAP_MM);
  const pullN = rated * thin * gap;
  const leftN = pullN / SAFETY - SHAKE_G * model.massKg * G;
  if (leftN <= 0) return { pullN, holdsToKmh: 0, limit: 'shaking', assumptions };
  const faceM2 = (widthMm * heightMm) / 1e6;
  const slideN = FRICTION * leftN;
  const tipN = leftN * (depthMm / 2 / (heightMm / 2));
  const windN = Math.min(slideN, tipN);
  const speed = Math.sqrt((2 * windN) / (AIR_KG_M3 * DRAG_COEFFICIENT * faceM2));
  return { pullN, holdsToKmh: speed * 3.6, limit: slideN <= tipN ? 'sliding' : 'tipping', assumptions };
}
