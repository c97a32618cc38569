export { planGroundBus, planGroundSwitch, planOwnGround } from './groundSide.ts';
export { planFuseBlock } from './planBlock.ts';
export { planBranchFuse, planFlasher, planLoomExtension, planMoveLamps, planRelay } from './planChanges.ts';
export { type FeedWish, isTappedStraight, planFeed, receiverOutput } from './planFeed.ts';
export { planDiode, planFlashResistor, planPlug } from './planParts.ts';
export { pinsToTake, planPinSource } from './planPins.ts';
export { planRefit } from './planRefit.ts';
export { planRoutes } from './planRoutes.ts';
export { planThickerWire, type ThickerWire } from './planThicker.ts';
