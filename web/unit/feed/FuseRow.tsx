import { Select } from 'antd';
import type { AssessedFeed } from '../../../core/circuit/index.ts';
import { FAMILIES, fuseColour } from '../../../core/circuit/index.ts';
import { FuseFamily } from '../../../core/document/index.ts';
import { seatOf } from '../../../core/graph/index.ts';
import { useUnit } from '../useUnit.ts';

/** Family and rating of a feed's protection. A family that lacks the rating takes its next larger one. */
export function FuseRow({ assessed: { feed } }: { assessed: AssessedFeed }) {
  const { build, mayEdit, act } = useUnit();
  const seat = seatOf(build, feed.fuse);
  const { id, family, ratingA } = feed.fuse;
  const changeFamily = (to: FuseFamily) => {
    const { ratingsA } = FAMILIES[to];
    const next = ratingsA.find((rating) => rating >= ratingA) ?? ratingsA.at(-1)!;
    act({ kind: 'editFuse', elementId: id, changes: { family: to, ratingA: next } });
  };
  if (feed.ownFuse)
    return (
      <div className="form-row">
        <span>Protection</span>
        <span className="mono">{ratingA} A of the unit's own</span>
      </div>
    );
  return (
    <div className="form-row">
      <span>Protection</span>
      <Select
        aria-label="Kind of protection"
        // In a slot only what goes into it.
        disabled={!mayEdit || seat !== null}
        value={family}
        onChange={changeFamily}
        options={FuseFamily.options.map((each) => ({ value: each, label: FAMILIES[each].name }))}
      />
      <Select
        aria-label="Fuse"
        disabled={!mayEdit}
        value={ratingA}
        onChange={(rating) => act({ kind: 'editFuse', elementId: id, changes: { ratingA: rating } })}
        options={FAMILIES[family].ratingsA.map((rating) => ({
          value: rating,
          label: [`${rating} A`, fuseColour(family, rating)].filter(Boolean).join(', '),
        }))}
      />
    </div>
  );
}
