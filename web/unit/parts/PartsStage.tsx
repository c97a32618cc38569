import { DownloadOutlined, WarningOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { findingsAt } from '../../../core/rules/index.ts';
import { boughtQuantity, PART_GROUP_NAMES, PART_GROUPS } from '../../../core/work/index.ts';
import { useShelfQuery, useShopQuery } from '../../app/api.ts';
import { useAppDispatch } from '../../app/store.ts';
import { FaceSwatch } from '../../ui/FaceSwatch.tsx';
import { Findings } from '../Findings.tsx';
import { MethodsPanel } from '../methods/MethodsPanel.tsx';
import { unitActions } from '../unitSlice.ts';
import { usePrices } from '../usePrices.ts';
import { useUnit } from '../useUnit.ts';
import { ShortLamps } from './ShortLamps.tsx';
import '../unit.css';
import './parts.css';

export function PartsStage() {
  const { id, build, overview, mayEdit, act } = useUnit();
  const { data: shelf = [] } = useShelfQuery();
  const dispatch = useAppDispatch();
  const parts = overview?.parts ?? [];
  const byKey = useMemo(() => new Map(shelf.map((entry) => [entry.model.key, entry])), [shelf]);
  const { data: shop } = useShopQuery();
  const stock = shop?.shop.stock;
  const prices = usePrices();
  const cost = parts.reduce((sum, line) => sum + (prices.get(line.key) ?? 0) * boughtQuantity(line), 0);
  const isOnBoard = shop?.shop.jobs[id] !== undefined;
  const findings = overview ? findingsAt(overview.findings, 'parts') : null;

  return (
    <div className="split parts">
      <section className="paper-field" aria-label="Parts list" tabIndex={0}>
        <header className="paper-head">
          <h2>Parts</h2>
          <span className="muted">
            {parts.length} lines, {Math.round(cost)} marks
          </span>
          {isOnBoard && (
            <Link to={`/shop/stock?unit=${id}`} className="right">
              Reserve in the shop
            </Link>
          )}
          <Button href={`/api/units/${id}/quote.pdf`} target="_blank" className={isOnBoard ? '' : 'right'}>
            Quote
          </Button>
          <Button icon={<DownloadOutlined />} href={`/api/units/${id}/parts.csv`}>
            CSV for purchase
          </Button>
          <Button icon={<DownloadOutlined />} href={`/api/units/${id}/purchase.xlsx`}>
            Workbook
          </Button>
        </header>
        {parts.length === 0 && (
          <p className="empty">Nothing to buy yet: place lamps and make feeds, and the list writes itself.</p>
        )}
        <table className="plain parts-table">
          <thead>
            <tr>
              <th>Part</th>
              <th>For</th>
              <th>In the box, and sold apart</th>
              <th className="right">Need</th>
              <th className="right">On hand</th>
              <th className="right">Marks</th>
            </tr>
          </thead>
          {PART_GROUPS.map((group) => {
            const lines = parts.filter((line) => line.group === group);
            if (lines.length === 0) return null;
            return (
              <tbody key={group}>
                <tr className="group-row">
                  <th colSpan={6}>{PART_GROUP_NAMES[group]}</th>
                </tr>
                {lines.map((line) => {
                  const entry = byKey.get(line.key);
                  const need = boughtQuantity(line);
                  const onHand = stock?.[line.key]?.onHand ?? entry?.onHand;
                  const short = onHand !== undefined && onHand < need;
                  const priceMarks = prices.get(line.key);
                  return (
                    <tr
                      key={line.key}
                      className={line.missing ? 'missing' : ''}
                      onClick={() => line.lampIds.length > 0 && dispatch(unitActions.selected(line.lampIds))}
                    >
                      <td>
                        {entry && <FaceSwatch model={entry.model} />} <b>{line.name}</b>{' '}
                        {entry && <span className="mono muted">{line.key}</span>}
                      </td>
                      <td className="use">{line.use}</td>
                      <td>
                        {line.inBox.map((item) => (
                          <span key={item} className="chip">
                            {item}
                          </span>
                        ))}
                        {line.missing && (
                          <span className="state caution">
                            <WarningOutlined aria-hidden /> {line.reason}
                          </span>
                        )}
                        {build.extraParts[line.key] && <span className="chip added">✓ added</span>}
                      </td>
                      <td className="right mono">
                        {need} {line.unit === 'm' ? 'm' : ''}
                      </td>
                      <td className={`right mono ${short ? 'state stop' : ''}`}>
                        {onHand !== undefined && (short ? `${onHand} short ${need - onHand}` : onHand)}
                      </td>
                      <td className="right mono">
                        {priceMarks === undefined ? '' : Math.round(priceMarks * need * 10) / 10}
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            );
          })}
        </table>
      </section>
      <aside className="panel" aria-label="Kits">
        <ShortLamps lines={parts} shelf={shelf} />
        <MethodsPanel />
        <Findings findings={findings} empty="Every kit is in a box or on the list." />
        {Object.values(build.extraParts).length > 0 && (
          <section>
            <h3>Added to the list</h3>
            <ul className="added-list">
              {Object.values(build.extraParts).map((part) => (
                <li key={part.id}>
                  <span>
                    <b className="mono">{part.quantity}</b> {part.name}
                  </span>
                  {mayEdit && (
                    <Button size="small" type="text" onClick={() => act({ kind: 'removeExtraPart', partId: part.id })}>
                      Take off
                    </Button>
                  )}
                </li>
              ))}
            </ul>
          </section>
        )}
        <p className="muted hint">
          Wire counts 10 % over the cut lengths and goes up to the next half metre. Stock and prices are the shop's and
          are not part of the build.
        </p>
      </aside>
    </div>
  );
}
