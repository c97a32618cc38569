/** Sending operations in tests, as a window does. */
import type { Build, OperationDraft } from '../../core/document/index.ts';
import { uuidv7 } from '../ids.ts';
import type { Client } from './testServer.ts';

export interface OutcomeShape {
  id: string;
  status: 'applied' | 'refused';
  revision: number;
  reason?: { kind: string; message: string };
  conflict?: { by: string; field: string; theirs: unknown };
}

export type Sent = OperationDraft | { kind: 'undo'; operationId: string };

export const unitOf = async (client: Client, unitId: string) =>
  (await client.get(`/api/units/${unitId}`)).json<{ revision: number; build: Build }>();

/** A window of one person on one unit: sends on top of everything that was done so far. */
export function windowOn(client: Client, unitId: string, clientId = uuidv7()) {
  const url = `/api/units/${unitId}/operations`;
  return {
    url,
    async send(...drafts: Sent[]) {
      const { revision } = await unitOf(client, unitId);
      const operations = drafts.map((draft) => ({ ...draft, id: uuidv7() }));
      const answer = await client.send('POST', url, { baseRevision: revision, clientId, operations });
      return { answer, operations, outcomes: answer.json<{ outcomes: OutcomeShape[] }>().outcomes };
    },
    /** Sends one that has to be taken; gives its id. */
    async must(draft: Sent): Promise<string> {
      const { outcomes } = await this.send(draft);
      if (outcomes[0]!.status !== 'applied') throw new Error(JSON.stringify(outcomes[0]));
      return outcomes[0]!.id;
    },
  };
}
