import { CalendarOutlined, ClockCircleOutlined, HomeOutlined, InboxOutlined, TeamOutlined } from '@ant-design/icons';
import { App, Button, DatePicker, InputNumber, Select } from 'antd';
import dayjs from 'dayjs';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import type { ShopAnswer } from '../../core/contract/index.ts';
import {
  type Block,
  type Board,
  expectationOf,
  faultsInWords,
  holdSteps,
  type JobLine,
  minutesOf,
  type PartOrder,
  planOf,
  type ShopFinding,
  taskIdsOf,
  timeOf,
  type Wait,
  type WaitKind,
  whenText,
} from '../../core/shop/index.ts';
import { hoursText } from '../../core/work/index.ts';
import { newId } from '../app/ids.ts';
import { SeverityMark } from '../ui/SeverityMark.tsx';
import { AddJob, JobFields } from './JobFields.tsx';
import type { ShopUse } from './useShop.ts';

type UnitSeen = ShopAnswer['units'][number];

interface SidePanelProps {
  shop: ShopUse;
  board: Board;
  units: ReadonlyMap<string, UnitSeen>;
  tints: ReadonlyMap<string, string>;
  findings: readonly ShopFinding[];
  shownUnit: string | null;
  block: Block | null;
  onUnit(unitId: string | null): void;
  onMove(block: Block, to: { startMinutes: number; workerIds: readonly string[] }): void;
}

/** Beside the board: the unit or block that is shown, what is found, and what waits and why. */
export function SidePanel(props: SidePanelProps) {
  const { shop, board, units, tints, findings, shownUnit, block, onUnit } = props;
  const unit = shownUnit ? units.get(shownUnit) : undefined;
  const mine = (unitId: string | null) => !unit || unitId === null || unitId === unit.id;
  return (
    <aside className="shop-side" aria-label="What waits">
      {unit ? (
        <UnitCard {...props} unit={unit} />
      ) : (
        <Lateness board={board} units={units} onUnit={onUnit} nowMinutes={shop.work.nowMinutes} />
      )}
      {block && unit && <BlockCard {...props} unit={unit} block={block} />}
      <WaitList {...props} waits={board.waits.filter((wait) => mine(wait.unitId))} tints={tints} />
      {findings.filter((finding) => mine(finding.unitId)).length > 0 && (
        <section aria-label="Findings">
          <h2>Found</h2>
          {findings
            .filter((finding) => mine(finding.unitId))
            .map((finding) => (
              <article key={finding.id} className="found">
                <SeverityMark severity={finding.severity} /> <span className="code">{finding.code}</span>
                <p>{finding.message}</p>
                <p className="muted">{finding.reason}</p>
                {shop.mayPlan &&
                  finding.waysOut.map((way) => (
                    <button key={way.label} type="button" className="way" onClick={() => shop.act(...way.operations)}>
                      {way.label}
                    </button>
                  ))}
              </article>
            ))}
        </section>
      )}
    </aside>
  );
}

function readyWords(job: JobLine, nowMinutes: number): string {
  if (job.all === 0) return 'no steps';
  return job.readyMinutes === null ? 'not planned' : whenText(job.readyMinutes, nowMinutes);
}

/** Every unit on the board by when it is ready: what one says on Monday. */
function Lateness({
  board,
  units,
  nowMinutes,
  onUnit,
}: {
  board: Board;
  units: ReadonlyMap<string, UnitSeen>;
  nowMinutes: number;
  onUnit(unitId: string): void;
}) {
  const open = board.jobs
    .filter((job) => job.done < job.all || job.all === 0)
    .sort((a, b) => (a.readyMinutes ?? Number.POSITIVE_INFINITY) - (b.readyMinutes ?? Number.POSITIVE_INFINITY));
  return (
    <section aria-label="Ready">
      <h2>
        Ready <span className="muted">{open.length} in work</span>
      </h2>
      <ul className="ready-list">
        {open.map((job) => (
          <li key={job.unitId}>
            <button type="button" onClick={() => onUnit(job.unitId)}>
              <b>{units.get(job.unitId)?.tag}</b>
              <span className="mono">{readyWords(job, nowMinutes)}</span>
              {job.lateMinutes > 0 ? (
                <span className="state caution">⚠ {hoursText(job.lateMinutes)} late</span>
              ) : (
                <span className="muted">
                  {job.dueMinutes === null ? 'no date' : `due ${whenText(job.dueMinutes, nowMinutes)}`}
                </span>
              )}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function UnitCard({ shop, board, unit, onUnit }: SidePanelProps & { unit: UnitSeen }) {
  const [editing, setEditing] = useState(false);
  const job = board.jobs.find((each) => each.unitId === unit.id);
  const { nowMinutes } = shop.work;
  const expected = expectationOf(unit, shop.data.units, shop.data.learned);
  return (
    <section aria-label={unit.tag} className="unit-card">
      <header>
        <h2>
          <b className="ember">{unit.tag}</b> {unit.name}
        </h2>
        <Button type="text" size="small" onClick={() => onUnit(null)} aria-label="Show all units">
          ×
        </Button>
      </header>
      {job && (
        <>
          <span className="progress" aria-hidden>
            <i style={{ width: `${(job.done / Math.max(1, job.all)) * 100}%` }} />
          </span>
          {job.all === 0 && <p className="muted">Its steps follow from lamps and feeds: place lamps first.</p>}
          <p>
            {job.done} of {job.all} steps
            {job.readyMinutes !== null && (
              <>
                , ready <b>{whenText(job.readyMinutes, nowMinutes)}</b>
              </>
            )}
          </p>
          {job.lateMinutes > 0 && job.dueMinutes !== null && (
            <p className="state caution">
              ⚠ {hoursText(job.lateMinutes)} after {whenText(job.dueMinutes, nowMinutes)}
            </p>
          )}
          <p className="muted">
            {hoursText(expected.minutes)} in all, usually {hoursText(expected.low)} to {hoursText(expected.high)}
            {expected.from.length > 0 && `, learned from ${expected.from.join(', ')}`}
          </p>
        </>
      )}
      <p className="card-links">
        <Link to={`/unit/${unit.id}/build`}>Open its steps</Link>
        <a href={`/api/units/${unit.id}/quote.pdf`} target="_blank" rel="noreferrer">
          Quote
        </a>
        {shop.mayPlan && (
          <button type="button" className="way" onClick={() => setEditing(!editing)}>
            {editing ? 'Close' : 'Due date, windows'}
          </button>
        )}
      </p>
      {editing && <JobFields shop={shop} unitId={unit.id} />}
    </section>
  );
}

function BlockCard({ shop, board, unit, block, onMove }: SidePanelProps & { unit: UnitSeen; block: Block }) {
  const { work, mayPlan, act } = shop;
  const workers = Object.values(work.shop.workers);
  const ids = new Set(taskIdsOf(block));
  const faults = block.isDone ? [] : board.faults.filter((fault) => ids.has(fault.taskId));
  const context = { shop: work.shop, units: work.units, question: board.question };
  const steps = unit.steps.filter((step) => block.stepKeys.includes(step.key));
  const letGo = () => {
    const { placed } = planOf(work.shop, board.question);
    return act(holdSteps(Object.fromEntries([...ids].flatMap((id) => (placed[id] ? [[id, placed[id]]] : []))), false));
  };
  return (
    <section aria-label="Work shown" className="block-card">
      <h3>{block.words}</h3>
      <p className="mono">
        {whenText(block.fromMinutes, work.nowMinutes)} to {whenText(block.toMinutes, work.nowMinutes)}
      </p>
      {faultsInWords(faults, context).map((words) => (
        <p key={words} className="state-line caution">
          ⚠ {words}
        </p>
      ))}
      <ol>
        {steps.map((step) => (
          <li key={step.key}>{step.title}</li>
        ))}
      </ol>
      {mayPlan && !block.isDone && (
        <div className="block-fields">
          {block.workerIds.map((workerId, at) => (
            <Select
              key={workerId}
              aria-label={at === 0 ? 'Who does it' : 'Who helps'}
              value={workerId}
              options={workers.map((worker) => ({ value: worker.id, label: worker.name.split(' ')[0] }))}
              onChange={(id) =>
                onMove(block, { startMinutes: block.fromMinutes, workerIds: block.workerIds.with(at, id) })
              }
            />
          ))}
          <DatePicker
            aria-label="Begins"
            showTime={{ format: 'HH:mm', minuteStep: 15 }}
            format="D MMM HH:mm"
            allowClear={false}
            value={dayjs(timeOf(block.fromMinutes))}
            onChange={(day) =>
              day &&
              onMove(block, { startMinutes: minutesOf(day.format('YYYY-MM-DDTHH:mm')), workerIds: block.workerIds })
            }
          />
          {block.held && (
            <button type="button" className="way" onClick={letGo}>
              Held by hand: let planning move it
            </button>
          )}
        </div>
      )}
    </section>
  );
}

const WAIT_WORDS: Record<WaitKind, { icon: ReactNode; word: string }> = {
  part: { icon: <InboxOutlined aria-hidden />, word: 'Part' },
  unavailable: { icon: <ClockCircleOutlined aria-hidden />, word: 'Unit away' },
  bay: { icon: <HomeOutlined aria-hidden />, word: 'Bay' },
  crew: { icon: <TeamOutlined aria-hidden />, word: 'Hands' },
};

function WaitList({ shop, waits, units, tints, onUnit }: SidePanelProps & { waits: readonly Wait[] }) {
  return (
    <section aria-label="Waiting">
      <h2>
        Waiting <span className="muted">{waits.length}</span>
        <span className="right muted">hours lost</span>
      </h2>
      {waits.length === 0 && <p className="muted">Nothing waits for anything but its turn.</p>}
      {waits.map((wait) => {
        const { icon, word } = WAIT_WORDS[wait.kind];
        return (
          <article key={`${wait.unitId} ${wait.kind} ${wait.stepKey}`} className="wait">
            <button type="button" className="wait-head" onClick={() => onUnit(wait.unitId)}>
              <i style={{ background: tints.get(wait.unitId) }} />
              <b>{units.get(wait.unitId)?.tag}</b> <span>{wait.title}</span>
              <span className="mono">{wait.untilMinutes === null ? '?' : (wait.lostMinutes / 60).toFixed(1)}</span>
            </button>
            <p>
              <span className={`wait-kind ${wait.kind}`}>
                {icon} {word}
              </span>{' '}
              {wait.words}
            </p>
            {wait.kind === 'part' && shop.mayHandle && (
              <PartAnswer shop={shop} wait={wait} tag={units.get(wait.unitId)?.tag} />
            )}
          </article>
        );
      })}
      {shop.mayPlan && <AddJob shop={shop} />}
    </section>
  );
}

/** What to do about a part: it came, it comes later, or it has to be ordered first. */
function PartAnswer({ shop, wait, tag }: { shop: ShopUse; wait: Wait; tag: string | undefined }) {
  const { shortage } = wait;
  const order = shortage?.orderId ? shop.data.shop.orders[shortage.orderId] : undefined;
  if (!shortage) return null;
  if (order && wait.untilMinutes !== null) return <OrderFields shop={shop} order={order} tag={tag} />;
  return shop.mayPlan ? <NewOrder shop={shop} wait={wait} /> : null;
}

interface OrderFieldsProps {
  shop: ShopUse;
  order: PartOrder;
  /** Of the unit that the order is for; none when it is for the bin. */
  tag: string | undefined;
}

export function OrderFields({ shop, order, tag }: OrderFieldsProps) {
  const { message } = App.useApp();
  const named = `${order.name} for ${tag ?? 'the bin'}`;
  const [quantity, setQuantity] = useState(order.quantity);
  return (
    <div className="order-fields">
      {shop.mayPlan && (
        <DatePicker
          size="small"
          aria-label={`${named} comes in`}
          showTime={{ format: 'HH:mm', minuteStep: 15 }}
          format="D MMM HH:mm"
          allowClear={false}
          value={dayjs(order.dueIn)}
          onChange={async (day) => {
            if (!day) return;
            const dueIn = day.format('YYYY-MM-DDTHH:mm');
            if (await shop.act({ kind: 'delayPart', orderId: order.id, dueIn }))
              void message.info('The date stands. Re-plan to see what it moves.');
          }}
        />
      )}
      <InputNumber
        size="small"
        aria-label={`How many of ${named} came`}
        min={0}
        value={quantity}
        onChange={(value) => setQuantity(value ?? 0)}
      />
      <Button
        size="small"
        disabled={quantity === 0}
        onClick={() => shop.act({ kind: 'receivePart', orderId: order.id, quantity })}
      >
        Receive
      </Button>
    </div>
  );
}

function NewOrder({ shop, wait }: { shop: ShopUse; wait: Wait }) {
  const shortage = wait.shortage!;
  const [day, setDay] = useState(() => dayjs().add(3, 'day').hour(9).minute(0));
  return (
    <div className="order-fields">
      <DatePicker
        size="small"
        aria-label={`${shortage.part.name} would come in`}
        suffixIcon={<CalendarOutlined aria-hidden />}
        showTime={{ format: 'HH:mm', minuteStep: 15 }}
        format="D MMM HH:mm"
        allowClear={false}
        value={day}
        onChange={(value) => value && setDay(value)}
      />
      <Button
        size="small"
        onClick={() =>
          shop.act({
            kind: 'orderPart',
            order: {
              id: newId(),
              partKey: shortage.part.key,
              name: shortage.part.name,
              quantity: shortage.shortBy,
              unitId: wait.unitId,
              dueIn: day.format('YYYY-MM-DDTHH:mm'),
              received: false,
            },
          })
        }
      >
        Order {shortage.shortBy}
      </Button>
    </div>
  );
}
