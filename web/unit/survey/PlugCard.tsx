import { DeleteOutlined } from '@ant-design/icons';
import { Button, Select } from 'antd';
import { Link } from 'react-router';
import type { Plug } from '../../../core/document/index.ts';
import { planPlugEdit } from '../../../core/planning/index.ts';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { leadAddress } from '../feed/leads/chosenLead.ts';
import { useUnit } from '../useUnit.ts';
import { MeterField } from './MeterField.tsx';
import { PinNumber } from './PinNumber.tsx';
import type { Pin } from './plugPins.ts';
import { type HotWith, SignalSelect } from './SignalSelect.tsx';

/** What nobody read stands at nothing, as most pins of a plug do with the key off and on. */
const restZero = (each: Pin): Pin => ({ ...each, keyOffV: each.keyOffV ?? 0, keyOnV: each.keyOnV ?? 0 });

const AXES = [
  ['xMm', 'from the front'],
  ['zMm', 'from the ground'],
] as const;

/** Is there anything on it that could be taken? */
const isUsable = ({ signal, isSwitched, keyOffV, keyOnV, runningV }: Pin): boolean =>
  signal !== null || isSwitched === true || [keyOffV, keyOnV, runningV].some((read) => (read ?? 0) > 0);

export function PlugCard({ plug }: { plug: Plug }) {
  const { id, build, preferences, mayEdit, act } = useUnit();
  const at = plug.position ?? build.fusePanel.position;
  const put = (changes: Partial<Plug>) => act(...planPlugEdit(build, { ...plug, ...changes }));
  const edit = (index: number, changes: Partial<Pin>) =>
    put({ pins: plug.pins.map((each, at) => (at === index ? { ...each, ...changes } : each)) });
  const unread = plug.pins.filter((each) => each.keyOffV === null || each.keyOnV === null).length;
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
            {(each.signal !== null || each.isSwitched) && (
              <MeterField
                label="with it"
                value={each.signalV}
                disabled={!mayEdit}
                onCommit={(signalV) => edit(index, { signalV })}
              />
            )}
          </div>
          <div className="pin-own">
            <SignalSelect<HotWith>
              small
              hasSwitch
              label={`Pin ${each.pin}, signal with which it is hot`}
              none="with no signal"
              before="with "
              disabled={!mayEdit}
              value={each.isSwitched ? 'switch' : each.signal}
              onChange={(hotWith) =>
                edit(
                  index,
                  hotWith === 'switch'
                    ? { signal: null, isSwitched: true }
                    : { signal: hotWith, isSwitched: undefined },
                )
              }
            />
            <PinNumber
              pin={each}
              what="fuse of the unit ahead of it"
              short="its fuse"
              unit="A"
              min={1}
              disabled={!mayEdit}
              value={each.ratingA}
              onCommit={(ratingA) => edit(index, { ratingA })}
            />
            <PinNumber
              pin={each}
              what="what the unit itself draws from it"
              short="own load"
              unit="A"
              step={0.1}
              disabled={!mayEdit}
              value={each.ownLoadA || null}
              onCommit={(ownLoadA) => edit(index, { ownLoadA: ownLoadA ?? 0 })}
            />
            <PinNumber
              pin={each}
              what="area of its lead"
              short="lead"
              unit="mm²"
              min={0.2}
              max={120}
              step={0.25}
              disabled={!mayEdit}
              value={each.areaMm2}
              onCommit={(areaMm2) => edit(index, { areaMm2 })}
            />
          </div>
          {isUsable(each) && (
            <Link className="pin-use" to={`/unit/${id}/feed${leadAddress(plug.id, each.pin)}`}>
              Use this lead: tap it, or put something in
            </Link>
          )}
        </div>
      ))}
      {mayEdit && unread > 0 && (
        <Button size="small" onClick={() => put({ pins: plug.pins.map(restZero) })}>
          {unread} not read: all 0 V
        </Button>
      )}
      <div className="plug-place">
        <span>{plug.position ? 'Hangs' : 'Hangs at the fuse panel, as far as anybody said:'}</span>
        {AXES.map(([axis, words]) => (
          <div key={axis}>
            {words}
            <LengthInput
              label={`${plug.name}, ${words}`}
              valueMm={at[axis]}
              unit={preferences.length}
              disabled={!mayEdit}
              onCommit={(valueMm) => put({ position: { ...at, [axis]: valueMm } })}
            />
          </div>
        ))}
      </div>
      <footer className="plug-end">
        <Select
          aria-label={`What ${plug.name} ends on`}
          disabled={!mayEdit}
          value={plug.end}
          onChange={(end) => act({ kind: 'editPlug', plugId: plug.id, changes: { end } })}
          options={END_OPTIONS}
        />
        <LengthInput
          label={`Lead left behind ${plug.name} where it was cut`}
          placeholder="not cut"
          prefix="cut, left"
          unit={preferences.length}
          disabled={!mayEdit}
          valueMm={plug.leftMm}
          onCommit={(leftMm) => act({ kind: 'editPlug', plugId: plug.id, changes: { leftMm } })}
          onClear={() => act({ kind: 'editPlug', plugId: plug.id, changes: { leftMm: null } })}
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
