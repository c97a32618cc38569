/** A unit with one of everything, and one draft of each kind of operation: a kind that is left out does not compile. */
import { SHELF } from '../../../demo/shelf.ts';
import { applied, furtherIds, testTruck, warnFeed } from '../../../demo/testUnit.ts';
import type { OperationDraft, OperationKind } from '../operations/operations.ts';
import type { Build } from '../schema/buildSchema.ts';

const ids = furtherIds();
const id = Object.fromEntries(
  [
    'box',
    'cap',
    'problem',
    'fault',
    'photo',
    'trim',
    'plug',
    'factory',
    'nodeA',
    'nodeB',
    'link',
    'connector',
    'splitWire',
    'lastFunction',
    'idleControl',
    'holder',
  ].map((name) => [name, ids()]),
) as Record<string, string>;
const AT = { xMm: 400, yMm: 300, zMm: 900 };
const MEASURE = {
  stepKey: 'drill:left',
  label: 'Hole from front',
  plannedMm: 2900,
  toleranceMm: 3,
  valueMm: 2920,
};

const lead = (gauge: '0.5' | '1.5' | '2.5', lengthMm: number) => ({ table: 'metric' as const, gauge, lengthMm });
const LOOM = {
  key: 'LM-0001',
  name: 'Two work lamps',
  family: 'blade' as const,
  fuseA: 15,
  relayA: 30,
  hasSwitch: true,
  power: lead('2.5', 400),
  toSwitch: lead('0.5', 1500),
  ground: lead('0.5', 500),
  trunk: lead('2.5', 4000),
  legs: [lead('1.5', 1000)],
  hasReturn: false,
  ends: 'plugs' as const,
};

const pin = (name: string) => ({
  pin: name,
  colour: 'red',
  purpose: 'brake',
  keyOffV: null,
  keyOnV: null,
  runningV: null,
  signalV: null,
  signal: 'brake' as const,
  ratingA: null,
  ownLoadA: 0,
  areaMm2: null,
});
const node = (nodeId: string, xMm: number) => ({
  id: nodeId,
  name: 'Clip',
  position: { xMm, yMm: 400, zMm: 700 },
  pass: null,
  jointId: null,
});
const OWN_PATTERN = {
  id: 'own-a',
  name: 'Ours',
  periodS: 1,
  pulses: [{ startS: 0, endS: 0.2, level: 1 }],
};
const OWN_PACK = {
  id: 'crew-rules',
  name: 'Crew rules',
  source: 'Agreed in the shed',
  date: '2026-01-05',
  groups: ['truck' as const],
  required: [],
  colours: [],
};

/** A truck on which there is one of everything that an operation can change or take out. */
export function equipped(): Build {
  const fed = testTruck()
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp('MK-0101', 'left', { xMm: 4300, yMm: 1, zMm: 760 })
    .feed(warnFeed('L1 R1')).build;
  const lamp = Object.values(fed.lamps)[0]!;
  const [warn] = Object.values(fed.functions);
  const [wire] = Object.values(fed.wires);
  const connector = {
    id: id.connector!,
    kind: 'connector' as const,
    name: 'Plug',
    pinsOf: '',
    pins: 1,
    mated: true,
    ratingA: 15,
  };
  return applied(fed, [
    { kind: 'insertPart', wireId: wire!.id, part: connector, near: 'a1', far: 'b1', nearMm: 100, newWireId: ids() },
    {
      kind: 'putRoute',
      nodes: [node(id.nodeA!, 0), node(id.nodeB!, 900)],
      links: [{ id: id.link!, a: id.nodeA!, b: id.nodeB! }],
      dropLinks: [],
    },
    {
      kind: 'placeLamps',
      lamps: [{ ...lamp, id: id.holder!, tag: 'H1', modelKey: 'HB-2001', pairId: null, mount: 'rivet', position: AT }],
      models: [SHELF.find((entry) => entry.model.key === 'HB-2001')!.model],
    },
    { kind: 'addFuseBox', box: { id: id.box!, name: 'Battery box', place: '', position: { ...AT, xMm: 900 } } },
    {
      kind: 'assignFeed',
      controls: [],
      elements: [{ id: id.cap!, kind: 'cap', name: 'Later', plannedA: 4 }],
      wires: [],
      functions: [],
    },
    {
      kind: 'addFunction',
      function: { ...warn!, id: id.lastFunction!, name: 'Slower', priority: warn!.priority + 1, shows: {} },
    },
    { kind: 'addControl', control: { id: id.idleControl!, name: 'Idle', kind: 'switch', signal: null, ratingA: 10 } },
    { kind: 'putPattern', pattern: OWN_PATTERN },
    { kind: 'putOwnPack', pack: OWN_PACK },
    { kind: 'recordFault', fault: { id: id.fault!, words: 'Ground of L1 was loose' } },
    { kind: 'reportProblem', problem: { id: id.problem!, stepKey: 'isolate', words: 'seized' } },
    {
      kind: 'recordMeasure',
      key: 'L1 x',
      measure: { ...MEASURE, target: { kind: 'lamp', lampId: lamp.id, axis: 'xMm' } },
    },
    { kind: 'addExtraParts', parts: [{ id: 'kit', partKey: 'kit', name: 'Kit', quantity: 2, modelKey: null }] },
    { kind: 'addPhoto', photo: { id: id.photo!, caption: 'Rear', stepKey: null, width: 800, height: 600 } },
    { kind: 'recordTrim', trim: { id: id.trim!, name: 'Kick panel', fasteners: 'clips', count: 6, note: '' } },
    {
      kind: 'recordPlug',
      plug: { id: id.plug!, name: 'Rear plug', place: '', pins: [pin('1'), pin('2')], end: 'open', leftMm: null },
    },
    {
      kind: 'recordFactoryLamps',
      lamps: [
        {
          id: id.factory!,
          role: 'tail',
          face: 'rear',
          colour: 'red',
          paired: true,
          position: AT,
          state: 'works',
          note: '',
        },
      ],
    },
  ]);
}

type Drafts = { [Kind in Exclude<OperationKind, 'restore'>]: Extract<OperationDraft, { kind: Kind }> };

/** One of each kind, and it changes something on the equipped truck. */
export function draftOfEachKind(build: Build): Drafts {
  const lampIds = Object.keys(build.lamps);
  const lamp = build.lamps[lampIds[0]!]!;
  const slot = Object.values(build.slots)[0]!;
  const spareSlot = Object.values(build.slots).at(-1)!;
  const [functionId] = Object.keys(build.functions) as [string];
  const [controlId] = Object.keys(build.controls) as [string];
  const element = (kind: string) => Object.values(build.elements).find((each) => each.kind === kind)!;
  const [fuse, contact, tap] = ['fuse', 'switch', 'tap'].map(element) as [
    ReturnType<typeof element>,
    ReturnType<typeof element>,
    ReturnType<typeof element>,
  ];
  const someWire = Object.values(build.wires)[0]!;
  const model = (key: string) => SHELF.find((entry) => entry.model.key === key)!.model;
  const newLamp = {
    ...lamp,
    id: ids(),
    tag: 'T9',
    modelKey: 'BC-0101',
    pairId: null,
    mount: model('BC-0101').mounts[0]!.kind,
  };
  return {
    setUnit: { kind: 'setUnit', changes: { name: 'Renamed' } },
    setBodyParameters: { kind: 'setBodyParameters', changes: { lengthMm: 7600 } },
    setElectrics: { kind: 'setElectrics', changes: { batteryAh: 95 } },
    setHabits: { kind: 'setHabits', changes: { ground: 'bus' } },
    setFusePanel: { kind: 'setFusePanel', changes: { name: 'Kick panel' } },
    addFuseBox: { kind: 'addFuseBox', box: { id: ids(), name: 'Roof box', place: 'under the lining', position: AT } },
    editFuseBox: { kind: 'editFuseBox', boxId: id.box!, changes: { isWet: true, position: AT } },
    removeFuseBox: { kind: 'removeFuseBox', boxId: id.box! },
    setPlace: { kind: 'setPlace', of: 'battery', position: AT },
    addSlots: { kind: 'addSlots', slots: [{ ...slot, id: ids(), label: 'extra' }] },
    editSlot: {
      kind: 'editSlot',
      slotId: slot.id,
      changes: { feeds: 'horn', limitA: 12, boxId: id.box!, cavity: 'noLoadSide' },
    },
    recordSlotReading: { kind: 'recordSlotReading', slotId: slot.id, changes: { keyOnV: 11.9 } },
    removeSlot: { kind: 'removeSlot', slotId: spareSlot.id },
    placeLamps: { kind: 'placeLamps', lamps: [newLamp], models: [model('BC-0101')] },
    moveLamps: { kind: 'moveLamps', moves: lampIds.map((lampId) => ({ lampId, face: 'left', position: AT })) },
    editLamps: { kind: 'editLamps', lampIds: [lamp.id], changes: { locked: true, groupId: ids() } },
    standLamps: {
      kind: 'standLamps',
      stands: [{ lampId: lamp.id, pad: { onId: id.holder!, index: 0 }, position: { ...AT, zMm: 950 }, face: 'top' }],
    },
    recordOldHole: {
      kind: 'recordOldHole',
      hole: { id: ids(), face: 'rear', position: AT, diameterMm: 9.5, note: 'of the old lamp' },
    },
    measureBase: {
      kind: 'measureBase',
      modelKey: lamp.modelKey,
      mount: build.models[lamp.modelKey]!.mounts[0]!.kind,
      places: [
        { aMm: -20, bMm: 0, diameterMm: 4, use: 'fixing' },
        { aMm: 0, bMm: 0, diameterMm: 8, use: 'lead' },
      ],
    },
    swapModel: { kind: 'swapModel', lampIds: [lamp.id], model: model('BC-0101') },
    removeLamps: { kind: 'removeLamps', lampIds },
    addControl: { kind: 'addControl', control: { ...build.controls[controlId]!, id: ids(), name: 'Second' } },
    editControl: { kind: 'editControl', controlId, changes: { name: 'Beacon' } },
    removeControls: { kind: 'removeControls', controlIds: [id.idleControl!] },
    assignFeed: {
      kind: 'assignFeed',
      controls: [],
      elements: [{ id: ids(), kind: 'block', name: 'Block', ways: 6 }],
      wires: [],
      functions: [],
    },
    editFuse: { kind: 'editFuse', elementId: fuse.id, changes: { ratingA: 15 } },
    renameElement: { kind: 'renameElement', elementId: fuse.id, name: 'Amber' },
    retapSlot: { kind: 'retapSlot', elementId: tap.id, slotId: spareSlot.id },
    setTapLimit: { kind: 'setTapLimit', elementId: tap.id, limitA: 20 },
    takeLoom: { kind: 'takeLoom', loom: { id: ids(), loom: LOOM } },
    setPlanned: { kind: 'setPlanned', elementId: id.cap!, plannedA: 9 },
    replaceSwitchByRelay: { kind: 'replaceSwitchByRelay', elementId: contact.id, ratingA: 30 },
    editWires: { kind: 'editWires', wireIds: Object.keys(build.wires), changes: { gauge: '6', colour: 'blue' } },
    setWireLengths: { kind: 'setWireLengths', lengths: [{ wireId: someWire.id, lengthMm: 4321 }] },
    moveWireEnds: {
      kind: 'moveWireEnds',
      moves: [{ wireId: someWire.id, end: 'to', onto: { elementId: contact.id, terminal: 'in' } }],
    },
    removeFeed: { kind: 'removeFeed', elementIds: Object.keys(build.elements), wireIds: [] },
    insertPart: {
      kind: 'insertPart',
      wireId: someWire.id,
      part: { id: ids(), kind: 'splice', name: 'Loom end' },
      near: 'join',
      far: 'join',
      nearMm: 50,
      newWireId: ids(),
    },
    mateConnector: { kind: 'mateConnector', elementId: id.connector!, mated: false },
    putRoute: { kind: 'putRoute', nodes: [node(ids(), 2000)], links: [], dropLinks: [id.link!] },
    editRouteNode: { kind: 'editRouteNode', nodeId: id.nodeA!, changes: { name: 'At the sill' } },
    removeRouteNodes: { kind: 'removeRouteNodes', nodeIds: [id.nodeA!, id.nodeB!] },
    addFunction: {
      kind: 'addFunction',
      function: { ...build.functions[functionId]!, id: ids(), name: 'Further', priority: 9 },
    },
    editFunction: {
      kind: 'editFunction',
      functionId,
      changes: { modulator: { burstS: 5, rearmS: 20 }, nightPercent: 40 },
    },
    raiseFunction: { kind: 'raiseFunction', functionId: id.lastFunction!, aboveId: functionId },
    setPattern: { kind: 'setPattern', functionId, lampIds: [lamp.id], changes: { patternId: 'double' } },
    dropFromFunction: { kind: 'dropFromFunction', functionId, lampIds: [lamp.id] },
    removeFunction: { kind: 'removeFunction', functionId },
    putPattern: { kind: 'putPattern', pattern: { ...OWN_PATTERN, name: 'Ours, slower', periodS: 2 } },
    removePattern: { kind: 'removePattern', patternId: OWN_PATTERN.id },
    setFleetPattern: { kind: 'setFleetPattern', patternId: 'double' },
    programLamps: { kind: 'programLamps', lampIds: [lamp.id], number: 4 },
    hangLegend: { kind: 'hangLegend', print: 'Warn: warning' },
    recordCheck: { kind: 'recordCheck', key: 'pull', check: { result: 'good', note: '', photoId: null } },
    recordFault: { kind: 'recordFault', fault: { id: ids(), words: 'Fuse of another rating' } },
    removeFault: { kind: 'removeFault', faultId: id.fault! },
    signOff: { kind: 'signOff', open: ['aim at night'] },
    recordReading: {
      kind: 'recordReading',
      reading: {
        id: ids(),
        setting: [controlId],
        place: { kind: 'lamp', lampId: lamp.id },
        quantity: 'volts',
        value: 12.1,
        batteryV: 12.6,
      },
    },
    recordLook: {
      kind: 'recordLook',
      look: { id: ids(), setting: [controlId], keyOn: true, wrong: { [lamp.id]: 'dim' } },
    },
    tickStep: { kind: 'tickStep', stepKey: 'isolate', done: true, minutes: 4 },
    orderSteps: { kind: 'orderSteps', order: { keys: ['fuse', 'isolate'], reasons: { 'a b': 'the bay is cold' } } },
    recordMeasure: {
      kind: 'recordMeasure',
      key: 'L1 z',
      measure: { ...MEASURE, valueMm: 2901, target: { kind: 'lamp', lampId: lamp.id, axis: 'zMm' } },
    },
    settleMeasure: { kind: 'settleMeasure', key: 'L1 x', accept: true },
    reportProblem: { kind: 'reportProblem', problem: { id: ids(), stepKey: 'fuse', words: 'no fuse of 5 A' } },
    solveProblem: { kind: 'solveProblem', problemId: id.problem!, words: 'heated' },
    addExtraParts: {
      kind: 'addExtraParts',
      parts: [{ id: 'kit', partKey: 'kit', name: 'Kit', quantity: 3, modelKey: null }],
    },
    removeExtraPart: { kind: 'removeExtraPart', partId: 'kit' },
    addComment: { kind: 'addComment', commentId: ids(), text: 'Mind the mirrors' },
    letStand: { kind: 'letStand', findingId: ids(), code: 'M35', reason: 'The customer washes by hand' },
    handOver: { kind: 'handOver', done: true },
    recordFactoryLamps: {
      kind: 'recordFactoryLamps',
      lamps: [{ ...build.factoryLamps[id.factory!]!, state: 'dead' }],
    },
    recordPlug: { kind: 'recordPlug', plug: { ...build.plugs[id.plug!]!, place: 'under the seat' } },
    editPlug: { kind: 'editPlug', plugId: id.plug!, changes: { end: 'capped', leftMm: 80 } },
    recordTrim: { kind: 'recordTrim', trim: { ...build.trim[id.trim!]!, count: 8 } },
    addPhoto: { kind: 'addPhoto', photo: { id: ids(), caption: 'Front', stepKey: null, width: 800, height: 600 } },
    removeSurveyItem: { kind: 'removeSurveyItem', from: 'plugs', itemId: id.plug! },
    answerSurvey: { kind: 'answerSurvey', key: 'props', value: 'on both sides' },
    setRulePacks: { kind: 'setRulePacks', packIds: ['un-style'] },
    putOwnPack: { kind: 'putOwnPack', pack: { ...OWN_PACK, name: 'Crew rules, second' } },
    removeOwnPack: { kind: 'removeOwnPack', packId: OWN_PACK.id },
    setAttachments: { kind: 'setAttachments', attachments: ['v-plow'] },
    setOwnOutlines: {
      kind: 'setOwnOutlines',
      outlines: {
        side: [
          [0, 0],
          [1000, 0],
          [1000, 800],
        ],
        front: null,
        plan: null,
      },
    },
  };
}
