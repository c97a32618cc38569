/** Lists of a unit as tables, the same for CSV and for spreadsheets. Column names say the unit of their figures. */
import { bodyOf } from '../../core/body/index.ts';
import type { Build } from '../../core/document/index.ts';
import { bundleList, cutList, fuseMap, jointList, pinTables, wireOrder } from '../../core/harness/index.ts';
import { assess } from '../../core/rules/index.ts';
import { boughtQuantity, PART_GROUP_NAMES, partsList } from '../../core/work/index.ts';

export type Cell = string | number | null;
export type Row = Record<string, Cell>;

export interface TableSource {
  build: Build;
  pricesMarks: ReadonlyMap<string, number>;
}

interface TableKind {
  title: string;
  /** In the order of the file, which has them even when no row follows. */
  columns: readonly string[];
  rows(source: TableSource): Row[];
}

const round = (value: number, digits = 2): number => Number(value.toFixed(digits));

const CUT_LIST: TableKind = {
  title: 'Cut list',
  columns: [
    'wire',
    'feed',
    'gauge',
    'colour',
    'length_mm',
    'from',
    'from_fitting',
    'from_strip_mm',
    'to',
    'to_fitting',
    'to_strip_mm',
    'shrink_mm',
  ],
  rows: ({ build }) =>
    cutList(build).map(({ tag, feed, gauge, colour, lengthMm, from, end, shrinkMm }) => ({
      wire: tag,
      feed,
      gauge,
      colour,
      length_mm: lengthMm,
      from: from.to,
      from_fitting: from.fitting,
      from_strip_mm: from.stripMm,
      to: end.to,
      to_fitting: end.fitting,
      to_strip_mm: end.stripMm,
      shrink_mm: shrinkMm,
    })),
};

const JOINTS: TableKind = {
  title: 'Joints',
  columns: ['joint', 'feed', 'at', 'leads', 'fitting', 'strip_mm', 'shrink_mm', 'note'],
  rows: ({ build }) =>
    jointList(build).map(({ tag, feed, at, leads, fitting, stripMm, shrinkMm, note }) => ({
      joint: tag,
      feed,
      at,
      leads: leads.join(' + '),
      fitting,
      strip_mm: stripMm,
      shrink_mm: shrinkMm,
      note,
    })),
};

const BUNDLES: TableKind = {
  title: 'Bundles',
  columns: [
    'from',
    'to',
    'length_mm',
    'joint_slack_mm',
    'wires',
    'count',
    'diameter_mm',
    'loom_mm',
    'grommet_bore_mm',
    'grommet_hole_mm',
    'hole_there_mm',
  ],
  rows: ({ build }) =>
    bundleList(build, bodyOf(build)).map((line) => ({
      from: line.from,
      to: line.to,
      length_mm: Math.round(line.lengthMm),
      joint_slack_mm: Math.round(line.slackMm),
      wires: line.wires,
      count: line.count,
      diameter_mm: round(line.diameterMm, 1),
      loom_mm: line.loomMm,
      grommet_bore_mm: line.grommet?.boreMm ?? null,
      grommet_hole_mm: line.grommet?.holeMm ?? null,
      hole_there_mm: line.holeMm,
    })),
};

const PINS: TableKind = {
  title: 'Connector pins',
  columns: ['connector', 'pin', 'standard', 'standard_colour', 'supply_half', 'lamp_half', 'note'],
  rows: ({ build }) =>
    pinTables(build).map((line) => ({
      connector: line.connector,
      pin: line.pin,
      standard: line.standard,
      standard_colour: line.standardColour,
      supply_half: line.supply,
      lamp_half: line.lamps,
      note: line.note,
    })),
};

const FUSES: TableKind = {
  title: 'Fuse map',
  columns: ['at', 'protects', 'family', 'rating_a', 'colour', 'load_a', 'wire', 'live', 'lamps'],
  rows: ({ build }) =>
    fuseMap(build, assess(build).feeds).map((line) => ({
      at: line.at,
      protects: line.protects,
      family: line.family,
      rating_a: line.ratingA,
      colour: line.colour,
      load_a: round(line.loadA),
      wire: line.gauge,
      live: line.live,
      lamps: line.lamps,
    })),
};

const WIRE: TableKind = {
  title: 'Wire to buy',
  columns: ['gauge', 'colour', 'length_m', 'pieces'],
  rows: ({ build }) =>
    wireOrder(cutList(build)).map(({ gauge, colour, lengthM, pieces }) => ({
      gauge,
      colour,
      length_m: round(lengthM),
      pieces,
    })),
};

const PARTS: TableKind = {
  title: 'Parts to buy',
  columns: ['group', 'part', 'number', 'quantity', 'unit', 'use', 'price_marks', 'note'],
  rows: ({ build, pricesMarks }) =>
    partsList(build, assess(build).feeds).map((line) => ({
      group: PART_GROUP_NAMES[line.group],
      part: line.name,
      number: pricesMarks.has(line.key) ? line.key : '',
      quantity: boughtQuantity(line),
      unit: line.unit,
      use: line.use,
      price_marks: pricesMarks.get(line.key) ?? null,
      note: line.missing ? line.reason : '',
    })),
};

const TABLES = {
  'cut-list': CUT_LIST,
  joints: JOINTS,
  bundles: BUNDLES,
  pins: PINS,
  fuses: FUSES,
  wire: WIRE,
  parts: PARTS,
} as const satisfies Record<string, TableKind>;
type TableName = keyof typeof TABLES;

/** Workbooks of several tables, a sheet each. */
const WORKBOOKS: Record<string, readonly TableName[]> = {
  wiring: ['cut-list', 'joints', 'bundles', 'pins', 'fuses'],
  purchase: ['parts', 'wire'],
};

export interface Sheet {
  title: string;
  columns: readonly string[];
  rows: Row[];
}

/** The tables that a name stands for: itself or a workbook's; none when there is nothing of that name. */
const tablesOf = (name: string): readonly TableName[] => {
  if (Object.hasOwn(TABLES, name)) return [name as TableName];
  return Object.hasOwn(WORKBOOKS, name) ? WORKBOOKS[name]! : [];
};

export const isWorkbook = (name: string): boolean => Object.hasOwn(WORKBOOKS, name);

/** The sheets of a table or a workbook by its name; none when there is nothing of that name. */
export const sheetsOf = (name: string, source: TableSource): Sheet[] =>
  tablesOf(name).map((each) => {
    const { title, columns, rows } = TABLES[each];
    return { title, columns, rows: rows(source) };
  });
