import { Alert, Button, Form, Select } from 'antd';
import { useState } from 'react';
import type { AssessedFeed } from '../../../core/circuit/index.ts';
import type { Id, OperationDraft } from '../../../core/document/index.ts';
import { PATTERNS } from '../../../core/flash/index.ts';
import { tagList } from '../../../core/place/index.ts';
import { planFlasher, planFlashResistor, planMoveLamps } from '../../../core/planning/index.ts';
import type { Result } from '../../../core/result.ts';
import { bestSource } from '../../../core/work/index.ts';
import { newId } from '../../app/ids.ts';
import { useApp } from '../../app/store.ts';
import { useUnit } from '../useUnit.ts';
import { ControlFields } from './ControlFields.tsx';
import { type ControlValues, usualControl, wishedControl } from './controls.ts';
import { sourceOptions } from './sources.ts';

interface FlasherValues extends ControlValues {
  source: string;
  patternId: string;
}

const FLASHER_PATTERN = 'quad';

/** Larger changes to a feed: lamps moved to another one, lamps flashed through a flasher. */
export function FeedChanges({ assessed: { feed } }: { assessed: AssessedFeed }) {
  const { build, overview, act } = useUnit();
  const selection = useApp((state) => state.unit.selection);
  const [flashing, setFlashing] = useState(false);
  const [refusal, setRefusal] = useState('');
  const feeds = overview?.feeds ?? [];
  // A part of the feed may be chosen on the sheet or in the diagram; without one, all of it.
  const part = feed.lamps.filter((lamp) => selection.includes(lamp.id));
  const lamps = part.length > 0 ? part : feed.lamps;
  const lampIds = lamps.map((lamp) => lamp.id);
  const tags = tagList(lamps.map((lamp) => lamp.tag));
  const perform = (planned: Result<OperationDraft[], { message: string }>): boolean => {
    setRefusal(planned.ok ? '' : planned.reason.message);
    return planned.ok && act(...planned.value);
  };
  const move = (fuseId: Id) =>
    perform(
      planMoveLamps(
        build,
        feeds.map((each) => each.feed),
        lampIds,
        fuseId,
        newId,
      ),
    );
  const flash = (values: FlasherValues) => {
    const control = wishedControl(values);
    const name = 'name' in control ? control.name : (build.controls[control.id]?.name ?? 'Strobe');
    const slotId = build.slots[values.source]?.id ?? null;
    const { patternId } = values;
    if (perform(planFlasher(build, { lampIds, control, slotId, name, patternId }, newId))) setFlashing(false);
  };
  const turns = feed.contacts.some(({ control }) => control.signal === 'left' || control.signal === 'right');
  const resistor = turns ? planFlashResistor(build, feed) : null;
  if (lamps.length === 0) return null;
  return (
    <section className="feed-changes" aria-label="Changes">
      <h3>Change {tags}</h3>
      {feeds.length > 1 && (
        <div className="form-row">
          <span>Move to</span>
          <Select
            aria-label={`Feed to move ${tags} to`}
            placeholder="another feed"
            value={null}
            onChange={move}
            options={feeds
              .filter((each) => each.feed.fuse.id !== feed.fuse.id && each.feed.lamps.length > 0)
              .map((each) => ({ value: each.feed.fuse.id, label: each.feed.fuse.name }))}
          />
        </div>
      )}
      {flashing ? (
        <Form<FlasherValues>
          layout="vertical"
          requiredMark={false}
          initialValues={{ ...usualControl(build), source: bestSource(build, feeds, 0), patternId: FLASHER_PATTERN }}
          onFinish={flash}
        >
          <ControlFields />
          <Form.Item label="Flashers take power from" name="source">
            <Select aria-label="Flashers take power from" options={sourceOptions(build, feeds, { wholeFuses: true })} />
          </Form.Item>
          <Form.Item label="Pattern" name="patternId">
            <Select
              aria-label="Pattern"
              options={PATTERNS.map((pattern) => ({ value: pattern.id, label: `${pattern.number} ${pattern.name}` }))}
            />
          </Form.Item>
          <div className="conflict-actions">
            <Button type="primary" htmlType="submit">
              Put flashers in
            </Button>
            <Button onClick={() => setFlashing(false)}>Cancel</Button>
          </div>
        </Form>
      ) : (
        <Button onClick={() => setFlashing(true)}>Also flash through flashers …</Button>
      )}
      {resistor && (
        <div className="way-actions">
          <Button onClick={() => act(...resistor.operations)}>Add a load resistor, {resistor.resistanceOhm} Ω</Button>
          <p className="caution-line">
            Only where the unit's flasher relay blinks too fast: it gives off {Math.round(resistor.powerW)} W while lit.
            On bare metal, away from plastic and carpet.
          </p>
        </div>
      )}
      <p className="why">What feeds them now passes through a flasher each, until its control flashes them.</p>
      {refusal && <Alert type="warning" title={refusal} />}
    </section>
  );
}
