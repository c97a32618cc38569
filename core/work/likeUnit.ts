/** Another unit like one that is done: its whole plan, and nothing that was measured, looked at or done on the first. */
import { type Build, NOTHING_DONE, type Plug, type Slot } from '../document/index.ts';

const blankSlot = (slot: Slot): Slot => ({
  ...slot,
  reading: { keyOffV: null, keyOnV: null, runningV: null, signalV: null },
});

/** What a plug carries is planned with; what the meter said of it is asked anew: look-alikes are told apart by readings. */
const blankPlug = (plug: Plug): Plug => ({
  ...plug,
  leftMm: null,
  pins: plug.pins.map((pin) => ({ ...pin, keyOffV: null, keyOnV: null, runningV: null, signalV: null })),
});

const mapped = <Value>(
  record: Readonly<Record<string, Value>>,
  change: (value: Value) => Value,
): Record<string, Value> => Object.fromEntries(Object.entries(record).map(([id, value]) => [id, change(value)]));

/** The build of a further unit under its own tag. Ids stay as they are: they belong to a unit. */
export function likeUnit(build: Build, tag: string): Build {
  return {
    ...build,
    unit: { ...build.unit, tag },
    electrics: { ...build.electrics, surveyed: false },
    slots: mapped(build.slots, blankSlot),
    plugs: mapped(build.plugs, blankPlug),
    lamps: mapped(build.lamps, (lamp) => ({ ...lamp, locked: false })),
    factoryLamps: mapped(build.factoryLamps, (lamp) => ({ ...lamp, state: 'works' as const, note: '' })),
    ...NOTHING_DONE,
  };
}
