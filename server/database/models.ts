/** Tables as Sequelize models. They never leave the data layer: services hand out plain records. */
import { DataTypes, type Model, type ModelStatic, type Sequelize } from 'sequelize';

export interface PersonRow {
  id: string;
  username: string;
  name: string;
  role: 'lead' | 'installer' | 'owner';
  colour: string;
  passwordHash: string;
}

export interface SessionRow {
  tokenHash: string;
  personId: string;
  csrf: string;
  expiresAt: Date;
}

export interface UnitRow {
  id: string;
  tag: string;
  name: string;
  bodyId: string;
  revision: number;
  stage: string;
  summary: string;
  build: string;
  updatedAt: Date;
}

/** One row of a log: what was done, by whom, and which fields it touched. */
export interface LogRow {
  id: string;
  revision: number;
  kind: string;
  clientId: string;
  personName: string;
  at: Date;
  operation: string;
  touched: string;
}

export interface OperationRow extends LogRow {
  unitId: string;
}

export interface ShopRow {
  id: number;
  revision: number;
  document: string;
}

export interface LampRow {
  unitId: string;
  lampId: string;
  tag: string;
  modelKey: string;
  face: string;
  colour: string;
  xMm: number;
  yMm: number;
  zMm: number;
}

export interface FeedRow {
  unitId: string;
  fuseId: string;
  name: string;
  slotLabel: string;
  ratingA: number;
  maximumA: number;
}

export interface PatternRow {
  unitId: string;
  functionId: string;
  lampId: string;
  patternId: string;
  phase: string;
}

export interface ReadingRow {
  unitId: string;
  readingId: string;
  quantity: string;
  value: number;
  byName: string;
  at: Date;
}

export interface ShelfRow {
  modelKey: string;
  name: string;
  kind: string;
  entry: string;
}

export interface SettingRow {
  name: string;
  value: string;
}

export interface PhotoRow {
  id: string;
  unitId: string;
  width: number;
  height: number;
  bytes: Buffer;
  at: Date;
}

type Table<Row extends object> = ModelStatic<Model<Row, Row>>;

export interface Tables {
  people: Table<PersonRow>;
  sessions: Table<SessionRow>;
  units: Table<UnitRow>;
  operations: Table<OperationRow>;
  lamps: Table<LampRow>;
  feeds: Table<FeedRow>;
  patterns: Table<PatternRow>;
  readings: Table<ReadingRow>;
  photos: Table<PhotoRow>;
  shelf: Table<ShelfRow>;
  settings: Table<SettingRow>;
  shop: Table<ShopRow>;
  shopOperations: Table<LogRow>;
}

// Functions, because Sequelize writes the column's name into the object it is given.
const uuid = () => ({ type: DataTypes.UUID, allowNull: false });
const key = () => ({ ...uuid(), primaryKey: true });
const text = (length: number) => ({ type: DataTypes.STRING(length), allowNull: false });
const number = () => ({ type: DataTypes.DOUBLE, allowNull: false });
const whole = () => ({ type: DataTypes.INTEGER, allowNull: false });
const moment = () => ({ type: DataTypes.DATE(3), allowNull: false });
const long = () => ({ type: DataTypes.TEXT('long'), allowNull: false });

const logColumns = () => ({
  id: key(),
  revision: whole(),
  kind: text(40),
  clientId: text(36),
  personName: text(80),
  at: moment(),
  operation: long(),
  touched: long(),
});

export function defineTables(sequelize: Sequelize): Tables {
  const options = { timestamps: false, underscored: true, freezeTableName: true };
  const table = <Row extends object>(name: string, columns: Record<string, object>): Table<Row> =>
    sequelize.define(name, columns as never, { ...options, tableName: name }) as unknown as Table<Row>;
  return {
    people: table('people', {
      id: key(),
      username: text(60),
      name: text(80),
      role: text(20),
      colour: text(9),
      passwordHash: text(200),
    }),
    sessions: table('sessions', {
      tokenHash: { ...text(64), primaryKey: true },
      personId: uuid(),
      csrf: text(64),
      expiresAt: moment(),
    }),
    units: table('units', {
      id: key(),
      tag: text(12),
      name: text(60),
      bodyId: text(40),
      revision: whole(),
      stage: text(20),
      summary: long(),
      build: long(),
      updatedAt: moment(),
    }),
    operations: table('operations', { ...logColumns(), unitId: uuid() }),
    shop: table('shop', { id: { ...whole(), primaryKey: true }, revision: whole(), document: long() }),
    shopOperations: table('shop_operations', logColumns()),
    lamps: table('lamps', {
      unitId: key(),
      lampId: key(),
      tag: text(5),
      modelKey: text(10),
      face: text(10),
      colour: text(10),
      xMm: number(),
      yMm: number(),
      zMm: number(),
    }),
    feeds: table('feeds', {
      unitId: key(),
      fuseId: key(),
      name: text(60),
      slotLabel: text(24),
      ratingA: number(),
      maximumA: number(),
    }),
    patterns: table('patterns', {
      unitId: key(),
      functionId: key(),
      lampId: key(),
      patternId: text(40),
      phase: text(1),
    }),
    readings: table('readings', {
      unitId: key(),
      readingId: key(),
      quantity: text(10),
      value: number(),
      byName: text(80),
      at: moment(),
    }),
    photos: table('photos', {
      id: key(),
      unitId: uuid(),
      width: whole(),
      height: whole(),
      bytes: { type: DataTypes.BLOB('medium'), allowNull: false },
      at: moment(),
    }),
    shelf: table('shelf', {
      modelKey: { ...text(10), primaryKey: true },
      name: text(80),
      kind: text(20),
      entry: long(),
    }),
    settings: table('settings', { name: { ...text(40), primaryKey: true }, value: text(200) }),
  };
}
