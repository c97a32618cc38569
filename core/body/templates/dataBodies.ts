/** The bodies that are given as data. */

import type { BodyTemplate } from '../bodyModel.ts';
import compactLoader from '../data/compact-loader.json' with { type: 'json' };
import compactTractor from '../data/compact-tractor.json' with { type: 'json' };
import compactTractorCab from '../data/compact-tractor-cab.json' with { type: 'json' };
import estateLong from '../data/estate-4x4-long.json' with { type: 'json' };
import estateShort from '../data/estate-4x4-short.json' with { type: 'json' };
import hatchCarrier from '../data/hatch-carrier.json' with { type: 'json' };
import pickupCrew from '../data/pickup-crew.json' with { type: 'json' };
import scooter from '../data/scooter.json' with { type: 'json' };
import { type BodyData, dataBody } from './dataBody.ts';

/** What a file may hold is told apart by its test: the compiler takes its words for any words. */
export const DATA_FILES = [
  pickupCrew,
  estateShort,
  estateLong,
  hatchCarrier,
  compactTractor,
  compactTractorCab,
  compactLoader,
  scooter,
] as unknown as readonly BodyData[];

export const DATA_BODIES: readonly BodyTemplate[] = DATA_FILES.map(dataBody);
