/** What server and interface have agreed on: every request and answer of the API. */
export {
  AddPerson,
  ChangePerson,
  DemoChoices,
  Fleet,
  Invitation,
  Join,
  MIN_PASSWORD,
  OwnPassword,
  People,
  type PeopleEvent,
  Person,
  type PersonLine,
  PersonParams,
  Session,
  SignIn,
} from './people.ts';
export { ErrorAnswer, Health, Records } from './server.ts';
export { PutOnShelf, ShelfParams } from './shelf.ts';
export { CalendarParams, LearnedHours, SendShopOperations, ShopAnswer } from './shop.ts';
export {
  Created,
  CreatedAlike,
  HistoryItem,
  NewUnit,
  NextTag,
  Outcome,
  Outcomes,
  PhotoKept,
  PhotoParams,
  SendOperations,
  UndoRow,
  UnitAnswer,
  UnitParams,
  UnitsAlike,
} from './units.ts';
export { UnitListItem, UnitSummary, YardPage, YardQuery, YardTotals } from './yard.ts';
