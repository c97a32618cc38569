/** The feed diagram on paper: A4 or longer on its side, drawn as large as the page takes it. */
import type { Build } from '../../core/document/index.ts';
import { diagramOf, diagramSvg, PAPER_INK } from '../../core/harness/index.ts';
import { assess } from '../../core/rules/index.ts';
import { EMBER, INK, MUTED, pdfmake } from './pdfSetup.ts';

export interface FeedDiagramRequest {
  build: Build;
  printedAt: string;
}

const DRAWN_WIDTH = 1080;
const PAGE = { widthPt: 842, heightPt: 595, marginPt: 30, headPt: 62 };

/** The whole diagram, every lamp of every feed, as an SVG file. */
export async function feedDiagramSvg(build: Build): Promise<string> {
  const { feeds } = assess(build);
  const diagram = diagramOf(build, feeds, { width: DRAWN_WIDTH, ink: PAPER_INK, openId: 'all' });
  return diagramSvg(diagram, PAPER_INK, `${build.unit.tag}: feed diagram`);
}

/** Bytes of the PDF. One page: feeds that do not fit at full width make the drawing smaller. */
export async function feedDiagramPdf({ build, printedAt }: FeedDiagramRequest): Promise<Uint8Array> {
  const room = {
    width: PAGE.widthPt - 2 * PAGE.marginPt,
    height: PAGE.heightPt - 2 * PAGE.marginPt - PAGE.headPt,
  };
  const pdf = pdfmake.createPdf({
    pageSize: { width: PAGE.widthPt, height: PAGE.heightPt },
    pageMargins: PAGE.marginPt,
    info: { title: `Feed diagram ${build.unit.tag}`, creator: 'West Ember' },
    defaultStyle: { font: 'Barlow', fontSize: 10, color: INK },
    content: [
      {
        columns: [
          { text: build.unit.tag, font: 'Condensed', fontSize: 28, width: 'auto' },
          { text: `${build.unit.name}: feeds from source to ground`, bold: true, fontSize: 12, margin: [14, 13, 0, 0] },
          { text: `printed ${printedAt}`, color: MUTED, fontSize: 8, alignment: 'right', margin: [0, 17, 0, 0] },
        ],
      },
      { canvas: [{ type: 'line', x1: 0, y1: 4, x2: room.width, y2: 4, lineWidth: 2, lineColor: EMBER }] },
      Object.keys(build.wires).length === 0
        ? { text: 'No feeds yet.', color: MUTED, margin: [0, 12, 0, 0] }
        : { svg: await feedDiagramSvg(build), fit: [room.width, room.height], margin: [0, 10, 0, 0] },
    ],
  } as never);
  return new Uint8Array(await pdf.getBuffer());
}
