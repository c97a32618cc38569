/** A quote for a unit: parts, hours with their spread, mark-up and sum. */
import type { Build } from '../../core/document/index.ts';
import { assess } from '../../core/rules/index.ts';
import { expectationOf, type QuoteLine, quoteFor, type Shop, type ShopUnit, shopUnit } from '../../core/shop/index.ts';
import type { LearnedFactor } from '../../core/steps/index.ts';
import { hoursText } from '../../core/work/index.ts';
import { EMBER, INK, LINE, MUTED, pdfmake } from './pdfSetup.ts';

export interface QuoteRequest {
  id: string;
  build: Build;
  /** Units on the board, this one among them: what was learned from those like it. */
  others: readonly ShopUnit[];
  shop: Shop;
  learned: Readonly<Record<string, LearnedFactor>>;
  shelfMarks: ReadonlyMap<string, number>;
  printedAt: string;
}

const marks = (value: number): string => value.toFixed(2);
const right = (text: string, more: object = {}) => ({ text, alignment: 'right', ...more });

const line = ({ name, quantity, unit, priceMarks, sumMarks }: QuoteLine) => [
  name,
  right(`${quantity} ${unit}`),
  right(priceMarks === null ? 'no price' : marks(priceMarks)),
  right(priceMarks === null ? '' : marks(sumMarks)),
];

/** Bytes of the PDF. */
export async function quotePdf(request: QuoteRequest): Promise<Uint8Array> {
  const { id, build, others, shop, learned: factors, shelfMarks, printedAt } = request;
  const unit = shopUnit(id, build, assess(build).feeds);
  const expected = expectationOf(unit, others, factors);
  const quote = quoteFor(unit, shop, expected.minutes, shelfMarks);
  const { tag, name } = unit;
  const { hours } = quote;
  const sum = (words: string, value: number, more: object = {}) => [
    { text: words, colSpan: 3, ...more },
    '',
    '',
    right(marks(value), more),
  ];
  const learned = expected.from.length > 0 ? `, learned from ${expected.from.join(', ')}` : '';
  const pdf = pdfmake.createPdf({
    pageSize: 'A4',
    pageMargins: [40, 40, 40, 46],
    info: { title: `Quote ${tag}`, creator: 'West Ember' },
    defaultStyle: { font: 'Barlow', fontSize: 9.5, color: INK },
    content: [
      { text: `Quote for ${tag}`, font: 'Condensed', fontSize: 30 },
      { text: name, bold: true, fontSize: 13 },
      { canvas: [{ type: 'line', x1: 0, y1: 6, x2: 515, y2: 6, lineWidth: 2, lineColor: EMBER }] },
      {
        margin: [0, 14, 0, 0],
        table: {
          headerRows: 1,
          widths: ['*', 60, 60, 70],
          body: [
            ['Part', right('Quantity'), right('Marks each'), right('Marks')].map((cell) =>
              typeof cell === 'string' ? { text: cell, color: MUTED } : { ...cell, color: MUTED },
            ),
            ...quote.parts.map(line),
            sum('Parts', quote.partsMarks, { bold: true }),
            line(hours),
            sum('Mark-up', quote.markUpMarks),
            sum('Sum', quote.totalMarks, { bold: true, fontSize: 13 }),
          ],
        },
        layout: { hLineWidth: () => 0.5, vLineWidth: () => 0, hLineColor: () => LINE },
      },
      {
        margin: [0, 12, 0, 0],
        color: MUTED,
        text: `Hours: ${hoursText(expected.minutes)} expected, usually between ${hoursText(expected.low)} and ${hoursText(expected.high)}${learned}. Marks are without tax.`,
      },
      ...(quote.unpriced.length > 0
        ? [{ text: `In no sum, for want of a price: ${quote.unpriced.join(', ')}.`, margin: [0, 4, 0, 0] }]
        : []),
    ],
    footer: { text: `Printed ${printedAt}`, color: MUTED, fontSize: 8, margin: [40, 12, 40, 0] },
  } as never);
  return new Uint8Array(await pdf.getBuffer());
}
