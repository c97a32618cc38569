import { UnitChoice } from '../../app/UnitChoice.tsx';
import type { ShopUse } from '../../app/useShop.ts';

/** Puts another unit of the yard on the board. */
export function AddJob({ shop }: { shop: ShopUse }) {
  return (
    <UnitChoice
      className="add-job"
      label="Put a unit on the board"
      value={null}
      offers={(unit) => !shop.data.shop.jobs[unit.id]}
      onChoose={(unitId) => {
        if (!unitId) return;
        void shop.act({
          kind: 'putJob',
          job: { unitId, due: null, weight: 1, windowKind: 'shift', windows: [], inBayId: null, promisedHours: null },
        });
      }}
    />
  );
}
