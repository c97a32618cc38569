export { BLADE, LIGHT, WIRE } from './colours.ts';
export { type Contact, conduct, passagesFrom, returnWay, terminalNode, type WireEnd, wireEnds } from './conduct.ts';
export {
  deriveFeeds,
  type Feed,
  isMain,
  outwardWires,
  ownParts,
  placeKey,
  unfedLamps,
  unfusedLamps,
} from './deriveFeeds.ts';
export {
  boxOf,
  cavityOf,
  FAMILY_OF_SIZE,
  fuseBoxes,
  type KeyedBox,
  PANEL,
  SIZE_WORDS,
  seatOf,
  sizeOf,
  slotsInOrder,
  slotsOfBox,
  sourceInBox,
  sourceNameInBox,
  takesFeedsFuse,
  takesHolder,
} from './fuseBoxes.ts';
export { isRun, isSized, isUnits, unitsOwnParts, wiresRun } from './ownWiring.ts';
export { FORK, placeKeyOf, placeOf, placeOfSource, type ThingWithPlace, thingsWithPlaces } from './places.ts';
export { pinSourceId, plugOfSource } from './plugs.ts';
export {
  controlOfSource,
  SIGNAL_NAMES,
  SIGNAL_WORDS,
  SLOT_WHEN_WORDS,
  signalControl,
  signalOfSlot,
  slotHeadroomA,
  slotWhen,
  sourceInText,
  sourceName,
  whenWords,
} from './slots.ts';
export { switchesToFit, switchHoleWords, switchName, switchPinName, terminalsOf } from './switchWords.ts';
