/** The day sheet that hangs at the door: one block a person, steps with a box to tick. */
import { type DayRow, daySheet, type ShopWork } from '../../core/shop/index.ts';
import { EMBER, INK, LINE, MUTED, pdfmake } from './pdfSetup.ts';

export interface DaySheetRequest {
  work: ShopWork;
  date: string;
  printedAt: string;
}

const rows = (list: readonly DayRow[]) =>
  list.map((row) => [
    { text: `${row.from}\n${row.to}`, color: MUTED },
    {
      stack: [
        { text: row.tag, font: 'Condensed', fontSize: 15 },
        { text: row.place, color: MUTED, fontSize: 8 },
      ],
    },
    {
      stack: [
        ...(row.steps.length > 1 ? [{ text: row.words, bold: true }] : []),
        ...row.steps.map((step) => ({
          columns: [
            { width: 12, canvas: [{ type: 'rect', x: 0, y: 2, w: 7, h: 7, lineWidth: 0.7, lineColor: INK }] },
            { width: '*', text: step },
          ],
          margin: [0, 1, 0, 0],
        })),
      ],
    },
    { text: row.pick.join('\n'), fontSize: 8, color: MUTED },
  ]);

const thinLines = {
  hLineWidth: () => 0.5,
  vLineWidth: () => 0,
  hLineColor: () => LINE,
  paddingTop: () => 5,
  paddingBottom: () => 5,
};

/** Bytes of the PDF. */
export async function daySheetPdf({ work, date, printedAt }: DaySheetRequest): Promise<Uint8Array> {
  const sheet = daySheet(work, date);
  const list = (title: string, lines: readonly string[]) =>
    lines.length === 0 ? [] : [{ text: title, style: 'section' }, { text: lines.join('\n') }];
  const busy = sheet.people.filter((person) => person.rows.length > 0);
  const free = sheet.people.filter((person) => person.rows.length === 0).map((person) => person.name);
  const pdf = pdfmake.createPdf({
    pageSize: 'A4',
    pageMargins: [40, 40, 40, 46],
    info: { title: `Day sheet ${sheet.title}`, creator: 'West Ember' },
    defaultStyle: { font: 'Barlow', fontSize: 10, color: INK },
    styles: { section: { font: 'Condensed', fontSize: 15, margin: [0, 14, 0, 4] } },
    content: [
      { text: sheet.title, font: 'Condensed', fontSize: 30 },
      { canvas: [{ type: 'line', x1: 0, y1: 4, x2: 515, y2: 4, lineWidth: 2, lineColor: EMBER }] },
      ...list('Comes in', sheet.arrivals),
      ...list('To be ready', sheet.due),
      ...busy.flatMap((person) => [
        { text: person.name, style: 'section' },
        { table: { widths: [48, 60, '*', 150], body: rows(person.rows), dontBreakRows: true }, layout: thinLines },
      ]),
      ...list('Nothing planned', free),
    ],
    footer: (page: number, pages: number) => ({
      columns: [
        { text: `Fuse out first. Eye protection at the drill. Printed ${printedAt}`, color: MUTED, fontSize: 8 },
        { text: `${page} of ${pages}`, alignment: 'right', color: MUTED, fontSize: 8 },
      ],
      margin: [40, 12, 40, 0],
    }),
  } as never);
  return new Uint8Array(await pdf.getBuffer());
}
