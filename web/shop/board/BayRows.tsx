import { CalendarOutlined } from '@ant-design/icons';
import { memo } from 'react';
import type { Bay, Stay } from '../../../core/shop/index.ts';
import type { Axis } from './axis.ts';
import { GLYPH_PX_PER_MM, type ShopUnitSeen } from './bayGlyph.ts';
import { Glyph } from './Glyph.tsx';

const NAME_ROOM_PX = 190;

/** Tag and gaps beside a glyph. */
const TAG_ROOM_PX = 62;

/** Which unit stands in which bay, on a night field: units parked where they will be. */
export const BayRows = memo(function BayRows({
  bays,
  stays,
  units,
  axis,
  shownUnit,
  onUnit,
}: {
  bays: readonly Bay[];
  stays: readonly Stay[];
  units: ReadonlyMap<string, ShopUnitSeen>;
  axis: Axis;
  shownUnit: string | null;
  onUnit(unitId: string): void;
}) {
  return (
    <div className="bay-rows">
      {bays.map((bay) => (
        <div key={bay.id} className="bay-row">
          <div className="row-label">
            <span>{bay.name}</span>
            <a
              href={`/api/shop/bays/${bay.id}/calendar.ics`}
              aria-label={`Calendar of ${bay.name}`}
              title="Calendar file"
            >
              <CalendarOutlined aria-hidden />
            </a>
          </div>
          <div className="lane">
            {stays
              .filter((stay) => stay.bayId === bay.id)
              .map((stay) => {
                const unit = units.get(stay.unitId);
                const left = axis.x(stay.fromMinutes);
                const width = axis.x(stay.toMinutes) - left;
                if (!unit || width <= 0) return null;
                return (
                  <button
                    key={stay.unitId}
                    type="button"
                    className={`stay ${stay.unitId === shownUnit ? 'is-shown' : ''}`}
                    style={{ left, width: Math.max(width, 4) }}
                    aria-pressed={stay.unitId === shownUnit}
                    aria-label={`${unit.tag} ${unit.name} in ${bay.name}`}
                    onClick={() => onUnit(stay.unitId)}
                  >
                    {width > unit.size.lengthMm * GLYPH_PX_PER_MM + TAG_ROOM_PX + 16 && <Glyph unit={unit} />}
                    {width > 36 && <b>{unit.tag}</b>}
                    {width > NAME_ROOM_PX && <span>{unit.name}</span>}
                  </button>
                );
              })}
          </div>
        </div>
      ))}
    </div>
  );
});
