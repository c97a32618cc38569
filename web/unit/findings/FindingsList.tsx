import { CloseOutlined } from '@ant-design/icons';
import { Button, Segmented } from 'antd';
import { useMemo, useState } from 'react';
import { type FindingGroup, groupFindings, isOpen } from '../../../core/rules/index.ts';
import { SeverityMark } from '../../ui/SeverityMark.tsx';
import { useUnit } from '../useUnit.ts';
import { FindingRow } from './FindingRow.tsx';
import { ORDERS, type Order, sectionsOf } from './sections.ts';
import { type TriedState, useTriedWays } from './useTriedWays.ts';
import './findings.css';

const WORDS_OF_COUNT = ['none', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
const inLetters = (count: number): string => WORDS_OF_COUNT[count] ?? String(count);

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

/** How many answers are wanted, and the fewest ways that give them all. */
function Summary({ groups, tried }: { groups: readonly FindingGroup[]; tried: TriedState }) {
  const { mayEdit, act } = useUnit();
  const wanted = groups.filter((group) => group.findings.some(isOpen)).length;
  if (wanted === 0) return <footer className="state ok">✓ Every stop and caution is settled or answered for.</footer>;
  const fewest = tried.kind === 'ready' ? tried.ways.fewest : null;
  const ways = groups.flatMap((group) => group.waysOut);
  const chosen = fewest?.keys.flatMap((key) => ways.find((way) => way.key === key) ?? []) ?? [];
  const left = fewest?.leaves.length ?? 0;
  return (
    <footer>
      <p>
        <b>
          {wanted} {wanted === 1 ? 'answer' : 'answers'} wanted before hand over.
        </b>{' '}
        {tried.kind === 'trying' && 'The ways out are being tried …'}
        {tried.kind === 'failed' && 'The ways out could not be tried; each can be taken all the same.'}
        {fewest && chosen.length === 0 && 'No way out settles any of them by itself.'}
        {fewest &&
          chosen.length > 0 &&
          (left === 0
            ? `The ${inLetters(chosen.length)} outlined ${chosen.length === 1 ? 'settles' : 'settle'} all of them.`
            : `The ${inLetters(chosen.length)} outlined ${chosen.length === 1 ? 'settles' : 'settle'} what can be; ${left} ${left === 1 ? 'stays' : 'stay'} open.`)}{' '}
        <span className="muted">A caution may also stand, with a name and a reason.</span>
      </p>
      {mayEdit && chosen.length > 0 && (
        <Button type="primary" onClick={() => act(...chosen.flatMap((way) => way.operations))}>
          Take the {inLetters(chosen.length)} outlined
        </Button>
      )}
    </footer>
  );
}
