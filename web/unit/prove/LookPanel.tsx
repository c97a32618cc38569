import { CheckOutlined } from '@ant-design/icons';
import { Button, Dropdown } from 'antd';
import dayjs from 'dayjs';
import type { Id, Lamp, LookedWrong } from '../../../core/document/index.ts';
import { compareTags } from '../../../core/place/index.ts';
import { latestLook, lookedWords, type ProvingStop } from '../../../core/prove/index.ts';
import { useUnit } from '../useUnit.ts';
import { useLook } from './useLook.ts';

const OF_LIT: { key: LookedWrong; label: string }[] = [
  { key: 'dark', label: 'Stays dark' },
  { key: 'dim', label: 'Dim' },
  { key: 'colour', label: 'Wrong colour' },
  { key: 'pattern', label: 'Wrong pattern' },
  { key: 'swapped', label: 'Shows what another should' },
];
const OF_DARK: { key: LookedWrong; label: string }[] = [{ key: 'lit', label: 'Lights, and should not' }];
const AS_SHOWN = 'as shown';

/** What the eye says of a step: all as it should be in one press, or what is wrong with which lamp. */
export function LookPanel({ stop, onDone }: { stop: ProvingStop; onDone(): void }) {
  const { build, mayEdit } = useUnit();
  const put = useLook(stop);
  // From the unit itself: what follows from it comes a moment later.
  const look = latestLook(build, stop.key);
  const wrong = Object.entries(look?.wrong ?? {});
  const lit = stop.shows.map((show) => show.lamp);
  const dark = Object.values(build.lamps)
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

function LampChip({
  lamp,
  isLit,
  wrong,
  onSay,
}: {
  lamp: Lamp;
  isLit: boolean;
  wrong: LookedWrong | null;
  onSay(lampId: Id, wrong: LookedWrong | null): void;
}) {
  const { build, mayEdit } = useUnit();
  const items = [...(isLit ? OF_LIT : OF_DARK), ...(wrong ? [{ key: AS_SHOWN, label: 'As shown after all' }] : [])];
  const words = wrong ? lookedWords(build, lamp.id, wrong) : `${lamp.tag} ${isLit ? 'lit' : 'dark'}`;
  return (
    <Dropdown
      trigger={['click']}
      disabled={!mayEdit}
      menu={{ items, onClick: ({ key }) => onSay(lamp.id, key === AS_SHOWN ? null : (key as LookedWrong)) }}
    >
      <button
        type="button"
        className={`look-lamp ${isLit ? 'lit' : 'dark'} ${wrong ? 'wrong' : ''}`}
        aria-label={words}
      >
        <span aria-hidden>{wrong ? '✕' : isLit ? '●' : '○'}</span> {lamp.tag}
      </button>
    </Dropdown>
  );
}
