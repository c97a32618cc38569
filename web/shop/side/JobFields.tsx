import { Button, DatePicker, Popconfirm, Segmented, Select } from 'antd';
import dayjs, { type Dayjs } from 'dayjs';
import { useState } from 'react';
import { type Job, minutesOf, WINDOW_KINDS } from '../../../core/shop/index.ts';
import type { ShopUse } from '../../app/useShop.ts';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';

const SHOWN_WINDOWS = 5;

const SHOP_TIME = 'YYYY-MM-DDTHH:mm';

const WINDOW_WORDS: Record<Job['windowKind'], string> = { tide: 'tide', shift: 'shift', owner: 'owner' };

/** When a unit is due, how it presses, what was promised, and when it is here. */
export function JobFields({ shop, unitId }: { shop: ShopUse; unitId: string }) {
  const job = shop.data.shop.jobs[unitId];
  const [span, setSpan] = useState<[Dayjs | null, Dayjs | null] | null>(null);
  if (!job) return null;
  const put = (changes: Partial<Job>) => shop.act({ kind: 'putJob', job: { ...job, ...changes } });
  const bays = Object.values(shop.data.shop.bays);
  const coming = job.windows.filter((window) => minutesOf(window.to) > shop.work.nowMinutes);
  return (
    <div className="job-fields">
      <div className="field-row">
        <span>Due</span>
        <DatePicker
          aria-label="Due"
          showTime={{ format: 'HH:mm', minuteStep: 15 }}
          format="D MMM HH:mm"
          value={job.due === null ? null : dayjs(job.due)}
          onChange={(day) => put({ due: day ? day.format(SHOP_TIME) : null })}
        />
      </div>
      <div className="field-row">
        <span>Presses</span>
        <Segmented
          aria-label="How it presses"
          size="small"
          options={[
            { value: 1, label: 'usual' },
            { value: 2, label: 'more' },
            { value: 5, label: 'first' },
          ]}
          value={job.weight}
          onChange={(weight) => put({ weight })}
        />
      </div>
      <div className="field-row">
        <span>Promised</span>
        <CommittedNumber
          aria-label="Hours promised"
          suffix="h"
          min={0}
          max={2000}
          step={0.5}
          value={job.promisedHours}
          onCommit={(promisedHours) => put({ promisedHours })}
        />
      </div>
      <div className="field-row">
        <span>Stands in</span>
        <Select
          aria-label="Stands in"
          allowClear
          placeholder="no bay yet"
          value={job.inBayId}
          options={bays.map((bay) => ({ value: bay.id, label: bay.name }))}
          onChange={(bayId) => put({ inBayId: bayId ?? null })}
        />
      </div>
      <div className="field-row">
        <span>Here</span>
        {job.windows.length === 0 ? (
          'all the time'
        ) : (
          <Select
            aria-label="What it comes and goes with"
            value={job.windowKind}
            options={WINDOW_KINDS.map((kind) => ({ value: kind, label: `with the ${WINDOW_WORDS[kind]}` }))}
            onChange={(windowKind) => put({ windowKind })}
          />
        )}
      </div>
      <ul className="windows">
        {coming.slice(0, SHOWN_WINDOWS).map((window) => (
          <li key={window.from}>
            <span className="mono">
              {dayjs(window.from).format('ddd D MMM HH:mm')} to {dayjs(window.to).format('ddd HH:mm')}
            </span>
            <Button
              type="text"
              size="small"
              aria-label={`Take out ${window.from}`}
              onClick={() => put({ windows: job.windows.filter((each) => each !== window) })}
            >
              ×
            </Button>
          </li>
        ))}
        {coming.length > SHOWN_WINDOWS && <li className="muted">and {coming.length - SHOWN_WINDOWS} more</li>}
      </ul>
      <div className="window-add">
        <DatePicker.RangePicker
          size="small"
          aria-label="Here from and to"
          placeholder={['here from', 'to']}
          showTime={{ format: 'HH:mm', minuteStep: 15 }}
          format="D MMM HH:mm"
          value={span}
          onChange={setSpan}
        />
        <Button
          size="small"
          disabled={!span?.[0] || !span[1]}
          onClick={async () => {
            const window = { from: span![0]!.format(SHOP_TIME), to: span![1]!.format(SHOP_TIME) };
            const windows = [...job.windows, window].sort((a, b) => a.from.localeCompare(b.from));
            if (await put({ windows })) setSpan(null);
          }}
        >
          Add
        </Button>
      </div>
      <Popconfirm
        title="Take the unit off the board?"
        description="Its place in the plan is lost; its build and its steps stay as they are."
        okText="Take it off"
        cancelText="Keep it"
        onConfirm={() => shop.act({ kind: 'dropJob', unitId })}
      >
        <Button size="small">Take off the board</Button>
      </Popconfirm>
    </div>
  );
}
