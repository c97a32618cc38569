/** Trailer connectors as their standards pin them. Two colour codes exist for some, so functions go by pin. From memory. */
export interface PinSpec {
  pin: string;
  colour: string;
  purpose: string;
  /** What a meter finds on it with everything off: ground, battery, or nothing. */
  rest: 'ground' | 'battery' | 'dead';
}

export interface ConnectorKind {
  name: string;
  source: string;
  pins: readonly PinSpec[];
}

const ground = (pin: string, colour: string, purpose = 'ground'): PinSpec => ({ pin, colour, purpose, rest: 'ground' });
const battery = (pin: string, colour: string, purpose = 'battery'): PinSpec => ({
  pin,
  colour,
  purpose,
  rest: 'battery',
});
const signal = (pin: string, colour: string, purpose: string): PinSpec => ({ pin, colour, purpose, rest: 'dead' });

export const CONNECTORS: readonly ConnectorKind[] = [
  {
    name: '4-way flat',
    source: 'usual maker sheets, from memory',
    pins: [
      ground('1', 'white'),
      signal('2', 'brown', 'tail, markers, licence'),
      signal('3', 'yellow', 'left turn and stop'),
      signal('4', 'green', 'right turn and stop'),
    ],
  },
  {
    name: '7-way blade',
    source: 'usual maker sheets (light trailers), from memory',
    pins: [
      ground('1', 'white'),
      signal('2', 'blue', 'electric brake'),
      signal('3', 'brown', 'tail, markers'),
      battery('4', 'black'),
      signal('5', 'yellow', 'left turn and stop'),
      signal('6', 'green', 'right turn and stop'),
      signal('7', 'purple', 'reversing'),
    ],
  },
  {
    name: '7-pole J560',
    source: 'SAE J560, from memory',
    pins: [
      ground('1', 'white'),
      signal('2', 'black', 'clearance, side markers, identification'),
      signal('3', 'yellow', 'left turn'),
      signal('4', 'red', 'stop'),
      signal('5', 'green', 'right turn'),
      signal('6', 'brown', 'tail, licence'),
      signal('7', 'blue', 'auxiliary'),
    ],
  },
  {
    name: '7-pin round',
    source: 'ISO 1724 (12N), from memory',
    pins: [
      signal('1', 'yellow', 'left turn'),
      signal('2', 'blue', 'rear fog'),
      ground('3', 'white'),
      signal('4', 'green', 'right turn'),
      signal('5', 'brown', 'right tail, licence'),
      signal('6', 'red', 'stop'),
      signal('7', 'black', 'left tail, licence'),
    ],
  },
  {
    name: '13-pin',
    source: 'ISO 11446, from memory',
    pins: [
      signal('1', 'yellow', 'left turn'),
      signal('2', 'blue', 'rear fog'),
      ground('3', 'white', 'ground for 1 to 8'),
      signal('4', 'green', 'right turn'),
      signal('5', 'brown', 'right tail'),
      signal('6', 'red', 'stop'),
      signal('7', 'black', 'left tail'),
      signal('8', 'grey', 'reversing'),
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
