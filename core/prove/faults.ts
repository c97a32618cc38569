/**
 * Single faults of a circuit: each is the build as somebody may have left it, so that the same solver says what a meter
 * would show of it.
 */
import { type Build, derivedId, type Element, type Id, type Wire } from '../document/index.ts';
import { meanCurrentA } from '../flash/index.ts';
import { deriveFeeds, isRun } from '../graph/index.ts';
import { cutList, givenEnds, givenName, terminalName } from '../harness/index.ts';
import { conductorsOf } from '../units/index.ts';
import { putWire, withOhm, without } from './edits.ts';

export type FaultKind =
  | 'open'
  | 'joint'
  | 'ground'
  | 'lamp'
  | 'shortedLamp'
  | 'fuse'
  | 'swapped'
  | 'stuck'
  | 'wrongWire'
  | 'pattern';

export interface Fault {
  /** Same fault, same key. */
  key: string;
  kind: FaultKind;
  /** What is wrong, as it is told. */
  words: string;
  /** Lamps and feeds to look at. */
  lampIds: Id[];
  /** Resistance of the joint, ohm; null for what is one thing only. */
  ohm: number | null;
  apply(build: Build): Build;
}

/** Resistances of a bad joint that are tried: between them is reckoned. */
export const JOINT_OHM = [0.1, 0.3, 1, 3, 10];
/** A wire two sizes thinner than planned is what comes of a wrong reel. */
const THINNER_BY = 2;
/** Shorter wires differ by less than a meter shows. */
const TOLD_FROM_MM = 1500;

const lampsBehind = (build: Build, ids: ReadonlySet<Id>): Id[] =>
  [...ids].flatMap((id) => {
    const element = build.elements[id];
    return element?.kind === 'lampLoad' ? [element.lampId] : [];
  });

/** Wires that the crew has joined, by what they are called: its own by their tags, and leads that were there before. */
function joinedWires(build: Build): { wire: Wire; between: string }[] {
  const run = cutList(build).map((line) => ({
    wire: build.wires[line.wireId]!,
    between: `${line.tag}, ${line.from.to} to ${line.end.to}`,
  }));
  const given = new Map(
    givenEnds(build).map(({ wire, end }) => [wire.id, { wire, between: `${givenName(wire)} at ${end.to}` }]),
  );
  return [...run, ...given.values()];
}

function wireFaults(build: Build, jointOhm: readonly number[]): Fault[] {
  return joinedWires(build).flatMap(({ wire, between }): Fault[] => {
    const lampIds = lampsBehind(build, new Set([wire.from.elementId, wire.to.elementId]));
    const common = { lampIds, ohm: null };
    const sizes = conductorsOf(wire.table);
    const at = sizes.findIndex((size) => size.gauge === wire.gauge);
    const thinner = sizes[at - THINNER_BY];
    return [
      {
        ...common,
        key: `open ${wire.id}`,
        kind: 'open',
        words: `${between}: open`,
        apply: (each) => ({ ...each, wires: without(each.wires, wire.id) }),
      },
      ...jointOhm.map(
        (ohm): Fault => ({
          lampIds,
          key: `joint ${wire.id}`,
          kind: 'joint',
          words: `${between}: a bad joint`,
          ohm,
          apply: (each) => putWire(each, withOhm(each.wires[wire.id]!, ohm)),
        }),
      ),
      ...(thinner && isRun(wire) && wire.lengthMm >= TOLD_FROM_MM
        ? [
            {
              ...common,
              key: `thin ${wire.id}`,
              kind: 'wrongWire' as const,
              words: `${between}: wire too thin, ${thinner.gauge} for ${wire.gauge}`,
              apply: (each: Build) => putWire(each, { ...each.wires[wire.id]!, gauge: thinner.gauge }),
            },
          ]
        : []),
    ];
  });
}

/** A ground point with resistance under its ring: everything that ends there shares it. */
function groundFaults(build: Build, jointOhm: readonly number[]): Fault[] {
  return Object.values(build.elements).flatMap((element): Fault[] => {
    const [sample] = Object.values(build.wires).filter(
      (wire) => wire.from.elementId === element.id || wire.to.elementId === element.id,
    );
    if (element.kind !== 'ground' || !sample) return [];
    const sharing = Object.values(build.wires).filter(
      (wire) => wire.from.elementId === element.id || wire.to.elementId === element.id,
    );
    // With one wire only, its joint is the same fault.
    if (sharing.length < 2) return [];
    const lampIds = lampsBehind(build, new Set(sharing.flatMap((wire) => [wire.from.elementId, wire.to.elementId])));
    return jointOhm.map((ohm): Fault => {
      const metal: Element = { id: derivedId(element.id, 'metal'), kind: 'ground', name: element.name };
      const rust = withOhm(
        {
          ...sample,
          id: derivedId(element.id, 'rust'),
          from: { elementId: element.id, terminal: 'join' },
          to: { elementId: metal.id, terminal: 'join' },
          lengthMm: 0,
        },
        ohm,
      );
      return {
        key: `ground ${element.id}`,
        kind: 'ground',
        words: `${element.name}: a bad ground`,
        lampIds,
        ohm,
        apply: (each) => ({
          ...each,
          elements: {
            ...each.elements,
            [element.id]: { id: element.id, kind: 'splice', name: element.name },
            [metal.id]: metal,
          },
          wires: { ...each.wires, [rust.id]: rust },
        }),
      };
    });
  });
}

function lampFaults(build: Build): Fault[] {
  return Object.values(build.elements).flatMap((element): Fault[] => {
    const lamp = element.kind === 'lampLoad' ? build.lamps[element.lampId] : undefined;
    const model = lamp && build.models[lamp.modelKey];
    if (!lamp || !model) return [];
    const common = { lampIds: [lamp.id], ohm: null };
    const ends = (plus: string, minus: string) => (each: Build) => ({
      ...each,
      wires: Object.fromEntries(
        Object.entries(each.wires).map(([id, wire]): [Id, Wire] => {
          const turn = (at: Wire['from']) =>
            at.elementId === element.id ? { ...at, terminal: at.terminal === 'plus' ? plus : minus } : at;
          return [id, { ...wire, from: turn(wire.from), to: turn(wire.to) }];
        }),
      ),
    });
    return [
      {
        ...common,
        key: `lamp ${lamp.id}`,
        kind: 'lamp',
        words: `${lamp.tag} is dead, or its leads are turned about`,
        apply: (each) => ({ ...each, elements: without(each.elements, element.id) }),
      },
      {
        ...common,
        key: `shorted ${lamp.id}`,
        kind: 'shortedLamp',
        words: `${lamp.tag} is shorted inside: it draws far too much`,
        apply: (each) =>
          ends(
            'a',
            'b',
          )({
            ...each,
            elements: {
              ...each.elements,
              [element.id]: { id: element.id, kind: 'resistor', name: lamp.tag, resistanceOhm: SHORTED_OHM },
            },
          }),
      },
      ...(meanCurrentA(build, lamp) < model.maximumA * 0.8
        ? [
            {
              ...common,
              key: `pattern ${lamp.id}`,
              kind: 'pattern' as const,
              words: `${lamp.tag} shows another pattern: it burns steadily`,
              apply: (each: Build) => ({ ...each, functions: leftSteady(each.functions, lamp.id) }),
            },
          ]
        : []),
    ];
  });
}

/** Functions as if one lamp had been left on steady. */
const leftSteady = (functions: Build['functions'], lampId: Id): Build['functions'] =>
  Object.fromEntries(
    Object.entries(functions).map(([id, each]) => {
      const show = each.shows[lampId];
      return [id, show ? { ...each, shows: { ...each.shows, [lampId]: { ...show, patternId: 'steady' } } } : each];
    }),
  );

/** A driver that has failed short draws several times its rating, not thousands. */
const SHORTED_OHM = 2;

function fuseFaults(build: Build): Fault[] {
  return deriveFeeds(build).map(({ fuse, lamps }) => ({
    key: `fuse ${fuse.id}`,
    kind: 'fuse',
    words: `${fuse.name}: the ${fuse.ratingA} A fuse is open`,
    lampIds: lamps.map((lamp) => lamp.id),
    ohm: null,
    apply: (each) => ({ ...each, elements: without(each.elements, fuse.id) }),
  }));
}

/** Contacts that stay open or closed, and outputs of a receiver that are changed about. */
function controlFaults(build: Build): Fault[] {
  return Object.values(build.elements).flatMap((element): Fault[] => {
    const common = { lampIds: [], ohm: null };
    if (element.kind === 'receiver')
      return element.channels.flatMap((one, index) =>
        element.channels.slice(index + 1).map((other, step): Fault => {
          const channels = [...element.channels];
          [channels[index], channels[index + step + 1]] = [other, one];
          const named = [one, other].map((id) => build.controls[id]?.name ?? 'channel');
          return {
            ...common,
            key: `swapped ${element.id} ${index} ${index + step + 1}`,
            kind: 'swapped',
            words: `${element.name}: ${named.join(' and ')} are changed about`,
            apply: (each) => ({ ...each, elements: { ...each.elements, [element.id]: { ...element, channels } } }),
          };
        }),
      );
    if (element.kind !== 'switch' && element.kind !== 'relay') return [];
    const name = terminalName(build, { elementId: element.id, terminal: 'in' }).split(',')[0]!;
    return [
      {
        ...common,
        key: `stuck open ${element.id}`,
        kind: 'stuck',
        words: `${name}: its contact does not close`,
        apply: (each) => ({ ...each, elements: without(each.elements, element.id) }),
      },
    ];
  });
}

/** Every single fault that is looked for, joints once for each resistance that is tried. */
export const candidateFaults = (build: Build, jointOhm: readonly number[] = JOINT_OHM): Fault[] => [
  ...wireFaults(build, jointOhm),
  ...groundFaults(build, jointOhm),
  ...lampFaults(build),
  ...fuseFaults(build),
  ...controlFaults(build),
];
