/** What the form of a new feed holds: what is offered first, and what is asked of the core with it. */
import type { AssessedFeed } from '../../../core/circuit/index.ts';
import type { Build, FuseFamily, Lamp, Loom, Signal, WireColour } from '../../../core/document/index.ts';
import { SIGNAL_NAMES, signalOfSlot } from '../../../core/graph/index.ts';
import { usualColour } from '../../../core/harness/index.ts';
import { tagList } from '../../../core/place/index.ts';
import { bestSource, type SourceWish, sharedPurpose, slotOfSource, usualWanted } from '../../../core/work/index.ts';
import {
  type ControlValues,
  chosenSignal,
  NEW_RECEIVER,
  usualControl,
  wishedChannels,
  wishedControl,
} from './controls.ts';

export interface NewFeedValues extends ControlValues {
  name: string;
  /** Number of a ready loom, or wire of one's own. */
  loom: string;
  source: string;
  family: FuseFamily;
  relay: boolean;
  wanted: 'always' | 'ignition';
  colour: WireColour;
  patternId: string;
}

export const OWN_WIRE = 'own';
export const RELAY_A = 30;
const NAME_LENGTH = 40;

/** The signal of the driver that a source is hot with; null for one that is live by itself. */
export function signalAt(build: Build, source: string): Signal | null {
  const slot = slotOfSource(build, source);
  return slot && signalOfSlot(slot, build.electrics.systemVoltageV);
}

/** What follows from the lamps, and from the source where one was chosen before. */
export function usualValues(
  build: Build,
  feeds: readonly AssessedFeed[],
  lamps: readonly Lamp[],
  maximumA: number,
  from: string | null,
): Partial<NewFeedValues> {
  const purpose = sharedPurpose(build, lamps);
  const source = from ?? bestSource(build, feeds, maximumA, purpose?.signal);
  const driven = signalAt(build, source);
  const named = driven ? SIGNAL_NAMES[driven] : purpose?.name;
  const isTaken = (name: string) => feeds.some(({ feed }) => feed.fuse.name === name);
  const longer = `${named} ${tagList(lamps.map(({ tag }) => tag))}`.slice(0, NAME_LENGTH);
  const { control } = usualControl(build);
  return {
    name: !named ? '' : !isTaken(named) ? named : isTaken(longer) ? '' : longer,
    source,
    controlName: named && !Object.values(build.controls).some((each) => each.name === named) ? named : '',
    wanted: usualWanted(build, source),
    colour: usualColour(driven ?? chosenSignal(build, control)),
    // What the driver works does as the driver's lamps do; everything else as lamps of its kind.
    patternId: purpose && (driven !== null || purpose.signal === null) ? purpose.patternId : 'steady',
  };
}

/** What is asked of the core: these lamps, so protected, switched by that. */
export const wishOf = (
  build: Build,
  values: NewFeedValues,
  lampIds: readonly string[],
  loom: Loom | null,
  table: 'awg' | 'metric',
): SourceWish => ({
  name: values.name,
  lampIds,
  control: wishedControl(values),
  receiverChannels: wishedChannels(build, values),
  relayRatingA: values.relay && values.control !== NEW_RECEIVER ? RELAY_A : null,
  family: values.family,
  wanted: values.wanted,
  table,
  colour: values.colour,
  patternId: values.patternId,
  loom,
});
