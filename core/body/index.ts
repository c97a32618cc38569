export { applyToUnit } from './applyToUnit.ts';
export { ATTACHMENT_NAMES, isPlow } from './attach.ts';
export { bodyOf, keptBody } from './bodyCache.ts';
export {
  type Behind,
  type Body,
  type BodyPart,
  type Joint,
  type Material,
  type Pass,
  type Pose,
  type TapeEdge,
  VIEWS,
  type View,
  type Zone,
  type ZoneKind,
} from './bodyModel.ts';
export { type DimensionLine, dimensionLine, drawnOtherwise } from './dimensions.ts';
export {
  BODY_TEMPLATES,
  defaultParameters,
  makeBody,
  spanOf,
  templateById,
  usualPacks,
  usualPanelPlace,
} from './makeBody.ts';
export { isMetal, nearestMetal } from './metal.ts';
export { contains, extent, type Outline } from './outline/outline.ts';
export { outlineIn, paintOrder } from './paintOrder.ts';
export { carriedBy, type Direction, posed, posedPlace, posesOf, raisesParts } from './pose.ts';
export { blockedBy, ontoSkin, partUnder, skinAt, skinOf, viewOfFace } from './solid.ts';
export { OWN_OUTLINE_ID } from './templates/ownOutline.ts';
