/** The taped layout as a list on paper: what two people with a tape and chalk take to the unit. */
import { bodyOf } from '../../core/body/index.ts';
import type { Build } from '../../core/document/index.ts';
import { tapeSheet } from '../../core/place/index.ts';

import { formatLength, type LengthUnit } from '../../core/units/index.ts';
import { EMBER, INK, LINE, MUTED, pdfmake } from './pdfSetup.ts';

export interface TapeSheetRequest {
  build: Build;
  unit: LengthUnit;
  printedAt: string;
}

/** Bytes of the PDF. */
export async function tapeSheetPdf({ build, unit, printedAt }: TapeSheetRequest): Promise<Uint8Array> {
  const body = bodyOf(build);
  const lines = tapeSheet(build, body);
  const rows = lines.map(({ tag, model, on, taped }) => [
    { text: tag, bold: true, fontSize: 13 },
    { stack: [{ text: model }, { text: on, color: MUTED, fontSize: 8.5 }] },
    {
      columns: taped.map(({ from, lengthMm }) => ({
        width: 'auto',
        margin: [0, 0, 14, 0],
        stack: [
          { text: formatLength(lengthMm, unit), bold: true },
          { text: `from ${from}`, color: MUTED, fontSize: 8 },
        ],
      })),
    },
    { canvas: [{ type: 'rect', x: 0, y: 2, w: 12, h: 12, lineColor: INK, lineWidth: 0.8 }] },
  ]);
  const pdf = pdfmake.createPdf({
    pageSize: 'A4',
    pageMargins: [36, 36, 36, 44],
    info: { title: `Tape sheet ${build.unit.tag}`, creator: 'West Ember' },
    defaultStyle: { font: 'Barlow', fontSize: 10, color: INK },
    footer: { text: `West Ember · printed ${printedAt}`, alignment: 'center', fontSize: 8, color: MUTED },
    content: [
      { text: build.unit.tag, font: 'Condensed', fontSize: 34 },
      { text: `${build.unit.name}: lamps by tape`, fontSize: 13, bold: true },
      {
        text: 'Centres of the lamps. Tape the layout on, stand back and look, then drill. Both sides from the same edge.',
        color: MUTED,
        margin: [0, 3, 0, 6],
      },
      {
        canvas: [{ type: 'line', x1: 0, y1: 2, x2: 523, y2: 2, lineWidth: 2, lineColor: EMBER }],
        margin: [0, 0, 0, 6],
      },
      rows.length === 0
        ? { text: 'No lamps are placed yet.', color: MUTED }
        : {
            table: { widths: [34, 150, '*', 16], body: rows, dontBreakRows: true },
            layout: {
              hLineWidth: () => 0.5,
              vLineWidth: () => 0,
              hLineColor: () => LINE,
              paddingTop: () => 4,
              paddingBottom: () => 4,
            },
          },
    ],
  } as never);
  return new Uint8Array(await pdf.getBuffer());
}
