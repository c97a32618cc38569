export { BLADE, LIGHT, WIRE } from './colours.ts';
export { type Contact, conduct, passagesFrom, terminalNode, type WireEnd, wireEnds } from './conduct.ts';
export {
  deriveFeeds,
  type Feed,
  isMain,
  outward,
  outwardWires,
  ownParts,
  unfedLamps,
  unfusedLamps,
} from './deriveFeeds.ts';
export { SLOT_WHEN_WORDS, slotHeadroomA, slotWhen, sourceInText, sourceName } from './slots.ts';
