/** What lamps can be switched by: what is there already, and what can be added. */
import type { Build, Control, Id, Signal } from '../../../core/document/index.ts';
import { SIGNAL_NAMES } from '../../../core/graph/index.ts';
import { receiverOutput } from '../../../core/planning/index.ts';

export interface ControlValues {
  control: string;
  controlName: string;
  controlRatingA: number;
  channels: number;
}

export const NEW_SWITCH = 'new-switch';
export const NEW_RECEIVER = 'new-receiver';
const NEW_SIGNAL = 'signal-';

export const usualControl = (build: Build): ControlValues => ({
  control: Object.keys(build.controls)[0] ?? NEW_SWITCH,
  controlName: '',
  controlRatingA: 10,
  channels: 4,
});

/** A receiver's channel that nothing hangs on yet. */
export const isSpareChannel = (build: Build, controlId: Id): boolean => {
  const output = receiverOutput(build, controlId);
  return (
    output !== null &&
    !Object.values(build.wires).some(({ from, to }) =>
      [from, to].some((end) => end.elementId === output.elementId && end.terminal === output.terminal),
    )
  );
};

export function controlOptions(build: Build) {
  const known = Object.values(build.controls);
  const words = ({ id, name }: Control) => ({
    value: id,
    label: isSpareChannel(build, id) ? `${name}, a channel not used yet` : name,
  });
  const signals = (Object.keys(SIGNAL_NAMES) as Signal[]).filter(
    (signal) => !known.some((each) => each.signal === signal),
  );
  return [
    { label: 'On this unit', options: known.map(words) },
    {
      label: 'New',
      options: [
        { value: NEW_SWITCH, label: 'A new switch …' },
        { value: NEW_RECEIVER, label: 'A new wireless receiver …' },
        ...signals.map((signal) => ({
          value: `${NEW_SIGNAL}${signal}`,
          label: `The unit's own: ${SIGNAL_NAMES[signal].toLowerCase()}`,
        })),
      ],
    },
  ].filter((group) => group.options.length > 0);
}

export const isNewControl = (control: string): boolean => control === NEW_SWITCH || control === NEW_RECEIVER;

/** The signal that a choice stands for, whether it is there already or new; null for what the crew switches. */
export function chosenSignal(build: Build, control: string): Signal | null {
  if (control.startsWith(NEW_SIGNAL)) return control.slice(NEW_SIGNAL.length) as Signal;
  return build.controls[control]?.signal ?? null;
}

export function wishedControl(
  values: ControlValues,
): { id: Id } | Pick<Control, 'name' | 'kind' | 'signal' | 'ratingA'> {
  const { control, controlName, controlRatingA } = values;
  if (control === NEW_SWITCH) return { name: controlName, kind: 'switch', signal: null, ratingA: controlRatingA };
  if (control === NEW_RECEIVER) return { name: controlName, kind: 'channel', signal: null, ratingA: controlRatingA };
  if (!control.startsWith(NEW_SIGNAL)) return { id: control };
  const signal = control.slice(NEW_SIGNAL.length) as Signal;
  return { name: SIGNAL_NAMES[signal], kind: 'signal', signal, ratingA: null };
}

/** Channels of the receiver that a choice starts; none for a spare one of a receiver that is there; else left out. */
export function wishedChannels(build: Build, { control, channels }: ControlValues): number | undefined {
  if (control === NEW_RECEIVER) return channels;
  return isSpareChannel(build, control) ? 0 : undefined;
}
