/** What the worker threads do: arithmetic and laying pages out take longer than a request should block. */
import { daySheetPdf } from './daySheetPdf.ts';
import { drillTemplatesPdf } from './drillTemplatesPdf.ts';
import { feedDiagramPdf, feedDiagramSvg } from './feedDiagramPdf.ts';
import { netlist } from './netlist.ts';
import { operatorCardPdf } from './operatorCardPdf.ts';
import { quotePdf } from './quotePdf.ts';
import { tableCsv } from './tableCsv.ts';
import { tapeSheetPdf } from './tapeSheetPdf.ts';
import { templateDrawing } from './templateDrawing.ts';
import { wireLabelsPdf } from './wireLabelsPdf.ts';
import { workbookXlsx } from './workbook.ts';

const MAKERS = {
  daySheetPdf,
  quotePdf,
  drillTemplatesPdf,
  feedDiagramPdf,
  feedDiagramSvg,
  netlist,
  operatorCardPdf,
  tableCsv,
  tapeSheetPdf,
  templateDrawing,
  wireLabelsPdf,
  workbookXlsx,
};
export type Makers = typeof MAKERS;

export type Made<Name extends keyof Makers> = Awaited<ReturnType<Makers[Name]>>;

export interface DocumentTask<Name extends keyof Makers = keyof Makers> {
  name: Name;
  request: Parameters<Makers[Name]>[0];
}

export default async function makeDocument<Name extends keyof Makers>({ name, request }: DocumentTask<Name>) {
  return (MAKERS[name] as (request: DocumentTask<Name>['request']) => Promise<Made<Name>>)(request);
}
