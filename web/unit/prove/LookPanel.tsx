import { CheckOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import dayjs from 'dayjs';
import { type Lamp, lights } from '../../../core/document/index.ts';
import { compareTags } from '../../../core/place/index.ts';
import { latestLook, lookedWords, type ProvingStop } from '../../../core/prove/index.ts';
import { useUnit } from '../useUnit.ts';
import { LampChip } from './LampChip.tsx';
import { useLook } from './useLook.ts';

/** What the eye says of a step: all as it should be in one press, or what is wrong with which lamp. */
export function LookPanel({ stop, onDone }: { stop: ProvingStop; onDone(): void }) {
  const { build, mayEdit } = useUnit();
  const put = useLook(stop);
  // From the unit itself: what follows from it comes a moment later.
  const look = latestLook(build, stop.key);
  const wrong = Object.entries(look?.wrong ?? {});
  const lit = stop.shows.map((show) => show.lamp);
  const dark = lights(build)
    .filter((lamp) => !lit.some(({ id }) => id === lamp.id))
    .sort((a, b) => compareTags(a.tag, b.tag));
  const chip = (lamp: Lamp, isLit: boolean) => (
    <LampChip
      key={lamp.id}
      lamp={lamp}
      isLit={isLit}
      wrong={look?.wrong[lamp.id] ?? null}
      onSay={(id, what) => put(id, what)}
    />
  );
  return (
    <section className="look" aria-label="What is seen">
      {mayEdit && (
        <Button
          type="primary"
          size="large"
          block
          className="as-shown"
          icon={<CheckOutlined aria-hidden />}
          onClick={() => put(null, null) && onDone()}
        >
          All as shown
        </Button>
      )}
      {look && (
        <p className={wrong.length === 0 ? 'state ok' : 'state stop'}>
          {wrong.length === 0
            ? '✓ As shown'
            : `✕ ${wrong.map(([id, what]) => lookedWords(build, id, what)).join(', ')}`}
          <span className="muted">
            {' '}
            {look.by.split(' ')[0]}, {dayjs(look.at).format('D MMM HH:mm')}
          </span>
        </p>
      )}
      <p className="muted">{mayEdit ? 'Something else? Press the lamp that is not as shown.' : 'Lit, then dark.'}</p>
      <div className="look-lamps" role="group" aria-label="Lamps of this step">
        {lit.map((lamp) => chip(lamp, true))}
        {dark.map((lamp) => chip(lamp, false))}
      </div>
    </section>
  );
}
