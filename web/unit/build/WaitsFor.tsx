import { CheckOutlined } from '@ant-design/icons';
import { ruleById, type Step } from '../../../core/steps/index.ts';
import { useUnit } from '../useUnit.ts';

/** What stands before this step, and why; what of it is still open stands first. */
export function WaitsFor({ step, steps }: { step: Step; steps: readonly Step[] }) {
  const { build } = useUnit();
  const before = step.after.flatMap(({ key, ruleId }) => {
    const other = steps.find((each) => each.key === key);
    return other ? [{ other, rule: ruleById(ruleId), isDone: build.ticks[key] !== undefined }] : [];
  });
  if (before.length === 0) return null;
  const byRule = new Map<string, typeof before>();
  for (const each of before) byRule.set(each.rule.id, [...(byRule.get(each.rule.id) ?? []), each]);
  return (
    <section className="waits-for" aria-label="What comes before">
      <h3>Why here</h3>
      <ul>
        {[...byRule.values()].map((list) => (
          <li key={list[0]!.rule.id}>
            {list[0]!.rule.reason}{' '}
            {list.every((each) => each.isDone) ? (
              <span className="state ok">
                <CheckOutlined aria-hidden /> done
              </span>
            ) : (
              <span className="muted">
                After{' '}
                {list
                  .filter((each) => !each.isDone)
                  .map((each) => each.other.title)
                  .join('; ')}
                .
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
