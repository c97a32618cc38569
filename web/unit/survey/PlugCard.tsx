import { DeleteOutlined } from '@ant-design/icons';
import { Button, Select } from 'antd';
import type { Plug } from '../../../core/document/index.ts';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { useUnit } from '../useUnit.ts';
import { MeterField } from './MeterField.tsx';
import type { Pin } from './plugPins.ts';
import { TextField } from './TextField.tsx';

export function PlugCard({ plug }: { plug: Plug }) {
  const { mayEdit, act } = useUnit();
  const put = (changes: Partial<Plug>) => act({ kind: 'recordPlug', plug: { ...plug, ...changes } });
  const edit = (index: number, changes: Partial<Pin>) =>
    put({ pins: plug.pins.map((each, at) => (at === index ? { ...each, ...changes } : each)) });
  return (
    <article className="plug-card">
      <header>
        <TextField
          label="Plug"
          value={plug.name}
          disabled={!mayEdit}
          onCommit={(name) => name.length > 1 && put({ name })}
        />
        <TextField
          label="Where it is"
          placeholder="where it is"
          value={plug.place}
          disabled={!mayEdit}
          onCommit={(place) => put({ place })}
        />
        {mayEdit && (
          <Button
            type="text"
            aria-label={`Take out ${plug.name}`}
            icon={<DeleteOutlined />}
            onClick={() => act({ kind: 'removeSurveyItem', from: 'plugs', itemId: plug.id })}
          />
        )}
      </header>
      {plug.pins.map((each, index) => (
        <div key={each.pin} className="pin-line">
          <b className="mono">{each.pin}</b>
          <TextField
            label={`Pin ${each.pin}, wire colour`}
            placeholder="colour"
            value={each.colour}
            disabled={!mayEdit}
            onCommit={(colour) => edit(index, { colour })}
          />
          <TextField
            label={`Pin ${each.pin}, what it carries`}
            placeholder="carries"
            value={each.purpose}
            disabled={!mayEdit}
            onCommit={(purpose) => edit(index, { purpose })}
          />
          <div className="meter small">
            <MeterField
              label="off"
              value={each.keyOffV}
              disabled={!mayEdit}
              onCommit={(keyOffV) => edit(index, { keyOffV })}
            />
            <MeterField
              label="on"
              value={each.keyOnV}
              disabled={!mayEdit}
              onCommit={(keyOnV) => edit(index, { keyOnV })}
            />
            <MeterField
              label="run"
              value={each.runningV}
              disabled={!mayEdit}
              onCommit={(runningV) => edit(index, { runningV })}
            />
          </div>
        </div>
      ))}
      <footer className="plug-end">
        <Select
          aria-label={`What ${plug.name} ends on`}
          disabled={!mayEdit}
          value={plug.end}
          onChange={(end) => act({ kind: 'editPlug', plugId: plug.id, changes: { end } })}
          options={END_OPTIONS}
        />
        <CommittedNumber
          aria-label={`Lead left behind ${plug.name} where it was cut, mm`}
          placeholder="not cut"
          min={0}
          max={5000}
          prefix="cut, left"
          suffix="mm"
          disabled={!mayEdit}
          value={plug.leftMm}
          onCommit={(leftMm) => act({ kind: 'editPlug', plugId: plug.id, changes: { leftMm } })}
        />
      </footer>
    </article>
  );
}

const END_OPTIONS: { value: Plug['end']; label: string }[] = [
  { value: 'joined', label: 'joined to something' },
  { value: 'capped', label: 'capped' },
  { value: 'open', label: 'open' },
];
