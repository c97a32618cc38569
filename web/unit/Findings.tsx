import { Button, Tooltip } from 'antd';
import type { Finding } from '../../core/rules/index.ts';
import { useAppDispatch } from '../app/store.ts';
import { useWords } from '../app/useWords.ts';
import { SeverityMark } from '../ui/SeverityMark.tsx';
import { unitActions } from './unitSlice.ts';
import { useUnit } from './useUnit.ts';

interface FindingsProps {
  /** Null while they are being worked out. */
  findings: readonly Finding[] | null;
  empty?: string;
}

/** Findings with their reason and ways out; a click on the message points at the place. */
export function Findings({ findings, empty = 'No findings here.' }: FindingsProps) {
  const { act, mayEdit } = useUnit();
  const dispatch = useAppDispatch();
  const words = useWords();
  return (
    <section className="findings" aria-label="Findings">
      <h3>
        Findings <span className="count">{findings?.length || ''}</span>
      </h3>
      {findings === null && <p className="muted">Being worked out …</p>}
      {findings?.length === 0 && <p className="state ok">✓ {empty}</p>}
      {findings?.map((finding) => (
        <article key={finding.id} className={`finding-card ${finding.severity}`}>
          <button
            type="button"
            className="finding-text"
            onClick={() => {
              dispatch(unitActions.selected(finding.place.lampIds));
              if (finding.place.feedIds[0]) dispatch(unitActions.feedChosen(finding.place.feedIds[0]));
            }}
          >
            <SeverityMark severity={finding.severity} />
            {finding.standing && <span className="muted"> stands</span>} <b>{words(finding.message)}</b>
            <Tooltip title={`${finding.code}. Source: ${finding.source}`}>
              <span className="reason">{words(finding.reason)}</span>
            </Tooltip>
          </button>
          {mayEdit && finding.waysOut.length > 0 && (
            <div className="ways">
              {finding.waysOut.map((way) => (
                <Button key={words(way.label)} size="small" onClick={() => act(...way.operations)}>
                  {words(way.label)}
                </Button>
              ))}
            </div>
          )}
        </article>
      ))}
    </section>
  );
}
