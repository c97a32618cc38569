import { Popconfirm } from 'antd';
import type { Loom } from '../../core/document/index.ts';
import { gaugeName, typedLength } from '../../core/units/index.ts';
import { useApp } from '../app/store.ts';
import type { ShopUse } from '../app/useShop.ts';
import { LoomDrawing } from '../ui/LoomDrawing.tsx';

/** Ready looms that the shop knows, each with what it brings and how far it reaches. */
export function LoomsList({ shop, text, onEdit }: { shop: ShopUse; text: string; onEdit(loom: Loom): void }) {
  const unit = useApp((state) => state.preferences.length);
  const looms = Object.values(shop.data.shop.looms)
    .filter(({ key, name }) => `${key} ${name}`.toLowerCase().includes(text.trim().toLowerCase()))
    .sort((a, b) => a.key.localeCompare(b.key));
  const lead = ({ lengthMm, table, gauge }: Loom['trunk']) => (
    <>
      {typedLength(lengthMm, unit)} <span className="muted">{gaugeName(table, gauge)}</span>
    </>
  );
  if (looms.length === 0)
    return (
      <p className="empty">
        {text ? 'No loom is called that.' : 'No looms yet: describe one as it comes out of its bag.'}
      </p>
    );
  return (
    <table className="plain parts-table">
      <thead>
        <tr>
          <th>Loom</th>
          <th className="loom-picture" aria-label="As it comes" />
          <th>Number</th>
          <th>Brings</th>
          <th className="right">Power lead, {unit}</th>
          <th className="right">Trunk, {unit}</th>
          <th>Legs, {unit}</th>
          <th className="right">On hand</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {looms.map((loom) => (
          <tr key={loom.key}>
            <td>
              {shop.mayHandle ? (
                <button type="button" className="link" onClick={() => onEdit(loom)}>
                  <b>{loom.name}</b>
                </button>
              ) : (
                <b>{loom.name}</b>
              )}
            </td>
            <td className="loom-picture">
              <LoomDrawing loom={loom} unit={unit} isSmall />
            </td>
            <td className="mono">{loom.key}</td>
            <td>
              {[
                `fuse ${loom.fuseA} A`,
                loom.relayA !== null && `relay ${loom.relayA} A`,
                loom.hasSwitch && 'switch',
                loom.hasReturn && 'way back',
              ]
                .filter(Boolean)
                .join(', ')}
            </td>
            <td className="right mono">{lead(loom.power)}</td>
            <td className="right mono">{lead(loom.trunk)}</td>
            <td className="mono">
              {loom.legs.length} × {lead(loom.legs[0]!)}{' '}
              <span className="muted">{loom.ends === 'plugs' ? 'with plugs' : 'open'}</span>
            </td>
            <td className="right mono">{shop.data.shop.stock[`loom ${loom.key}`]?.onHand ?? ''}</td>
            <td className="right">
              {shop.mayPlan && (
                <Popconfirm
                  title={`Take ${loom.name} off the shelf? Units keep theirs.`}
                  okText="Take it off"
                  onConfirm={() => shop.act({ kind: 'dropLoom', loomKey: loom.key })}
                >
                  <button type="button" className="link" aria-label={`Take ${loom.name} off the shelf`}>
                    Take off
                  </button>
                </Popconfirm>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
