/** What a job costs: parts by their price, hours by what is expected of them, and the mark-up on both. */
import type { Shop } from './shopSchema.ts';
import type { ShopUnit } from './shopWork.ts';

export interface QuoteLine {
  name: string;
  quantity: number;
  unit: 'pcs' | 'm' | 'h';
  priceMarks: number | null;
  sumMarks: number;
}

export interface Quote {
  parts: QuoteLine[];
  hours: QuoteLine;
  partsMarks: number;
  hoursMarks: number;
  markUpMarks: number;
  totalMarks: number;
  /** Parts that nobody has put a price to: they are in no sum. */
  unpriced: string[];
}

const round = (marks: number): number => Math.round(marks * 100) / 100;

/** A quote for a unit. Hours go up to the next quarter; prices come from the stock, then from the shelf. */
export function quoteFor(
  unit: ShopUnit,
  { stock, rates }: Pick<Shop, 'stock' | 'rates'>,
  expectedMinutes: number,
  shelfMarks: ReadonlyMap<string, number>,
): Quote {
  const parts = unit.parts
    .filter((part) => part.group !== 'tools')
    .map((part): QuoteLine => {
      const priceMarks = stock[part.key]?.priceMarks ?? shelfMarks.get(part.key) ?? null;
      const { name, quantity, unit: counted } = part;
      return { name, quantity, unit: counted, priceMarks, sumMarks: round(quantity * (priceMarks ?? 0)) };
    });
  const hours = Math.ceil(expectedMinutes / 15) / 4;
  const hoursMarks = round(hours * rates.hourMarks);
  const partsMarks = round(parts.reduce((sum, part) => sum + part.sumMarks, 0));
  const markUpMarks = round((partsMarks + hoursMarks) * rates.markUpShare);
  return {
    parts,
    hours: { name: 'Work', quantity: hours, unit: 'h', priceMarks: rates.hourMarks, sumMarks: hoursMarks },
    partsMarks,
    hoursMarks,
    markUpMarks,
    totalMarks: round(partsMarks + hoursMarks + markUpMarks),
    unpriced: parts.filter((part) => part.priceMarks === null).map((part) => part.name),
  };
}
