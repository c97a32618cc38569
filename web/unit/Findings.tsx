import { Button, Tooltip } from 'antd';
import type { Finding } from '../../core/rules/index.ts';
import { SeverityMark } from '../app/SeverityMark.tsx';
import { useAppDispatch } from '../app/store.ts';
import { unitActions } from './unitSlice.ts';
import { useUnit } from './useUnit.ts';

/** Findings with their reason and ways out; a click on the message points at the place. */
export function Findings({ findings, empty = 'No findings here.' }: { findings: readonly Finding[]; empty?: string }) {
  const { act, mayEdit } = useUnit();
  const dispatch = useAppDispatch();
  return (
    <section className="findings" aria-label="Findings">
      <h3>
        Findings <span className="count">{findings.length || ''}</span>
      </h3>
      {findings.length === 0 && <p className="state ok">✓ {empty}</p>}
      {findings.map((finding) => (
        <article key={finding.id} className={`finding-card ${finding.severity}`}>
          <button
            type="button"
            className="finding-text"
            onClick={() => {
              dispatch(unitActions.selected(finding.place.lampIds));
              if (finding.place.feedIds[0]) dispatch(unitActions.feedChosen(finding.place.feedIds[0]));
            }}
          >
            <SeverityMark severity={finding.severity} /> <b>{finding.message}</b>
            <Tooltip title={`${finding.code}. Source: ${finding.source}`}>
              <span className="reason">{finding.reason}</span>
            </Tooltip>
          </button>
          {mayEdit && finding.waysOut.length > 0 && (
            <div className="ways">
              {finding.waysOut.map((way) => (
                <Button key={way.label} size="small" onClick={() => act(...way.operations)}>
                  {way.label}
                </Button>
              ))}
            </div>
          )}
        </article>
      ))}
    </section>
  );
}
