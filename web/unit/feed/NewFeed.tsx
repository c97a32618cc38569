import { CloseOutlined } from '@ant-design/icons';
import { Alert, Button, Form, Input, Select, Switch } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { FAMILIES, ratedCurrentA } from '../../../core/circuit/index.ts';
import {
  applyDrafts,
  FuseFamily,
  habitsOf,
  type Lamp,
  type OperationDraft,
  type WireColour,
} from '../../../core/document/index.ts';
import { PATTERNS } from '../../../core/flash/index.ts';
import { SIGNAL_NAMES, SIGNAL_WORDS, signalOfSlot, sourceInText } from '../../../core/graph/index.ts';
import { usualColour } from '../../../core/harness/index.ts';
import {
  isTappedStraight,
  planFeed,
  planFuseBlock,
  planLoom,
  planPinSource,
  takesLoom,
} from '../../../core/planning/index.ts';
import { sharedPurpose } from '../../../core/work/index.ts';
import { useShopQuery } from '../../app/api.ts';
import { newId } from '../../app/ids.ts';
import { useApp, useAppDispatch } from '../../app/store.ts';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';
import { ControlFields } from './ControlFields.tsx';
import {
  type ControlValues,
  chosenSignal,
  isSpareChannel,
  NEW_RECEIVER,
  usualControl,
  wishedChannels,
  wishedControl,
} from './controls.ts';
import { LampChoice } from './LampChoice.tsx';
import { LiveField } from './LiveField.tsx';
import {
  BATTERY,
  bestSource,
  cappedEnds,
  NEW_BLOCK,
  pinOfSource,
  slotOfSource,
  sourceOptions,
  supplyBlocks,
  usualWanted,
} from './sources.ts';
import { WireColourField } from './WireColourField.tsx';

interface Values extends ControlValues {
  name: string;
  /** Number of a ready loom, or wire of one's own. */
  loom: string;
  source: string;
  family: FuseFamily;
  relay: boolean;
  wanted: 'always' | 'ignition';
  colour: WireColour;
  patternId: string;
}

const OWN_WIRE = 'own';
const RELAY_A = 30;
/** Above this a switch is worn by its lamps sooner than by its use (common practice, no source). */
const RELAY_ADVISED_A = 8;
const BLOCK = { name: 'Fuse block', ways: 6, mainA: 40 };

/** These lamps, from that source, by this control: fuse and wire are worked out from them. */
export function NewFeed({
  unfed,
  from = null,
  onClose,
  onMade,
}: {
  unfed: readonly Lamp[];
  /** A source that was chosen before; null where it follows from the lamps. */
  from?: string | null;
  onClose(): void;
  onMade(fuseId: string): void;
}) {
  const { build, overview, preferences, act } = useUnit();
  const selection = useApp((state) => state.unit.selection);
  const dispatch = useAppDispatch();
  const [form] = Form.useForm<Values>();
  const control = Form.useWatch('control', form) ?? '';
  const source = Form.useWatch('source', form);
  const relay = Form.useWatch('relay', form);
  const loomKey = Form.useWatch('loom', form);
  const { data: shopAnswer } = useShopQuery();
  const chosen = unfed.filter((lamp) => selection.includes(lamp.id));
  const maximumA = ratedCurrentA(build, chosen, 'maximumA');
  const feeds = overview?.feeds ?? [];
  const [refusal, setRefusal] = useState('');
  // The form counts what the program sets as touched, too.
  const byHand = useRef(new Set<string>());
  // A channel of a receiver that is there has its power and its fuse with it.
  const joins = isSpareChannel(build, control);
  const signalAt = (of: string) => {
    const slot = slotOfSource(build, of);
    return slot && signalOfSlot(slot, build.electrics.systemVoltageV);
  };
  const usual = (): Partial<Values> => {
    const purpose = sharedPurpose(build, chosen);
    const source = from ?? bestSource(build, feeds, maximumA, purpose?.signal);
    const driven = signalAt(source);
    const { control: by } = usualControl(build);
    const named = driven ? SIGNAL_NAMES[driven] : purpose?.name;
    return {
      name: named && !feeds.some(({ feed }) => feed.fuse.name === named) ? named : '',
      source,
      wanted: usualWanted(build, source),
      colour: usualColour(driven ?? chosenSignal(build, by)),
      // What the driver works does as the driver's lamps do; everything else as lamps of its kind.
      patternId: purpose && (driven !== null || purpose.signal === null) ? purpose.patternId : 'steady',
    };
  };
  const slot = slotOfSource(build, source ?? '');
  const signal = source ? signalAt(source) : null;
  const cap = cappedEnds(build).find(({ id }) => id === source);
  const isAccessory = slot?.kind === 'upfitter';
  const isStraight = isTappedStraight(slot, build.electrics.systemVoltageV);
  // A loom brings fuse, relay and wire: it is for what is taken from a slot or the battery, and has a leg for each lamp.
  const looms =
    joins || cap || source === NEW_BLOCK || !takesLoom(slot, build.electrics.systemVoltageV)
      ? []
      : Object.values(shopAnswer?.shop.looms ?? {}).filter(({ legs }) => legs.length >= chosen.length);
  const loom = looms.find(({ key }) => key === loomKey) ?? null;
  // Where none of them was chosen before and all are for one thing, it is about all of them.
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked once, as it opens.
  useEffect(() => {
    if (chosen.length === 0 && sharedPurpose(build, unfed)) dispatch(unitActions.selected(unfed.map(({ id }) => id)));
  }, []);
  // What is offered follows the lamps until something is chosen.
  const lampKey = chosen.map(({ id }) => id).join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: only other lamps ask for another offer.
  useEffect(() => {
    if (byHand.current.has('source') || byHand.current.has('control')) return;
    form.setFieldsValue(Object.fromEntries(Object.entries(usual()).filter(([field]) => !byHand.current.has(field))));
  }, [lampKey]);

  // Where looms are the habit, the first that fits is offered.
  const loomOffer = habitsOf(build).wire === 'loom' ? (looms[0]?.key ?? OWN_WIRE) : OWN_WIRE;
  useEffect(() => {
    if (!byHand.current.has('loom')) form.setFieldValue('loom', loomOffer);
  }, [form, loomOffer]);

  const finish = () => {
    // What a source makes needless is not on the form, and keeps its value.
    const values = form.getFieldsValue(true) as Values;
    const block = values.source === NEW_BLOCK ? planFuseBlock({ ...BLOCK, table: preferences.wire }, newId) : null;
    const pin = pinOfSource(build, values.source);
    const tapped = pin && planPinSource(build, pin.plugId, pin.pin.pin);
    const before: OperationDraft[] = [...(block?.operations ?? []), ...(tapped?.operations ?? [])];
    const known = supplyBlocks(build).find((each) => each.id === values.source);
    const wish = {
      name: values.name,
      slotId: tapped?.slot.id ?? build.slots[values.source]?.id ?? null,
      blockId: block?.blockId ?? known?.id ?? null,
      capId: cap?.id ?? null,
      lampIds: chosen.map((lamp) => lamp.id),
      control: wishedControl(values),
      receiverChannels: wishedChannels(build, values),
      relayRatingA: values.relay && values.control !== NEW_RECEIVER ? RELAY_A : null,
      family: values.family,
      wanted: values.wanted,
      table: preferences.wire,
      colour: values.colour,
      patternId: values.patternId,
    } as const;
    const standing = applyDrafts(build, before);
    const planned = !standing.ok
      ? standing
      : loom
        ? planLoom(standing.value, { ...wish, loom }, newId)
        : planFeed(standing.value, wish, newId);
    if (!planned.ok) return setRefusal(planned.reason.message);
    const label: OperationDraft[] = joins
      ? [{ kind: 'editControl', controlId: values.control, changes: { name: values.controlName } }]
      : [];
    if (!act(...before, ...planned.value, ...label)) return;
    const made = planned.value.flatMap((each) => (each.kind === 'assignFeed' ? each.elements : []));
    const head = made.find((element) => element.kind === 'fuse') ?? made.find((element) => element.kind === 'tap');
    if (head) onMade(head.id);
    onClose();
  };

  return (
    <section className="new-feed" aria-label="New feed">
      <header className="panel-head">
        <span className="tag-chip">+</span>
        <div>
          <h2>New feed</h2>
          <span className="muted mono">
            {chosen.length} {chosen.length === 1 ? 'lamp' : 'lamps'}, {maximumA.toFixed(2)} A all lit
          </span>
        </div>
        <Button type="text" aria-label="Close" icon={<CloseOutlined />} onClick={onClose} />
      </header>
      <LampChoice unfed={unfed} />
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        initialValues={{
          family: 'blade',
          ...usualControl(build),
          relay: false,
          loom: OWN_WIRE,
        }}
        onValuesChange={(changed) => {
          for (const field of Object.keys(changed)) byHand.current.add(field);
        }}
        onFinish={finish}
      >
        <Form.Item
          label="Name"
          name="name"
          rules={[{ required: true, whitespace: true, message: 'Name what it does: Corners, Scene left …' }]}
        >
          <Input maxLength={40} placeholder="Corners" />
        </Form.Item>
        {!joins && (
          <Form.Item label="Power from" name="source">
            <Select
              aria-label="Power from"
              showSearch={{ optionFilterProp: 'label' }}
              onChange={(value: string) => {
                form.setFieldsValue({
                  wanted: usualWanted(build, value),
                  colour: usualColour(signalAt(value) ?? chosenSignal(build, control)),
                });
              }}
              options={sourceOptions(build, feeds)}
            />
          </Form.Item>
        )}
        {signal ? (
          <p className="why">The driver works it: the lead is hot with {SIGNAL_WORDS[signal]}.</p>
        ) : isAccessory ? (
          <p className="why">Worked by the unit's own {sourceInText(slot)}: no other switch is fitted or bought.</p>
        ) : (
          <ControlFields onChange={(of) => form.setFieldValue('colour', usualColour(chosenSignal(build, of)))} />
        )}
        {isStraight && (
          <p className="why">
            Tapped straight: the unit's own {slot!.ratingA} A protects it, so there is no holder, fuse or wire from the
            battery.
          </p>
        )}
        {cap && !joins && (
          <p className="why">Its fuse and wire are there; both are made larger where the lamps take more.</p>
        )}
        {looms.length > 0 && (
          <Form.Item
            label="Wired with"
            name="loom"
            help={
              loom
                ? `Fuse ${loom.fuseA} A${loom.relayA ? `, relay ${loom.relayA} A` : ''}${loom.hasSwitch ? ', switch' : ''} come with it.`
                : undefined
            }
          >
            <Select
              aria-label="Wired with"
              options={[
                { value: OWN_WIRE, label: 'wire off the reel' },
                ...looms.map(({ key, name, legs }) => ({
                  value: key,
                  label: `${name}, ${legs.length === 1 ? 'one leg' : `${legs.length} legs`}`,
                })),
              ]}
            />
          </Form.Item>
        )}
        {joins ? (
          <p className="why">Its power and fuse come with the receiver; both are made larger where it takes more.</p>
        ) : isStraight ? null : (
          <>
            <div className="two">
              {/* When it is live is what works it: nothing to be wished. */}
              {!signal && !isAccessory && <LiveField />}
              <Form.Item label="Protection" name="family" hidden={loom !== null}>
                <Select
                  aria-label="Protection"
                  options={FuseFamily.options.map((family) => ({ value: family, label: FAMILIES[family].name }))}
                />
              </Form.Item>
            </div>
            {control !== NEW_RECEIVER && !loom && !isAccessory && (
              <Form.Item
                colon={false}
                label={`Relay ${RELAY_A} A`}
                name="relay"
                valuePropName="checked"
                layout="horizontal"
                help={!relay && maximumA > RELAY_ADVISED_A ? 'Advised: few switches carry this for long.' : undefined}
              >
                <Switch />
              </Form.Item>
            )}
          </>
        )}
        <div className="two">
          <WireColourField />
          <Form.Item label="Pattern" name="patternId">
            <Select
              aria-label="Pattern"
              options={PATTERNS.map((pattern) => ({ value: pattern.id, label: `${pattern.number} ${pattern.name}` }))}
            />
          </Form.Item>
        </div>
        {refusal && <Alert type="warning" title={refusal} />}
        {source === BATTERY && !joins && <p className="why">The fuse sits within a hand's width of the battery.</p>}
        <Button type="primary" htmlType="submit" block disabled={chosen.length === 0}>
          {chosen.length === 0 ? 'Choose lamps first' : 'Make the feed'}
        </Button>
      </Form>
      <p className="caution-line">Disconnect or pull the fuse before joining.</p>
    </section>
  );
}
