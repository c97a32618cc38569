import { Input } from 'antd';
import { useState } from 'react';
import type { Worker } from '../../../core/shop/index.ts';
import { hoursWords } from './crewWords.ts';

/** One day's hours as they are written: "07:30-12:00, 12:30-16:30"; empty for a free day. */
export function DayHours({
  name,
  label,
  day,
  onChange,
}: {
  name: string;
  label: string;
  day: Worker['week'][number];
  onChange(day: Worker['week'][number]): void;
}) {
  const written = hoursWords(day);
  const [wrong, setWrong] = useState(false);
  const read = (text: string) => {
    const parts = text
      .split(',')
      .map((part) => part.trim())
      .filter(Boolean);
    const spans = parts.map((part) => /^(\d{1,2}:\d{2})\s*(?:-|to)\s*(\d{1,2}:\d{2})$/.exec(part));
    if (spans.some((span) => span === null)) return null;
    const hours = spans.map((span) => ({ from: span![1]!.padStart(5, '0'), to: span![2]!.padStart(5, '0') }));
    const isRight = hours.every(
      ({ from, to }, at) => from < to && to <= '24:00' && (at === 0 || hours[at - 1]!.to <= from),
    );
    return isRight ? hours : null;
  };
  return (
    <div className="day-hours">
      <span>{label}</span>
      <Input
        key={written}
        size="small"
        aria-label={name}
        status={wrong ? 'error' : ''}
        placeholder="free"
        defaultValue={written}
        title="07:30-12:00, 12:30-16:30"
        onBlur={(event) => {
          const hours = read(event.target.value);
          setWrong(hours === null);
          if (hours && JSON.stringify(hours) !== JSON.stringify(day)) onChange(hours);
        }}
      />
      {wrong && <em role="alert">as 07:30-12:00</em>}
    </div>
  );
}
