import { CloseOutlined } from '@ant-design/icons';
import { Alert, Button, Form, Input, InputNumber, Radio, Select, Switch } from 'antd';
import { useState } from 'react';
import { type Lamp, type Signal, WireColour } from '../../../core/build/index.ts';
import { planFeed, ratedCurrentA, SLOT_WHEN_WORDS, slotHeadroomA, slotWhen } from '../../../core/feed/index.ts';
import { PATTERNS } from '../../../core/flash/index.ts';
import { compareTags } from '../../../core/place/index.ts';
import { newId } from '../../app/ids.ts';
import { useApp, useAppDispatch } from '../../app/store.ts';
import { slotsInOrder } from '../survey/FusePanel.tsx';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';

interface Values {
  name: string;
  source: string;
  control: string;
  controlName: string;
  controlRatingA: number;
  relay: boolean;
  wanted: 'always' | 'ignition';
  colour: WireColour;
  patternId: string;
}

const BATTERY = 'battery';
const SIGNAL_NAMES: Record<Signal, string> = {
  running: 'Running lights',
  brake: 'Brake',
  left: 'Left turn',
  right: 'Right turn',
  reverse: 'Reverse',
};
const RELAY_A = 30;

/** These lamps, from that slot, by this control: fuse and wire are worked out from them. */
export function NewFeed({
  unfed,
  onClose,
  onMade,
}: {
  unfed: readonly Lamp[];
  onClose(): void;
  onMade(fuseId: string): void;
}) {
  const { build, overview, preferences, act } = useUnit();
  const selection = useApp((state) => state.unit.selection);
  const dispatch = useAppDispatch();
  const [form] = Form.useForm<Values>();
  const control = Form.useWatch('control', form);
  const source = Form.useWatch('source', form);
  const relay = Form.useWatch('relay', form);
  const chosen = unfed.filter((lamp) => selection.includes(lamp.id));
  const maximumA = ratedCurrentA(build, chosen, 'maximumA');
  const slots = slotsInOrder(build.slots);
  const whenOf = (slotId: string) =>
    build.slots[slotId] ? slotWhen(build.slots[slotId], build.electrics.systemVoltageV) : 'always';
  const wantedFor = (slotId: string) => (whenOf(slotId) === 'ignition' ? 'ignition' : 'always');
  const taken = (slotId: string) =>
    (overview?.feeds ?? [])
      .filter(({ feed }) => feed.slot?.id === slotId)
      .reduce((sum, { figures }) => sum + figures.maximumA, 0);
  // Chosen once, when the form opens.
  const [best] = useState(
    () =>
      slots.find(
        (slot) =>
          slot.feeds === '' &&
          ['always', 'ignition'].includes(slotWhen(slot, build.electrics.systemVoltageV)) &&
          slotHeadroomA(slot, taken(slot.id)) >= maximumA / 0.8,
      )?.id ?? BATTERY,
  );
  const known = Object.values(build.controls);
  const isNew = control === 'new-switch' || control === 'new-channel';
  const [refusal, setRefusal] = useState('');

  const finish = (values: Values) => {
    const slot = build.slots[values.source];
    const wish = {
      name: values.name,
      slotId: slot?.id ?? null,
      lampIds: chosen.map((lamp) => lamp.id),
      control: wishedControl(values, known.length),
      relayRatingA: values.relay ? RELAY_A : null,
      wanted: values.wanted,
      table: preferences.wire,
      colour: values.colour,
      patternId: values.patternId,
    } as const;
    const planned = planFeed(build, wish, newId);
    if (!planned.ok) return setRefusal(planned.reason.message);
    if (!act(...planned.value)) return;
    const first = planned.value[0];
    const fuse = first?.kind === 'assignFeed' ? first.elements.find((element) => element.kind === 'fuse') : undefined;
    if (fuse) onMade(fuse.id);
    onClose();
  };

  return (
    <section className="new-feed" aria-label="New feed">
      <header className="panel-head">
        <span className="tag-chip">+</span>
        <div>
          <h2>New feed</h2>
          <span className="muted mono">
            {chosen.length} lamps, {maximumA.toFixed(2)} A all lit
          </span>
        </div>
        <Button type="text" aria-label="Close" icon={<CloseOutlined />} onClick={onClose} />
      </header>
      <div className="chips" role="group" aria-label="Lamps on this feed">
        {[...unfed]
          .sort((a, b) => compareTags(a.tag, b.tag))
          .map((lamp) => (
            <button
              key={lamp.id}
              type="button"
              aria-pressed={selection.includes(lamp.id)}
              onClick={() =>
                dispatch(
                  unitActions.selected(
                    selection.includes(lamp.id) ? selection.filter((id) => id !== lamp.id) : [...selection, lamp.id],
                  ),
                )
              }
            >
              {lamp.tag}
            </button>
          ))}
      </div>
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        initialValues={{
          name: '',
          source: best,
          control: known[0]?.id ?? 'new-switch',
          controlName: '',
          controlRatingA: 10,
          relay: false,
          wanted: wantedFor(best),
          colour: 'orange',
          patternId: 'steady',
        }}
        onFinish={finish}
      >
        <Form.Item
          label="Name"
          name="name"
          rules={[{ required: true, message: 'Name what it does: Corners, Scene left …' }]}
        >
          <Input maxLength={40} placeholder="Corners" />
        </Form.Item>
        <Form.Item label="Power from" name="source">
          <Select
            aria-label="Power from"
            onChange={(value: string) => form.setFieldValue('wanted', wantedFor(value))}
            options={[
              { value: BATTERY, label: 'Battery, through its own fuse' },
              ...slots.map((slot) => ({
                value: slot.id,
                label: `Slot ${slot.label}: ${slot.reservedFor ? `kept for ${slot.reservedFor}` : slot.feeds || 'spare'}, ${SLOT_WHEN_WORDS[slotWhen(slot, build.electrics.systemVoltageV)]}, ${Math.max(0, slotHeadroomA(slot, taken(slot.id))).toFixed(1)} A free`,
              })),
            ]}
          />
        </Form.Item>
        <Form.Item label="Should be live" name="wanted">
          <Radio.Group
            optionType="button"
            options={[
              { value: 'always', label: 'always' },
              { value: 'ignition', label: 'with the key' },
            ]}
          />
        </Form.Item>
        <Form.Item label="Switched by" name="control">
          <Select
            aria-label="Switched by"
            options={[
              ...known.map((each) => ({ value: each.id, label: each.name })),
              { value: 'new-switch', label: 'A new switch …' },
              { value: 'new-channel', label: 'A new remote channel …' },
              ...(Object.keys(SIGNAL_NAMES) as Signal[])
                .filter((signal) => !known.some((each) => each.signal === signal))
                .map((signal) => ({
                  value: `signal-${signal}`,
                  label: `The unit's own: ${SIGNAL_NAMES[signal].toLowerCase()}`,
                })),
            ]}
          />
        </Form.Item>
        {isNew && (
          <div className="two">
            <Form.Item
              label="Its label"
              name="controlName"
              rules={[{ required: true, message: 'What is written on it?' }]}
            >
              <Input maxLength={40} placeholder="Warn" />
            </Form.Item>
            <Form.Item label="Rated, A" name="controlRatingA">
              <InputNumber min={0.5} max={200} />
            </Form.Item>
          </div>
        )}
        <Form.Item
          label={`Relay ${RELAY_A} A`}
          name="relay"
          valuePropName="checked"
          layout="horizontal"
          help={!relay && maximumA > 8 ? 'Advised: few switches carry this for long.' : undefined}
        >
          <Switch />
        </Form.Item>
        <div className="two">
          <Form.Item label="Wire colour" name="colour">
            <Select options={WireColour.options.map((colour) => ({ value: colour, label: colour }))} />
          </Form.Item>
          <Form.Item label="Pattern" name="patternId">
            <Select
              aria-label="Pattern"
              options={PATTERNS.map((pattern) => ({ value: pattern.id, label: `${pattern.number} ${pattern.name}` }))}
            />
          </Form.Item>
        </div>
        {refusal && <Alert type="warning" title={refusal} />}
        {source === BATTERY && <p className="why">The fuse sits within a hand's width of the battery.</p>}
        <Button type="primary" htmlType="submit" block disabled={chosen.length === 0}>
          {chosen.length === 0 ? 'Choose lamps first' : 'Make the feed'}
        </Button>
      </Form>
      <p className="caution-line">Disconnect or pull the fuse before joining.</p>
    </section>
  );
}

function wishedControl(values: Values, count: number) {
  if (values.control === 'new-switch')
    return {
      name: values.controlName || `Switch ${count + 1}`,
      kind: 'switch' as const,
      signal: null,
      ratingA: values.controlRatingA,
    };
  if (values.control === 'new-channel')
    return {
      name: values.controlName || `Channel ${count + 1}`,
      kind: 'channel' as const,
      signal: null,
      ratingA: values.controlRatingA,
    };
  if (values.control.startsWith('signal-')) {
    const signal = values.control.slice('signal-'.length) as Signal;
    return { name: SIGNAL_NAMES[signal], kind: 'signal' as const, signal, ratingA: null };
  }
  return { id: values.control };
}
