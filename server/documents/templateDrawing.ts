/** A drilling template as a drawing for other programs. */
import { bodyOf } from '../../core/body/index.ts';
import type { Build } from '../../core/document/index.ts';
import { drawingDxf, drawingSvg, drillTemplate, templateJobs } from '../../core/place/index.ts';

export interface TemplateDrawingRequest {
  build: Build;
  jobKey: string;
  format: 'svg' | 'dxf';
}

/** The text of the file; null when there is no such job on the unit. */
export async function templateDrawing({ build, jobKey, format }: TemplateDrawingRequest): Promise<string | null> {
  const job = templateJobs(build, bodyOf(build)).find((each) => each.key === jobKey);
  if (!job) return null;
  const drawing = drillTemplate(build, job);
  return format === 'svg' ? drawingSvg(drawing) : drawingDxf(drawing);
}
