import type { Signal } from '../document/index.ts';

/** Trailer connectors as their standards pin them. Two colour codes exist for some, so functions go by pin. From memory. */
export interface PinSpec {
  pin: string;
  colour: string;
  purpose: string;
  /** What a meter finds on it with everything off: ground, battery, or nothing. */
  rest: 'ground' | 'battery' | 'dead';
  /** Of the driver, with which it is hot; null for one that is hot with none, or with something else. */
  signal: Signal | null;
}

export interface ConnectorKind {
  name: string;
  source: string;
  pins: readonly PinSpec[];
}

const ground = (pin: string, colour: string, purpose = 'ground'): PinSpec => ({
  pin,
  colour,
  purpose,
  rest: 'ground',
  signal: null,
});
const battery = (pin: string, colour: string, purpose = 'battery'): PinSpec => ({
  pin,
  colour,
  purpose,
  rest: 'battery',
  signal: null,
});
const signal = (pin: string, colour: string, purpose: string, lit: Signal | null = null): PinSpec => ({
  pin,
  colour,
  purpose,
  rest: 'dead',
  signal: lit,
});

export const CONNECTORS: readonly ConnectorKind[] = [
  {
    name: '4-way flat',
    source: 'usual maker sheets, from memory',
    pins: [
      ground('1', 'white'),
      signal('2', 'brown', 'tail, markers, licence', 'running'),
      signal('3', 'yellow', 'left turn and stop', 'left'),
      signal('4', 'green', 'right turn and stop', 'right'),
    ],
  },
  {
    name: '7-way blade',
    source: 'usual maker sheets (light trailers), from memory',
    pins: [
      ground('1', 'white'),
      signal('2', 'blue', 'electric brake'),
      signal('3', 'brown', 'tail, markers', 'running'),
      battery('4', 'black'),
      signal('5', 'yellow', 'left turn and stop', 'left'),
      signal('6', 'green', 'right turn and stop', 'right'),
      signal('7', 'purple', 'reversing', 'reverse'),
    ],
  },
  {
    name: '7-pole J560',
    source: 'SAE J560, from memory',
    pins: [
      ground('1', 'white'),
      signal('2', 'black', 'clearance, side markers, identification', 'running'),
      signal('3', 'yellow', 'left turn', 'left'),
      signal('4', 'red', 'stop', 'brake'),
      signal('5', 'green', 'right turn', 'right'),
      signal('6', 'brown', 'tail, licence', 'running'),
      signal('7', 'blue', 'auxiliary'),
    ],
  },
  {
    name: '7-pin round',
    source: 'ISO 1724 (12N), from memory',
    pins: [
      signal('1', 'yellow', 'left turn', 'left'),
      signal('2', 'blue', 'rear fog'),
      ground('3', 'white'),
      signal('4', 'green', 'right turn', 'right'),
      signal('5', 'brown', 'right tail, licence', 'running'),
      signal('6', 'red', 'stop', 'brake'),
      signal('7', 'black', 'left tail, licence', 'running'),
    ],
  },
  {
    name: '13-pin',
    source: 'ISO 11446, from memory',
    pins: [
      signal('1', 'yellow', 'left turn', 'left'),
      signal('2', 'blue', 'rear fog'),
      ground('3', 'white', 'ground for 1 to 8'),
      signal('4', 'green', 'right turn', 'right'),
      signal('5', 'brown', 'right tail', 'running'),
      signal('6', 'red', 'stop', 'brake'),
      signal('7', 'black', 'left tail', 'running'),
      signal('8', 'grey', 'reversing', 'reverse'),
      battery('9', 'brown/blue', 'permanent 12 V'),
      signal('10', 'brown/red', 'switched 12 V'),
      ground('11', 'white/red', 'ground for 10'),
      signal('12', '', 'trailer coding'),
      ground('13', 'white/black', 'ground for 9'),
    ],
  },
];

export const connectorByName = (name: string): ConnectorKind | undefined =>
  CONNECTORS.find((each) => each.name === name);
