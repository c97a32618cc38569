import { SearchOutlined } from '@ant-design/icons';
import { Input, Select } from 'antd';
import { type ReactNode, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { minutesOf, shortages, whenText } from '../../../core/shop/index.ts';
import type { ShopUse } from '../../app/useShop.ts';
import { VirtualRows } from '../../ui/VirtualRows.tsx';
import { OrderFields } from '../side/OrderFields.tsx';
import '../../unit/unit.css';
import { KitOfUnit } from './KitOfUnit.tsx';
import { StockRow } from './StockRow.tsx';

const ROW_PX = 35;
const COLUMNS = 8;

const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);

/** Stock by bin, what is on order, and one unit's kit: what to reserve and to fetch. */
export function StockView({ shop, tabs }: { shop: ShopUse; tabs: ReactNode }) {
  const { data, work, mayHandle } = shop;
  const { stock, reserved, orders } = data.shop;
  const bins = useRef<HTMLElement>(null);
  const [text, setText] = useState('');
  const [openKey, setOpenKey] = useState<string | null>(null);
  const [search, setSearch] = useSearchParams();
  const unitId = search.get('unit');
  const words = text.toLowerCase().trim().split(/\s+/);
  const lines = Object.values(stock)
    .filter((line) => words.every((word) => `${line.name} ${line.bin}`.toLowerCase().includes(word)))
    .sort((a, b) => a.bin.localeCompare(b.bin, 'en', { numeric: true }) || a.name.localeCompare(b.name));
  const short = shortages(data.shop, data.units);
  const units = data.units.filter((unit) => unit.parts.some((part) => part.stepKeys.length > 0));
  const shown = units.find((unit) => unit.id === unitId) ?? null;
  return (
    <div className="shop">
      <header className="week-bar">
        <h1>Stock</h1>
        {tabs}
        <Input
          className="find"
          prefix={<SearchOutlined />}
          allowClear
          placeholder="crimp, red, D-02"
          aria-label="Search the stock"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <span className="muted">
          {lines.length} of {Object.keys(stock).length} parts, worth{' '}
          <b className="mono">{Math.round(sum(Object.values(stock).map((line) => line.onHand * line.priceMarks)))}</b>{' '}
          marks
        </span>
      </header>
      <div className="shop-field">
        <section className="stock-scroll" aria-label="Bins" tabIndex={0} ref={bins}>
          <table className="plain stock-table">
            <thead>
              <tr>
                <th>Bin</th>
                <th>Part</th>
                <th className="right">On hand</th>
                <th className="right">Reserved</th>
                <th className="right">Free</th>
                <th className="right">On order</th>
                <th className="right">Short</th>
                <th className="right">Marks</th>
              </tr>
            </thead>
            <VirtualRows items={lines} keyOf={(line) => line.key} scroller={bins} rowPx={ROW_PX} columns={COLUMNS}>
              {(line, at) => (
                <StockRow
                  key={line.key}
                  line={line}
                  shop={shop}
                  isOpen={openKey === line.key}
                  onOpen={setOpenKey}
                  onNext={() => setOpenKey(lines[at + 1]?.key ?? null)}
                  laidAside={sum(
                    Object.values(reserved).flatMap((each) =>
                      each.partKey === line.key && !each.picked ? [each.quantity] : [],
                    ),
                  )}
                  coming={sum(
                    Object.values(orders).flatMap((order) =>
                      order.partKey === line.key && !order.received ? [order.quantity] : [],
                    ),
                  )}
                  shortBy={sum(short.flatMap((each) => (each.part.key === line.key ? [each.shortBy] : [])))}
                />
              )}
            </VirtualRows>
          </table>
        </section>
        <aside className="shop-side" aria-label="Kits and orders">
          <section aria-label="Kit of a unit">
            <h2>Kit of a unit</h2>
            <Select
              aria-label="Unit"
              placeholder="Choose a unit"
              value={shown?.id ?? null}
              options={units.map((unit) => ({ value: unit.id, label: `${unit.tag} ${unit.name}` }))}
              onChange={(id: string) => setSearch({ unit: id }, { replace: true })}
            />
            {shown && <KitOfUnit unit={shown} shop={shop} />}
          </section>
          <section aria-label="On order">
            <h2>On order</h2>
            {Object.values(orders)
              .filter((order) => !order.received)
              .sort((a, b) => a.dueIn.localeCompare(b.dueIn))
              .map((order) => {
                const tag = data.units.find((unit) => unit.id === order.unitId)?.tag;
                return (
                  <article key={order.id} className="wait">
                    <p>
                      <b>
                        {order.quantity} {order.name}
                      </b>
                      <br />
                      <span className="muted">
                        for {tag ?? 'the bin'}, {whenText(minutesOf(order.dueIn), work.nowMinutes)}
                      </span>
                    </p>
                    {mayHandle && <OrderFields shop={shop} order={order} tag={tag} />}
                  </article>
                );
              })}
          </section>
        </aside>
      </div>
    </div>
  );
}
