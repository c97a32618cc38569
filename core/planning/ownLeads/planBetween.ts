/** A diode or a relay's contact put into a lead of the unit's own, both ends joined to it for good. */
import type { Build, Control, Element, Id, OperationDraft, Terminal, Wire } from '../../document/index.ts';
import { placeOf, placeOfSource } from '../../graph/index.ts';
import { GROUND_LEAD_MM, legsMm, PANEL_TO_SWITCH_MM, runMm } from '../../harness/index.ts';

/** Cut within reach of the plug (common practice, no source). */
const FROM_START_MM = 150;
const nearMm = ({ lengthMm }: Wire): number => Math.min(FROM_START_MM, lengthMm / 2);

/** A diode that lets the lead's current through and none back. None for an unknown wire. */
export function planDiodeInLead(build: Build, wireId: Id, name: string, newId: () => Id): OperationDraft[] {
  const wire = build.wires[wireId];
  if (!wire) return [];
  const part: Element = { id: newId(), kind: 'diode', name };
  return [
    { kind: 'insertPart', wireId, part, near: 'anode', far: 'cathode', nearMm: nearMm(wire), newWireId: newId() },
  ];
}

/** What a contact in a lead is rated (common trade size). */
const RELAY_A = 30;

/**
 * A relay whose contact stands in the lead: its lamps light while their signal and a control are on. The coil takes its
 * 0.15 A from the lead ahead of the contact, through the control. None for an unknown wire.
 */
export function planRelayInLead(
  build: Build,
  wireId: Id,
  control: { id: Id } | Pick<Control, 'name' | 'kind' | 'signal' | 'ratingA'>,
  newId: () => Id,
): OperationDraft[] {
  const wire = build.wires[wireId];
  const tap = wire && build.elements[wire.from.elementId];
  if (!wire) return [];
  const controlId = 'id' in control ? control.id : newId();
  const relay: Element = { id: newId(), kind: 'relay', name: '', controlId, ratingA: RELAY_A };
  const coil: Element = { id: newId(), kind: 'switch', name: '', controlId };
  const ground: Element = { id: newId(), kind: 'ground', name: 'Ground of the relay' };
  const here = placeOfSource(build, tap?.kind === 'tap' ? tap.slotId : null);
  const there = placeOf(build, controlId);
  const toSwitchMm = legsMm(here, there) < 1 ? PANEL_TO_SWITCH_MM : runMm(here, there);
  const lead = (from: Terminal, to: Terminal, lengthMm: number, colour: Wire['colour'] = wire.colour): Wire => {
    const { table } = wire;
    const gauge = table === 'awg' ? '18' : '0.75';
    return { id: newId(), from, to, table, gauge, colour, lengthMm, loomLengthMm: null };
  };
  const at = ({ id }: Element, terminal: string): Terminal => ({ elementId: id, terminal });
  return [
    ...('id' in control
      ? []
      : [
          {
            kind: 'assignFeed' as const,
            controls: [{ id: controlId, ...control }],
            elements: [],
            wires: [],
            functions: [],
          },
        ]),
    { kind: 'insertPart', wireId, part: relay, near: 'in', far: 'out', nearMm: nearMm(wire), newWireId: newId() },
    {
      kind: 'assignFeed',
      controls: [],
      elements: [coil, ground],
      wires: [
        lead(at(relay, 'in'), at(coil, 'in'), toSwitchMm),
        lead(at(coil, 'out'), at(relay, 'coilPlus'), toSwitchMm),
        lead(at(relay, 'coilMinus'), at(ground, 'join'), GROUND_LEAD_MM, 'black'),
      ],
      functions: [],
    },
  ];
}
