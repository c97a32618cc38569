import { DeleteOutlined, PlusOutlined } from '@ant-design/icons';
import { Button, Select } from 'antd';
import { useState } from 'react';
import type { Plug } from '../../../core/document/index.ts';
import { CONNECTORS } from '../../../core/harness/index.ts';
import { newId } from '../../app/ids.ts';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { useUnit } from '../useUnit.ts';
import { MeterField, TextField } from './fields.tsx';

type Pin = Plug['pins'][number];

const pin = (name: string, colour = '', purpose = ''): Pin => ({
  pin: name,
  colour,
  purpose,
  keyOffV: null,
  keyOnV: null,
  runningV: null,
});
const numbered = (count: number): Pin[] => Array.from({ length: count }, (_, index) => pin(String(index + 1)));

/** Plugs that can be recorded: plain ones by their pins, connectors with what their standard has on each pin. */
const KINDS: { value: string; label: string; pins: Pin[] }[] = [
  { value: 'spare switch plug', label: 'Spare switch plug, 2 pins', pins: numbered(2) },
  { value: 'prewire', label: 'Prewire, 3 pins', pins: numbered(3) },
  ...CONNECTORS.map((kind) => ({
    value: kind.name,
    label: `Trailer, ${kind.name}`,
    pins: kind.pins.map((spec) => pin(spec.pin, spec.colour, spec.purpose)),
  })),
];

/** Plugs found on the unit, pin by pin, as the meter read them. Look-alikes are told apart by readings, not by shape. */
export function PlugsPart() {
  const { build, mayEdit, act } = useUnit();
  const [kind, setKind] = useState(KINDS[0]!.value);
  const add = () => {
    const chosen = KINDS.find((each) => each.value === kind)!;
    act({
      kind: 'recordPlug',
      plug: { id: newId(), name: chosen.value, place: '', pins: chosen.pins, end: 'open', leftMm: null },
    });
  };
  return (
    <section className="survey-part" aria-label="Plugs">
      <p className="muted">
        Two plugs that look alike may be pinned differently: meter each pin before anything is joined.
      </p>
      {Object.values(build.plugs).map((plug) => (
        <PlugCard key={plug.id} plug={plug} />
      ))}
      {mayEdit && (
        <div className="button-row">
          <Select aria-label="Kind of plug" value={kind} options={KINDS} onChange={setKind} />
          <Button icon={<PlusOutlined />} onClick={add}>
            Plug
          </Button>
        </div>
      )}
    </section>
  );
}

function PlugCard({ plug }: { plug: Plug }) {
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
