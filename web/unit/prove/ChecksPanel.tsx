import { Button } from 'antd';
import dayjs from 'dayjs';
import { checksOf, openItems, type ProvingStop, whyNotProven } from '../../../core/prove/index.ts';
import { useUnit } from '../useUnit.ts';
import { CheckRow } from './CheckRow.tsx';

/** What is looked at without a meter, what was found, and the signature under it all. */
export function ChecksPanel({ stops }: { stops: readonly ProvingStop[] }) {
  const { build, overview, preferences, mayEdit, act } = useUnit();
  const open = openItems(build, stops, overview?.findings ?? [], preferences);
  const obstacle = overview ? whyNotProven(build, stops, overview.findings) : 'The findings are being worked out.';
  const faults = Object.values(build.faults);
  return (
    <section className="checks" aria-label="Without a meter">
      <h2>Without a meter</h2>
      {checksOf(build).map((kind) => (
        <CheckRow key={kind.key} kind={kind} />
      ))}
      {faults.length > 0 && (
        <>
          <h3>Found and put right</h3>
          <ul className="faults">
            {faults.map((fault) => (
              <li key={fault.id}>
                <span>
                  {fault.words}
                  <small className="muted">
                    {fault.by.split(' ')[0]}, {dayjs(fault.at).format('D MMM HH:mm')}
                  </small>
                </span>
                {mayEdit && (
                  <Button size="small" type="text" onClick={() => act({ kind: 'removeFault', faultId: fault.id })}>
                    Not this
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </>
      )}
      <h3>Sign-off</h3>
      {build.signOff ? (
        <>
          <p className="state ok">
            ✓ Signed by {build.signOff.by}, {dayjs(build.signOff.at).format('D MMM YYYY HH:mm')}
          </p>
          {build.signOff.open.length > 0 && <p className="muted">Open then: {build.signOff.open.join('; ')}.</p>}
        </>
      ) : (
        <p className={open.length === 0 ? 'state ok' : 'detail'}>
          {open.length === 0 ? '✓ Nothing is open.' : `${open.length} open:`}
        </p>
      )}
      {!build.signOff && open.length > 0 && (
        <ul className="open-items">
          {open.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      {mayEdit &&
        (build.signOff ? (
          <Button onClick={() => act({ kind: 'signOff', open: null })}>Take the signature back</Button>
        ) : (
          <>
            <Button
              type="primary"
              block
              disabled={obstacle !== null}
              onClick={() => act({ kind: 'signOff', open: open.slice(0, 100) })}
            >
              Sign: proven{open.length > 0 ? ', with this open' : ''}
            </Button>
            {obstacle && <p className="muted">{obstacle}</p>}
          </>
        ))}
    </section>
  );
}
