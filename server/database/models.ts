/** Tables as Sequelize models. They never leave the data layer: services hand out plain records. */
import { DataTypes, type Model, type ModelStatic, type Sequelize } from 'sequelize';
import type { LogRow } from '../../core/document/index.ts';

export interface PersonRow {
  id: string;
  username: string;
  name: string;
  role: 'lead' | 'installer' | 'owner';
  colour: string;
  passwordHash: string;
  /** The fleet whose units an owner sees; null for the crew. */
  fleetId: string | null;
  isDisabled: boolean;
  /** They chose their password themselves. */
  hasJoined: boolean;
}

export interface InvitationRow {
  codeHash: string;
  personId: string;
  endsAt: Date;
}

/** What was done about people, for the lead to read. */
export interface PeopleLogRow {
  id: string;
  at: Date;
  byName: string;
  what: string;
}

export interface FleetRow {
  id: string;
  name: string;
}

export interface SessionRow {
  tokenHash: string;
  personId: string;
  csrf: string;
  startedAt: Date;
  expiresAt: Date;
}

export interface UnitRow {
  id: string;
  tag: string;
  name: string;
  bodyId: string;
  fleetId: string | null;
  revision: number;
  stage: string;
  /** Counts and words of the last judgement, as JSON. */
  summary: string;
  /** What the yard draws of it, as JSON. */
  glyph: string;
  /** What the shop's board needs of it, as JSON; null until it was judged once. */
  shopUnit: string | null;
  /** Minutes that were written down for its steps, as JSON; null when there are none. */
  spent: string | null;
  /** What a search looks in. */
  words: string;
  stops: number;
  cautions: number;
  lamps: number;
  judgedRevision: number;
  /** Why its document cannot be read; null when it can. */
  damaged: string | null;
  build: string;
  updatedAt: Date;
}

/** The document from which a unit's log begins. */
export interface UnitBaseRow {
  unitId: string;
  revision: number;
  document: string;
}

export interface UnitPatternRow {
  unitId: string;
  patternId: string;
}

export interface OperationRow extends LogRow {
  unitId: string;
}

export interface ShopRow {
  id: number;
  revision: number;
  document: string;
  baseRevision: number;
  base: string | null;
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
  sizeBytes: number;
  /** Of what was sent, so that the same id with another picture is noticed. */
  sha256: string;
  at: Date;
}

type Table<Row extends object> = ModelStatic<Model<Row, Row>>;

export interface Tables {
  people: Table<PersonRow>;
  sessions: Table<SessionRow>;
  invitations: Table<InvitationRow>;
  peopleLog: Table<PeopleLogRow>;
  fleets: Table<FleetRow>;
  units: Table<UnitRow>;
  unitBases: Table<UnitBaseRow>;
  unitPatterns: Table<UnitPatternRow>;
  operations: Table<OperationRow>;
  lamps: Table<LampRow>;
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
const maybe = (column: object) => ({ ...column, allowNull: true });
const flag = () => ({ type: DataTypes.BOOLEAN, allowNull: false });
const long = () => ({ type: DataTypes.TEXT('long'), allowNull: false });

const logColumns = () => ({
  id: key(),
  revision: whole(),
  kind: text(40),
  clientId: text(36),
  personId: maybe(uuid()),
  personName: text(80),
  at: moment(),
  operation: long(),
  touched: long(),
  undoes: maybe(uuid()),
  effect: maybe(long()),
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
      fleetId: maybe(uuid()),
      isDisabled: flag(),
      hasJoined: flag(),
    }),
    invitations: table('invitations', {
      codeHash: { ...text(64), primaryKey: true },
      personId: uuid(),
      endsAt: moment(),
    }),
    peopleLog: table('people_log', { id: key(), at: moment(), byName: text(80), what: text(200) }),
    fleets: table('fleets', { id: key(), name: text(80) }),
    sessions: table('sessions', {
      tokenHash: { ...text(64), primaryKey: true },
      personId: uuid(),
      csrf: text(64),
      startedAt: moment(),
      expiresAt: moment(),
    }),
    units: table('units', {
      id: key(),
      tag: text(12),
      name: text(60),
      bodyId: text(40),
      fleetId: maybe(uuid()),
      revision: whole(),
      stage: text(20),
      summary: long(),
      glyph: long(),
      shopUnit: maybe(long()),
      spent: maybe(long()),
      words: text(600),
      stops: whole(),
      cautions: whole(),
      lamps: whole(),
      judgedRevision: whole(),
      damaged: maybe(text(400)),
      build: long(),
      updatedAt: moment(),
    }),
    unitBases: table('unit_bases', { unitId: key(), revision: whole(), document: long() }),
    unitPatterns: table('unit_patterns', { unitId: key(), patternId: { ...text(80), primaryKey: true } }),
    operations: table('operations', { ...logColumns(), unitId: uuid() }),
    shop: table('shop', {
      id: { ...whole(), primaryKey: true },
      revision: whole(),
      document: long(),
      baseRevision: whole(),
      base: maybe(long()),
    }),
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
    photos: table('photos', {
      id: key(),
      unitId: uuid(),
      width: whole(),
      height: whole(),
      bytes: { type: DataTypes.BLOB('medium'), allowNull: false },
      sizeBytes: whole(),
      sha256: text(64),
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
