/** One day of the board on paper: who does what from when to when, with what from which bin, and what comes in. */
import { boardOf } from './board.ts';
import type { ShopWork } from './shopQuestion.ts';
import { clockOf, DAY_MIN, dayName, minutesOf, weekNumber } from './shopTime.ts';
import { pickingList } from './stock.ts';

export interface DayRow {
  from: string;
  to: string;
  tag: string;
  name: string;
  place: string;
  words: string;
  steps: string[];
  pick: string[];
}

export interface DaySheet {
  title: string;
  people: { name: string; rows: DayRow[] }[];
  arrivals: string[];
  due: string[];
}

/** The sheet for a date, as 2026-11-25. */
export function daySheet(work: ShopWork, date: string): DaySheet {
  const { shop, units } = work;
  const start = minutesOf(date);
  const end = start + DAY_MIN;
  const board = boardOf(work, () => 0);
  const unitOf = new Map(units.map((unit) => [unit.id, unit]));
  const onDay = board.blocks.filter((block) => !block.isDone && block.fromMinutes < end && block.toMinutes > start);
  const seen = new Set<string>();
  const people = Object.values(shop.workers).map((worker) => ({
    name: worker.name,
    rows: onDay
      .filter((block) => block.workerIds.includes(worker.id))
      .sort((a, b) => a.fromMinutes - b.fromMinutes)
      .map((block): DayRow => {
        const unit = unitOf.get(block.unitId)!;
        // The box of a unit is fetched once.
        const isFirst = !seen.has(unit.id);
        seen.add(unit.id);
        const pick = isFirst ? pickingList(shop, unit).filter((line) => !line.picked) : [];
        return {
          from: block.fromMinutes < start ? 'goes on' : clockOf(block.fromMinutes),
          to: block.toMinutes > end ? 'next day' : clockOf(block.toMinutes),
          tag: unit.tag,
          name: unit.name,
          place: shop.bays[shop.plan.bays[unit.id] ?? '']?.name ?? '',
          words: block.words,
          steps: unit.steps.filter((step) => block.stepKeys.includes(step.key)).map((step) => step.title),
          pick: pick.map(
            (line) => `${line.bin || 'no bin'}: ${line.quantity} ${line.unit === 'm' ? 'm ' : ''}${line.name}`,
          ),
        };
      }),
  }));
  const isToday = (time: string | null) => time?.startsWith(date) === true;
  return {
    title: `${dayName(start)} ${date}, week ${weekNumber(start)}`,
    people,
    arrivals: Object.values(shop.orders)
      .filter((order) => !order.received && isToday(order.dueIn))
      .map((order) => {
        const tag = order.unitId ? unitOf.get(order.unitId)?.tag : null;
        return `${order.dueIn.slice(11)}  ${order.quantity} ${order.name}${tag ? ` for ${tag}` : ''}`;
      }),
    due: Object.values(shop.jobs)
      .filter((job) => isToday(job.due))
      .map((job) => `${unitOf.get(job.unitId)?.tag ?? ''} by ${job.due!.slice(11)}`),
  };
}
