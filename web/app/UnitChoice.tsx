import { Select } from 'antd';
import { useDeferredValue, useState } from 'react';
import type { UnitListItem } from '../../core/contract/index.ts';
import { useFindUnitsQuery } from './api.ts';

interface UnitChoiceProps {
  label: string;
  value: string | null;
  /** Units that may be chosen. */
  offers(unit: UnitListItem): boolean;
  words?(unit: UnitListItem): string;
  className?: string;
  onChoose(unitId: string | null): void;
}

const tagAndName = ({ tag, name }: UnitListItem): string => `${tag} ${name}`;

/** One unit of the yard, found by what is typed: the yard may hold thousands. */
export function UnitChoice({ label, value, offers, words = tagAndName, className, onChoose }: UnitChoiceProps) {
  const [text, setText] = useState('');
  const { data } = useFindUnitsQuery(useDeferredValue(text.trim()));
  const found = (data?.rows.slice(0, data.hits) ?? []).filter(offers);
  return (
    <Select
      className={className}
      aria-label={label}
      placeholder={label}
      showSearch={{ filterOption: false, onSearch: setText }}
      notFoundContent={text === '' ? 'No unit to choose' : 'No unit of that name'}
      value={value}
      onChange={(unitId: string | null) => {
        setText('');
        onChoose(unitId);
      }}
      options={found.map((unit) => ({ value: unit.id, label: words(unit) }))}
    />
  );
}
