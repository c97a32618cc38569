import { Select } from 'antd';
import type { AssessedFeed } from '../../../core/circuit/index.ts';
import {
  seatOf,
  slotsInOrder,
  sourceNameInBox,
  takesFeedsFuse,
  takesHolder,
  whenWords,
} from '../../../core/graph/index.ts';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { useUnit } from '../useUnit.ts';

/** Which slot a feed is tapped from, and what the holder in it may carry. */
export function SourceRows({ assessed: { feed } }: { assessed: AssessedFeed }) {
  const { build, mayEdit, act } = useUnit();
  const { source, slot } = feed;
  if (source?.kind !== 'tap') return null;
  const seat = seatOf(build, feed.fuse);
  // What sits in its slot goes only where its fuse goes in as well; a holder goes into any that takes one.
  const fitting = slotsInOrder(build).filter(
    (each) => each.id === source.slotId || (seat ? takesFeedsFuse(each) : each.kind !== 'slot' || takesHolder(each)),
  );
  return (
    <>
      <div className="form-row">
        <span>From</span>
        <Select
          aria-label="Slot"
          disabled={!mayEdit}
          value={source.slotId}
          onChange={(slotId) => act({ kind: 'retapSlot', elementId: source.id, slotId })}
          options={fitting.map((each) => ({
            value: each.id,
            label: `${sourceNameInBox(build, each)}, ${each.feeds || 'spare'}, ${whenWords(each, build.electrics.systemVoltageV)}`,
          }))}
        />
      </div>
      {slot?.kind === 'slot' && !seat && (
        <div className="form-row">
          <span>Add-a-tap</span>
          <CommittedNumber
            aria-label="What the add-a-tap may carry, A"
            disabled={!mayEdit}
            min={1}
            max={60}
            suffix="A"
            placeholder="none, wired in"
            value={source.limitA}
            onCommit={(limitA) => act({ kind: 'setTapLimit', elementId: source.id, limitA })}
          />
        </div>
      )}
    </>
  );
}
