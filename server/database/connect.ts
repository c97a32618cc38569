import { Sequelize, Transaction } from 'sequelize';
import { defineTables, type Tables } from './models.ts';

export interface DatabaseAddress {
  host: string;
  port: number;
  user: string;
  password: string;
  database: string;
}

export interface Database {
  sequelize: Sequelize;
  tables: Tables;
  close(): Promise<void>;
}

/** Opens a pool to MariaDB. Throws when the server cannot be reached. */
export async function connect(address: DatabaseAddress): Promise<Database> {
  const sequelize = new Sequelize(address.database, address.user, address.password, {
    dialect: 'mariadb',
    host: address.host,
    port: address.port,
    logging: false,
    pool: { max: 12, acquire: 10_000 },
    // Reads inside a transaction must see what the row lock has just waited for.
    isolationLevel: Transaction.ISOLATION_LEVELS.READ_COMMITTED,
    dialectOptions: { connectTimeout: 5000 },
  });
  await sequelize.authenticate();
  return { sequelize, tables: defineTables(sequelize), close: () => sequelize.close() };
}
