import { CloseOutlined } from '@ant-design/icons';
import { Button, Checkbox } from 'antd';
import { useMemo, useState } from 'react';
import { applyDrafts } from '../../../core/document/index.ts';
import { type FeedPlan, hoursText, partsTaken } from '../../../core/work/index.ts';
import { useWords } from '../../app/useWords.ts';
import { SeverityMark } from '../../ui/SeverityMark.tsx';
import { useUnit } from '../useUnit.ts';
import { useFeedPlans } from './useFeedPlans.ts';

const GROUPING_WORDS: Record<FeedPlan['grouping'], string> = {
  together: 'One feed a purpose',
  byEnd: 'Each end by itself',
  byPair: 'Each pair by itself',
};
const SUPPLY_WORDS: Record<FeedPlan['supply'], string> = { own: 'from spare slots', battery: 'from the battery' };
const SHOWN_BRINGS = 4;

function toggled(set: ReadonlySet<string>, each: string): ReadonlySet<string> {
  const next = new Set(set);
  if (!next.delete(each)) next.add(each);
  return next;
}

/** Whole ways to feed what has no feed, side by side; the one that is chosen is shown feed by feed and taken whole. */
export function PlansPanel({ onClose }: { onClose(): void }) {
  const { build, preferences, act } = useUnit();
  const words = useWords();
  const answer = useFeedPlans(build, preferences.wire);
  const [chosenKey, setChosenKey] = useState<string | null>(null);
  const [without, setWithout] = useState<ReadonlySet<string>>(new Set());
  const plans = answer && answer !== 'failed' ? answer.plans : [];
  const chosen = plans.find((plan) => plan.key === chosenKey) ?? plans[0];
  const isWhole = chosen?.parts.every(({ tags }) => !without.has(tags)) ?? true;
  const taken = useMemo(
    () =>
      chosen
        ? partsTaken(chosen.parts, new Set(chosen.parts.map(({ tags }) => tags).filter((tags) => !without.has(tags))))
        : [],
    [chosen, without],
  );
  // Feeds of one control go together where the later joins what the earlier made.
  const tried = useMemo(() => (isWhole ? null : applyDrafts(build, taken)), [build, taken, isWhole]);
  const refusal = tried && !tried.ok ? tried.reason.message : '';
  const row = (name: string, of: (plan: FeedPlan) => number, shown: (value: number) => string = String) => {
    const best = Math.min(...plans.map(of));
    const differ = plans.some((plan) => of(plan) > best + 1e-9);
    return (
      <tr>
        <th scope="row">{name}</th>
        {plans.map((plan) => (
          <td key={plan.key} className={plan === chosen ? 'right mono is-chosen' : 'right mono'}>
            {differ && of(plan) <= best + 1e-9 ? <b title="the best of them">{shown(of(plan))}</b> : shown(of(plan))}
          </td>
        ))}
      </tr>
    );
  };
  const count = (severity: 'stop' | 'caution') => (plan: FeedPlan) =>
    plan.brings.filter((finding) => finding.severity === severity).length;

  return (
    <section className="feed-plans" aria-label="Plans for all of them">
      <header className="panel-head">
        <div>
          <h2>Feed them all</h2>
          <span className="muted">Each plan is worked out whole, with what it would bring.</span>
        </div>
        <Button type="text" aria-label="Close the plans" icon={<CloseOutlined />} onClick={onClose} />
      </header>
      {answer === null && <p className="empty">Plans are being worked out …</p>}
      {answer === 'failed' && (
        <p className="state-line stop">They could not be worked out. Close this and try again.</p>
      )}
      {answer !== null && answer !== 'failed' && plans.length === 0 && (
        <>
          <p className="muted">No plan feeds any of them as the survey stands.</p>
          {answer.left.map(({ tags, why }) => (
            <p key={tags} className="state-line caution">
              ⚠ {tags}: {why}.
            </p>
          ))}
        </>
      )}
      {chosen && answer && answer !== 'failed' && (
        <>
          <div className="plan-choice" role="radiogroup" aria-label="Plan">
            {plans.map((plan) => (
              <button
                key={plan.key}
                type="button"
                role="radio"
                aria-checked={plan === chosen}
                onClick={() => setChosenKey(plan.key)}
              >
                <b>{GROUPING_WORDS[plan.grouping]}</b>
                <span>
                  {plan.feeds.every((feed) => feed.isLead) ? 'from leads of the unit' : SUPPLY_WORDS[plan.supply]}
                </span>
              </button>
            ))}
          </div>
          <table className="plain plan-table">
            <tbody>
              {row('Feeds', (plan) => plan.feeds.length)}
              {row(
                'Wire, m',
                (plan) => plan.wireM,
                (value) => value.toFixed(1),
              )}
              {row(
                'Copper, g',
                (plan) => plan.copperG,
                (value) => value.toFixed(0),
              )}
              {row('Joints', (plan) => plan.joints)}
              {row('Work', (plan) => plan.minutes, hoursText)}
              {row('Dark with one fuse', (plan) => plan.darkWithOneFuse)}
              {row(
                'Worst loss of its budget',
                (plan) => plan.worstLossRatio,
                (value) => `${Math.round(100 * value)} %`,
              )}
              {row('Lamps left', (plan) => plan.left.reduce((sum, each) => sum + each.tags.split(' ').length, 0))}
              {row('Stops it brings', count('stop'))}
              {row('Cautions it brings', count('caution'))}
            </tbody>
          </table>
          <p className="why">No plan can do with less than {answer.leastWireM.toFixed(1)} m of wire.</p>
          <ul className="plan-feeds">
            {chosen.feeds.map((feed) => (
              <li key={feed.tags}>
                <Checkbox
                  aria-label={`Take ${feed.name}, ${feed.tags}`}
                  checked={!without.has(feed.tags)}
                  onChange={() => setWithout(toggled(without, feed.tags))}
                />
                <span className="tag-chip small">{feed.ratingA}</span>
                <b>{feed.name}</b> <span className="mono">{feed.tags}</span>
                <span className="muted"> from {feed.source}</span>
              </li>
            ))}
          </ul>
          {chosen.left.map(({ tags, why }) => (
            <p key={tags} className="state-line caution">
              ⚠ {tags} left: {why}.
            </p>
          ))}
          {chosen.brings.slice(0, SHOWN_BRINGS).map((finding) => (
            <p key={finding.id} className="brought">
              <SeverityMark severity={finding.severity} /> {words(finding.message)}
            </p>
          ))}
          {chosen.brings.length > SHOWN_BRINGS && (
            <p className="muted">and {chosen.brings.length - SHOWN_BRINGS} more</p>
          )}
          {refusal && <p className="state-line caution">⚠ {refusal}</p>}
          <Button
            type="primary"
            block
            disabled={taken.length === 0 || refusal !== ''}
            onClick={() => act(...taken) && onClose()}
          >
            {isWhole ? 'Take this plan' : 'Take what is ticked'}
          </Button>
        </>
      )}
    </section>
  );
}
