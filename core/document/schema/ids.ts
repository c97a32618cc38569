import * as z from 'zod';

/** Ids are made by the client: UUID version 7. */
export const Id = z.uuid();
export type Id = string;
