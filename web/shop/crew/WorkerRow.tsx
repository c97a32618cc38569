import { Button, DatePicker, Input, Popconfirm, Select } from 'antd';
import type { Worker } from '../../../core/shop/index.ts';
import { SKILL_NAMES, type Skill } from '../../../core/steps/index.ts';
import type { ShopUse } from '../../app/useShop.ts';
import { DAYS, daysWords, hoursOf } from './crewWords.ts';
import { DayHours } from './DayHours.tsx';
import { Initial } from './Initial.tsx';

const SKILLS = Object.entries(SKILL_NAMES).map(([value, label]) => ({ value: value as Skill, label }));

export function WorkerRow({ worker, shop }: { worker: Worker; shop: ShopUse }) {
  const { act } = shop;
  const put = (changes: Partial<Worker>) => act({ kind: 'putWorker', worker: { ...worker, ...changes } });
  return (
    <article className="worker" aria-label={worker.name}>
      <div className="worker-head">
        <Initial worker={worker} />
        <Input
          key={worker.name}
          aria-label="Name"
          defaultValue={worker.name}
          maxLength={80}
          onBlur={(event) => {
            const name = event.target.value.trim();
            if (name && name !== worker.name) void put({ name });
          }}
        />
        <Select
          aria-label={`Skills of ${worker.name}`}
          mode="multiple"
          placeholder="helps"
          value={worker.skills}
          options={SKILLS}
          onChange={(skills) => put({ skills })}
        />
        <span className="mono">{hoursOf(worker.week).toFixed(1)} h a week</span>
        <Popconfirm
          title={`Take ${worker.name} out?`}
          description="What is planned for them goes off the plan."
          okText="Take out"
          cancelText="Keep"
          onConfirm={() => act({ kind: 'dropWorker', workerId: worker.id })}
        >
          <Button type="text">Take out</Button>
        </Popconfirm>
      </div>
      <div className="worker-week">
        {worker.week.map((day, at) => (
          <DayHours
            key={DAYS[at]}
            name={`${DAYS[at]}, ${worker.name}`}
            label={DAYS[at]!}
            day={day}
            onChange={(hours) => put({ week: worker.week.with(at, hours) })}
          />
        ))}
      </div>
      <div className="worker-away">
        <span className="muted">Away</span>
        {worker.away.map((stretch, at) => (
          <span key={`${stretch.from} ${stretch.to}`} className="chip">
            {daysWords(stretch)}
            <button
              type="button"
              aria-label={`Not away ${stretch.from}`}
              onClick={() => put({ away: worker.away.toSpliced(at, 1) })}
            >
              ×
            </button>
          </span>
        ))}
        <DatePicker.RangePicker
          size="small"
          aria-label={`Days that ${worker.name} is away`}
          format="D MMM"
          value={null}
          onChange={(days) => {
            if (!days?.[0] || !days[1]) return;
            const stretch = { from: days[0].format('YYYY-MM-DD'), to: days[1].format('YYYY-MM-DD'), why: '' };
            void put({ away: [...worker.away, stretch].sort((a, b) => a.from.localeCompare(b.from)) });
          }}
        />
      </div>
    </article>
  );
}
