import type { Finding } from '../../../core/rules/index.ts';
import { useWords } from '../../app/useWords.ts';

/** The formula with its numbers, each number with where it is from, and the rule that was asked. */
export function WorkedOut({ finding }: { finding: Finding }) {
  const words = useWords();
  const { worked, code, source } = finding;
  return (
    <details className="worked">
      <summary>How this is computed</summary>
      {worked && <p className="mono">{words(worked.formula)}</p>}
      <table>
        <tbody>
          {worked?.terms.map(({ value, what, source: from }) => (
            <tr key={words(what)}>
              <td className="mono">{words(value)}</td>
              <td>{words(what)}</td>
              <td className="muted">{from}</td>
            </tr>
          ))}
          <tr>
            <td className="mono">{code}</td>
            <td>{words(finding.reason)}</td>
            <td className="muted">{source}</td>
          </tr>
        </tbody>
      </table>
    </details>
  );
}
