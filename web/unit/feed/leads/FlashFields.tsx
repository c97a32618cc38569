import { Select } from 'antd';
import type { Id } from '../../../../core/document/index.ts';
import { PATTERNS } from '../../../../core/flash/index.ts';
import { BATTERY, type LeadQuestion } from '../../../../core/work/index.ts';
import { useUnit } from '../../useUnit.ts';
import { controlOptions, NEW_SWITCH } from '../controls.ts';
import { sourceOptions } from '../sources.ts';

/** By what the unit's own lamps flash as well, from where, and how. */
export function FlashFields({
  flash,
  onlyControl,
  onChange,
}: {
  flash: LeadQuestion['flash'];
  /** A relay takes its power from the lead, and shows no pattern. */
  onlyControl: boolean;
  onChange(flash: LeadQuestion['flash']): void;
}) {
  const { build, overview } = useUnit();
  const controls = controlOptions(build)
    .flatMap<{ value: string; label: string }>(({ options }) => options)
    .filter(({ value }) => value === NEW_SWITCH || (build.controls[value] && !build.controls[value].signal));
  // What is no source yet is made one by a feed of its own first.
  const sources = sourceOptions(build, overview?.feeds ?? [], { wholeFuses: true })
    .flatMap<{ value: string; label: string }>(({ options }) => options)
    .filter(({ value }) => value === BATTERY || build.slots[value]);
  const row = (words: string, label: string, value: string, options: typeof sources, set: (value: string) => void) => (
    <div className="form-row">
      <span>{words}</span>
      <Select aria-label={label} value={value} onChange={set} options={options} />
    </div>
  );
  return (
    <div className="lead-wish">
      {row(
        'Switched by',
        onlyControl ? 'What works the relay' : 'What makes them flash',
        flash.controlId ?? NEW_SWITCH,
        controls,
        (value) => onChange({ ...flash, controlId: value === NEW_SWITCH ? null : (value as Id) }),
      )}
      {!onlyControl &&
        row('Power from', 'Flashers take power from', flash.slotId ?? BATTERY, sources, (value) =>
          onChange({ ...flash, slotId: value === BATTERY ? null : (value as Id) }),
        )}
      {!onlyControl &&
        row(
          'Flashes',
          'Pattern of the flashers',
          flash.patternId,
          PATTERNS.map(({ id, number, name }) => ({ value: id, label: `${number} ${name}` })),
          (patternId) => onChange({ ...flash, patternId }),
        )}
    </div>
  );
}
