/** The operator card as a PDF page. */
import type { Build } from '../../core/document/index.ts';
import { controlKindWords, operatorCard } from '../../core/overview/index.ts';
import { assess } from '../../core/rules/index.ts';
import { EMBER, INK, LINE, MUTED, pdfmake } from './pdfSetup.ts';

const head = (...cells: string[]) => cells.map((text) => ({ text, style: 'head' }));
const thinLines = {
  hLineWidth: (index: number) => (index === 0 ? 0 : 0.5),
  vLineWidth: () => 0,
  hLineColor: () => LINE,
  paddingTop: () => 4,
  paddingBottom: () => 4,
};

export interface CardRequest {
  build: Build;
  address: string;
  printedAt: string;
}

/** Bytes of the card's PDF. */
export async function operatorCardPdf({ build, address, printedAt }: CardRequest): Promise<Uint8Array> {
  const card = operatorCard(build, assess(build));
  const table = (widths: (string | number)[], headings: string[], rows: unknown[][], none: string) =>
    rows.length === 0
      ? { text: none, color: MUTED }
      : { table: { headerRows: 1, widths, body: [head(...headings), ...rows] }, layout: thinLines };
  const content = [
    {
      columns: [
        {
          width: '*',
          stack: [
            { text: card.tag, font: 'Condensed', fontSize: 44, color: INK },
            { text: card.name, fontSize: 15, bold: true },
            { text: card.size, color: MUTED, margin: [0, 2, 0, 0] },
          ],
        },
        {
          width: 92,
          stack: [
            { qr: address, fit: 88, foreground: INK },
            { text: 'scan for this unit', fontSize: 7, color: MUTED, alignment: 'center', margin: [0, 3, 0, 0] },
          ],
        },
      ],
    },
    { canvas: [{ type: 'line', x1: 0, y1: 8, x2: 515, y2: 8, lineWidth: 2, lineColor: EMBER }] },
    { text: 'Which switch does what', style: 'section' },
    table(
      [130, 110, '*', 90],
      ['Control', 'Function', 'Lamps', 'Pattern'],
      card.controls.map((row) => [
        {
          text: [
            { text: row.control.name, bold: true },
            { text: `  ${controlKindWords(row.control.kind)}`, color: MUTED },
          ],
        },
        row.functionName,
        row.lamps,
        row.pattern,
      ]),
      'No functions yet.',
    ),
    { text: 'Fuses', style: 'section' },
    table(
      [130, '*', 90, 70],
      ['Feed', 'Place', 'Fuse', 'Live'],
      card.fuses.map((row) => [row.feed, row.place, { text: `${row.ratingA} A ${row.colour}`, bold: true }, row.live]),
      'No feeds yet.',
    ),
    { text: 'Patterns', style: 'section' },
    table(
      [130, '*', 90],
      ['Pattern', 'How it looks', 'Rate'],
      card.patterns.map((row) => [{ text: row.name, bold: true }, row.words, row.rate]),
      'No patterns set.',
    ),
    { text: 'Mind', style: 'section' },
    { ul: card.cautions, color: INK },
  ];
  const pdf = pdfmake.createPdf({
    pageSize: 'A4',
    pageMargins: [40, 40, 40, 46],
    info: { title: `Operator card ${card.tag}`, creator: 'West Ember' },
    defaultStyle: { font: 'Barlow', fontSize: 10, color: INK },
    styles: {
      section: { font: 'Condensed', fontSize: 16, margin: [0, 16, 0, 5] },
      head: { color: MUTED, fontSize: 9 },
    },
    footer: {
      text: `West Ember · printed ${printedAt} · made from the build, revision by revision`,
      alignment: 'center',
      fontSize: 8,
      color: MUTED,
    },
    content,
  } as never);
  return new Uint8Array(await pdf.getBuffer());
}
