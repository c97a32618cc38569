/** Contacts of the circuit as they are wired: what touches them, and which of them stand in the ground side. */
import type { Build, ElementOf, Id, Wire } from '../../document/index.ts';

export type Contact = ElementOf<'switch'>;

/** Wires at an element, or at one of its terminals. */
export const touching = (build: Build, elementId: Id, terminal?: string): Wire[] =>
  Object.values(build.wires).filter(({ from, to }) =>
    [from, to].some((end) => end.elementId === elementId && (terminal === undefined || end.terminal === terminal)),
  );

/** Does one side of its contact go to metal? The ground of the light inside it says nothing of where the switch stands. */
export const goesToGround = (build: Build, { id }: Contact): boolean =>
  ['in', 'out'].some((terminal) =>
    touching(build, id, terminal).some(({ from, to }) =>
      [from, to].some((end) => build.elements[end.elementId]?.kind === 'ground'),
    ),
  );

/** The contacts of a control, those that come in a loom too. */
export const contactsOf = (build: Build, controlId: Id): Contact[] =>
  Object.values(build.elements).filter(
    (each): each is Contact => each.kind === 'switch' && each.controlId === controlId,
  );
