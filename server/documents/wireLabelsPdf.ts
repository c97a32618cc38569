/** Wire labels for a sheet of 3 x 10 (70 x 29.7 mm): one for each end of every wire. */
import type { Build } from '../../core/document/index.ts';
import { cutList } from '../../core/harness/index.ts';
import { INK, MUTED, pdfmake } from './pdfSetup.ts';

const POINTS_PER_MM = 72 / 25.4;
const COLUMNS = 3;
const WIDTH_MM = 70;
const HEIGHT_MM = 29.7;

export interface WireLabelsRequest {
  build: Build;
}

interface Label {
  tag: string;
  here: string;
  there: string;
  wire: string;
}

/** Both ends of every wire, so that either can be read without the other. */
const labelsOf = (build: Build): Label[] =>
  cutList(build).flatMap(({ tag, from, end, gauge, colour }) => {
    const wire = `${build.unit.tag}  ${gauge} ${colour}`;
    return [
      { tag, here: from.to, there: end.to, wire },
      { tag, here: end.to, there: from.to, wire },
    ];
  });

/** Bytes of the PDF. */
export async function wireLabelsPdf({ build }: WireLabelsRequest): Promise<Uint8Array> {
  const labels = labelsOf(build);
  const cell = ({ tag, here, there, wire }: Label) => ({
    stack: [
      {
        columns: [
          { text: tag, font: 'Condensed', fontSize: 19, width: 50 },
          { text: wire, color: MUTED, fontSize: 8, margin: [0, 7, 0, 0] },
        ],
      },
      { text: here, bold: true, fontSize: 9.5 },
      { text: `to ${there}`, fontSize: 8.5, color: MUTED },
    ],
    margin: [10, 9, 6, 0],
  });
  const rows = Array.from({ length: Math.ceil(labels.length / COLUMNS) }, (_, row) =>
    Array.from({ length: COLUMNS }, (_, column) => {
      const label = labels[row * COLUMNS + column];
      return label ? cell(label) : { text: '' };
    }),
  );
  const pdf = pdfmake.createPdf({
    pageSize: 'A4',
    pageMargins: 0,
    info: { title: `Wire labels ${build.unit.tag}`, creator: 'West Ember' },
    defaultStyle: { font: 'Barlow', color: INK },
    content:
      rows.length === 0
        ? [{ text: 'No wires yet.', margin: 40 }]
        : [
            {
              table: {
                widths: Array.from({ length: COLUMNS }, () => WIDTH_MM * POINTS_PER_MM),
                heights: HEIGHT_MM * POINTS_PER_MM,
                body: rows,
                dontBreakRows: true,
              },
              layout: {
                hLineWidth: () => 0,
                vLineWidth: () => 0,
                paddingLeft: () => 0,
                paddingRight: () => 0,
                paddingTop: () => 0,
                paddingBottom: () => 0,
              },
            },
          ],
  } as never);
  return new Uint8Array(await pdf.getBuffer());
}
