import { expose } from 'comlink';
import type { Build, Id } from '../../../core/document/index.ts';
import { askMethods, type MethodQuestion, type ShopKnows } from '../../../core/work/index.ts';
import { newId } from '../../app/ids.ts';

const worker = {
  askMethods: (build: Build, question: MethodQuestion, fuseIds: readonly Id[], knows: ShopKnows) =>
    askMethods(build, question, fuseIds, knows, newId),
};
export type MethodsWorker = typeof worker;
expose(worker);
