export { BOX_TERMINALS, type BoxTerminal, terminalFor } from './boxTerminals.ts';
export { GROMMETS, type Grommet, grommetFor } from './bundles.ts';
export { CLEARANCE_MM, clearOf, wayRound, zonesNear } from './clearance.ts';
export {
  betterColour,
  CREW_COLOURS,
  GROUND_COLOUR,
  misleadingLeads,
  namedColour,
  SIGNAL_COLOURS,
  signalOf,
  usualColour,
} from './colourCode.ts';
export { CONNECTORS, connectorByName, type PinSpec } from './connectors.ts';
export {
  type CutEnd,
  type CutLine,
  cutList,
  givenEnds,
  givenName,
  methodOf,
  takesMm2,
  terminalColour,
  terminalName,
  wireOrder,
} from './cutList.ts';
export { type DiagramRow, diagramOf, diagramSvg, type LampSpot, NIGHT_INK, PAPER_INK, type Shape } from './diagram.ts';
export { type Joint, jointList, MOST_IN_A_CRIMP } from './jointList.ts';
export { type LoomEnd, loomEnds, shortMm } from './loomEnds.ts';
export {
  type Bundle,
  bundlesOf,
  distanceMm,
  elementPlaces,
  planLengths,
  type Segment,
  segmentsOf,
  throughNode,
  type WireRoute,
  wireRoutes,
} from './routes.ts';
export { GROUND_LEAD_MM, legsMm, PANEL_TO_SWITCH_MM, runMm, TAP_LEAD_MM, wayMm } from './runs.ts';
export { bundleList, fuseMap, pinTables } from './wiringLists.ts';
