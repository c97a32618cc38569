import type { SpareChoice, SpareWish } from '../../../core/work/index.ts';
import { useUnit } from '../useUnit.ts';
import { SpareChoiceRow } from './SpareChoiceRow.tsx';
import { useSpareChoices } from './useSpareChoices.ts';

/** Each way that a spare circuit could come, worked out to the end; the first is the one that crews would weigh first. */
export function SpareChoices({ wish, onTake }: { wish: SpareWish; onTake(choice: SpareChoice): void }) {
  const { build } = useUnit();
  const choices = useSpareChoices(build, wish);
  if (choices === null) return <p className="empty">Each way is being tried …</p>;
  if (choices === 'failed')
    return <p className="state-line stop">They could not be worked out. Close this and try again.</p>;
  return (
    <>
      {choices.length === 0 && (
        <p className="state-line caution">
          ⚠ Nothing that is live {wish.wanted === 'always' ? 'always' : 'with the key'} has {wish.plannedA} A to spare.
          Read more slots in Survey, or plan fewer amps.
        </p>
      )}
      <ol className="spare-choices">
        {choices.map((choice, index) => (
          <SpareChoiceRow
            key={choice.slot?.id ?? 'battery'}
            choice={choice}
            isFirst={index === 0}
            onTake={() => onTake(choice)}
          />
        ))}
      </ol>
    </>
  );
}
