import { Select } from 'antd';
import type { AssessedFeed } from '../../../core/circuit/index.ts';
import { tagList } from '../../../core/place/index.ts';
import { planGroundBus, planGroundSwitch, planOwnGround } from '../../../core/planning/index.ts';
import { newId } from '../../app/ids.ts';
import { useApp } from '../../app/store.ts';
import { useUnit } from '../useUnit.ts';

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
