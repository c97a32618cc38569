/** A network of ours as a SPICE netlist: what any circuit simulator reads. */
import { oneLine } from '../../document/index.ts';
import { type CircuitElement, endsOf } from './circuit.ts';

/** SPICE names are case-blind and take letters, digits and underscores; ids are mapped to short ones, told in comments. */
export interface SpiceNames {
  node(name: string): string;
  element(id: string): string;
}

/** Names that count up, in the order in which they are asked for. Node "0" stays ground. */
export function countedNames(): SpiceNames {
  const counted = (prefix: string) => {
    const known = new Map<string, string>();
    return (name: string) => {
      const short = known.get(name) ?? `${prefix}${known.size + 1}`;
      known.set(name, short);
      return short;
    };
  };
  const node = counted('n');
  return { node: (name) => (name === '0' ? '0' : node(name)), element: counted('e') };
}

/** Resistance of a closed contact, and the least that a netlist writes: SPICE knows no zero ohms. */
const CLOSED_OHM = 1e-4;
const MIN_OHM = 1e-6;

/** The cards of one element; none for an open switch. */
export function spiceCards(element: CircuitElement, names: SpiceNames): string[] {
  const [a, b] = endsOf(element).map(names.node) as [string, string];
  const name = names.element(element.id);
  switch (element.kind) {
    case 'source':
      return [
        `V${name} i_${name} ${b} ${element.voltageV}`,
        `R${name} i_${name} ${a} ${Math.max(element.resistanceOhm, MIN_OHM)}`,
      ];
    case 'resistor':
    case 'fuse':
      return [`R${name} ${a} ${b} ${Math.max(element.resistanceOhm, MIN_OHM)}`];
    case 'switch':
      return element.closed ? [`R${name} ${a} ${b} ${CLOSED_OHM}`] : [];
    case 'diode':
      return [
        `D${name} ${a} ${b} M${name}`,
        `.model M${name} D(IS=${element.saturationCurrentA} N=${element.emissionCoefficient} RS=${element.seriesResistanceOhm})`,
      ];
    case 'currentSink':
      return [`I${name} ${a} ${b} ${element.currentA}`];
    case 'constantPower':
      // max() keeps P/V finite at 0 V, where a simulator starts; above the cut-in voltage it changes nothing.
      return [`B${name} ${a} ${b} I = V(${a},${b}) > ${element.cutInV} ? ${element.powerW}/max(V(${a},${b}),1) : 0`];
  }
}

/** A whole deck that runs as it stands: title, what each name is, the cards, an operating point. */
export function spiceDeck(
  title: string,
  elements: readonly CircuitElement[],
  labels: ReadonlyMap<string, string>,
): string {
  const names = countedNames();
  const cards = elements.flatMap((element) => {
    const label = labels.get(element.id);
    return [...(label ? [`* ${oneLine(label)}`] : []), ...spiceCards(element, names)];
  });
  return [oneLine(title), ...cards, '.temp 27', '.op', '.end', ''].join('\n');
}
