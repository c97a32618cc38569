/** What the worker threads do: laying pages out takes longer than a request should block. */
import { daySheetPdf } from './daySheetPdf.ts';
import { drillTemplatesPdf } from './drillTemplatesPdf.ts';
import { feedDiagramPdf } from './feedDiagramPdf.ts';
import { operatorCardPdf } from './operatorCardPdf.ts';
import { quotePdf } from './quotePdf.ts';
import { tapeSheetPdf } from './tapeSheetPdf.ts';
import { wireLabelsPdf } from './wireLabelsPdf.ts';
import { workbookXlsx } from './workbook.ts';

const MAKERS = {
  daySheetPdf,
  quotePdf,
  drillTemplatesPdf,
  feedDiagramPdf,
  operatorCardPdf,
  tapeSheetPdf,
  wireLabelsPdf,
  workbookXlsx,
};
export type Makers = typeof MAKERS;

export interface DocumentTask<Name extends keyof Makers = keyof Makers> {
  name: Name;
  request: Parameters<Makers[Name]>[0];
}

export default function makeDocument<Name extends keyof Makers>({ name, request }: DocumentTask<Name>) {
  return (MAKERS[name] as (request: DocumentTask<Name>['request']) => Promise<Uint8Array>)(request);
}
