import { ArrowDownOutlined, ArrowUpOutlined } from '@ant-design/icons';
import { Button, Switch } from 'antd';
import { byPriority, type Id, type LightFunction } from '../../../core/document/index.ts';
import { tagList } from '../../../core/place/index.ts';
import { useUnit } from '../useUnit.ts';

/** The functions in the order in which they win, each with its control's switch. */
export function ControlStates({ on, onChange }: { on: ReadonlySet<Id>; onChange(on: ReadonlySet<Id>): void }) {
  const { build, mayEdit, act } = useUnit();
  const functions = byPriority(build);
  const flip = (controlId: Id) => {
    const next = new Set(on);
    if (!next.delete(controlId)) next.add(controlId);
    onChange(next);
  };
  const raise = (raised: LightFunction, above: LightFunction) =>
    act({ kind: 'raiseFunction', functionId: raised.id, aboveId: above.id });
  return (
    <aside className="panel control-states" aria-label="Control states">
      <header className="inline-head">
        <h3>Control states</h3>
        <span className="muted">upper row wins</span>
      </header>
      {functions.length === 0 && <p className="muted">No functions yet. Each feed brings one; make feeds first.</p>}
      <ol>
        {functions.map((each, index) => {
          const control = build.controls[each.controlId];
          const tags = Object.keys(each.shows).flatMap((id) => build.lamps[id]?.tag ?? []);
          return (
            <li key={each.id} className={on.has(each.controlId) ? 'on' : ''}>
              <span className="mono">{index + 1}</span>
              <span className="who" title={tagList(tags)}>
                <b>{each.name}</b>
                <small>
                  {control?.name !== each.name ? `${control?.name}: ` : ''}
                  {tags.length > 4 ? `${tags.length} lamps` : tagList(tags)}
                </small>
              </span>
              {mayEdit && (
                <span className="order">
                  <Button
                    type="text"
                    size="small"
                    aria-label={`${each.name}: wins over more`}
                    icon={<ArrowUpOutlined />}
                    disabled={index === 0}
                    onClick={() => raise(each, functions[index - 1]!)}
                  />
                  <Button
                    type="text"
                    size="small"
                    aria-label={`${each.name}: wins over less`}
                    icon={<ArrowDownOutlined />}
                    disabled={index === functions.length - 1}
                    onClick={() => raise(functions[index + 1]!, each)}
                  />
                </span>
              )}
              <Switch
                size="small"
                aria-label={`${control?.name} on`}
                checked={on.has(each.controlId)}
                onChange={() => flip(each.controlId)}
              />
            </li>
          );
        })}
      </ol>
    </aside>
  );
}
