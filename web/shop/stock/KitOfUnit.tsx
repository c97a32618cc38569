import { Button } from 'antd';
import { pickingList, reserveFor, type Shop, type ShopUnit } from '../../../core/shop/index.ts';
import type { ShopUse } from '../../app/useShop.ts';

/** What is reserved for a unit, in one walk past the bins; parts that the stock does not know yet. */
export function KitOfUnit({ unit, shop }: { unit: ShopUnit; shop: ShopUse }) {
  const document: Shop = shop.data.shop;
  const lines = pickingList(document, unit);
  const more = reserveFor(document, unit);
  const uncounted = unit.parts.filter((part) => part.stepKeys.length > 0 && !document.stock[part.key]);
  const openLines = lines.filter((line) => !line.picked);
  return (
    <div className="unit-box">
      {shop.mayHandle && (
        <p className="box-buttons">
          {more.length > 0 && (
            <Button size="small" type="primary" onClick={() => shop.act({ kind: 'reserve', lines: more })}>
              Reserve {more.length} {more.length === 1 ? 'part' : 'parts'}
            </Button>
          )}
          {openLines.length > 0 && (
            <Button size="small" onClick={() => shop.act({ kind: 'release', unitId: unit.id })}>
              Put back
            </Button>
          )}
        </p>
      )}
      <ul className="pick-list">
        {lines.map((line) => (
          <li key={line.partKey}>
            <label>
              <input
                type="checkbox"
                checked={line.picked}
                disabled={!shop.mayHandle}
                onChange={(event) =>
                  shop.act({ kind: 'pick', unitId: unit.id, partKey: line.partKey, picked: event.target.checked })
                }
              />
              <span className="mono bin-tag">{line.bin || 'no bin'}</span>
              <span>
                <b>
                  {line.quantity} {line.unit === 'm' ? 'm' : ''} {line.name}
                </b>
              </span>
            </label>
          </li>
        ))}
      </ul>
      {uncounted.length > 0 && (
        <details>
          <summary>{uncounted.length} parts are not counted in the stock</summary>
          <ul>
            {uncounted.map((part) => (
              <li key={part.key}>
                {part.quantity} {part.unit === 'm' ? 'm' : ''} {part.name}
                {shop.mayPlan && (
                  <button
                    type="button"
                    className="way"
                    onClick={() =>
                      shop.act({
                        kind: 'putStock',
                        line: { key: part.key, name: part.name, bin: '', unit: part.unit, onHand: 0, priceMarks: 0 },
                      })
                    }
                  >
                    Count it from now on
                  </button>
                )}
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}
