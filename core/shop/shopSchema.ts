/** The shop as one document: who works when, what bays there are, which units are on the board, parts and the plan. */
import * as z from 'zod';
import { Id, key, Loom, line, list, table, trimmedLine, WiringHabits } from '../document/index.ts';
import { ClockTime, ShopDate, ShopTime } from './shopTime.ts';

export const SHOP_VERSION = 1;

const words = (length: number) => trimmedLine(length, 1);
export const PartKey = key(120);
/** Stock is counted to the millimetre of wire and no finer; what is left below that is nothing. */
export const SMALLEST_QUANTITY = 0.001;

const ClockHours = z
  .object({ from: ClockTime, to: ClockTime })
  .refine(({ from, to }) => from < to, { error: 'hours end after they begin' });

export const Worker = z.object({
  id: Id,
  name: words(80),
  skills: list(z.enum(['wiring', 'metal']), 2),
  week: list(list(ClockHours, 4), 7, 7).describe('Monday first'),
  away: list(z.object({ from: ShopDate, to: ShopDate, why: line(80) }), 60),
  colour: z
    .string()
    .max(7)
    .regex(/^#[0-9A-Fa-f]{6}$/),
});
export type Worker = z.infer<typeof Worker>;

export const Bay = z.object({
  id: Id,
  name: words(20),
  lengthMm: z.number().int().min(1000).max(40_000),
  widthMm: z.number().int().min(1000).max(15_000),
  heightMm: z.number().int().min(1000).max(12_000).nullable().describe('null under the sky'),
});
export type Bay = z.infer<typeof Bay>;

export const WINDOW_KINDS = ['tide', 'shift', 'owner'] as const;

/** A unit on the board. */
export const Job = z.object({
  unitId: Id,
  due: ShopTime.nullable(),
  weight: z.number().int().min(1).max(5).describe('1 usual, 5 before all others'),
  windowKind: z.enum(WINDOW_KINDS),
  windows: list(z.object({ from: ShopTime, to: ShopTime }), 60).describe('empty: the unit is there all the time'),
  inBayId: Id.nullable().describe('the bay that it stands in already'),
  promisedHours: z.number().min(0).max(2000).nullable().describe('what the owner was told'),
});
export type Job = z.infer<typeof Job>;

/** Parts on their way, for one unit or for the bin. */
export const PartOrder = z.object({
  id: Id,
  partKey: PartKey,
  name: words(120),
  quantity: z.number().min(SMALLEST_QUANTITY).max(10_000),
  unitId: Id.nullable(),
  dueIn: ShopTime,
  received: z.boolean(),
});
export type PartOrder = z.infer<typeof PartOrder>;

export const StockLine = z.object({
  key: PartKey,
  name: words(120),
  bin: trimmedLine(20),
  unit: z.enum(['pcs', 'm']),
  onHand: z.number().min(0).max(100_000),
  priceMarks: z.number().min(0).max(100_000),
});
export type StockLine = z.infer<typeof StockLine>;

/** So much of a part laid aside for a unit; picked once it lies in the unit's box. */
export const Reserved = z.object({
  unitId: Id,
  partKey: PartKey,
  quantity: z.number().min(0).max(10_000),
  picked: z.boolean(),
});
export type Reserved = z.infer<typeof Reserved>;

export const PlannedStep = z.object({
  from: ShopTime,
  to: ShopTime,
  workerIds: list(Id, 2, 1),
  held: z.boolean().describe('put there by hand: planning leaves it'),
});
export type PlannedStep = z.infer<typeof PlannedStep>;

export const TaskId = key(160, 38).describe('unit id, a blank, key of the step');

export const Shop = z.object({
  version: z.literal(SHOP_VERSION),
  workers: table(Id, Worker, 100),
  bays: table(Id, Bay, 40),
  jobs: table(Id, Job, 500).describe('by unit id'),
  orders: table(Id, PartOrder, 5000),
  stock: table(PartKey, StockLine, 5000),
  reserved: table(key(160), Reserved, 10_000).describe('by unit id, a blank, part key'),
  plan: z.object({
    steps: table(TaskId, PlannedStep, 20_000),
    bays: table(Id, Id, 500).describe('unit to bay'),
  }),
  looms: table(Loom.shape.key, Loom, 500).default({}).describe('ready looms that the shop knows'),
  habits: WiringHabits.default({}).describe('how lamps are wired here: what a new unit begins with'),
  rates: z.object({
    hourMarks: z.number().min(0).max(1000),
    markUpShare: z.number().min(0).max(3),
  }),
});
export type Shop = z.infer<typeof Shop>;

export const newShop = (): Shop => ({
  version: SHOP_VERSION,
  workers: {},
  bays: {},
  jobs: {},
  orders: {},
  stock: {},
  reserved: {},
  plan: { steps: {}, bays: {} },
  looms: {},
  habits: {},
  rates: { hourMarks: 60, markUpShare: 0.2 },
});

export const taskIdOf = (unitId: string, stepKey: string): string => `${unitId} ${stepKey}`;
export const unitOfTask = (taskId: string): string => taskId.slice(0, 36);
export const stepOfTask = (taskId: string): string => taskId.slice(37);
export const reservedKey = (unitId: string, partKey: string): string => `${unitId} ${partKey}`;
