import { CloseOutlined } from '@ant-design/icons';
import { Button, Segmented } from 'antd';
import { useMemo, useState } from 'react';
import { groupFindings } from '../../../core/rules/index.ts';
import { SeverityMark } from '../../ui/SeverityMark.tsx';
import { useUnit } from '../useUnit.ts';
import { FindingRow } from './FindingRow.tsx';
import { ORDERS, type Order, sectionsOf } from './sections.ts';
import { useTriedWays } from './useTriedWays.ts';
import './findings.css';
import { Summary } from './Summary.tsx';

/** Everything that was found of the unit, wherever it shows, in one list, with what would settle it. */
export function FindingsList({ onClose }: { onClose(): void }) {
  const { build, overview } = useUnit();
  const [order, setOrder] = useState<Order>('weight');
  const tried = useTriedWays(build);
  const groups = useMemo(() => (overview ? groupFindings(overview.findings) : []), [overview]);
  const sections = useMemo(() => sectionsOf(build, groups, order), [build, groups, order]);
  const count = overview?.findings.length ?? 0;
  return (
    <section className="findings-list" aria-label="Findings of the unit">
      <header>
        <h2>Findings</h2>
        <span className="muted">
          {overview
            ? `${count}${groups.length < count ? `, alike ones folded to ${groups.length} rows` : ''}`
            : 'being worked out …'}
        </span>
        <Segmented
          aria-label="Order"
          size="small"
          value={order}
          options={ORDERS.map((each) => ({ value: each, label: `by ${each}` }))}
          onChange={setOrder}
        />
        <Button type="text" aria-label="Close the findings" icon={<CloseOutlined />} onClick={onClose} />
      </header>
      <div className="findings-scroll">
        {overview && count === 0 && <p className="empty state ok">✓ Nothing was found. The unit holds.</p>}
        {sections.map((section) => (
          <section key={section.key} className={`finding-section ${section.severity}`} aria-label={section.title}>
            <h3>
              {order === 'weight' && section.key !== 'stands' ? (
                <SeverityMark severity={section.severity} />
              ) : (
                section.title
              )}{' '}
              <span className="mono">
                {order === 'lamp'
                  ? section.groups.length
                  : section.groups.reduce((sum, group) => sum + group.findings.length, 0)}
              </span>
            </h3>
            <div>
              {section.groups.map((group) => (
                <FindingRow key={group.id} group={group} tried={tried} />
              ))}
            </div>
          </section>
        ))}
      </div>
      {overview && count > 0 && <Summary groups={groups} tried={tried} />}
    </section>
  );
}
