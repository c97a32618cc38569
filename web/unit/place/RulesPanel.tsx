import { Button, Checkbox, Tooltip } from 'antd';
import { useState } from 'react';
import type { RulePack } from '../../../core/document/index.ts';
import { applies, knownPacks, RULES_CAVEAT } from '../../../core/rules/index.ts';
import { useUnit } from '../useUnit.ts';
import { OwnPackForm } from './OwnPackForm.tsx';

/** The stated rules that this unit is held to, each with source and date, and the crew's own. */
export function RulesPanel() {
  const { build, body, mayEdit, act } = useUnit();
  const [editing, setEditing] = useState<RulePack | 'new' | null>(null);
  const chosen = build.rules.packIds;
  const toggle = (packId: string) =>
    act({
      kind: 'setRulePacks',
      packIds: chosen.includes(packId) ? chosen.filter((id) => id !== packId) : [...chosen, packId],
    });
  return (
    <section className="rules-panel" aria-label="Rules">
      <header>
        <h3>Rules</h3>
        {mayEdit && (
          <Button size="small" onClick={() => setEditing('new')}>
            Crew rules
          </Button>
        )}
      </header>
      {knownPacks(build).map((pack) => {
        const here = pack.required.filter((rule) => applies(rule.scope, body)).length;
        const own = build.rules.own[pack.id] !== undefined;
        return (
          <div key={pack.id} className="pack">
            <Checkbox disabled={!mayEdit} checked={chosen.includes(pack.id)} onChange={() => toggle(pack.id)}>
              {pack.name}
            </Checkbox>
            <Tooltip title={`${pack.source}, ${pack.date}`}>
              <small className="muted">
                {here} lamp and {pack.colours.length} colour rules apply, as of {pack.date}
              </small>
            </Tooltip>
            {own && mayEdit && (
              <Button size="small" type="link" onClick={() => setEditing(pack)}>
                Edit
              </Button>
            )}
          </div>
        );
      })}
      <p className="muted">{RULES_CAVEAT}</p>
      {editing && <OwnPackForm pack={editing === 'new' ? null : editing} onClose={() => setEditing(null)} />}
    </section>
  );
}
