import { DeleteOutlined, PlusOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useState } from 'react';
import type { Lamp, OldHole } from '../../../core/document/index.ts';
import { type OldHoleFate, oldHoleFates, plugFor } from '../../../core/place/index.ts';
import { fine, mm, say, type Words } from '../../../core/units/index.ts';
import { useWords } from '../../app/useWords.ts';
import { useUnit } from '../useUnit.ts';
import { FACE_WORDS } from './faceWords.ts';
import { OldHoleForm } from './OldHoleForm.tsx';

function fateWords({ diameterMm }: OldHole, fate: OldHoleFate): Words {
  switch (fate.kind) {
    case 'reused':
      return say`used again by ${fate.by.tag}`;
    case 'opened':
      return say`opened up for ${fate.by.tag}`;
    case 'clash':
      return say`too near a hole of ${fate.by.tag}: ${mm(Math.max(0, fate.betweenMm))} between them`;
    case 'covered':
      return say`under ${fate.by.tag}: close with sealant`;
    case 'close': {
      const plugMm = plugFor(diameterMm);
      return plugMm ? say`close with a plug of ${fine(plugMm)}` : say`close with a patch`;
    }
  }
}

/** Holes that the unit came with, what becomes of each, and one more taped where it is. */
export function OldHoles({ beside }: { beside: Lamp | undefined }) {
  const { build, mayEdit, act } = useUnit();
  const inWords = useWords();
  const [isOpen, setOpen] = useState(false);
  const fates = oldHoleFates(build);
  if (fates.length === 0 && !mayEdit) return null;
  return (
    <section className="old-holes" aria-label="Old holes">
      <header className="inline-head">
        <h3>Old holes</h3>
        {mayEdit && !isOpen && (
          <Button size="small" icon={<PlusOutlined />} onClick={() => setOpen(true)}>
            Old hole
          </Button>
        )}
      </header>
      <ul>
        {fates.map(({ old, fate }) => (
          <li key={old.id}>
            <b className="mono">{inWords(say`${fine(old.diameterMm)}`)}</b>
            <span>
              {FACE_WORDS[old.face]}
              {old.note && `, ${old.note}`}
            </span>
            <span className={fate.kind === 'clash' ? 'state stop' : 'muted'}>{inWords(fateWords(old, fate))}</span>
            {mayEdit && (
              <Button
                size="small"
                type="text"
                aria-label={`Take old hole ${old.note || FACE_WORDS[old.face]} off the list`}
                icon={<DeleteOutlined />}
                onClick={() => act({ kind: 'removeSurveyItem', from: 'oldHoles', itemId: old.id })}
              />
            )}
          </li>
        ))}
      </ul>
      {isOpen && <OldHoleForm beside={beside} onClose={() => setOpen(false)} />}
    </section>
  );
}
