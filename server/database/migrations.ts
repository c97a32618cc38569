/**
 * Numbered migrations, run by Umzug and remembered in the table `migrations`. A released step keeps what it does; each
 * statement can be repeated, because MariaDB commits them one by one and a step that was cut short is run again whole.
 */
import type { QueryInterface, Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { SetupProblem } from './setupProblem.ts';

interface Migration {
  name: string;
  up(query: QueryInterface): Promise<void>;
  down(query: QueryInterface): Promise<void>;
}

const FIRST_TABLES = [
  `CREATE TABLE IF NOT EXISTS people (
    id CHAR(36) PRIMARY KEY, username VARCHAR(60) NOT NULL UNIQUE, name VARCHAR(80) NOT NULL, role VARCHAR(20) NOT NULL,
    colour VARCHAR(9) NOT NULL, password_hash VARCHAR(200) NOT NULL)`,
  `CREATE TABLE IF NOT EXISTS sessions (
    token_hash CHAR(64) PRIMARY KEY, person_id CHAR(36) NOT NULL, csrf CHAR(64) NOT NULL, expires_at DATETIME(3) NOT NULL,
    INDEX (expires_at), FOREIGN KEY (person_id) REFERENCES people(id) ON DELETE CASCADE)`,
  `CREATE TABLE IF NOT EXISTS units (
    id CHAR(36) PRIMARY KEY, tag VARCHAR(12) NOT NULL UNIQUE, name VARCHAR(60) NOT NULL, body_id VARCHAR(40) NOT NULL,
    revision INT NOT NULL, stage VARCHAR(20) NOT NULL, summary LONGTEXT NOT NULL, build LONGTEXT NOT NULL,
    updated_at DATETIME(3) NOT NULL)`,
  `CREATE TABLE IF NOT EXISTS operations (
    id CHAR(36) PRIMARY KEY, unit_id CHAR(36) NOT NULL, revision INT NOT NULL, kind VARCHAR(40) NOT NULL,
    client_id VARCHAR(36) NOT NULL, person_name VARCHAR(80) NOT NULL, at DATETIME(3) NOT NULL,
    operation LONGTEXT NOT NULL, touched LONGTEXT NOT NULL,
    UNIQUE (unit_id, revision), FOREIGN KEY (unit_id) REFERENCES units(id) ON DELETE CASCADE)`,
  `CREATE TABLE IF NOT EXISTS lamps (
    unit_id CHAR(36) NOT NULL, lamp_id CHAR(36) NOT NULL, tag VARCHAR(5) NOT NULL, model_key VARCHAR(10) NOT NULL,
    face VARCHAR(10) NOT NULL, colour VARCHAR(10) NOT NULL, x_mm DOUBLE NOT NULL, y_mm DOUBLE NOT NULL, z_mm DOUBLE NOT NULL,
    PRIMARY KEY (unit_id, lamp_id), INDEX (model_key), FOREIGN KEY (unit_id) REFERENCES units(id) ON DELETE CASCADE)`,
  `CREATE TABLE IF NOT EXISTS feeds (
    unit_id CHAR(36) NOT NULL, fuse_id CHAR(36) NOT NULL, name VARCHAR(60) NOT NULL, slot_label VARCHAR(24) NOT NULL,
    rating_a DOUBLE NOT NULL, maximum_a DOUBLE NOT NULL,
    PRIMARY KEY (unit_id, fuse_id), FOREIGN KEY (unit_id) REFERENCES units(id) ON DELETE CASCADE)`,
  `CREATE TABLE IF NOT EXISTS patterns (
    unit_id CHAR(36) NOT NULL, function_id CHAR(36) NOT NULL, lamp_id CHAR(36) NOT NULL, pattern_id VARCHAR(40) NOT NULL,
    phase CHAR(1) NOT NULL,
    PRIMARY KEY (unit_id, function_id, lamp_id), INDEX (pattern_id), FOREIGN KEY (unit_id) REFERENCES units(id) ON DELETE CASCADE)`,
  `CREATE TABLE IF NOT EXISTS readings (
    unit_id CHAR(36) NOT NULL, reading_id CHAR(36) NOT NULL, quantity VARCHAR(10) NOT NULL, value DOUBLE NOT NULL,
    by_name VARCHAR(80) NOT NULL, at DATETIME(3) NOT NULL,
    PRIMARY KEY (unit_id, reading_id), FOREIGN KEY (unit_id) REFERENCES units(id) ON DELETE CASCADE)`,
  `CREATE TABLE IF NOT EXISTS shelf (model_key VARCHAR(10) PRIMARY KEY, name VARCHAR(80) NOT NULL, kind VARCHAR(20) NOT NULL, entry LONGTEXT NOT NULL)`,
  `CREATE TABLE IF NOT EXISTS settings (name VARCHAR(40) PRIMARY KEY, value VARCHAR(200) NOT NULL)`,
];

/** Invitations, people who left, and what was done about them. */
const PEOPLE = [
  `ALTER TABLE people ADD COLUMN IF NOT EXISTS is_disabled TINYINT(1) NOT NULL DEFAULT 0,
    ADD COLUMN IF NOT EXISTS has_joined TINYINT(1) NOT NULL DEFAULT 1`,
  `CREATE TABLE IF NOT EXISTS invitations (
    code_hash CHAR(64) PRIMARY KEY, person_id CHAR(36) NOT NULL, ends_at DATETIME(3) NOT NULL,
    FOREIGN KEY (person_id) REFERENCES people(id) ON DELETE CASCADE)`,
  `CREATE TABLE IF NOT EXISTS people_log (
    id CHAR(36) PRIMARY KEY, at DATETIME(3) NOT NULL, by_name VARCHAR(80) NOT NULL, what VARCHAR(200) NOT NULL, INDEX (at))`,
];

/** Who did what to undo it, what lists are read from, and from which document a log begins. */
const TRUST = [
  'CREATE TABLE IF NOT EXISTS fleets (id CHAR(36) PRIMARY KEY, name VARCHAR(80) NOT NULL UNIQUE)',
  'ALTER TABLE people ADD COLUMN IF NOT EXISTS fleet_id CHAR(36) NULL',
  'ALTER TABLE sessions ADD COLUMN IF NOT EXISTS started_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3)',
  'ALTER TABLE sessions ADD INDEX IF NOT EXISTS sessions_of_person (person_id)',
  ...['operations', 'shop_operations'].map(
    (log) => `ALTER TABLE ${log}
    ADD COLUMN IF NOT EXISTS person_id CHAR(36) NULL,
    ADD COLUMN IF NOT EXISTS undoes CHAR(36) NULL,
    ADD COLUMN IF NOT EXISTS effect LONGTEXT NULL`,
  ),
  'ALTER TABLE operations ADD INDEX IF NOT EXISTS operations_of_person (unit_id, person_id, revision)',
  `ALTER TABLE units
    ADD COLUMN IF NOT EXISTS fleet_id CHAR(36) NULL,
    ADD COLUMN IF NOT EXISTS glyph LONGTEXT NOT NULL DEFAULT '',
    ADD COLUMN IF NOT EXISTS shop_unit LONGTEXT NULL,
    ADD COLUMN IF NOT EXISTS spent MEDIUMTEXT NULL,
    ADD COLUMN IF NOT EXISTS words VARCHAR(600) NOT NULL DEFAULT '',
    ADD COLUMN IF NOT EXISTS stops INT NOT NULL DEFAULT 0,
    ADD COLUMN IF NOT EXISTS cautions INT NOT NULL DEFAULT 0,
    ADD COLUMN IF NOT EXISTS lamps INT NOT NULL DEFAULT 0,
    ADD COLUMN IF NOT EXISTS judged_revision INT NOT NULL DEFAULT -1,
    ADD COLUMN IF NOT EXISTS damaged VARCHAR(400) NULL`,
  'ALTER TABLE units ADD INDEX IF NOT EXISTS units_in_order (fleet_id, tag)',
  'ALTER TABLE units ADD INDEX IF NOT EXISTS units_counted (fleet_id, stage, stops, cautions, lamps)',
  `CREATE TABLE IF NOT EXISTS unit_bases (
    unit_id CHAR(36) PRIMARY KEY, revision INT NOT NULL, document LONGTEXT NOT NULL,
    FOREIGN KEY (unit_id) REFERENCES units(id) ON DELETE CASCADE)`,
  // What was there before logs had a beginning begins as it stands today.
  'INSERT IGNORE INTO unit_bases (unit_id, revision, document) SELECT id, revision, build FROM units',
  `CREATE TABLE IF NOT EXISTS unit_patterns (
    unit_id CHAR(36) NOT NULL, pattern_id VARCHAR(80) NOT NULL,
    PRIMARY KEY (unit_id, pattern_id), INDEX unit_patterns_used (pattern_id),
    FOREIGN KEY (unit_id) REFERENCES units(id) ON DELETE CASCADE)`,
  `ALTER TABLE shop
    ADD COLUMN IF NOT EXISTS base_revision INT NOT NULL DEFAULT 0,
    ADD COLUMN IF NOT EXISTS base LONGTEXT NULL`,
  'UPDATE shop SET base_revision = revision, base = document WHERE base IS NULL',
  `ALTER TABLE photos
    ADD COLUMN IF NOT EXISTS sha256 CHAR(64) NOT NULL DEFAULT '',
    ADD COLUMN IF NOT EXISTS size_bytes INT NOT NULL DEFAULT 0`,
  'UPDATE photos SET size_bytes = LENGTH(bytes) WHERE size_bytes = 0',
  // Nobody read these.
  ...['readings', 'patterns', 'feeds'].map((name) => `DROP TABLE IF EXISTS ${name}`),
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
      await query.sequelize.query(`CREATE TABLE IF NOT EXISTS photos (
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
        'CREATE TABLE IF NOT EXISTS shop (id INT PRIMARY KEY, revision INT NOT NULL, document LONGTEXT NOT NULL)',
      );
      await query.sequelize.query(`CREATE TABLE IF NOT EXISTS shop_operations (
        id CHAR(36) PRIMARY KEY, revision INT NOT NULL UNIQUE, kind VARCHAR(40) NOT NULL, client_id VARCHAR(36) NOT NULL,
        person_name VARCHAR(80) NOT NULL, at DATETIME(3) NOT NULL, operation LONGTEXT NOT NULL, touched LONGTEXT NOT NULL)`);
      // The one shop of this server, empty: its service fills in what a new one has.
      await query.sequelize.query("INSERT IGNORE INTO shop (id, revision, document) VALUES (1, 0, '')");
    },
    async down(query) {
      await query.dropTable('shop_operations');
      await query.dropTable('shop');
    },
  },
  {
    name: '004-trust',
    async up(query) {
      for (const statement of TRUST) await query.sequelize.query(statement);
    },
    async down(query) {
      for (const name of ['unit_patterns', 'unit_bases', 'fleets']) await query.dropTable(name);
    },
  },
  {
    name: '005-words-as-data',
    async up(query) {
      // What was judged before told its first finding as a sentence: every unit is judged once more.
      await query.sequelize.query(
        "UPDATE units SET judged_revision = -1, summary = JSON_SET(summary, '$.firstFinding', NULL) WHERE JSON_VALID(summary)",
      );
    },
    async down() {},
  },
  {
    name: '006-people',
    async up(query) {
      for (const statement of PEOPLE) await query.sequelize.query(statement);
    },
    async down(query) {
      for (const name of ['people_log', 'invitations']) await query.dropTable(name);
    },
  },
];

/**
 * Brings the database to today's shape, or to that of an earlier step. Names of the steps that ran. A database of a newer
 * program is left alone.
 */
export async function migrate(sequelize: Sequelize, to?: string): Promise<string[]> {
  const storage = new SequelizeStorage({ sequelize, tableName: 'migrations' });
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, up, down }) => ({
      name,
      up: ({ context }: { context: QueryInterface }) => up(context),
      down: ({ context }: { context: QueryInterface }) => down(context),
    })),
    context: sequelize.getQueryInterface(),
    storage,
    logger: undefined,
  });
  const unknown = (await storage.executed()).filter((name) => !MIGRATIONS.some((each) => each.name === name));
  if (unknown.length > 0)
    throw new SetupProblem(
      `The data was written by a newer West Ember (it knows "${unknown[0]}"): start that one, or use another data folder.`,
    );
  const isThere = to !== undefined && (await storage.executed()).includes(to);
  if (isThere) return [];
  return (await umzug.up(to === undefined ? {} : { to })).map((step) => step.name);
}
