import { PlusOutlined, SearchOutlined } from '@ant-design/icons';
import { Button, Input, Segmented } from 'antd';
import { useRef, useState } from 'react';
import { givesLight, type Loom } from '../../core/document/index.ts';
import { useSessionQuery, useShelfQuery } from '../app/api.ts';
import { useShop } from '../app/useShop.ts';
import { LampsShelf } from './LampsShelf.tsx';
import { LoomForm } from './LoomForm.tsx';
import { LoomsList } from './LoomsList.tsx';
import { OwnLamp } from './OwnLamp.tsx';
import { OwnPart } from './OwnPart.tsx';
import { PartsShelf } from './PartsShelf.tsx';
import '../unit/unit.css';
import './shelf.css';

const NEW = 'new';
const NEW_WORDS = { lamps: 'Own lamp', parts: 'Own part', looms: 'Loom' } as const;

export default function ShelfPage() {
  const { data: entries = [], isLoading } = useShelfQuery();
  const shelf = useRef<HTMLElement>(null);
  const [text, setText] = useState('');
  const { data: session } = useSessionQuery();
  const mayPut = session !== undefined && session !== null && session.person.role !== 'owner';
  const { shop } = useShop();
  const [view, setView] = useState<'lamps' | 'parts' | 'looms'>('lamps');
  const [loom, setLoom] = useState<Loom | typeof NEW | null>(null);
  /** What is being entered: a new lamp, or the number of one that is changed. */
  const [edited, setEdited] = useState<string | null>(null);
  const words = text.toLowerCase().trim().split(/\s+/);
  const ofView = entries.filter(({ model }) => givesLight(model) === (view === 'lamps'));
  const shown = ofView.filter(({ model }) =>
    words.every((word) =>
      `${model.key} ${model.name} ${model.kind} ${model.colours.join(' ')} ${model.sealing}`
        .toLowerCase()
        .includes(word),
    ),
  );
  const Own = view === 'parts' ? OwnPart : OwnLamp;
  return (
    <div className="shelf-page">
      <header className="paper-head">
        <h1>Shelf</h1>
        <Segmented
          aria-label="What is shown"
          value={view}
          onChange={setView}
          options={[
            { value: 'lamps', label: 'Lamps' },
            { value: 'parts', label: 'Brackets and other parts' },
            { value: 'looms', label: 'Looms' },
          ]}
        />
        {view !== 'looms' && (
          <span className="muted">
            {shown.length} of {ofView.length} {view}
          </span>
        )}
        <Input
          className="right"
          style={{ maxWidth: 340 }}
          prefix={<SearchOutlined />}
          allowClear
          placeholder="strobe, white, IP69"
          aria-label="Search the shelf"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        {mayPut && (
          <Button
            type="primary"
            icon={<PlusOutlined />}
            onClick={() => (view === 'looms' ? setLoom(NEW) : setEdited(NEW))}
          >
            {NEW_WORDS[view]}
          </Button>
        )}
      </header>
      <section className="shelf-scroll" aria-label="Shelf" tabIndex={0} ref={shelf}>
        {view === 'looms' && shop && <LoomsList shop={shop} text={text} onEdit={setLoom} />}
        {view === 'parts' && <PartsShelf entries={shown} onEdit={mayPut ? setEdited : undefined} />}
        {view === 'lamps' && <LampsShelf entries={shown} scroller={shelf} onEdit={mayPut ? setEdited : undefined} />}
        {view !== 'looms' && !isLoading && shown.length === 0 && (
          <p className="empty">Nothing on the shelf is called that.</p>
        )}
      </section>
      {loom !== null && shop && (
        <LoomForm
          loom={loom === NEW ? null : loom}
          keys={Object.keys(shop.data.shop.looms)}
          onKeep={async (kept) => {
            if (await shop.act({ kind: 'putLoom', loom: kept })) setLoom(null);
          }}
          onClose={() => setLoom(null)}
        />
      )}
      {edited !== null && (
        <Own
          entry={entries.find(({ model }) => model.key === edited) ?? null}
          keys={entries.map(({ model }) => model.key)}
          onClose={() => setEdited(null)}
        />
      )}
    </div>
  );
}
