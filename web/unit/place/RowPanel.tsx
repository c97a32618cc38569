import { Alert, Button, Segmented, Select } from 'antd';
import type { LampModel } from '../../../core/document/index.ts';
import {
  type Arrangement,
  arrangedPlaces,
  partRowOperation,
  partRowPlaces,
  rowAxes,
  usableAt,
} from '../../../core/place/index.ts';
import { formatLength } from '../../../core/units/index.ts';
import { useShelfQuery } from '../../app/api.ts';
import { newId } from '../../app/ids.ts';
import { useWords } from '../../app/useWords.ts';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { NumberInput } from '../../ui/NumberInput.tsx';
import { useUnit } from '../useUnit.ts';
import { FACE_WORDS } from './faceWords.ts';
import { type RowWish, rowSites, wishOn } from './rowWish.ts';

const ACROSS_WORDS = { xMm: 'From front', yMm: 'From centreline', zMm: 'From ground' } as const;
const KINDS = [
  { value: 'even' as const, label: 'Even' },
  { value: 'pitch' as const, label: 'By pitch' },
  { value: 'middle-three' as const, label: 'Three and two' },
];
const USUAL_PITCH_MM = 150;

/** The same number and distances in another arrangement, as far as it has them. */
function rearranged(before: Arrangement, kind: Arrangement['kind']): Arrangement {
  const count = before.kind === 'middle-three' ? 5 : before.count;
  const insetMm = before.kind === 'pitch' ? 60 : before.insetMm;
  const pitchMm = before.kind === 'even' ? USUAL_PITCH_MM : before.pitchMm;
  if (kind === 'even') return { kind, count, insetMm };
  return kind === 'pitch' ? { kind, count, pitchMm } : { kind, pitchMm, insetMm };
}

/** A row of equal lamps on one part, while it is laid out on the sheet beside it. */
export function RowPanel({
  wish,
  onChange,
  onClose,
  onPlaced,
}: {
  wish: RowWish;
  onChange(wish: RowWish): void;
  onClose(): void;
  onPlaced(ids: string[]): void;
}) {
  const { build, body, preferences, act } = useUnit();
  const inWords = useWords();
  const { data: shelf = [] } = useShelfQuery();
  const { face, partId, acrossMm, arrangement, modelKey } = wish;
  const unit = preferences.length;
  const part = body.parts.find(({ id }) => id === partId)!;
  const model: LampModel | undefined = shelf.find((entry) => entry.model.key === modelKey)?.model;
  const usable = usableAt(part, face, acrossMm);
  const checked = model && partRowPlaces({ model, part, face, acrossMm, arrangement });
  const places = usable ? arrangedPlaces(arrangement, usable) : [];
  const gaps = [...new Set(places.slice(1).map((at, index) => Math.round(Math.abs(at - places[index]!))))];
  const across = ACROSS_WORDS[rowAxes(face).across];
  const colour = model?.colours.find((each) => each === wish.colour) ?? model?.colours[0];
  const arrange = (changes: Partial<{ count: number; insetMm: number; pitchMm: number }>) =>
    onChange({ ...wish, arrangement: { ...arrangement, ...changes } as Arrangement });
  const place = () => {
    if (!model) return;
    const row = partRowOperation(build, { model, colour, part, face, acrossMm, arrangement }, newId);
    if (row.ok && row.value.kind === 'placeLamps' && act(row.value)) onPlaced(row.value.lamps.map(({ id }) => id));
  };
  return (
    <section className="row-panel" aria-label="Row">
      <h2>A row on a part</h2>
      <div className="form-row">
        <span>Lamp</span>
        <Select
          aria-label="Lamp"
          placeholder="choose one"
          showSearch={{ optionFilterProp: 'label' }}
          value={modelKey}
          onChange={(key) => onChange({ ...wish, modelKey: key })}
          options={shelf.map((entry) => ({ value: entry.model.key, label: `${entry.model.key}  ${entry.model.name}` }))}
        />
      </div>
      {model && model.colours.length > 1 && (
        <div className="form-row">
          <span>Colour</span>
          <Segmented
            aria-label="Colour"
            size="small"
            value={colour}
            options={[...model.colours]}
            onChange={(value) => onChange({ ...wish, colour: value })}
          />
        </div>
      )}
      <div className="form-row">
        <span>On</span>
        <Select
          aria-label="On"
          showSearch={{ optionFilterProp: 'label' }}
          value={`${face} ${partId}`}
          options={rowSites(body).map((site) => ({
            value: `${site.face} ${site.part.id}`,
            label: `${site.part.name}, ${FACE_WORDS[site.face]}`,
          }))}
          onChange={(value) => {
            const site = rowSites(body).find((each) => `${each.face} ${each.part.id}` === value);
            if (site) onChange(wishOn(site.face, site.part, wish));
          }}
        />
      </div>
      <div className="form-row">
        <span>{across}</span>
        <LengthInput
          label={across}
          valueMm={acrossMm}
          unit={unit}
          onCommit={(value) => onChange({ ...wish, acrossMm: value })}
        />
      </div>
      <div className="form-row">
        <span>Spread</span>
        <Segmented
          aria-label="Spread"
          size="small"
          value={arrangement.kind}
          options={KINDS}
          onChange={(kind) => onChange({ ...wish, arrangement: rearranged(arrangement, kind) })}
        />
      </div>
      {arrangement.kind !== 'middle-three' && (
        <div className="form-row">
          <span>How many</span>
          <NumberInput
            aria-label="How many"
            precision={0}
            min={1}
            max={40}
            value={arrangement.count}
            onChange={(value) => arrange({ count: value ?? 1 })}
          />
        </div>
      )}
      {arrangement.kind !== 'even' && (
        <div className="form-row">
          <span>Middle to middle</span>
          <LengthInput
            label="Middle to middle"
            valueMm={arrangement.pitchMm}
            unit={unit}
            onCommit={(pitchMm) => arrange({ pitchMm })}
          />
        </div>
      )}
      {arrangement.kind !== 'pitch' && (
        <div className="form-row">
          <span>Outer ones in by</span>
          <LengthInput
            label="Outer ones in by"
            valueMm={arrangement.insetMm}
            unit={unit}
            onCommit={(insetMm) => arrange({ insetMm })}
          />
        </div>
      )}
      <p className="muted">
        {usable ? (
          <>
            {part.name} can be used over <b className="mono">{formatLength(Math.round(usable[1] - usable[0]), unit)}</b>{' '}
            there
            {gaps.length > 0 && (
              <>
                ; middle to middle <b className="mono">{gaps.map((gap) => formatLength(gap, unit)).join(' and ')}</b>
              </>
            )}
            .
          </>
        ) : (
          `${part.name} has nothing to mount on at that line.`
        )}
      </p>
      {checked && !checked.ok && <Alert type="warning" title={inWords(checked.reason.message)} showIcon />}
      <div className="button-row">
        <Button onClick={onClose}>Cancel</Button>
        <Button type="primary" disabled={!checked?.ok} onClick={place}>
          Place the row
        </Button>
      </div>
    </section>
  );
}
