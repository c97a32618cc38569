/** Drilling templates as PDF at true scale, tiled over as many sheets of paper as they need. */
import { bodyOf } from '../../core/body/index.ts';
import type { Build } from '../../core/document/index.ts';
import {
  type Drawing,
  drawingSvg,
  drillTemplate,
  PAPER_MARGIN_MM,
  type Paper,
  templateJobs,
  tilesOf,
} from '../../core/place/index.ts';

import { MUTED, pdfmake } from './pdfSetup.ts';

const POINTS_PER_MM = 72 / 25.4;

/** A page of whole points: what shows or prints a page of 595.28 of them may squeeze it into 595, and the holes with it. */
const pageSizeOf = ({ widthMm, heightMm }: Paper) => ({
  width: Math.round(widthMm * POINTS_PER_MM),
  height: Math.round(heightMm * POINTS_PER_MM),
});

export interface TemplatesRequest {
  build: Build;
  paper: Paper;
  /** One job's key, or null for all. */
  jobKey: string | null;
}

function pagesOf(drawing: Drawing, paper: Paper): Record<string, unknown>[] {
  const tiles = tilesOf(drawing, paper);
  const rows = Math.max(...tiles.map((tile) => tile.row)) + 1;
  return tiles.flatMap((tile) => {
    const at = { x: PAPER_MARGIN_MM * POINTS_PER_MM, y: PAPER_MARGIN_MM * POINTS_PER_MM };
    const place =
      tiles.length === 1
        ? 'one sheet, print at 100 %'
        : `sheet ${tile.column + 1} of ${tiles.length / rows} across, ${tile.row + 1} of ${rows} down; lay the edges over each other, print at 100 %`;
    return [
      {
        svg: drawingSvg(drawing, tile),
        width: tile.widthMm * POINTS_PER_MM,
        height: tile.heightMm * POINTS_PER_MM,
        absolutePosition: at,
        font: 'Barlow',
      },
      {
        text: place,
        fontSize: 7,
        color: MUTED,
        absolutePosition: { x: at.x, y: (paper.heightMm - PAPER_MARGIN_MM + 2) * POINTS_PER_MM },
      },
    ];
  });
}

/** Bytes of the PDF; null when there is no such job on the unit. */
export async function drillTemplatesPdf({ build, paper, jobKey }: TemplatesRequest): Promise<Uint8Array | null> {
  const jobs = templateJobs(build, bodyOf(build)).filter((job) => jobKey === null || job.key === jobKey);
  if (jobKey !== null && jobs.length === 0) return null;
  const pages = jobs.flatMap((job) => pagesOf(drillTemplate(build, job), paper));
  // Every drawing and its caption make a page: a break before each drawing but the first.
  const content = pages.map((item, index) => ('svg' in item && index > 0 ? { ...item, pageBreak: 'before' } : item));
  const pdf = pdfmake.createPdf({
    pageSize: pageSizeOf(paper),
    pageMargins: 0,
    info: { title: `Drilling templates ${build.unit.tag}`, creator: 'West Ember' },
    defaultStyle: { font: 'Barlow', fontSize: 9 },
    content: content.length > 0 ? content : [{ text: 'Nothing is drilled on this unit.', margin: 40 }],
  });
  return new Uint8Array(await pdf.getBuffer());
}
