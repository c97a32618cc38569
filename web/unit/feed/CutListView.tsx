import { DownloadOutlined, PlusOutlined, PrinterOutlined } from '@ant-design/icons';
import { Dropdown } from 'antd';
import { useMemo } from 'react';
import { cutList, wireOrder } from '../../../core/harness/index.ts';
import { planDiode, planPlug } from '../../../core/planning/index.ts';
import { formatLength } from '../../../core/units/index.ts';
import { WIRE } from '../../ui/tokens.ts';
import { useUnit } from '../useUnit.ts';
import { FileLinks } from './FileLinks.tsx';

const FILES = [
  { href: 'cut-list.csv', words: 'CSV', Icon: DownloadOutlined },
  { href: 'wire-labels.pdf', words: 'Labels', Icon: PrinterOutlined },
  { href: 'purchase.xlsx', words: 'To buy', Icon: DownloadOutlined },
  { href: 'netlist.cir', words: 'SPICE', Icon: DownloadOutlined },
];

/** Parts that go into a wire. */
const PUT_IN = [
  { key: 'plug', name: 'Plug', label: 'Put a sealed plug in, near its far end', plan: planPlug },
  { key: 'diode', name: 'Diode', label: 'Put a diode in, near its start', plan: planDiode },
];

/** Every wire to cut, with both ends and how they are made, and the files that go to the bench. */
export function CutListView() {
  const { build, preferences, mayEdit, act } = useUnit();
  const lines = useMemo(() => cutList(build), [build]);
  const order = useMemo(() => wireOrder(lines), [lines]);
  return (
    <section className="cut-list" aria-label="Cut list" tabIndex={0}>
      <header>
        <b>
          {lines.length} wires, {order.reduce((sum, each) => sum + each.lengthM, 0).toFixed(1)} m
        </b>
        <span className="orders">
          {order.map((each) => (
            <span key={`${each.gauge} ${each.colour}`}>
              <i style={{ background: WIRE[each.colour] }} aria-hidden />
              {each.gauge} {each.colour} <b className="mono">{each.lengthM.toFixed(1)} m</b>
            </span>
          ))}
        </span>
        <FileLinks files={FILES} />
      </header>
      {lines.length === 0 ? (
        <p className="empty">No wires yet: make a feed, and its wires are listed here.</p>
      ) : (
        <table>
          <thead>
            <tr>
              <th>Wire</th>
              <th>Feed</th>
              <th>Size and colour</th>
              <th className="right">Length</th>
              <th>From</th>
              <th className="right">Strip</th>
              <th>To</th>
              <th className="right">Strip</th>
              <th className="right">Shrink</th>
              {mayEdit && <th aria-label="Put a part in" />}
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <tr key={line.wireId}>
                <td>
                  <b>{line.tag}</b>
                </td>
                <td>{line.feed}</td>
                <td>
                  <i style={{ background: WIRE[line.colour] }} aria-hidden /> {line.gauge} {line.colour}
                </td>
                <td className="right mono">{formatLength(line.lengthMm, preferences.length)}</td>
                {[line.from, line.end].map((end, index) => [
                  <td key={`${index === 0 ? 'from' : 'to'} end`}>
                    {end.to}
                    <small>{end.fitting}</small>
                  </td>,
                  <td key={`${index === 0 ? 'from' : 'to'} strip`} className="right mono">
                    {end.stripMm}
                  </td>,
                ])}
                <td className="right mono">{line.shrinkMm}</td>
                {mayEdit && (
                  <td className="right">
                    <Dropdown
                      trigger={['click']}
                      menu={{
                        items: PUT_IN.map(({ key, label }) => ({ key, label })),
                        onClick: ({ key }) => {
                          const part = PUT_IN.find((each) => each.key === key)!;
                          act(...part.plan(build, line.wireId, `${part.name} ${line.tag}`));
                        },
                      }}
                    >
                      <button type="button" className="put-in" aria-label={`Put a part into ${line.tag}`}>
                        <PlusOutlined aria-hidden />
                      </button>
                    </Dropdown>
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
