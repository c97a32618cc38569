/** Where the wires of lamps end: each lamp's feed, and its ground. */
import type { Build, Id, Lamp, Terminal, Wire } from '../../document/index.ts';

export interface LampEnd {
  lamp: Lamp;
  terminal: 'plus' | 'minus';
  wire: Wire;
  /** The end of the wire that is at the lamp. */
  side: 'from' | 'to';
  at: Terminal;
  far: Terminal;
}

/** The wires at lamps, feed ends first. Heads of one housing share a ground lead inside it: that is no wire of the crew's. */
export function lampEnds(build: Build, lampIds: readonly Id[]): LampEnd[] {
  const wires = Object.values(build.wires).filter(({ origin }) => origin === undefined);
  const loads = Object.values(build.elements).flatMap((element) =>
    element.kind === 'lampLoad' && lampIds.includes(element.lampId) ? [element] : [],
  );
  return (['plus', 'minus'] as const).flatMap((terminal) =>
    loads.flatMap(({ id, lampId }) =>
      wires.flatMap((wire): LampEnd[] => {
        const side = (['from', 'to'] as const).find(
          (each) => wire[each].elementId === id && wire[each].terminal === terminal,
        );
        const lamp = build.lamps[lampId];
        if (!side || !lamp) return [];
        return [{ lamp, terminal, wire, side, at: wire[side], far: side === 'from' ? wire.to : wire.from }];
      }),
    ),
  );
}
