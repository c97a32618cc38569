import { SearchOutlined } from '@ant-design/icons';
import { Input, type InputRef, Segmented } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { givesLight, type ShelfEntry } from '../../../core/document/index.ts';
import { useApp } from '../../app/store.ts';
import { isTyping } from '../../app/typing.ts';
import { SHELF_DRAG_TYPE } from '../../sheet/Sheet.tsx';
import { FaceSwatch } from '../../ui/FaceSwatch.tsx';
import { faceSize } from '../../ui/faceSize.ts';

const matches = ({ model }: ShelfEntry, text: string): boolean =>
  text
    .toLowerCase()
    .split(/\s+/)
    .every((word) =>
      `${model.key} ${model.name} ${model.kind} ${model.colours.join(' ')}`.toLowerCase().includes(word),
    );

const PARTS = [
  { value: 'lamps', label: 'Lamps' },
  { value: 'others', label: 'Brackets and other parts' },
] as const;

/** The shelf beside the sheet: drag a lamp onto any view, or take it with a click and click where it goes. */
export function ShelfList({
  entries,
  armed,
  onArm,
}: {
  entries: readonly ShelfEntry[];
  armed: string | null;
  onArm(key: string | null): void;
}) {
  const unit = useApp((state) => state.preferences.length);
  const [text, setText] = useState('');
  const [part, setPart] = useState<(typeof PARTS)[number]['value']>('lamps');
  const search = useRef<InputRef>(null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape') onArm(null);
      if (event.key.toLowerCase() !== 's' || event.ctrlKey || event.metaKey || isTyping(event)) return;
      event.preventDefault();
      search.current?.focus();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [onArm]);
  // Whoever searches means the whole shelf.
  const shown = entries.filter((entry) =>
    text.trim() ? matches(entry, text.trim()) : givesLight(entry.model) === (part === 'lamps'),
  );
  return (
    <section className="shelf-list" aria-label="Shelf">
      <header>
        <h3>Shelf</h3>
        <Input
          ref={search}
          size="small"
          prefix={<SearchOutlined />}
          suffix={<span className="key">S</span>}
          allowClear
          placeholder="strobe, amber, marker"
          aria-label="Search the shelf"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
      </header>
      <Segmented
        block
        size="small"
        aria-label="Part of the shelf"
        options={[...PARTS]}
        value={part}
        disabled={text.trim() !== ''}
        onChange={setPart}
      />
      <ul>
        {shown.map(({ model, onHand }) => (
          <li key={model.key}>
            <button
              type="button"
              draggable
              aria-pressed={armed === model.key}
              data-model={model.key}
              title={`${model.key}: drag onto a view, or click and then click a view`}
              onClick={() => onArm(armed === model.key ? null : model.key)}
              onDragStart={(event) => {
                event.dataTransfer.setData(SHELF_DRAG_TYPE, model.key);
                event.dataTransfer.effectAllowed = 'copy';
              }}
            >
              <FaceSwatch model={model} />
              <span className="name">{model.name}</span>
              <span className="mono muted">{faceSize(model.face, unit)}</span>
              <span className={onHand < 3 ? 'mono state caution' : 'mono'}>{onHand} left</span>
            </button>
          </li>
        ))}
        {shown.length === 0 && <li className="empty">Nothing on the shelf is called that.</li>}
      </ul>
    </section>
  );
}
