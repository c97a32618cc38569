import { Sequelize } from 'sequelize';
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
    // Whoever waits longer than this is told that the database is away, and asks again.
    pool: { max: 12, acquire: 4000 },
    dialectOptions: { connectTimeout: 2000 },
  });
  await sequelize.authenticate();
  return { sequelize, tables: defineTables(sequelize), close: () => sequelize.close() };
}
