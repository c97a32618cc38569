export { CHARGING_V, PEUKERT } from './battery/batteryCourse.ts';
export { energyFigures, RESERVE_RATIO, type Scenario, type ScenarioFigures } from './battery/energy.ts';
export {
  compileNetwork,
  isLive,
  restingVoltageV,
  type StateSolver,
  solveSetting,
  stateSolver,
} from './compileNetwork.ts';
export {
  type AssessedFeed,
  type FeedFigures,
  farEndName,
  feedFigures,
  fuseForLamps,
  type Limit,
  plannedA,
  ratedCurrentA,
  takenFromSlotA,
} from './feedFigures.ts';
export { CONTINUOUS_RATIO, FAMILIES, fuseColour, fuseForLoadA, isBlade, openingTime } from './fuses.ts';
export { keptFigures } from './keptFigures.ts';
export { type LightState, lightState } from './lightState.ts';
export {
  isCopperMost,
  SEEN_BUDGET_PERCENT,
  type Section,
  USUAL_BUNDLE,
  WORK_BUDGET_PERCENT,
  wiresOnWay,
} from './sections.ts';
export { Circuit, CircuitElement, type CircuitSolution, type ElementState, endsOf } from './solver/circuit.ts';
export { prepareCircuit, solveCircuit } from './solver/solveCircuit.ts';
export { countedNames, spiceCards, spiceDeck } from './solver/spice.ts';
