import { CheckOutlined, FilePdfOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import dayjs from 'dayjs';
import { useMemo, useState } from 'react';
import { controlKindWords, operatorCard } from '../../../core/overview/index.ts';
import { assess } from '../../../core/rules/index.ts';
import { useUnit } from '../useUnit.ts';
import '../unit.css';
import './handover.css';
import { Comments } from './Comments.tsx';
import { StockSheet } from './StockSheet.tsx';

const PAPERS = [
  { key: 'card', words: 'Operator card' },
  { key: 'stock', words: 'Back to stock' },
] as const;

export function HandOverStage() {
  const [paper, setPaper] = useState<(typeof PAPERS)[number]['key']>('card');
  const { id, build, body, overview, role, mayEdit, act } = useUnit();
  const card = useMemo(() => operatorCard(build, assess(build, body)), [build, body]);
  const stops = overview?.findings.filter((finding) => finding.severity === 'stop').length ?? 0;
  const unproved = overview?.stops.filter((stop) => stop.state !== 'pass').length ?? 0;
  const openSteps = overview?.steps.filter((step) => !build.ticks[step.key]).length ?? 0;
  const open = [
    stops > 0 && `${stops} stop${stops === 1 ? '' : 's'} among the findings`,
    openSteps > 0 && `${openSteps} ${openSteps === 1 ? 'step' : 'steps'} not ticked`,
    unproved > 0 && `${unproved} ${unproved === 1 ? 'step' : 'steps'} of the proving walk open`,
    build.signOff === null && 'nobody has signed that it is proven',
  ].filter((line) => line !== false);

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
          ) : open.length === 0 ? (
            <p className="state ok">✓ Nothing is open.</p>
          ) : (
            <ul className="open-list">
              {open.map((line) => (
                <li key={line} className="state caution">
                  ▲ {line}
                </li>
              ))}
            </ul>
          )}
          {role === 'lead' && (
            <Button onClick={() => act({ kind: 'handOver', done: build.handedOver === null })}>
              {build.handedOver ? 'Take it back into work' : open.length > 0 ? 'Hand over with this open' : 'Hand over'}
            </Button>
          )}
          {!mayEdit && <p className="muted">The lead hands over.</p>}
        </section>
        <Comments />
      </aside>
    </div>
  );
}
