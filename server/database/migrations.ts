/** Numbered migrations, run by Umzug and remembered in the table `migrations`. A released step is never edited. */
import type { QueryInterface, Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';

interface Migration {
  name: string;
  up(query: QueryInterface): Promise<void>;
  down(query: QueryInterface): Promise<void>;
}

const FIRST_TABLES = [
  `CREATE TABLE people (
    id CHAR(36) PRIMARY KEY, username VARCHAR(60) NOT NULL UNIQUE, name VARCHAR(80) NOT NULL, role VARCHAR(20) NOT NULL,
    colour VARCHAR(9) NOT NULL, password_hash VARCHAR(200) NOT NULL)`,
  `CREATE TABLE sessions (
    token_hash CHAR(64) PRIMARY KEY, person_id CHAR(36) NOT NULL, csrf CHAR(64) NOT NULL, expires_at DATETIME(3) NOT NULL,
    INDEX (expires_at), FOREIGN KEY (person_id) REFERENCES people(id) ON DELETE CASCADE)`,
  `CREATE TABLE units (
    id CHAR(36) PRIMARY KEY, tag VARCHAR(12) NOT NULL UNIQUE, name VARCHAR(60) NOT NULL, body_id VARCHAR(40) NOT NULL,
    revision INT NOT NULL, stage VARCHAR(20) NOT NULL, summary LONGTEXT NOT NULL, build LONGTEXT NOT NULL,
    updated_at DATETIME(3) NOT NULL)`,
  `CREATE TABLE operations (
    id CHAR(36) PRIMARY KEY, unit_id CHAR(36) NOT NULL, revision INT NOT NULL, kind VARCHAR(40) NOT NULL,
    client_id VARCHAR(36) NOT NULL, person_name VARCHAR(80) NOT NULL, at DATETIME(3) NOT NULL,
    operation LONGTEXT NOT NULL, touched LONGTEXT NOT NULL,
    UNIQUE (unit_id, revision), FOREIGN KEY (unit_id) REFERENCES units(id) ON DELETE CASCADE)`,
  `CREATE TABLE lamps (
    unit_id CHAR(36) NOT NULL, lamp_id CHAR(36) NOT NULL, tag VARCHAR(5) NOT NULL, model_key VARCHAR(10) NOT NULL,
    face VARCHAR(10) NOT NULL, colour VARCHAR(10) NOT NULL, x_mm DOUBLE NOT NULL, y_mm DOUBLE NOT NULL, z_mm DOUBLE NOT NULL,
    PRIMARY KEY (unit_id, lamp_id), INDEX (model_key), FOREIGN KEY (unit_id) REFERENCES units(id) ON DELETE CASCADE)`,
  `CREATE TABLE feeds (
    unit_id CHAR(36) NOT NULL, fuse_id CHAR(36) NOT NULL, name VARCHAR(60) NOT NULL, slot_label VARCHAR(24) NOT NULL,
    rating_a DOUBLE NOT NULL, maximum_a DOUBLE NOT NULL,
    PRIMARY KEY (unit_id, fuse_id), FOREIGN KEY (unit_id) REFERENCES units(id) ON DELETE CASCADE)`,
  `CREATE TABLE patterns (
    unit_id CHAR(36) NOT NULL, function_id CHAR(36) NOT NULL, lamp_id CHAR(36) NOT NULL, pattern_id VARCHAR(40) NOT NULL,
    phase CHAR(1) NOT NULL,
    PRIMARY KEY (unit_id, function_id, lamp_id), INDEX (pattern_id), FOREIGN KEY (unit_id) REFERENCES units(id) ON DELETE CASCADE)`,
  `CREATE TABLE readings (
    unit_id CHAR(36) NOT NULL, reading_id CHAR(36) NOT NULL, quantity VARCHAR(10) NOT NULL, value DOUBLE NOT NULL,
    by_name VARCHAR(80) NOT NULL, at DATETIME(3) NOT NULL,
    PRIMARY KEY (unit_id, reading_id), FOREIGN KEY (unit_id) REFERENCES units(id) ON DELETE CASCADE)`,
  `CREATE TABLE shelf (model_key VARCHAR(10) PRIMARY KEY, name VARCHAR(80) NOT NULL, kind VARCHAR(20) NOT NULL, entry LONGTEXT NOT NULL)`,
  `CREATE TABLE settings (name VARCHAR(40) PRIMARY KEY, value VARCHAR(200) NOT NULL)`,
];

const MIGRATIONS: Migration[] = [
  {
    name: '001-first-tables',
    async up(query) {
      for (const statement of FIRST_TABLES) await query.sequelize.query(statement);
    },
    async down(query) {
      for (const name of [
        'settings',
        'shelf',
        'readings',
        'patterns',
        'feeds',
        'lamps',
        'operations',
        'units',
        'sessions',
        'people',
      ]) {
        await query.dropTable(name);
      }
    },
  },
  {
    name: '002-photos',
    async up(query) {
      await query.sequelize.query(`CREATE TABLE photos (
        id CHAR(36) PRIMARY KEY, unit_id CHAR(36) NOT NULL, width INT NOT NULL, height INT NOT NULL,
        bytes MEDIUMBLOB NOT NULL, at DATETIME(3) NOT NULL,
        INDEX (unit_id), FOREIGN KEY (unit_id) REFERENCES units(id) ON DELETE CASCADE)`);
    },
    async down(query) {
      await query.dropTable('photos');
    },
  },
  {
    name: '003-shop',
    async up(query) {
      await query.sequelize.query(
        'CREATE TABLE shop (id INT PRIMARY KEY, revision INT NOT NULL, document LONGTEXT NOT NULL)',
      );
      await query.sequelize.query(`CREATE TABLE shop_operations (
        id CHAR(36) PRIMARY KEY, revision INT NOT NULL UNIQUE, kind VARCHAR(40) NOT NULL, client_id VARCHAR(36) NOT NULL,
        person_name VARCHAR(80) NOT NULL, at DATETIME(3) NOT NULL, operation LONGTEXT NOT NULL, touched LONGTEXT NOT NULL)`);
      // The one shop of this server, empty: its service fills in what a new one has.
      await query.sequelize.query("INSERT INTO shop (id, revision, document) VALUES (1, 0, '')");
    },
    async down(query) {
      await query.dropTable('shop_operations');
      await query.dropTable('shop');
    },
  },
];

/** Brings the database to today's shape. Names of the steps that ran. */
export async function migrate(sequelize: Sequelize): Promise<string[]> {
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, up, down }) => ({
      name,
      up: ({ context }: { context: QueryInterface }) => up(context),
      down: ({ context }: { context: QueryInterface }) => down(context),
    })),
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
    logger: undefined,
  });
  return (await umzug.up()).map((step) => step.name);
}
