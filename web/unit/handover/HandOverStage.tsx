import { CheckOutlined, FilePdfOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import dayjs from 'dayjs';
import { useMemo, useState } from 'react';
import { controlKindWords, openThings, operatorCard } from '../../../core/overview/index.ts';
import { assess } from '../../../core/rules/index.ts';
import { useUnit } from '../useUnit.ts';
import '../unit.css';
import './handover.css';
import { AlikePart } from './AlikePart.tsx';
import { Comments } from './Comments.tsx';
import { OpenList } from './OpenList.tsx';
import { StockSheet } from './StockSheet.tsx';

/** As many as the record keeps. */
const MOST_NAMED = 100;

const PAPERS = [
  { key: 'card', words: 'Operator card' },
  { key: 'stock', words: 'Back to stock' },
] as const;

export function HandOverStage() {
  const [paper, setPaper] = useState<(typeof PAPERS)[number]['key']>('card');
  const { id, build, body, overview, preferences, role, mayEdit, act } = useUnit();
  const card = useMemo(() => operatorCard(build, assess(build, body)), [build, body]);
  const open = useMemo(
    () => (overview ? openThings(build, overview, preferences) : null),
    [build, overview, preferences],
  );
  return (
    <div className="split handover">
      <section className="paper-field card-field" aria-label="Operator card" tabIndex={0}>
        <div className="field-switch" role="group" aria-label="Paper">
          {PAPERS.map(({ key, words }) => (
            <button key={key} type="button" aria-pressed={paper === key} onClick={() => setPaper(key)}>
              {words}
            </button>
          ))}
        </div>
        {paper === 'stock' ? (
          <StockSheet />
        ) : (
          <article className="card">
            <header>
              <div>
                <span className="plate">{card.tag}</span>
                <h2>{card.name}</h2>
                <span className="muted">{card.size}</span>
              </div>
            </header>
            <h3>Which switch does what</h3>
            <table className="plain">
              <tbody>
                {card.controls.map((row) => (
                  <tr key={row.functionName}>
                    <td>
                      <b>{row.control.name}</b> <small className="muted">{controlKindWords(row.control.kind)}</small>
                    </td>
                    <td>{row.functionName}</td>
                    <td className="use">{row.lamps}</td>
                    <td>{row.pattern}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            {card.controls.length === 0 && <p className="muted">No functions yet.</p>}
            <h3>Fuses</h3>
            <table className="plain">
              <tbody>
                {card.fuses.map((row) => (
                  <tr key={row.feed}>
                    <td>
                      <b>{row.feed}</b>
                    </td>
                    <td>{row.place}</td>
                    <td className="mono">
                      {row.ratingA} A {row.colour}
                    </td>
                    <td>{row.live}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            <h3>Mind</h3>
            <ul>
              {card.cautions.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </article>
        )}
      </section>
      <aside className="panel" aria-label="Hand over">
        <section>
          <h3>Operator card</h3>
          <p className="muted">
            One A4 page with a code to scan. It is written from the build each time, so it cannot fall behind.
          </p>
          <Button
            type="primary"
            icon={<FilePdfOutlined />}
            href={`/api/units/${id}/card.pdf`}
            target="_blank"
            rel="noreferrer"
          >
            Open the card
          </Button>
        </section>
        <section>
          <h3>Hand over</h3>
          {build.handedOver ? (
            <p className="state ok">
              <CheckOutlined aria-hidden /> Handed over by {build.handedOver.by},{' '}
              {dayjs(build.handedOver.at).format('D MMM YYYY HH:mm')}
            </p>
          ) : (
            <OpenList id={id} open={open} />
          )}
          {build.handedOver?.open && build.handedOver.open.length > 0 && (
            <p className="muted">Open then: {build.handedOver.open.join('; ')}.</p>
          )}
          {role === 'lead' && open && (
            <Button
              onClick={() =>
                act({
                  kind: 'handOver',
                  done: build.handedOver === null,
                  ...(build.handedOver === null && {
                    open: open.slice(0, MOST_NAMED).map(({ words }) => words.slice(0, 200)),
                  }),
                })
              }
            >
              {build.handedOver
                ? 'Take it back into work'
                : open.length > 0
                  ? `Hand over with ${open.length} open`
                  : 'Hand over'}
            </Button>
          )}
          {!mayEdit && <p className="muted">The lead hands over.</p>}
        </section>
        {mayEdit && <AlikePart />}
        <Comments />
      </aside>
    </div>
  );
}
