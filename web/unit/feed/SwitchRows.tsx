import { Button } from 'antd';
import { useState } from 'react';
import type { AssessedFeed } from '../../../core/circuit/index.ts';
import { switchesToFit, switchHoleWords, switchName } from '../../../core/graph/index.ts';
import { useWords } from '../../app/useWords.ts';
import { useUnit } from '../useUnit.ts';
import { SwitchFields } from './SwitchFields.tsx';

/** The switches of ours that a feed hangs on, each with what is known of it, opened to be said. */
export function SwitchRows({ assessed: { feed } }: { assessed: AssessedFeed }) {
  const words = useWords();
  const [openId, setOpenId] = useState<string | null>(null);
  const { build } = useUnit();
  // The feed is derived a moment later: what was just said of its switch stands in the build.
  const ids = new Set([...feed.contacts, ...feed.groundContacts].map(({ control }) => control.id));
  const switches = switchesToFit(build).filter(({ id }) => ids.has(id));
  return switches.map((control) => (
    <section key={control.id} aria-label={`Switch ${control.name}`}>
      <div className="form-row">
        <span>Switch</span>
        <span className="switch-said">
          {control.part ? (
            <>
              {switchName(control)}, {words(switchHoleWords(control.part))}
            </>
          ) : (
            <span className="muted">{control.name}: nobody has said which</span>
          )}
        </span>
        <Button
          size="small"
          aria-expanded={openId === control.id}
          onClick={() => setOpenId(openId === control.id ? null : control.id)}
        >
          {openId === control.id ? 'Close' : control.part ? 'Change' : 'Say which'}
          <span className="visually-hidden"> switch {control.name} is</span>
        </Button>
      </div>
      {openId === control.id && <SwitchFields control={control} />}
    </section>
  ));
}
