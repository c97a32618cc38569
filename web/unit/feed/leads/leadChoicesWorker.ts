import { expose } from 'comlink';
import type { Build } from '../../../../core/document/index.ts';
import { type LeadQuestion, leadChoices } from '../../../../core/work/index.ts';
import { newId } from '../../../app/ids.ts';

const worker = {
  leadChoices: (build: Build, question: LeadQuestion) => leadChoices(build, question, newId),
};
export type LeadChoicesWorker = typeof worker;
expose(worker);
