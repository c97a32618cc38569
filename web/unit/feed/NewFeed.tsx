import { CloseOutlined } from '@ant-design/icons';
import { Alert, Button, Form, Input, Select, Switch } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import { type AssessedFeed, FAMILIES, ratedCurrentA } from '../../../core/circuit/index.ts';
import { FuseFamily, habitsOf, type Lamp, type OperationDraft } from '../../../core/document/index.ts';
import { PATTERNS } from '../../../core/flash/index.ts';
import { SIGNAL_WORDS, sourceInText } from '../../../core/graph/index.ts';
import { usualColour } from '../../../core/harness/index.ts';
import { isTappedStraight, takesLoom } from '../../../core/planning/index.ts';
import {
  BATTERY,
  cappedEnds,
  isPossible,
  NEW_BLOCK,
  planFromSource,
  sharedPurpose,
  slotOfSource,
  sourceAnswer,
  sourceRows,
  usualWanted,
} from '../../../core/work/index.ts';
import { useShopQuery } from '../../app/api.ts';
import { newId } from '../../app/ids.ts';
import { useApp, useAppDispatch } from '../../app/store.ts';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';
import { ControlFields } from './ControlFields.tsx';
import { chosenSignal, isSpareChannel, NEW_RECEIVER, usualControl } from './controls.ts';
import { LampChoice } from './LampChoice.tsx';
import { LiveField } from './LiveField.tsx';
import { TriedPanel } from './loose/TriedPanel.tsx';
import { type TriedSources, useTriedSources } from './loose/useTriedSources.ts';
import { useTriedWish } from './loose/useTriedWish.ts';
import { ampsText, sayRow } from './loose/words.ts';
import { type NewFeedValues, OWN_WIRE, RELAY_A, signalAt, usualValues, wishOf } from './newFeedValues.ts';
import { sourceOptions } from './sources.ts';
import { WireColourField } from './WireColourField.tsx';

const NO_FEEDS: AssessedFeed[] = [];
/** Above this a switch is worn by its lamps sooner than by its use (common practice, no source). */
const RELAY_ADVISED_A = 8;

/** By this name the form is submitted from the board of loose ends as well. */
export const NEW_FEED_FORM = 'new-feed';

/** These lamps, from that source, by this control: fuse and wire are worked out from them, and shown before it is made. */
export function NewFeed({
  unfed,
  from = null,
  isBoard = false,
  onSource,
  onTried,
  onClose,
  onMade,
}: {
  unfed: readonly Lamp[];
  /** A source that was chosen before; null where it follows from the lamps. */
  from?: string | null;
  /** Are lamps chosen on a board beside it? */
  isBoard?: boolean;
  /** Told which source stands in the form. */
  onSource?(source: string): void;
  /** Told what was tried, as it comes. */
  onTried?(tried: TriedSources): void;
  onClose(): void;
  onMade(fuseId: string): void;
}) {
  const { build, overview, preferences, act } = useUnit();
  const selection = useApp((state) => state.unit.selection);
  const dispatch = useAppDispatch();
  const [form] = Form.useForm<NewFeedValues>();
  const control = Form.useWatch('control', form) ?? '';
  const source = Form.useWatch('source', form);
  const relay = Form.useWatch('relay', form);
  const loomKey = Form.useWatch('loom', form);
  const { data: shopAnswer } = useShopQuery();
  const chosen = useMemo(() => unfed.filter((lamp) => selection.includes(lamp.id)), [unfed, selection]);
  const maximumA = ratedCurrentA(build, chosen, 'maximumA');
  const feeds = overview?.feeds ?? NO_FEEDS;
  const [refusal, setRefusal] = useState('');
  // The form counts what the program sets as touched, too.
  const byHand = useRef(new Set<string>());
  // A channel of a receiver that is there has its power and its fuse with it.
  const joins = isSpareChannel(build, control);
  const slot = slotOfSource(build, source ?? '');
  const signal = source ? signalAt(build, source) : null;
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
  // A source that is chosen on the board is as good as one that is chosen in the form.
  // biome-ignore lint/correctness/useExhaustiveDependencies: what else the form holds stays as it is.
  useEffect(() => {
    if (isBoard && from !== null) takeSource(from);
  }, [from, isBoard]);
  // What is offered follows the lamps until something is chosen.
  const lampKey = chosen.map(({ id }) => id).join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: only other lamps or another source ask for another offer.
  useEffect(() => {
    if (byHand.current.has('control')) return;
    const standing = byHand.current.has('source') ? form.getFieldValue('source') : from;
    const usual = usualValues(build, feeds, chosen, maximumA, standing);
    form.setFieldsValue(Object.fromEntries(Object.entries(usual).filter(([field]) => !byHand.current.has(field))));
  }, [lampKey, from]);

  const takeSource = (value: string) => {
    byHand.current.add('source');
    form.setFieldsValue({
      source: value,
      wanted: usualWanted(build, value),
      colour: usualColour(signalAt(build, value) ?? chosenSignal(build, control)),
    });
  };
  // Where looms are the habit, the first that fits is offered.
  const loomOffer = habitsOf(build).wire === 'loom' ? (looms[0]?.key ?? OWN_WIRE) : OWN_WIRE;
  useEffect(() => {
    if (!byHand.current.has('loom')) form.setFieldValue('loom', loomOffer);
  }, [form, loomOffer]);

  // What a source makes needless is not on the form, and is tried with what it holds all the same.
  const values = Form.useWatch([], { form, preserve: true }) as NewFeedValues | undefined;
  const wish = useTriedWish(build, values, chosen, loom, preferences.wire);
  const rows = useMemo(() => sourceRows(build, feeds), [build, feeds]);
  const possible = useMemo(
    () => (chosen.length > 0 ? rows.filter((row) => isPossible(sourceAnswer(build, row, chosen))) : []),
    [build, rows, chosen],
  );
  // What stands in the form and is none of them is tried before them; a spare channel takes from where its receiver does.
  const apart = source && (joins || !possible.some((row) => row.source === source)) ? source : null;
  const asked = useMemo(
    () => [...(apart ? [apart] : []), ...(joins ? [] : possible.map((row) => row.source))],
    [apart, joins, possible],
  );
  const tried = useTriedSources(build, wish, asked);
  useEffect(() => onTried?.(tried), [onTried, tried]);
  useEffect(() => {
    if (source) onSource?.(source);
  }, [onSource, source]);

  const finish = () => {
    // What a source makes needless is not on the form, and keeps its value.
    const all = form.getFieldsValue(true) as NewFeedValues;
    const planned = planFromSource(
      build,
      all.source,
      wishOf(
        build,
        all,
        chosen.map(({ id }) => id),
        loom,
        preferences.wire,
      ),
      newId,
    );
    if (!planned.ok) return setRefusal(planned.reason.message);
    const label: OperationDraft[] = joins
      ? [{ kind: 'editControl', controlId: all.control, changes: { name: all.controlName } }]
      : [];
    const { before, feed } = planned.value;
    if (!act(...before, ...feed, ...label)) return;
    const made = feed.flatMap((each) => (each.kind === 'assignFeed' ? each.elements : []));
    const head = made.find((element) => element.kind === 'fuse') ?? made.find((element) => element.kind === 'tap');
    if (head) onMade(head.id);
    onClose();
  };
  const row = rows.find((each) => each.source === source);
  const answer = source ? tried.get(source) : undefined;
  const figures = answer && answer !== 'failed' && answer.ok ? answer.value.assessed.figures : null;

  return (
    <section className="new-feed" aria-label="New feed">
      <header className="panel-head">
        <span className="tag-chip">+</span>
        <div>
          <h2>{row && !joins && chosen.length > 0 ? `Onto ${sayRow(row)}` : 'New feed'}</h2>
          <span className="muted mono">
            {chosen.length} {chosen.length === 1 ? 'lamp' : 'lamps'}, {maximumA.toFixed(2)} A all lit
          </span>
        </div>
        <Button type="text" aria-label="Close" icon={<CloseOutlined />} onClick={onClose} />
      </header>
      {!isBoard && <LampChoice unfed={unfed} />}
      <Form
        form={form}
        name={NEW_FEED_FORM}
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
              onChange={takeSource}
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
        {chosen.length > 0 && source && (
          <TriedPanel rows={joins ? [] : possible} source={source} tried={tried} lamps={chosen} onSource={takeSource} />
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
        <div className="put-on">
          {figures && (
            <p className="put-figures mono">
              {ampsText(figures.maximumA)} A, {figures.dropV.toFixed(2)} of {figures.dropBudgetV.toFixed(2)} V lost
            </p>
          )}
          <Button type="primary" htmlType="submit" block disabled={chosen.length === 0}>
            {chosen.length === 0 ? 'Choose lamps first' : row && !joins ? `Put on ${sayRow(row)}` : 'Make the feed'}
          </Button>
        </div>
        <p className="caution-line">Disconnect or pull the fuse before joining.</p>
      </Form>
    </section>
  );
}
