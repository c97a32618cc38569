import { Dropdown } from 'antd';
import type { Id, Lamp, LookedWrong } from '../../../core/document/index.ts';
import { lookedWords } from '../../../core/prove/index.ts';
import { useUnit } from '../useUnit.ts';

const OF_LIT: { key: LookedWrong; label: string }[] = [
  { key: 'dark', label: 'Stays dark' },
  { key: 'dim', label: 'Dim' },
  { key: 'colour', label: 'Wrong colour' },
  { key: 'pattern', label: 'Wrong pattern' },
  { key: 'swapped', label: 'Shows what another should' },
];
const OF_DARK: { key: LookedWrong; label: string }[] = [{ key: 'lit', label: 'Lights, and should not' }];
const AS_SHOWN = 'as shown';

/** A lamp as it should be at a step; pressed, it says what it is instead. */
export function LampChip({
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
