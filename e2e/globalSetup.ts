import path from 'node:path';
import { buildWebWhenStale } from '../bin/buildWeb.ts';

/** The interface is built once; each worker then starts a West Ember of its own. */
export default function globalSetup(): void {
  buildWebWhenStale(path.resolve('.'));
}
