import type { Transaction } from 'sequelize';
import type { Database } from './connect.ts';

/** Work of which all is written or nothing. */
export const inTransaction =
  ({ sequelize }: Pick<Database, 'sequelize'>) =>
  <Result>(work: (transaction: Transaction) => Promise<Result>): Promise<Result> =>
    sequelize.transaction(work);
