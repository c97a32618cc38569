import { Select } from 'antd';
import type { AssessedFeed } from '../../../core/circuit/index.ts';
import { BLADE_FUSES, FAMILIES } from '../../../core/circuit/index.ts';
import { FuseFamily } from '../../../core/document/index.ts';
import { SLOT_WHEN_WORDS, slotWhen, sourceName } from '../../../core/graph/index.ts';
import { tagList } from '../../../core/place/index.ts';
import { planGroundBus, planGroundSwitch, planOwnGround } from '../../../core/planning/index.ts';
import { newId } from '../../app/ids.ts';
import { useApp } from '../../app/store.ts';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { useUnit } from '../useUnit.ts';

/** Which slot a feed is tapped from, and what the holder in it may carry. */
export function SourceRows({ assessed: { feed } }: { assessed: AssessedFeed }) {
  const { build, mayEdit, act } = useUnit();
  const { source, slot } = feed;
  if (source?.kind !== 'tap') return null;
  return (
    <>
      <div className="form-row">
        <span>From</span>
        <Select
          aria-label="Slot"
          disabled={!mayEdit}
          value={source.slotId}
          onChange={(slotId) => act({ kind: 'retapSlot', elementId: source.id, slotId })}
          options={Object.values(build.slots).map((each) => ({
            value: each.id,
            label: `${sourceName(each)}, ${each.feeds || 'spare'}, ${SLOT_WHEN_WORDS[slotWhen(each, build.electrics.systemVoltageV)]}`,
          }))}
        />
      </div>
      {slot?.kind === 'slot' && (
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

/** Family and rating of a feed's protection. A family that lacks the rating takes its next larger one. */
export function FuseRow({ assessed: { feed } }: { assessed: AssessedFeed }) {
  const { mayEdit, act } = useUnit();
  const { id, family, ratingA } = feed.fuse;
  const changeFamily = (to: FuseFamily) => {
    const { ratingsA } = FAMILIES[to];
    const next = ratingsA.find((rating) => rating >= ratingA) ?? ratingsA.at(-1)!;
    act({ kind: 'editFuse', elementId: id, changes: { family: to, ratingA: next } });
  };
  const colourOf = (rating: number) => BLADE_FUSES.find((fuse) => fuse.ratingA === rating)?.colour;
  return (
    <div className="form-row">
      <span>Protection</span>
      <Select
        aria-label="Kind of protection"
        disabled={!mayEdit}
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
          label: family === 'blade' ? `${rating} A, ${colourOf(rating)}` : `${rating} A`,
        }))}
      />
    </div>
  );
}

const METAL = 'metal';
const BUS = 'bus';
const NEW_SWITCH = 'new';

/** How the lamps of a feed come to ground: on the metal where they sit, at a bus, or back through a switch. */
export function GroundRow({ assessed: { feed } }: { assessed: AssessedFeed }) {
  const { build, mayEdit, act } = useUnit();
  const selection = useApp((state) => state.unit.selection);
  // A part of the feed may be chosen on the sheet; without one, all of it.
  const part = feed.lamps.filter((lamp) => selection.includes(lamp.id));
  const lamps = part.length > 0 ? part : feed.lamps;
  const lampIds = lamps.map((lamp) => lamp.id);
  const through = feed.groundContacts[0]?.control;
  const onBus = feed.groundWires.some(({ from, to }) =>
    [from, to].some((end) => build.elements[end.elementId]?.kind === 'block'),
  );
  const others = Object.values(build.controls).filter(
    (control) => control.kind !== 'signal' && control.id !== through?.id,
  );
  const choose = (value: string) => {
    if (value === through?.id) return;
    if (value === METAL) return act(...planOwnGround(build, lampIds, newId));
    if (value === BUS) return act(...planGroundBus(build, lampIds, newId));
    const control =
      value === NEW_SWITCH
        ? { name: `${feed.fuse.name} ground`.slice(0, 40), kind: 'switch' as const, signal: null, ratingA: 10 }
        : { id: value };
    const planned = planGroundSwitch(build, lampIds, control, newId);
    if (planned.ok) act(...planned.value);
  };
  return (
    <div className="form-row">
      <span>Ground</span>
      <Select
        aria-label={`Ground of ${tagList(lamps.map((lamp) => lamp.tag))}`}
        disabled={!mayEdit}
        value={through?.id ?? (onBus ? BUS : METAL)}
        onChange={choose}
        options={[
          { value: METAL, label: 'metal where each lamp sits' },
          { value: BUS, label: 'a bus at the panel, a wire for each lamp' },
          ...(through ? [{ value: through.id, label: `through ${through.name}` }] : []),
          ...others.map((control) => ({ value: control.id, label: `through ${control.name}, on the ground side` })),
          { value: NEW_SWITCH, label: 'through a new switch, on the ground side' },
        ]}
      />
    </div>
  );
}
