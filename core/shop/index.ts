export {
  type Block,
  type Board,
  boardOf,
  type CalendarEntry,
  calendarOf,
  type JobLine,
  type Stay,
  taskIdsOf,
  type Wait,
  type WaitKind,
} from './board.ts';
export { type DayRow, daySheet } from './daySheet.ts';
export { faultsInWords, faultWords, holdSteps, movedSteps } from './moveBlock.ts';
export { type QuoteLine, quoteFor } from './quote.ts';
export { expectationOf, type ShopFinding, shopFindings } from './shopFindings.ts';
export {
  applyShopOperation,
  CREW_SHOP_OPERATIONS,
  describeShopField,
  type ShopDraft,
  ShopOperation,
} from './shopOperations.ts';
export { crewQuestion, fitsBay, heldTasks, planChange, planOf, type ShopWork } from './shopQuestion.ts';
export {
  Bay,
  Job,
  newShop,
  PartOrder,
  PlannedStep,
  Shop,
  StockLine,
  taskIdOf,
  unitOfTask,
  WINDOW_KINDS,
  Worker,
} from './shopSchema.ts';
export {
  clockOf,
  DAY_MIN,
  dateOf,
  dayName,
  dayStart,
  hoursOver,
  minutesOf,
  ShopDate,
  timeOf,
  weekday,
  weekNumber,
  weekStart,
  whenText,
} from './shopTime.ts';
export { expectedMinutes, type Run, runsOf, type ShopUnit, shopUnit } from './shopWork.ts';
export { pickingList, reserveFor, shortages } from './stock.ts';
