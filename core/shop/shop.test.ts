import * as fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { demoShop } from '../../demo/shop.ts';
import { countingIds, furtherIds } from '../../demo/testUnit.ts';
import { demoUnits } from '../../demo/world.ts';
import { fieldsMeet, type Loom } from '../document/index.ts';
import { assess } from '../rules/index.ts';
import { faultsOf, planCrew, repairPlan } from '../schedule/index.ts';
import { fitWright, type LearnedFactor, USUAL_RATE, wrightUnit } from '../steps/index.ts';
import { boardOf, calendarOf } from './board.ts';
import { daySheet } from './daySheet.ts';
import { faultsInWords, holdSteps, movedSteps } from './moveBlock.ts';
import { quoteFor } from './quote.ts';
import { expectationOf, shopFindings } from './shopFindings.ts';
import { applyShopOperation, CREW_SHOP_OPERATIONS, type ShopDraft } from './shopOperations.ts';
import { crewQuestion, fitsBay, planChange, planOf, type ShopWork, worksOf } from './shopQuestion.ts';
import { newShop, Shop, taskIdOf } from './shopSchema.ts';
import { DAY_MIN, hoursOver, minutesOf, timeOf, weekday, weekNumber, whenText } from './shopTime.ts';
import { expectedMinutes, runsOf, type ShopUnit, shopUnit } from './shopWork.ts';
import { pickingList, reserveFor, shortages, sparesFor } from './stock.ts';

const NOW = minutesOf('2026-01-20T10:00');
const nextId = furtherIds();
const NOTHING: Record<string, LearnedFactor> = {};

const applied = (shop: Shop, ...drafts: ShopDraft[]): Shop =>
  drafts.reduce((current, draft) => {
    const result = applyShopOperation(current, draft);
    if (!result.ok) throw new Error(result.reason.message);
    return result.value.document;
  }, shop);
const refusalOf = (shop: Shop, draft: ShopDraft): string => {
  const result = applyShopOperation(shop, draft);
  return result.ok ? '' : result.reason.message;
};

let shop: Shop;
let units: ShopUnit[];
let work: ShopWork;
const unit = (tag: string) => units.find((each) => each.tag === tag)!;

beforeAll(() => {
  const newId = countingIds();
  const builds = demoUnits(new Date('2026-01-20T10:00:00Z'), newId).map((build) => ({ id: newId(), build }));
  shop = demoShop(builds, NOW, newId);
  units = builds.filter(({ id }) => shop.jobs[id]).map(({ id, build }) => shopUnit(id, build, assess(build).feeds));
  work = { shop, units, learned: NOTHING, nowMinutes: NOW };
});

describe('looms that the shop knows', () => {
  const lead = { table: 'metric' as const, gauge: '1.5' as const, lengthMm: 1000 };
  const loom: Loom = {
    key: 'LM-0001',
    name: 'Two work lamps',
    family: 'blade',
    fuseA: 15,
    relayA: null,
    hasSwitch: false,
    power: lead,
    toSwitch: lead,
    ground: lead,
    trunk: lead,
    legs: [lead, lead],
    hasReturn: false,
    ends: 'open',
  };

  it('are put there whole, changed whole, and taken off; a shop of before them has none', () => {
    const shop = applied(newShop(), { kind: 'putLoom', loom });
    expect(shop.looms).toEqual({ 'LM-0001': loom });
    const shorter = { ...loom, legs: [lead] };
    expect(applied(shop, { kind: 'putLoom', loom: shorter }).looms['LM-0001']).toEqual(shorter);
    expect(applied(shop, { kind: 'dropLoom', loomKey: 'LM-0001' }).looms).toEqual({});
    expect(applyShopOperation(newShop(), { kind: 'dropLoom', loomKey: 'LM-0001' })).toMatchObject({
      ok: false,
      reason: { kind: 'missing' },
    });
    const { looms: _, ...before } = newShop();
    expect(Shop.parse(before).looms).toEqual({});
  });

  it('anybody of the crew describes one; only the lead takes one off', () => {
    expect(CREW_SHOP_OPERATIONS.has('putLoom')).toBe(true);
    expect(CREW_SHOP_OPERATIONS.has('dropLoom')).toBe(false);
  });
});

describe("the shop's clock", () => {
  it('goes there and back, over months and leap days', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40_000_000 }), (minutes) => {
        expect(minutesOf(timeOf(minutes))).toBe(minutes);
      }),
    );
  });
  // Examples of ISO 8601 week dates as they are usually printed, from memory.
  it.each([
    ['2005-01-01', 53],
    ['2007-01-01', 1],
    ['2008-12-28', 52],
    ['2008-12-29', 1],
    ['2010-01-03', 53],
    ['2026-11-25', 48],
  ])('%s lies in week %i', (date, week) => {
    expect(weekNumber(minutesOf(date))).toBe(week);
  });
  it('days and times as people say them', () => {
    expect(weekday(minutesOf('2026-01-20'))).toBe(1);
    expect(whenText(minutesOf('2026-01-22T09:00'), NOW)).toBe('Thu 09:00');
    expect(whenText(minutesOf('2026-02-22T09:00'), NOW)).toBe('Sun 22 Feb 09:00');
  });
  it('hours of a week laid out over days, holidays left out', () => {
    const day = [{ from: '08:00', to: '12:00' }];
    const monday = minutesOf('2026-01-19');
    expect(hoursOver([day, [], [], [], [], [], []], monday, 8)).toEqual([
      { fromMinutes: monday + 480, toMinutes: monday + 720 },
      { fromMinutes: monday + 7 * DAY_MIN + 480, toMinutes: monday + 7 * DAY_MIN + 720 },
    ]);
    const bram = Object.values(shop.workers).find((worker) => worker.away.length > 0)!;
    const from = minutesOf(bram.away[0]!.from);
    expect(worksOf(bram, NOW).some((span) => span.fromMinutes >= from && span.fromMinutes < from + DAY_MIN)).toBe(
      false,
    );
  });
});

describe('what a run of units alike teaches', () => {
  it('finds the curve that times were made from', () => {
    // Wright 1936, cumulative average: first 100 h at 80 % gives 100, 60, 50.6, 45.4 ... for the single units.
    const times = Array.from({ length: 30 }, (_, at) => wrightUnit(100, at + 1, 0.8));
    expect(times.slice(0, 4).map((time) => Math.round(time * 10) / 10)).toEqual([100, 60, 50.6, 45.4]);
    const { firstMinutes, rate } = fitWright(times)!;
    expect(rate).toBeCloseTo(0.8, 2);
    expect(Math.abs(firstMinutes - 100)).toBeLessThan(1);
  });
  it('holds to the usual rate while one is done, and knows nothing before', () => {
    expect(fitWright([90])).toEqual({ firstMinutes: 90, rate: expect.closeTo(USUAL_RATE, 9) });
    expect(fitWright([])).toBeNull();
  });
  it('the telehandlers: two done, three to come, each quicker than the one before', () => {
    const run = runsOf(units, NOTHING).find((each) => each.units[0]!.unit.tag === 'SR-14')!;
    expect(run.units.map((each) => each.unit.tag)).toEqual(['SR-14', 'SR-15', 'SR-16', 'SR-17', 'SR-18']);
    expect(run.units.map((each) => each.spentMinutes !== null)).toEqual([true, true, false, false, false]);
    const whole = run.units.slice(0, 4).map((each) => each.expectedMinutes);
    expect(whole).toEqual([...whole].sort((a, b) => b - a));
    const minutes = expectedMinutes(units, NOTHING);
    const total = (tag: string) => [...minutes.get(unit(tag).id)!.values()].reduce((sum, each) => sum + each, 0);
    expect(total('SR-17')).toBeLessThan(total('SR-16'));
    expect(expectationOf(unit('SR-16'), units, NOTHING).from).toEqual(['SR-14', 'SR-15']);
  });
});

describe('the board', () => {
  it('a planned week has no fault, and is read back as it was written', () => {
    const question = crewQuestion(work);
    const { plan } = planCrew(question, { rounds: 20, timeLimitMs: 60_000 });
    expect(faultsOf(question, plan)).toEqual([]);
    const change = planChange(shop, plan)!;
    const after = applied(shop, change);
    expect(planOf(after, question)).toEqual({ placed: plan.placed, bays: plan.bays });
    expect(planChange(after, plan)).toBeNull();
  });
  it('nobody is shown at two things at once in what was done, and blocks hold every step once', () => {
    const board = boardOf(work, (iso) => minutesOf(iso.slice(0, 16)));
    for (const worker of Object.values(shop.workers)) {
      const done = board.blocks
        .filter((block) => block.isDone && block.workerIds.includes(worker.id))
        .sort((a, b) => a.fromMinutes - b.fromMinutes);
      for (const [at, block] of done.entries())
        if (at > 0) expect(block.fromMinutes).toBeGreaterThanOrEqual(done[at - 1]!.toMinutes);
    }
    const planned = board.blocks
      .filter((block) => !block.isDone)
      .flatMap((block) => block.stepKeys.map((key) => taskIdOf(block.unitId, key)));
    expect(planned.sort()).toEqual(Object.keys(shop.plan.steps).sort());
    expect(board.faults).toEqual([]);
  });
  it('a unit that was begun stands in the bay that it was planned for; one that was not may go anywhere it fits', () => {
    const jobs = crewQuestion(work).jobs;
    const inBay = (tag: string) => jobs.find((job) => job.id === unit(tag).id)!.inBayId;
    expect(inBay('SR-11')).toBe(shop.plan.bays[unit('SR-11').id]);
    expect(inBay('SR-16')).toBeNull();
  });
  it('a late part is told with the hours that it costs, and moves only once the week is mended', () => {
    const order = Object.values(shop.orders).find((each) => each.unitId === unit('SR-18').id)!;
    const dueIn = timeOf(minutesOf(order.dueIn) + 3 * DAY_MIN);
    const late = applied(shop, { kind: 'delayPart', orderId: order.id, dueIn });
    const board = boardOf({ ...work, shop: late }, () => 0);
    const held = board.faults.filter((fault) => fault.kind === 'part');
    expect(held.length).toBeGreaterThan(0);
    const context = { shop: late, units, question: board.question };
    expect(faultsInWords(held, context)[0]).toMatch(/^SR-18 Bench-test every lamp begins before its parts are in, /);
  });
  it('mending the week for one late part moves few of its steps', () => {
    const order = Object.values(shop.orders).find((each) => each.unitId === unit('SR-18').id)!;
    const dueIn = timeOf(minutesOf(order.dueIn) + 3 * DAY_MIN);
    const late = applied(shop, { kind: 'delayPart', orderId: order.id, dueIn });
    const question = crewQuestion({ ...work, shop: late });
    const { plan, movedIds } = repairPlan(question, planOf(late, question), new Set(), { rounds: 20 });
    expect(faultsOf(question, plan)).toEqual([]);
    expect(movedIds).toContain(taskIdOf(unit('SR-18').id, 'bench'));
    expect(movedIds.length).toBeLessThan(Object.keys(shop.plan.steps).length / 4);
  });
  it('a step in the calendar of each who does it, a unit in that of its bay', () => {
    const entries = Object.keys(shop.workers).flatMap((workerId) => calendarOf(work, { workerId }));
    const hands = Object.values(shop.plan.steps).reduce((sum, step) => sum + step.workerIds.length, 0);
    expect(entries.flatMap((entry) => entry.words.split('\n'))).toHaveLength(hands);
    const stays = Object.keys(shop.bays).flatMap((bayId) => calendarOf(work, { bayId }));
    expect(stays.map((entry) => entry.title.slice(0, 5)).sort()).toEqual(
      Object.keys(shop.plan.bays)
        .map((id) => units.find((each) => each.id === id)!.tag)
        .sort(),
    );
  });
  it('a day on paper: who, when, where, and what comes in', () => {
    const order = Object.values(shop.orders)[0]!;
    const sheet = daySheet(work, order.dueIn.slice(0, 10));
    expect(sheet.arrivals.join()).toContain(order.name);
    const [first] = Object.values(shop.plan.steps).sort((a, b) => a.from.localeCompare(b.from));
    const day = daySheet(work, first!.from.slice(0, 10));
    const person = day.people.find((each) => each.name === shop.workers[first!.workerIds[0]!]!.name)!;
    expect(person.rows[0]!.from).toBe(first!.from.slice(11));
  });
  it('steps moved by hand lie one after another in the hours of whoever does them now', () => {
    const board = boardOf(work, () => 0);
    const block = board.blocks.find((each) => !each.isDone && each.stepKeys.length > 1 && each.workerIds.length === 1)!;
    const [tamsin] = Object.values(shop.workers).filter((worker) => worker.name.startsWith('Tamsin'));
    const saturday = minutesOf('2026-01-24T10:00');
    const placed = movedSteps(board.question, block, { startMinutes: saturday, workerIds: [tamsin!.id] })!;
    const times = Object.values(placed);
    expect(timeOf(times[0]!.startMinutes)).toBe('2026-01-26T07:30');
    for (const [at, each] of times.entries())
      if (at > 0) expect(each.startMinutes).toBeGreaterThanOrEqual(times[at - 1]!.endMinutes);
    const after = applied(shop, holdSteps(placed));
    expect(after.plan.steps[Object.keys(placed)[0]!]).toMatchObject({ held: true, workerIds: [tamsin!.id] });
    expect(
      movedSteps(board.question, block, { startMinutes: saturday + 90 * DAY_MIN, workerIds: [tamsin!.id] }),
    ).toBeNull();
  });
  it('a bay takes what fits with room to walk round', () => {
    const bay = { id: nextId(), name: 'B', lengthMm: 8000, widthMm: 4000, heightMm: 3000 };
    const size = { lengthMm: 7400, widthMm: 2800, heightMm: 2700 };
    expect(fitsBay({ size }, bay)).toBe(true);
    expect(fitsBay({ size: { ...size, lengthMm: 7401 } }, bay)).toBe(false);
    expect(fitsBay({ size: { ...size, widthMm: 2801 } }, bay)).toBe(false);
    expect(fitsBay({ size: { ...size, heightMm: 2701 } }, bay)).toBe(false);
    expect(fitsBay({ size: { ...size, heightMm: 9000 } }, { ...bay, heightMm: null })).toBe(true);
  });
});

describe('stock', () => {
  /** A shop of two units that each need three of one part, the first one sooner. */
  const small = (onHand: number): { small: Shop; both: ShopUnit[] } => {
    const [a, b] = [nextId(), nextId()];
    const both = [a, b].map(
      (id, at): ShopUnit => ({
        ...unit('SR-16'),
        id,
        tag: `T-${at}`,
        parts: [
          {
            key: 'p',
            name: 'Bracket',
            group: 'mounting',
            quantity: 3,
            unit: 'pcs',
            use: 'L1',
            stepKeys: ['mount:rear'],
          },
        ],
      }),
    );
    const job = (unitId: string, due: string): ShopDraft => ({
      kind: 'putJob',
      job: { unitId, due, weight: 1, windowKind: 'shift', windows: [], inBayId: null, promisedHours: null },
    });
    const line = { key: 'p', name: 'Bracket', bin: 'B-1', unit: 'pcs' as const, onHand, priceMarks: 4 };
    return {
      both,
      small: applied(newShop(), { kind: 'putStock', line }, job(a, '2026-01-21T16:00'), job(b, '2026-01-22T16:00')),
    };
  };
  const order = (shopNow: Shop, unitId: string | null, quantity: number, dueIn: string) => {
    const id = nextId();
    return {
      id,
      shop: applied(shopNow, {
        kind: 'orderPart',
        order: { id, partKey: 'p', name: 'Bracket', quantity, unitId, dueIn, received: false },
      }),
    };
  };

  it('the unit that is due first is served first; the other is short, and of what nobody ordered there is no date', () => {
    const { small: five, both } = small(5);
    expect(shortages(five, both)).toMatchObject([
      { unitId: both[1]!.id, shortBy: 1, inAtMinutes: Number.POSITIVE_INFINITY },
    ]);
    expect(shortages(small(6).small, both)).toEqual([]);
  });
  it('two deliveries that fill a gap together count as in when the second is', () => {
    const { small: three, both } = small(3);
    const first = order(three, null, 2, '2026-01-21T09:00').shop;
    expect(shortages(first, both)[0]!.inAtMinutes).toBe(Number.POSITIVE_INFINITY);
    const second = order(first, both[1]!.id, 1, '2026-01-23T09:00');
    expect(shortages(second.shop, both)).toMatchObject([
      { shortBy: 3, inAtMinutes: minutesOf('2026-01-23T09:00'), orderId: second.id },
    ]);
  });
  it('what is laid aside for one is not there for another, even one that presses more', () => {
    const { small: five, both } = small(5);
    const kept = applied(five, { kind: 'reserve', lines: reserveFor(five, both[1]!) });
    expect(shortages(kept, both)).toMatchObject([{ unitId: both[0]!.id, shortBy: 1 }]);
    expect(reserveFor(kept, both[0]!)).toEqual([{ unitId: both[0]!.id, partKey: 'p', quantity: 2 }]);
    expect(refusalOf(kept, { kind: 'reserve', lines: [{ unitId: both[0]!.id, partKey: 'p', quantity: 3 }] })).toContain(
      '5 on hand, 6 would be reserved',
    );
  });
  it('what is picked has left the bin, and comes back when it is put back', () => {
    const { small: five, both } = small(5);
    const { id } = both[0]!;
    const kept = applied(five, { kind: 'reserve', lines: reserveFor(five, both[0]!) });
    const picked = applied(kept, { kind: 'pick', unitId: id, partKey: 'p', picked: true });
    expect(picked.stock.p!.onHand).toBe(2);
    expect(shortages(picked, both)).toMatchObject([{ unitId: both[1]!.id, shortBy: 1 }]);
    expect(applied(picked, { kind: 'pick', unitId: id, partKey: 'p', picked: false }).stock.p!.onHand).toBe(5);
    expect(applied(picked, { kind: 'release', unitId: id }).reserved).toEqual(picked.reserved);
  });
  it('part of a delivery: what did not come is still on its way', () => {
    const { id, shop: ordered } = order(small(0).small, null, 6, '2026-01-21T09:00');
    const some = applied(ordered, { kind: 'receivePart', orderId: id, quantity: 4 });
    expect([some.stock.p!.onHand, some.orders[id]!.quantity, some.orders[id]!.received]).toEqual([4, 2, false]);
    const all = applied(some, { kind: 'receivePart', orderId: id, quantity: 2 });
    expect([all.stock.p!.onHand, all.orders[id]!.received]).toEqual([6, true]);
    expect(refusalOf(all, { kind: 'receivePart', orderId: id, quantity: 2 })).toContain('taken in already');
  });
  it('never gives away more than there is, whatever is laid aside, picked and put back', () => {
    const act = fc.record({
      who: fc.nat(1),
      what: fc.constantFrom('reserve', 'pick', 'unpick', 'release'),
      quantity: fc.integer({ min: 0, max: 6 }),
    });
    fc.assert(
      fc.property(fc.array(act, { maxLength: 20 }), (acts) => {
        const { small: start, both } = small(5);
        let current = start;
        for (const { who, what, quantity } of acts) {
          const unitId = both[who]!.id;
          const draft: ShopDraft =
            what === 'reserve'
              ? { kind: 'reserve', lines: [{ unitId, partKey: 'p', quantity }] }
              : what === 'release'
                ? { kind: 'release', unitId }
                : { kind: 'pick', unitId, partKey: 'p', picked: what === 'pick' };
          const result = applyShopOperation(current, draft);
          if (result.ok) current = result.value.document;
          const lines = Object.values(current.reserved);
          const sum = (isPicked: boolean) =>
            lines.filter((line) => line.picked === isPicked).reduce((all, line) => all + line.quantity, 0);
          expect(current.stock.p!.onHand).toBeGreaterThanOrEqual(sum(false));
          expect(current.stock.p!.onHand + sum(true)).toBe(5);
        }
      }),
      { numRuns: 100 },
    );
  });
  it('the list to pick by goes past the bins in their order', () => {
    const kept = applied(shop, { kind: 'reserve', lines: reserveFor(shop, unit('SR-09')) });
    const bins = pickingList(kept, unit('SR-09')).map((line) => line.bin);
    expect(bins.length).toBeGreaterThan(5);
    expect(bins).toEqual([...bins].sort((a, b) => a.localeCompare(b, 'en', { numeric: true })));
  });
  // Cumulative Poisson table: mean 1, P(X <= 2) 0.920 and P(X <= 3) 0.981; mean 2, P(X <= 4) 0.947 and P(X <= 5) 0.983.
  it.each([
    [289, 3],
    [578, 5],
    [0, 0],
  ])('spares for %i lamps out there: %i', (carried, spares) => {
    expect(sparesFor(carried)).toBe(spares);
  });
});

describe('quote', () => {
  it('adds parts, hours and mark-up, and says what has no price', () => {
    const parts: ShopUnit['parts'] = [
      { key: 'a', name: 'Lamp', group: 'lamps', quantity: 2, unit: 'pcs', use: '', stepKeys: [] },
      { key: 'b', name: 'Wire', group: 'wire', quantity: 3.5, unit: 'm', use: '', stepKeys: [] },
      { key: 'c', name: 'Odd bolt', group: 'mounting', quantity: 1, unit: 'pcs', use: '', stepKeys: [] },
      { key: 'd', name: 'Bit', group: 'tools', quantity: 1, unit: 'pcs', use: '', stepKeys: [] },
    ];
    const stock = { b: { key: 'b', name: 'Wire', bin: '', unit: 'm' as const, onHand: 0, priceMarks: 1.2 } };
    const quote = quoteFor(
      { ...unit('SR-16'), parts },
      { stock, rates: { hourMarks: 60, markUpShare: 0.2 } },
      130,
      new Map([['a', 86]]),
    );
    // 2 x 86 + 3.5 x 1.2 = 176.20; 130 min are 2.25 h at 60; a fifth on both.
    expect(quote).toMatchObject({ partsMarks: 176.2, hoursMarks: 135, markUpMarks: 62.24, totalMarks: 373.44 });
    expect(quote.unpriced).toEqual(['Odd bolt']);
    expect(quote.parts.map((line) => line.name)).not.toContain('Bit');
  });
});

describe('findings of the shop', () => {
  const found = (of: Shop, carried: Record<string, number> = {}) =>
    shopFindings({ shop: of, units, learned: NOTHING, carried });

  it('M51: hours promised below what units alike took; promised anew, it is gone', () => {
    const { id } = unit('SR-17');
    const promise = (promisedHours: number | null) =>
      applied(shop, { kind: 'putJob', job: { ...shop.jobs[id]!, promisedHours } });
    const [finding] = found(promise(1)).filter((each) => each.unitId === id);
    expect(finding).toMatchObject({ code: 'M51', severity: 'caution' });
    expect(finding!.reason).toContain('SR-14, SR-15');
    const mended = applied(promise(1), ...finding!.waysOut[0]!.operations);
    expect(found(mended).filter((each) => each.unitId === id)).toEqual([]);
    expect(found(promise(null)).filter((each) => each.unitId === id)).toEqual([]);
    // What is handed over is not promised any more.
    const past = unit('SR-14').id;
    const old = applied(shop, { kind: 'putJob', job: { ...shop.jobs[past]!, promisedHours: 0.1 } });
    expect(found(old).filter((each) => each.unitId === past)).toEqual([]);
  });

  it('M54: spares for the bin beyond what is out there; ordered in measure or for a unit, it is gone', () => {
    const blind = Object.values(shop.orders).find((order) => order.unitId === null)!;
    const [finding] = found(shop, { [blind.partKey]: 4 }).filter((each) => each.code === 'M54');
    expect(finding!.message).toContain('12 ');
    expect(
      found(applied(shop, ...finding!.waysOut[0]!.operations), { [blind.partKey]: 4 }).filter(
        (each) => each.code === 'M54',
      ),
    ).toEqual([]);
    // With thousands of them on the road and none in the bin a dozen is little.
    const empty = applied(shop, { kind: 'countStock', partKey: blind.partKey, onHand: 0 });
    expect(found(empty, { [blind.partKey]: 5000 }).filter((each) => each.code === 'M54')).toEqual([]);
    expect(found(shop, {}).filter((each) => each.code === 'M54')).toEqual([]);
  });
});

describe('operations on the shop', () => {
  it('a short delivery leaves the rest on order, to the millimetre; a result out of bounds is refused with its reason', () => {
    const [line] = Object.values(shop.stock);
    const id = '01900000-0000-7000-8000-00000000aaaa';
    const order = {
      id,
      partKey: line!.key,
      name: line!.name,
      quantity: 12.3,
      unitId: null,
      dueIn: '2026-03-11T09:00',
      received: false,
    };
    const empty = applied(shop, { kind: 'orderPart', order }, { kind: 'countStock', partKey: line!.key, onHand: 0.1 });
    const some = applied(empty, { kind: 'receivePart', orderId: id, quantity: 12.25 });
    expect(some.orders[id]).toMatchObject({ quantity: 0.05, received: false });
    expect(some.stock[line!.key]!.onHand).toBe(12.35);
    expect(Shop.safeParse(some).success).toBe(true);
    const all = applied(some, { kind: 'receivePart', orderId: id, quantity: 0.05 });
    expect(all.orders[id]!.received).toBe(true);
    const fine = applied(empty, { kind: 'receivePart', orderId: id, quantity: 12.295 });
    expect(fine.orders[id]).toMatchObject({ quantity: 0.005, received: false });
    // Less than half a millimetre is nothing that anybody waits for.
    const nearly = applied(empty, { kind: 'receivePart', orderId: id, quantity: 12.2996 });
    expect(nearly.orders[id]!.received).toBe(true);
    const full = applied(empty, { kind: 'countStock', partKey: line!.key, onHand: 100_000 });
    expect(refusalOf(full, { kind: 'receivePart', orderId: id, quantity: 1 })).toContain('on hand: the most is 100000');
  });

  it('two edits of different things do not meet, two of the same field do', () => {
    const [first, second] = Object.values(shop.workers);
    const touched = (draft: ShopDraft) => {
      const result = applyShopOperation(shop, draft);
      return result.ok ? result.value.touched : [];
    };
    const meets = (a: string[], b: string[]) => a.some((one) => b.some((other) => fieldsMeet(one, other)));
    const skills = touched({ kind: 'putWorker', worker: { ...first!, skills: [] } });
    const name = touched({ kind: 'putWorker', worker: { ...first!, name: 'Other' } });
    const another = touched({ kind: 'putWorker', worker: { ...second!, skills: ['metal'] } });
    expect(skills.length * name.length * another.length).toBeGreaterThan(0);
    expect(meets(skills, name)).toBe(false);
    expect(meets(skills, another)).toBe(false);
    expect(meets(skills, touched({ kind: 'dropWorker', workerId: first!.id }))).toBe(true);
  });
  it('who leaves takes their plan along, and a bay its units', () => {
    const [step] = Object.values(shop.plan.steps);
    const gone = applied(shop, { kind: 'dropWorker', workerId: step!.workerIds[0]! });
    expect(Object.values(gone.plan.steps).some((each) => each.workerIds.includes(step!.workerIds[0]!))).toBe(false);
    const [unitId, bayId] = Object.entries(shop.plan.bays)[0]!;
    expect(applied(shop, { kind: 'dropBay', bayId }).plan.bays[unitId]).toBeUndefined();
    const off = applied(shop, { kind: 'dropJob', unitId });
    expect(Object.keys(off.plan.steps).some((id) => id.startsWith(unitId))).toBe(false);
  });
  it('nothing is planned for somebody or a unit that is not there', () => {
    const plan = (unitId: string, workerId: string): ShopDraft => ({
      kind: 'setPlan',
      bays: {},
      steps: {
        [taskIdOf(unitId, 'fuse')]: {
          from: '2026-01-21T08:00',
          to: '2026-01-21T09:00',
          workerIds: [workerId],
          held: false,
        },
      },
    });
    const [worker] = Object.keys(shop.workers);
    expect(refusalOf(shop, plan(nextId(), worker!))).toContain('no longer there');
    expect(refusalOf(shop, plan(unit('SR-16').id, nextId()))).toContain('no longer there');
    expect(refusalOf(shop, plan(unit('SR-16').id, worker!))).toBe('');
  });
});
