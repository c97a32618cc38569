import { SearchOutlined } from '@ant-design/icons';
import { Button, Input, InputNumber, Select } from 'antd';
import { type ReactNode, useState } from 'react';
import { useSearchParams } from 'react-router';
import {
  minutesOf,
  pickingList,
  reserveFor,
  type Shop,
  type ShopUnit,
  type StockLine,
  shortages,
  whenText,
} from '../../core/shop/index.ts';
import { OrderFields } from './SidePanel.tsx';
import type { ShopUse } from './useShop.ts';
import '../unit/unit.css';

const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);

/** Stock by bin, what is on order, and one unit's kit: what to reserve and to fetch. */
export function StockView({ shop, tabs }: { shop: ShopUse; tabs: ReactNode }) {
  const { data, work, mayHandle } = shop;
  const { stock, reserved, orders } = data.shop;
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
        <section className="stock-scroll" aria-label="Bins" tabIndex={0}>
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
            <tbody>
              {lines.map((line, at) => (
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
              ))}
            </tbody>
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
            {shown && <Box unit={shown} shop={shop} />}
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

/** Quantities as they are counted: tenths at most. */
const round = (value: number) => Math.round(value * 10) / 10;

interface RowProps {
  line: StockLine;
  shop: ShopUse;
  laidAside: number;
  coming: number;
  shortBy: number;
  isOpen: boolean;
  onOpen(key: string | null): void;
  /** Enter goes on to the next bin, as one walks past them. */
  onNext(): void;
}

function StockRow({ line, shop, laidAside, coming, shortBy, isOpen, onOpen, onNext }: RowProps) {
  return (
    <tr className={isOpen ? 'is-open' : ''}>
      {isOpen ? <OpenCells line={line} shop={shop} onNext={onNext} /> : <td className="mono">{line.bin}</td>}
      {!isOpen && (
        <>
          <td>
            <b>{line.name}</b>
          </td>
          <td className="right mono">
            {shop.mayHandle ? (
              <button type="button" aria-label={`Count ${line.name}`} onClick={() => onOpen(line.key)}>
                {round(line.onHand)} {line.unit}
              </button>
            ) : (
              `${round(line.onHand)} ${line.unit}`
            )}
          </td>
        </>
      )}
      <td className="right mono">{laidAside > 0 ? round(laidAside) : ''}</td>
      <td className="right mono">{round(Math.max(0, line.onHand - laidAside))}</td>
      <td className="right mono">{coming > 0 ? round(coming) : ''}</td>
      <td className="right">{shortBy > 0 && <span className="state caution">⚠ {round(shortBy)}</span>}</td>
      <td className="right mono">
        {isOpen && shop.mayPlan ? (
          <InputNumber
            size="small"
            aria-label={`Price of ${line.name}`}
            min={0}
            max={100_000}
            defaultValue={line.priceMarks}
            onBlur={(event) => {
              const priceMarks = Number.parseFloat(event.target.value);
              if (Number.isFinite(priceMarks) && priceMarks !== line.priceMarks)
                void shop.act({ kind: 'putStock', line: { ...line, priceMarks } });
            }}
          />
        ) : (
          line.priceMarks.toFixed(2)
        )}
      </td>
    </tr>
  );
}

/** Bin, name and count of the line that is being counted. */
function OpenCells({ line, shop, onNext }: Pick<RowProps, 'line' | 'shop' | 'onNext'>) {
  const count = (text: string) => {
    const onHand = Number.parseFloat(text);
    if (Number.isFinite(onHand) && onHand !== round(line.onHand))
      void shop.act({ kind: 'countStock', partKey: line.key, onHand });
  };
  return (
    <>
      <td>
        {shop.mayPlan ? (
          <Input
            size="small"
            className="bin"
            aria-label={`Bin of ${line.name}`}
            defaultValue={line.bin}
            maxLength={20}
            onBlur={(event) => {
              const bin = event.target.value.trim();
              if (bin !== line.bin) void shop.act({ kind: 'putStock', line: { ...line, bin } });
            }}
          />
        ) : (
          <span className="mono">{line.bin}</span>
        )}
      </td>
      <td>
        <b>{line.name}</b>
      </td>
      <td className="right">
        <InputNumber
          key={line.onHand}
          size="small"
          autoFocus
          aria-label={`Count of ${line.name}`}
          suffix={line.unit}
          min={0}
          max={100_000}
          defaultValue={round(line.onHand)}
          onFocus={(event) => event.target.select()}
          onBlur={(event) => count(event.target.value)}
          onPressEnter={(event) => {
            count((event.target as HTMLInputElement).value);
            onNext();
          }}
        />
      </td>
    </>
  );
}

/** What is reserved for a unit, in one walk past the bins; parts that the stock does not know yet. */
function Box({ unit, shop }: { unit: ShopUnit; shop: ShopUse }) {
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
