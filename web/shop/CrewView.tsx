import { PlusOutlined } from '@ant-design/icons';
import { Button, DatePicker, Input, Popconfirm, Select, Switch } from 'antd';
import dayjs from 'dayjs';
import { type ReactNode, useState } from 'react';
import { type Bay, fitsBay, type Worker } from '../../core/shop/index.ts';
import { SKILL_NAMES, type Skill } from '../../core/steps/index.ts';
import { formatLength } from '../../core/units/index.ts';
import { newId } from '../app/ids.ts';
import { useApp } from '../app/store.ts';
import { CommittedNumber } from '../ui/CommittedNumber.tsx';
import { LengthInput } from '../ui/LengthInput.tsx';
import type { ShopUse } from './useShop.ts';
import '../unit/unit.css';

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const SKILLS = Object.entries(SKILL_NAMES).map(([value, label]) => ({ value: value as Skill, label }));
const COLOURS = ['#7A4A2B', '#3A6EA5', '#3E7D4F', '#6B5B8C', '#5B6470', '#8C6A57'];
const USUAL_DAY = [
  { from: '07:30', to: '12:00' },
  { from: '12:30', to: '16:30' },
];

/** Who works here and when, the bays, and what an hour costs. */
export function CrewView({ shop, tabs }: { shop: ShopUse; tabs: ReactNode }) {
  const { data, mayPlan, act } = shop;
  const { workers, bays, rates } = data.shop;
  const addWorker = () =>
    act({
      kind: 'putWorker',
      worker: {
        id: newId(),
        name: 'New person',
        skills: [],
        week: [USUAL_DAY, USUAL_DAY, USUAL_DAY, USUAL_DAY, USUAL_DAY, [], []],
        away: [],
        colour: COLOURS[Object.keys(workers).length % COLOURS.length]!,
      },
    });
  const addBay = () =>
    act({ kind: 'putBay', bay: { id: newId(), name: 'New bay', lengthMm: 9000, widthMm: 5000, heightMm: 4500 } });
  return (
    <div className="shop">
      <header className="week-bar">
        <h1>Crew and bays</h1>
        {tabs}
        {mayPlan && (
          <span className="rates">
            <span className="muted">An hour</span>
            <CommittedNumber
              aria-label="Marks an hour"
              suffix="marks"
              min={0}
              max={1000}
              value={rates.hourMarks}
              onCommit={(value) => act({ kind: 'setRates', rates: { ...rates, hourMarks: value ?? 0 } })}
            />
            <span className="muted">Mark-up</span>
            <CommittedNumber
              aria-label="Mark-up"
              suffix="%"
              min={0}
              max={300}
              value={Math.round(rates.markUpShare * 100)}
              onCommit={(value) => act({ kind: 'setRates', rates: { ...rates, markUpShare: (value ?? 0) / 100 } })}
            />
          </span>
        )}
      </header>
      <div className="crew-scroll">
        <section aria-label="People">
          <header className="paper-head">
            <h2>People</h2>
            {mayPlan && (
              <Button className="right" icon={<PlusOutlined aria-hidden />} onClick={addWorker}>
                Add a person
              </Button>
            )}
          </header>
          {Object.values(workers).map((worker) =>
            mayPlan ? (
              <WorkerRow key={worker.id} worker={worker} shop={shop} />
            ) : (
              <WorkerToRead key={worker.id} worker={worker} />
            ),
          )}
        </section>
        <section aria-label="Bays">
          <header className="paper-head">
            <h2>Bays</h2>
            {mayPlan && (
              <Button className="right" icon={<PlusOutlined aria-hidden />} onClick={addBay}>
                Add a bay
              </Button>
            )}
          </header>
          {Object.values(bays).map((bay) =>
            mayPlan ? <BayRow key={bay.id} bay={bay} shop={shop} /> : <BayToRead key={bay.id} bay={bay} />,
          )}
        </section>
      </div>
    </div>
  );
}

const hoursOf = (week: Worker['week']) =>
  week
    .flat()
    .reduce((sum, { from, to }) => sum + dayjs(`2000-01-01T${to}`).diff(`2000-01-01T${from}`, 'minute') / 60, 0);

const hoursWords = (day: Worker['week'][number]) => day.map(({ from, to }) => `${from}-${to}`).join(', ');
const daysWords = ({ from, to, why }: Worker['away'][number]) =>
  `${dayjs(from).format('D MMM')}${to === from ? '' : ` to ${dayjs(to).format('D MMM')}`}${why && `, ${why}`}`;

function Initial({ worker }: { worker: Worker }) {
  return (
    <span className="initial" style={{ background: worker.colour }} aria-hidden>
      {worker.name[0]}
    </span>
  );
}

/** For whoever may look and not change. */
function WorkerToRead({ worker }: { worker: Worker }) {
  return (
    <article className="worker to-read" aria-label={worker.name}>
      <div className="worker-head">
        <Initial worker={worker} />
        <b>{worker.name}</b>
        <span>{worker.skills.map((skill) => SKILL_NAMES[skill]).join(', ') || 'helps'}</span>
        <span className="mono">{hoursOf(worker.week).toFixed(1)} h a week</span>
      </div>
      <div className="worker-week">
        {worker.week.map((day, at) => (
          <div key={DAYS[at]} className="day-hours">
            <span>{DAYS[at]}</span>
            {hoursWords(day) || 'free'}
          </div>
        ))}
      </div>
      {worker.away.length > 0 && <p className="worker-away muted">Away {worker.away.map(daysWords).join('; ')}</p>}
    </article>
  );
}

function BayToRead({ bay }: { bay: Bay }) {
  const unit = useApp((state) => state.preferences.length);
  const size = [bay.lengthMm, bay.widthMm].map((mm) => formatLength(mm, unit)).join(' × ');
  return (
    <article className="bay-fields to-read" aria-label={bay.name}>
      <b>{bay.name}</b>
      <span>
        {size}, {bay.heightMm === null ? 'under the sky' : `${formatLength(bay.heightMm, unit)} high`}
      </span>
    </article>
  );
}

function WorkerRow({ worker, shop }: { worker: Worker; shop: ShopUse }) {
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

/** One day's hours as they are written: "07:30-12:00, 12:30-16:30"; empty for a free day. */
function DayHours({
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

function BayRow({ bay, shop }: { bay: Bay; shop: ShopUse }) {
  const { act, data } = shop;
  const put = (changes: Partial<Bay>) => act({ kind: 'putBay', bay: { ...bay, ...changes } });
  const unit = useApp((state) => state.preferences.length);
  const open = data.units.filter((unit) => unit.steps.some((step) => step.done === null));
  const tooBig = open.filter((unit) => !fitsBay(unit, bay)).map((unit) => unit.tag);
  return (
    <article className="bay-fields" aria-label={bay.name}>
      <Input
        key={bay.name}
        aria-label="Name of the bay"
        defaultValue={bay.name}
        maxLength={20}
        onBlur={(event) => {
          const name = event.target.value.trim();
          if (name && name !== bay.name) void put({ name });
        }}
      />
      <span className="field">
        long
        <LengthInput
          unit={unit}
          label={`Length of ${bay.name}`}
          valueMm={bay.lengthMm}
          onCommit={(lengthMm) => put({ lengthMm: Math.round(lengthMm) })}
        />
      </span>
      <span className="field">
        wide
        <LengthInput
          unit={unit}
          label={`Width of ${bay.name}`}
          valueMm={bay.widthMm}
          onCommit={(widthMm) => put({ widthMm: Math.round(widthMm) })}
        />
      </span>
      <span className="field">
        <Switch
          size="small"
          aria-label={`${bay.name} has a roof`}
          checked={bay.heightMm !== null}
          onChange={(roofed) => put({ heightMm: roofed ? 4500 : null })}
        />
        {bay.heightMm === null ? 'under the sky' : 'high'}
        {bay.heightMm !== null && (
          <LengthInput
            unit={unit}
            label={`Height of ${bay.name}`}
            valueMm={bay.heightMm}
            onCommit={(heightMm) => put({ heightMm: Math.round(heightMm) })}
          />
        )}
      </span>
      <span className="muted">
        {tooBig.length === 0 ? 'every unit on the board fits' : `too small for ${tooBig.join(', ')}`}
      </span>
      <Popconfirm
        title={`Take ${bay.name} out?`}
        okText="Take out"
        cancelText="Keep"
        onConfirm={() => act({ kind: 'dropBay', bayId: bay.id })}
      >
        <Button type="text">Take out</Button>
      </Popconfirm>
    </article>
  );
}
