import { expose } from 'comlink';
import { bodyOf } from '../../core/body/index.ts';
import type { Build, Id } from '../../core/document/index.ts';

import { type FieldOptions, type LampField, lampFields } from '../../core/sight/index.ts';

const worker = {
  lampFields: (build: Build, lampIds: Id[], options: FieldOptions): LampField[] =>
    lampFields(build, bodyOf(build), lampIds, options),
};
export type SightWorker = typeof worker;
expose(worker);
