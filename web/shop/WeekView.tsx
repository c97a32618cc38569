import { LeftOutlined, RightOutlined } from '@ant-design/icons';
import { App, Button } from 'antd';
import { wrap } from 'comlink';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Repair } from '../../core/schedule/index.ts';
import {
  applyShopOperation,
  type Block,
  DAY_MIN,
  dateOf,
  heldTasks,
  holdSteps,
  movedSteps,
  planChange,
  planOf,
  type ShopDraft,
  shopFindings,
  weekNumber,
  weekStart,
  whenText,
} from '../../core/shop/index.ts';
import { KeyHelp, type KeyLine } from '../app/KeyHelp.tsx';
import { isTyping } from '../app/typing.ts';
import { type ShopUse, useBoard } from '../app/useShop.ts';
import { Board } from './board/Board.tsx';
import { tintsOf } from './board/tints.ts';
import { DayList } from './DayList.tsx';
import { Learning } from './learning/Learning.tsx';
import { ViewTabs } from './ShopPage.tsx';
import type { ShopWorker } from './shopWorker.ts';
import { SidePanel } from './side/SidePanel.tsx';

const KEY_LINES: readonly KeyLine[] = [
  { keys: ['[', ']'], words: 'week before, week after' },
  { keys: ['T'], words: 'this week' },
  { keys: ['R'], words: 're-plan what slipped' },
  { keys: ['Alt', '←', '→'], words: 'move the block in focus by a quarter of an hour' },
  { keys: ['Alt', '↑', '↓'], words: 'give it to the person above or below' },
  { keys: ['Ctrl', 'Z'], words: 'take the last move or plan back' },
  { keys: ['Esc'], words: 'let go, close' },
];

type PlanDraft = Extract<ShopDraft, { kind: 'setPlan' }>;

interface Proposal {
  draft: PlanDraft;
  answer: Repair;
  words: string;
}

let remote: ReturnType<typeof wrap<ShopWorker>> | null = null;

const planner = () => {
  remote ??= wrap<ShopWorker>(new Worker(new URL('./shopWorker.ts', import.meta.url), { type: 'module' }));
  return remote;
};

/** What a plan changes, as the operation that would take it back. */
function inverseOf(draft: PlanDraft, shop: ShopUse['data']['shop']): PlanDraft {
  return {
    kind: 'setPlan',
    steps: Object.fromEntries(Object.keys(draft.steps).map((id) => [id, shop.plan.steps[id] ?? null])),
    bays: Object.fromEntries(Object.keys(draft.bays).map((id) => [id, shop.plan.bays[id] ?? null])),
  };
}

export function WeekView({ shop }: { shop: ShopUse }) {
  const { data, work, mayPlan, act } = shop;
  const { nowMinutes } = work;
  const { message } = App.useApp();
  const [weekMinutes, setWeekMinutes] = useState(() => weekStart(nowMinutes));
  const [shownUnit, setShownUnit] = useState<string | null>(null);
  const [blockId, setBlockId] = useState<string | null>(null);
  const [proposal, setProposal] = useState<Proposal | null>(null);
  const [planning, setPlanning] = useState(false);
  const [keys, setKeys] = useState(false);
  const undo = useRef<PlanDraft[]>([]);

  const shownWork = useMemo(() => {
    if (!proposal) return work;
    const applied = applyShopOperation(work.shop, proposal.draft);
    return applied.ok ? { ...work, shop: applied.value.document } : work;
  }, [work, proposal]);
  const board = useBoard(shownWork)!;
  const units = useMemo(() => new Map(data.units.map((unit) => [unit.id, unit])), [data.units]);
  const tints = useMemo(() => tintsOf(data.units.map((unit) => unit.id)), [data.units]);
  const movedIds = useMemo(() => new Set(proposal?.answer.movedIds ?? []), [proposal]);
  const findings = useMemo(
    () => shopFindings({ shop: data.shop, units: data.units, learned: data.learned, carried: data.carried }),
    [data],
  );
  const block = board.blocks.find((each) => each.id === blockId) ?? null;

  const setPlan = useCallback(
    (draft: PlanDraft) => {
      undo.current.push(inverseOf(draft, data.shop));
      return act(draft);
    },
    [act, data.shop],
  );

  const plan = useCallback(
    async (how: 'plan' | 'repair') => {
      setPlanning(true);
      try {
        const { question } = board;
        const held = heldTasks(work.shop, nowMinutes);
        const answer = await planner()[how](question, planOf(work.shop, question), held);
        const draft = planChange(work.shop, answer.plan, held);
        if (!draft) {
          void message.info('Nothing slipped: the plan stands as it is.');
          return;
        }
        const late =
          answer.lateMinutes === 0 ? 'nothing late' : `${(answer.lateMinutes / 60).toFixed(1)} h late in all`;
        const unplaced = Object.keys(answer.plan.unplaced).length;
        const left = unplaced === 0 ? '' : `, ${unplaced} steps wait outside the plan`;
        const moved = answer.movedIds.length;
        const words = `${moved} ${moved === 1 ? 'step moves' : 'steps move'}, ${late}${left}. All done ${whenText(answer.endMinutes, nowMinutes)}; no plan ends before ${whenText(answer.boundMinutes, nowMinutes)}.`;
        setProposal({ draft, answer, words });
      } finally {
        setPlanning(false);
      }
    },
    [board, work.shop, nowMinutes, message],
  );

  const move = useCallback(
    (moved: Block, to: { startMinutes: number; workerIds: readonly string[] }) => {
      const placed = movedSteps(board.question, moved, to);
      if (!placed) {
        void message.warning('They have no working hours there.');
        return;
      }
      void setPlan(holdSteps(placed));
    },
    [board.question, setPlan, message],
  );

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event)) return;
      if (event.key === 'z' && (event.ctrlKey || event.metaKey)) {
        const back = undo.current.pop();
        if (back) void act(back);
        event.preventDefault();
        return;
      }
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      const week = { '[': -7, ']': 7 }[event.key];
      if (week) setWeekMinutes((old) => old + week * DAY_MIN);
      else if (event.key === 't') setWeekMinutes(weekStart(nowMinutes));
      else if (event.key === 'r' && mayPlan) void plan('repair');
      else if (event.key === '?') setKeys(true);
      else if (event.key === 'Escape') {
        setBlockId(null);
        setShownUnit(null);
        setProposal(null);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [act, mayPlan, nowMinutes, plan]);

  const expected = board.jobs.reduce((sum, job) => sum + job.expectedMinutes, 0);
  const spent = board.jobs.reduce((sum, job) => sum + job.spentMinutes, 0);
  const late = board.jobs.filter((job) => job.lateMinutes > 0).length;
  const hasPlan = Object.keys(data.shop.plan.steps).length > 0;
  const friday = weekMinutes + 4 * DAY_MIN;

  return (
    <div className="shop">
      <header className="week-bar">
        <Button
          type="text"
          aria-label="Week before"
          icon={<LeftOutlined aria-hidden />}
          onClick={() => setWeekMinutes(weekMinutes - 7 * DAY_MIN)}
        />
        <h1>Week {weekNumber(weekMinutes)}</h1>
        <span className="muted dates">
          {dayMonth(weekMinutes)} to {dayMonth(friday)}
        </span>
        <Button
          type="text"
          aria-label="Week after"
          icon={<RightOutlined aria-hidden />}
          onClick={() => setWeekMinutes(weekMinutes + 7 * DAY_MIN)}
        />
        <ViewTabs view="week" />
        <span className="week-sum">
          <span className="muted">expected</span> <b className="mono">{(expected / 60).toFixed(1)}</b> h{' '}
          <span className="muted">spent</span> <b className="mono">{(spent / 60).toFixed(1)}</b> h
          <span className="load" aria-hidden>
            <i style={{ width: `${expected === 0 ? 0 : Math.min(100, (spent / expected) * 100)}%` }} />
          </span>
          {late > 0 && <span className="state caution">⚠ {late === 1 ? 'one unit late' : `${late} units late`}</span>}
        </span>
        {mayPlan && (
          <span className="right">
            <Button
              title="The whole week made anew; what was put somewhere by hand stays"
              loading={planning}
              onClick={() => plan('plan')}
            >
              Plan anew
            </Button>
            <Button
              title="Mends what slipped and moves as little as it can (R)"
              type="primary"
              loading={planning}
              disabled={!hasPlan}
              onClick={() => plan('repair')}
            >
              Re-plan
            </Button>
          </span>
        )}
      </header>
      {proposal && (
        <div className="proposal" role="status">
          <b>Proposed</b>
          <span>{proposal.words}</span>
          <Button
            type="primary"
            onClick={async () => {
              if (await setPlan(proposal.draft)) setProposal(null);
            }}
          >
            Keep this plan
          </Button>
          <Button onClick={() => setProposal(null)}>Leave it as it was</Button>
        </div>
      )}
      <div className="shop-field">
        <DayList work={work} board={board} />
        <div className="shop-main">
          <Board
            work={shownWork}
            units={units}
            board={board}
            tints={tints}
            weekMinutes={weekMinutes}
            shownUnit={shownUnit}
            shownBlock={blockId}
            movedIds={movedIds}
            mayPlan={mayPlan && proposal === null}
            onUnit={(unitId) => {
              setBlockId(null);
              setShownUnit(unitId === shownUnit ? null : unitId);
            }}
            onBlock={(each) => {
              setShownUnit(each.unitId);
              setBlockId(each.id === blockId ? null : each.id);
            }}
            onMove={move}
          />
          <Learning work={work} />
          <p className="board-key">
            <i className="key-done" /> done <i className="key-plan" /> to do <span className="mono">4.6 / 4.0</span>{' '}
            spent and expected hours <span className="key-now" /> now
            <button type="button" onClick={() => setKeys(true)}>
              Keys <span className="key">?</span>
            </button>
          </p>
        </div>
        <SidePanel
          shop={shop}
          board={board}
          units={units}
          tints={tints}
          findings={findings}
          shownUnit={shownUnit}
          block={block}
          onUnit={setShownUnit}
          onMove={move}
        />
      </div>
      <KeyHelp lines={KEY_LINES} open={keys} onClose={() => setKeys(false)} />
    </div>
  );
}

const dayMonth = (minutes: number): string => {
  const [, month, day] = dateOf(minutes).split('-');
  const names = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
  return `${Number(day)} ${names[Number(month) - 1]}`;
};
