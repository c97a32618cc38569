/** Which switch it is: what is known of it is kept, and the light in it gets its ground or loses it. */
import {
  type Build,
  derivedId,
  type Id,
  type OperationDraft,
  type SwitchPart,
  type Wire,
} from '../../document/index.ts';
import { GROUND_LEAD_MM } from '../../harness/index.ts';
import { conductor } from '../../units/index.ts';
import { type Contact, contactsOf, goesToGround, touching } from './contacts.ts';

/**
 * What the light in a switch has: its ground wire, none although it could have one at `contact`, or nothing to have
 * (no light, not wired yet, in the ground side where no feed comes to it).
 */
export type SwitchLight =
  | { kind: 'grounded'; wires: Wire[] }
  | { kind: 'dark'; contact: Contact }
  | { kind: 'groundSide' }
  | { kind: 'none' };

export function switchLight(build: Build, controlId: Id): SwitchLight {
  const part = build.controls[controlId]?.part;
  // What comes in a loom is wired already.
  const contacts = contactsOf(build, controlId).filter(({ loomId }) => !loomId);
  const wires = contacts.flatMap(({ id }) => touching(build, id, 'lamp'));
  if (wires.length > 0) return { kind: 'grounded', wires };
  if (!part || part.light === 'none' || contacts.length === 0) return { kind: 'none' };
  const contact = contacts.find((each) => !goesToGround(build, each) && touching(build, each.id, 'out').length > 0);
  return contact ? { kind: 'dark', contact } : { kind: 'groundSide' };
}

/**
 * The light of a switch to a ground point of its own beside it, by a wire like the thinnest on the switch: it carries
 * some hundredths of an amp. Ids follow from the contact, so that two people who do it at once do the same.
 */
export function planSwitchLight(build: Build, contact: Contact): OperationDraft[] {
  const area = ({ table, gauge }: Wire) => conductor(table, gauge).areaMm2;
  const [like] = touching(build, contact.id).sort((a, b) => area(a) - area(b));
  if (!like) return [];
  const ground = {
    id: derivedId(contact.id, 'ground of its light'),
    kind: 'ground',
    name: 'Ground at the panel',
  } as const;
  const wire: Wire = {
    id: derivedId(contact.id, 'lead of its light'),
    from: { elementId: contact.id, terminal: 'lamp' },
    to: { elementId: ground.id, terminal: 'join' },
    table: like.table,
    gauge: like.gauge,
    colour: 'black',
    lengthMm: GROUND_LEAD_MM,
    loomLengthMm: null,
  };
  return [{ kind: 'assignFeed', controls: [], elements: [ground], wires: [wire], functions: [] }];
}

/** Says which switch a control is; the wiring of its light follows. */
export function planSwitchPart(build: Build, controlId: Id, part: SwitchPart | null): OperationDraft[] {
  const control = build.controls[controlId];
  if (!control) return [];
  const said: OperationDraft = { kind: 'editControl', controlId, changes: { part } };
  const after = { ...build, controls: { ...build.controls, [controlId]: { ...control, part } } };
  const light = switchLight(after, controlId);
  if (light.kind === 'dark') return [said, ...planSwitchLight(build, light.contact)];
  if (light.kind !== 'grounded' || (part && part.light !== 'none')) return [said];
  // A switch without a light has no terminal for one: its wire goes, with the ground that served nothing else.
  const wireIds = light.wires.map(({ id }) => id);
  const elementIds = light.wires
    .flatMap(({ from, to }) => [from.elementId, to.elementId])
    .filter((id) => build.elements[id]?.kind === 'ground')
    .filter((id) => touching(build, id).every((wire) => wireIds.includes(wire.id)));
  return [said, { kind: 'removeFeed', elementIds, wireIds }];
}
