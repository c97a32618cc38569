/** A switch on the feed side put into the ground side, or back. */
import {
  applyDrafts,
  type Build,
  type Element,
  type Id,
  type OperationDraft,
  type Wire,
} from '../../document/index.ts';
import { type Feed, isRun } from '../../graph/index.ts';
import { ok, type Result, refused } from '../../result.ts';
import { contactsOf, touching } from './contacts.ts';
import { planGroundSwitch, planOwnGround } from './groundSide.ts';

export interface SideRefusal {
  kind: 'noSwitch' | 'shared' | 'refused';
  message: string;
}

/** Where its switch stands: on the feed side, on the ground side; null where nothing of the crew's switches it by hand. */
export function switchSideOf(feed: Feed): 'feed' | 'ground' | null {
  if (feed.groundContacts.length > 0) return 'ground';
  return feed.contacts.some(({ element, control }) => element.kind === 'switch' && isByHand(control.kind))
    ? 'feed'
    : null;
}

const isByHand = (kind: string): boolean => kind === 'switch' || kind === 'button';

/** Moves the switch of a feed to the other side. Refused where it is no plain switch, or works other feeds too. */
export function planSwitchSide(build: Build, feed: Feed, newId: () => Id): Result<OperationDraft[], SideRefusal> {
  const side = switchSideOf(feed);
  if (side === 'ground') return toFeedSide(build, feed, newId);
  const contact = feed.contacts.find(({ element, control }) => element.kind === 'switch' && isByHand(control.kind));
  if (!side || contact?.element.kind !== 'switch')
    return refused({ kind: 'noSwitch', message: `${feed.fuse.name} has no plain switch that could change sides.` });
  if (contactsOf(build, contact.control.id).length > 1)
    return refused({ kind: 'shared', message: `${contact.control.name} works more than this feed, or a relay.` });
  const { id } = contact.element;
  const [inward, onward] = ['in', 'out'].map((terminal) => touching(build, id, terminal));
  const [came, went] = [inward![0], onward![0]];
  if (inward!.length !== 1 || onward!.length !== 1)
    return refused({ kind: 'shared', message: `More than one wire meets at ${contact.control.name}.` });
  const farOfCame = came!.from.elementId === id ? came!.to : came!.from;
  const light = touching(build, id, 'lamp');
  const lightGrounds = light.flatMap(({ from, to }) =>
    [from, to].flatMap((end) => (build.elements[end.elementId]?.kind === 'ground' ? [end.elementId] : [])),
  );
  const bridged: OperationDraft[] = [
    {
      kind: 'moveWireEnds',
      moves: [{ wireId: went!.id, end: went!.from.elementId === id ? 'from' : 'to', onto: farOfCame }],
    },
    {
      kind: 'removeFeed',
      elementIds: [
        id,
        ...lightGrounds.filter((ground) => touching(build, ground).every((wire) => light.includes(wire))),
      ],
      wireIds: [came!.id, ...light.map((wire) => wire.id)],
    },
  ];
  return onTop(build, bridged, (current) =>
    planGroundSwitch(
      current,
      feed.lamps.map((lamp) => lamp.id),
      { id: contact.control.id },
      newId,
    ),
  );
}

function toFeedSide(build: Build, feed: Feed, newId: () => Id): Result<OperationDraft[], SideRefusal> {
  const [first] = feed.groundContacts;
  const wire = feed.wires.slice(feed.aheadCount).find(isRun);
  if (!first || !wire)
    return refused({ kind: 'noSwitch', message: `${feed.fuse.name} has no wire that a switch could stand in.` });
  const control = first.control.id;
  const others = Object.values(build.elements).some(
    (element) => 'controlId' in element && element.controlId === control && element.id !== first.element.id,
  );
  if (others) return refused({ kind: 'shared', message: `${first.control.name} works more than this feed.` });
  const part: Element = { id: newId(), kind: 'switch', name: '', controlId: control };
  const [near, far] = ['in', 'out'];
  const inserted: OperationDraft[] = [
    {
      kind: 'insertPart',
      wireId: wire.id,
      part,
      near: near!,
      far: far!,
      nearMm: nearSwitchMm(wire),
      newWireId: newId(),
    },
  ];
  return onTop(build, inserted, (current) =>
    ok(
      planOwnGround(
        current,
        feed.lamps.map((lamp) => lamp.id),
        newId,
      ),
    ),
  );
}

/** The switch stands within reach of the panel: at the start of the run, as far as that is long enough (common practice, no source). */
const AT_START_MM = 600;
const nearSwitchMm = ({ lengthMm }: Wire): number => Math.min(AT_START_MM, lengthMm / 2);

/** Changes, and what is planned on the build that they make. */
function onTop(
  build: Build,
  first: OperationDraft[],
  plan: (current: Build) => Result<OperationDraft[], { message: string }>,
): Result<OperationDraft[], SideRefusal> {
  const tried = applyDrafts(build, first);
  if (!tried.ok) return refused({ kind: 'refused', message: tried.reason.message });
  const rest = plan(tried.value);
  return rest.ok ? ok([...first, ...rest.value]) : refused({ kind: 'refused', message: rest.reason.message });
}
