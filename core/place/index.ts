export {
  centre,
  depthAxis,
  dropOn,
  isDepth,
  type Move,
  mirroredPlace,
  moveTo,
  nudge,
  roundedPosition,
  rowAxis,
  spreadEvenly,
  twinOf,
} from './arrange.ts';
export { facesAway, housingOf, isSeenIn, silhouetteIn, viewPoint } from './lampGeometry.ts';
export { carrierOf, lampMemo } from './lampMemo.ts';
export { housings, isHousing, jobModels, jobName, litHousings, shareHousing } from './lamps/jobs.ts';
export { ampsOfWatts, labelDoubts, nextModelKey, PLAIN_LAMP, PLAIN_PART } from './lamps/lampLabel.ts';
export { dropPlace, mirrorOperations, placeLampOperation } from './lamps/newLamps.ts';
export { leaveOperation, placeOnPadOperation, standOperations } from './lamps/padLamps.ts';
export { usualLamps } from './lamps/usualLamps.ts';
export { LEVEL_MM, levelRows } from './levelRows.ts';
export { aimWords, asTurn, lookBearing, lookFace, mirroredAim, outwards, turnedTo } from './mounting/aim.ts';
export { boltThrough, closingFor, plugFor, type StackBolt } from './mounting/fasteners.ts';
export { magnetHold } from './mounting/magnetHold.ts';
export {
  allHoles,
  baseOf,
  bitsFor,
  type Drilling,
  drillingOf,
  formatMm,
  type Hole,
  MOUNTS,
  mountOf,
  PILOT_MM,
} from './mounting/mounts.ts';
export {
  footOf,
  formatKg,
  freePadNear,
  hangingKg,
  type KnownPad,
  padBolt,
  padPlace,
  padsOf,
  wantsApart,
} from './mounting/pads.ts';
export { BRIDGE_MM, holePosition, type PlacedHole, placedHoles } from './mounting/placedHoles.ts';
export { bracketBolt, bracketRivet } from './papers/bracketFixings.ts';
export {
  type Drawing,
  drawingDxf,
  drawingSvg,
  PAPER_MARGIN_MM,
  PAPERS,
  type Paper,
  tilesOf,
} from './papers/drawing.ts';
export { drillTemplate, templateJobs } from './papers/drillTemplate.ts';
export {
  behindKey,
  cutLengthMm,
  type Depth,
  depthBehind,
  discsFor,
  HOLE_TOOLS,
  type HoleRow,
  type HoleTool,
  holeList,
  NOTHING_BEHIND,
  type Skin,
  sidelessName,
  skinUnder,
} from './papers/holeList.ts';
export { type OldHoleFate, oldHoleFates, oldHoleRows } from './papers/oldHoles.ts';
export { tapeSheet } from './papers/tapeSheet.ts';
export {
  type Arrangement,
  arrangedPlaces,
  partRowOperation,
  partRowPlaces,
  partsForRow,
  rowAxes,
  usableAt,
  usualAcrossMm,
} from './partRow.ts';
export { type CopyRule, copyLayout, matchTo } from './rows.ts';
export { compareTags, tagList, tagsFor } from './tags.ts';
export { tapedDimensions } from './tape.ts';
