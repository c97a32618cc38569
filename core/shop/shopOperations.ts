/** Operations on the shop: the only way it changes. Each carries an id made by the client and is applied once. */
import { enablePatches, type Patch, produceWithPatches } from 'immer';
import * as z from 'zod';
import { type Change, documentProblem, Id, Loom, list, table, WiringHabits } from '../document/index.ts';
import { ok, type Result, refused } from '../result.ts';
import {
  Bay,
  Job,
  PartKey,
  PartOrder,
  PlannedStep,
  Reserved,
  reservedKey,
  Shop,
  SMALLEST_QUANTITY,
  StockLine,
  TaskId,
  unitOfTask,
  Worker,
} from './shopSchema.ts';
import { ShopTime } from './shopTime.ts';

enablePatches();

const base = { id: Id };
const amount = z.number().min(0).max(100_000);

export const ShopOperation = z.discriminatedUnion('kind', [
  z.object({ ...base, kind: z.literal('putWorker'), worker: Worker }),
  z.object({ ...base, kind: z.literal('dropWorker'), workerId: Id }),
  z.object({ ...base, kind: z.literal('putBay'), bay: Bay }),
  z.object({ ...base, kind: z.literal('dropBay'), bayId: Id }),
  z.object({ ...base, kind: z.literal('putJob'), job: Job }),
  z.object({ ...base, kind: z.literal('dropJob'), unitId: Id }),
  z.object({
    ...base,
    kind: z.literal('setPlan'),
    steps: table(TaskId, PlannedStep.nullable(), 5000).describe('what changes; null takes a step off the plan'),
    bays: table(Id, Id.nullable(), 500),
  }),
  z.object({ ...base, kind: z.literal('orderPart'), order: PartOrder }),
  z.object({ ...base, kind: z.literal('delayPart'), orderId: Id, dueIn: ShopTime }),
  z.object({ ...base, kind: z.literal('receivePart'), orderId: Id, quantity: amount }),
  z.object({ ...base, kind: z.literal('cancelOrder'), orderId: Id }),
  z.object({ ...base, kind: z.literal('putStock'), line: StockLine }),
  z.object({ ...base, kind: z.literal('countStock'), partKey: PartKey, onHand: amount }),
  z.object({
    ...base,
    kind: z.literal('reserve'),
    lines: list(Reserved.omit({ picked: true }), 500, 1),
  }),
  z.object({ ...base, kind: z.literal('release'), unitId: Id }),
  z.object({ ...base, kind: z.literal('pick'), unitId: Id, partKey: PartKey, picked: z.boolean() }),
  z.object({ ...base, kind: z.literal('putLoom'), loom: Loom }),
  z.object({ ...base, kind: z.literal('dropLoom'), loomKey: Loom.shape.key }),
  z.object({ ...base, kind: z.literal('setRates'), rates: Shop.shape.rates }),
  z.object({ ...base, kind: z.literal('setHabits'), changes: WiringHabits }),
]);
export type ShopOperation = z.infer<typeof ShopOperation>;
type WithoutId<T> = T extends unknown ? Omit<T, 'id'> : never;
export type ShopDraft = WithoutId<ShopOperation>;

/** Everybody in the shop may count, receive, pick and describe a loom; the rest is the lead's. */
export const CREW_SHOP_OPERATIONS: ReadonlySet<ShopOperation['kind']> = new Set([
  'receivePart',
  'countStock',
  'pick',
  'reserve',
  'release',
  'putLoom',
]);

export interface ShopRefusal {
  kind: 'missing' | 'invalid' | 'overtaken';
  message: string;
}

class Refused extends Error {
  constructor(readonly refusal: ShopRefusal) {
    super(refusal.message);
  }
}
const refuse = (kind: ShopRefusal['kind'], message: string): never => {
  throw new Refused({ kind, message });
};
const must = <T>(record: Record<string, T>, key: string, what: string): T =>
  record[key] ?? refuse('missing', `This ${what} is no longer there. Somebody may have taken it out.`);

function forgetJob(draft: Shop, unitId: string): void {
  delete draft.jobs[unitId];
  delete draft.plan.bays[unitId];
  for (const taskId of Object.keys(draft.plan.steps))
    if (unitOfTask(taskId) === unitId) delete draft.plan.steps[taskId];
}

/** Puts in what differs, so that an edit of one field never claims the others. */
function put<T extends object>(record: Record<string, T>, key: string, value: T): void {
  const known = record[key];
  if (!known) {
    record[key] = value;
    return;
  }
  for (const field of Object.keys(value) as (keyof T)[])
    if (JSON.stringify(known[field]) !== JSON.stringify(value[field])) known[field] = value[field];
}

function reserveLines(draft: Shop, lines: readonly { unitId: string; partKey: string; quantity: number }[]): void {
  for (const { unitId, partKey, quantity } of lines) {
    const key = reservedKey(unitId, partKey);
    const stock = must(draft.stock, partKey, 'part');
    if (draft.reserved[key]?.picked)
      refuse('invalid', `${stock.name} lies in the unit's box already. Put it back first.`);
    if (quantity === 0) delete draft.reserved[key];
    else put(draft.reserved, key, { unitId, partKey, quantity, picked: false });
    const all = Object.values(draft.reserved)
      .filter((each) => each.partKey === partKey && !each.picked)
      .reduce((sum, each) => sum + each.quantity, 0);
    if (all > stock.onHand + 1e-9)
      refuse('invalid', `${stock.name}: ${stock.onHand} on hand, ${all} would be reserved. Order more first.`);
  }
}

/** What lies in a unit's box has left its bin. */
function pick(draft: Shop, unitId: string, partKey: string, picked: boolean): void {
  const line = must(draft.reserved, reservedKey(unitId, partKey), 'reservation');
  const stock = must(draft.stock, partKey, 'part');
  if (line.picked === picked) return;
  if (picked && stock.onHand + 1e-9 < line.quantity)
    refuse(
      'invalid',
      `${stock.name}: the count says ${stock.onHand}, ${line.quantity} are to be picked. Count the bin.`,
    );
  line.picked = picked;
  stock.onHand = Math.max(0, roundedQuantity(stock.onHand + (picked ? -line.quantity : line.quantity)));
}

/** Sums of tenths are not tenths in binary: 0.1 + 0.2 is rounded back to 0.3. */
const QUANTITIES_A_WHOLE = 1 / SMALLEST_QUANTITY;
const roundedQuantity = (quantity: number): number => Math.round(quantity * QUANTITIES_A_WHOLE) / QUANTITIES_A_WHOLE;

function change(draft: Shop, operation: ShopDraft): void {
  switch (operation.kind) {
    case 'putWorker':
      put(draft.workers, operation.worker.id, operation.worker);
      return;
    case 'dropWorker': {
      must(draft.workers, operation.workerId, 'person');
      delete draft.workers[operation.workerId];
      for (const [id, step] of Object.entries(draft.plan.steps))
        if (step.workerIds.includes(operation.workerId)) delete draft.plan.steps[id];
      return;
    }
    case 'putBay':
      put(draft.bays, operation.bay.id, operation.bay);
      return;
    case 'dropBay': {
      must(draft.bays, operation.bayId, 'bay');
      delete draft.bays[operation.bayId];
      for (const [unitId, bayId] of Object.entries(draft.plan.bays))
        if (bayId === operation.bayId) delete draft.plan.bays[unitId];
      for (const job of Object.values(draft.jobs)) if (job.inBayId === operation.bayId) job.inBayId = null;
      return;
    }
    case 'putJob':
      put(draft.jobs, operation.job.unitId, operation.job);
      return;
    case 'dropJob':
      must(draft.jobs, operation.unitId, 'job');
      forgetJob(draft, operation.unitId);
      return;
    case 'setPlan': {
      for (const [id, step] of Object.entries(operation.steps)) {
        if (step === null) delete draft.plan.steps[id];
        else {
          must(draft.jobs, unitOfTask(id), 'job');
          for (const workerId of step.workerIds) must(draft.workers, workerId, 'person');
          put(draft.plan.steps, id, step);
        }
      }
      for (const [unitId, bayId] of Object.entries(operation.bays)) {
        if (bayId === null) delete draft.plan.bays[unitId];
        else {
          must(draft.bays, bayId, 'bay');
          draft.plan.bays[unitId] = bayId;
        }
      }
      return;
    }
    case 'orderPart':
      put(draft.orders, operation.order.id, operation.order);
      return;
    case 'delayPart':
      must(draft.orders, operation.orderId, 'order').dueIn = operation.dueIn;
      return;
    case 'receivePart': {
      const order = must(draft.orders, operation.orderId, 'order');
      if (order.received) refuse('invalid', `${order.name} was taken in already.`);
      const stock = must(draft.stock, order.partKey, 'part');
      stock.onHand = roundedQuantity(stock.onHand + operation.quantity);
      // What did not come is still on its way.
      const left = roundedQuantity(order.quantity - operation.quantity);
      if (left <= 0) order.received = true;
      else order.quantity = left;
      return;
    }
    case 'cancelOrder':
      must(draft.orders, operation.orderId, 'order');
      delete draft.orders[operation.orderId];
      return;
    case 'putStock':
      put(draft.stock, operation.line.key, operation.line);
      return;
    case 'countStock':
      must(draft.stock, operation.partKey, 'part').onHand = operation.onHand;
      return;
    case 'reserve':
      reserveLines(draft, operation.lines);
      return;
    case 'release':
      for (const [key, line] of Object.entries(draft.reserved))
        if (line.unitId === operation.unitId && !line.picked) delete draft.reserved[key];
      return;
    case 'pick':
      pick(draft, operation.unitId, operation.partKey, operation.picked);
      return;
    case 'putLoom':
      // A loom is what its bag says, whole: half of one and half of another would be none.
      draft.looms[operation.loom.key] = operation.loom;
      return;
    case 'dropLoom':
      must(draft.looms, operation.loomKey, 'loom');
      delete draft.looms[operation.loomKey];
      return;
    case 'setRates':
      draft.rates = operation.rates;
      return;
    case 'setHabits':
      Object.assign(draft.habits, operation.changes);
      return;
    default:
      operation satisfies never;
  }
}

export interface AppliedToShop {
  document: Shop;
  /** Fields touched, as 'workers/ID/skills': two operations conflict when these meet. */
  touched: string[];
  /** What it did, there and back. */
  change: Change;
}

/** Applies one operation. Pure, so that the browser can answer at once and the server has the last word. */
export function applyShopOperation(shop: Shop, operation: ShopDraft): Result<AppliedToShop, ShopRefusal> {
  try {
    const [document, forward, inverse] = produceWithPatches(shop, (draft) => change(draft as Shop, operation));
    const problem = documentProblem(Shop, shop, document);
    if (problem) return refused({ kind: 'invalid', message: problem });
    const touched = [...new Set(forward.map((patch: Patch) => patch.path.slice(0, 4).join('/')))];
    return ok({ document, touched, change: { forward, inverse } });
  } catch (error) {
    if (error instanceof Refused) return refused(error.refusal);
    throw error;
  }
}

/** A touched field in words, as 'Bram Vesterholt skills'. */
export function describeShopField(shop: Shop, field: string): string {
  const [collection = '', key = '', name = ''] = field.split('/');
  if (collection === 'plan') return key === 'bays' ? 'the bay of a unit' : 'the place of a step in the plan';
  const entity = (shop as unknown as Record<string, Record<string, { name?: string } | undefined>>)[collection]?.[key];
  const fields: Record<string, string> = { week: 'hours', due: 'due date', dueIn: 'date', onHand: 'count' };
  return `${entity?.name ?? collection.replace(/s$/, '')} ${fields[name] ?? name}`.trim();
}
