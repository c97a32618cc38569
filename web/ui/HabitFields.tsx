import { Select } from 'antd';
import { type Habit, USUAL_HABITS, type WiringHabits } from '../../core/document/index.ts';

/** What each habit is called, and its ways, the usual one first. */
const HABITS: Record<Habit, { words: string; ways: Record<string, string> }> = {
  joints: { words: 'Joints', ways: { crimp: 'crimped and sealed', solder: 'soldered, glue-lined shrink' } },
  ends: { words: 'Lamps', ways: { fixed: 'joined for good', plug: 'on plugs that come apart' } },
  wire: { words: 'Wire', ways: { reel: 'off the reel', loom: 'ready loom where one fits' } },
  grouping: { words: 'Runs', ways: { together: 'one for each purpose', apart: 'one for each pair' } },
  supply: {
    words: 'Power',
    ways: { slot: 'spare slot first', prewire: 'prepared lead first', battery: 'battery first' },
  },
  ground: { words: 'Ground', ways: { local: 'metal at each lamp', return: 'one return wire', bus: 'star to a bus' } },
  side: { words: 'Switch', ways: { feed: 'on the feed side', ground: 'on the ground side' } },
};

/** How lamps are wired unless a feed is made otherwise: on a unit, or in the whole shop. */
export function HabitFields({
  habits,
  disabled,
  onChange,
}: {
  habits: WiringHabits;
  disabled: boolean;
  onChange(changes: WiringHabits): void;
}) {
  const now = { ...USUAL_HABITS, ...habits };
  return (Object.keys(HABITS) as Habit[]).map((habit) => (
    <div className="form-row" key={habit}>
      <span>{HABITS[habit].words}</span>
      <Select
        aria-label={`${HABITS[habit].words}, as a rule`}
        disabled={disabled}
        value={now[habit] as string}
        onChange={(value: string) => onChange({ [habit]: value })}
        options={Object.entries(HABITS[habit].ways).map(([value, label]) => ({ value, label }))}
      />
    </div>
  ));
}
