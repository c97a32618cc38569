/** Lists that hang in the unit: which fuse guards what, what each pin of a connector carries, what runs in each section. */

import type { Body } from '../body/index.ts';
import type { FeedFigures } from '../circuit/index.ts';
import { FAMILIES, fuseColour } from '../circuit/index.ts';
import type { Build, ElementOf, Terminal } from '../document/index.ts';
import { FAMILY_OF_SIZE, type Feed, isMain, seatOf, sizeOf, sourceInBox, whenWords } from '../graph/index.ts';
import { compareTags } from '../place/index.ts';
import type { Amps, Millimetres } from '../units/index.ts';
import { type Grommet, grommetFor } from './bundles.ts';
import { connectorByName } from './connectors.ts';
import { type CutLine, cutList } from './cutList.ts';
import { bundlesOf, throughNode, wireRoutes } from './routes.ts';

export interface FuseMapLine {
  at: string;
  protects: string;
  family: string;
  ratingA: Amps | null;
  colour: string;
  loadA: Amps;
  gauge: string;
  live: string;
  lamps: string;
}

const WANTED_WORDS = { always: 'always', ignition: 'with the key' } as const;

/** Where a feed's fuse sits, as the crew finds it. */
function fusePlace(build: Build, feed: Feed): string {
  const wire = Object.values(build.wires).find(({ to }) => to.elementId === feed.fuse.id && to.terminal === 'in');
  const near = wire && build.elements[wire.from.elementId];
  if (near?.kind === 'block') return near.name || 'fuse block';
  if (feed.upstream.length > 0 && near?.kind === 'splice') return `on the branch at ${near.name}`;
  return feed.slot ? sourceInBox(build, feed.slot) : 'at the battery stud';
}

/** Every fuse that was added, in the order of the feeds, then the unit's own that they are taken from. */
export function fuseMap(build: Build, feeds: readonly { feed: Feed; figures: FeedFigures }[]): FuseMapLine[] {
  const own = feeds.map(({ feed, figures }): FuseMapLine => {
    const { family, ratingA } = feed.fuse;
    const wire = feed.wires[0];
    return {
      at: fusePlace(build, feed),
      protects: isMain(feed) ? `${feed.fuse.name}, all of it` : feed.fuse.name,
      family: FAMILIES[family].name,
      ratingA,
      colour: fuseColour(family, ratingA),
      loadA: figures.maximumA,
      gauge: wire ? (wire.table === 'awg' ? `AWG ${wire.gauge}` : `${wire.gauge} mm²`) : '',
      live: feed.slot ? whenWords(feed.slot, build.electrics.systemVoltageV) : WANTED_WORDS[feed.fuse.wanted],
      lamps: [...feed.lamps.map((lamp) => lamp.tag).sort(compareTags), ...feed.caps.map(({ name }) => name)].join(' '),
    };
  });
  // What sits in the slot itself is the feed's.
  const seated = new Set(feeds.flatMap(({ feed }) => seatOf(build, feed.fuse)?.id ?? []));
  const tapped = new Set(feeds.flatMap(({ feed }) => feed.slot?.id ?? []));
  const units = Object.values(build.slots)
    .filter((slot) => tapped.has(slot.id) && !seated.has(slot.id))
    .map(
      (slot): FuseMapLine => ({
        at: sourceInBox(build, slot),
        protects: slot.feeds ? `the unit's own: ${slot.feeds}` : "the unit's own, spare",
        family: FAMILIES[FAMILY_OF_SIZE[sizeOf(slot)]].name,
        ratingA: slot.ratingA,
        colour: fuseColour(FAMILY_OF_SIZE[sizeOf(slot)], slot.ratingA),
        loadA: slot.ownLoadA,
        gauge: '',
        live: whenWords(slot, build.electrics.systemVoltageV),
        lamps: '',
      }),
    );
  return [...own, ...units];
}

export interface PinLine {
  connector: string;
  pin: string;
  /** What its standard says of the pin; empty for a plain connector. */
  standard: string;
  standardColour: string;
  supply: string;
  lamps: string;
  note: string;
}

type Ends = ReadonlyMap<string, string>;

function wiresByTerminal(build: Build, lines: readonly CutLine[]): Ends {
  const byTerminal = new Map<string, string>();
  const add = ({ elementId, terminal }: Terminal, words: string) => {
    const key = `${elementId}.${terminal}`;
    byTerminal.set(key, byTerminal.has(key) ? `${byTerminal.get(key)}, ${words}` : words);
  };
  for (const line of lines) {
    const wire = build.wires[line.wireId]!;
    const words = `${line.tag} ${line.gauge} ${line.colour}`;
    add(wire.from, words);
    add(wire.to, words);
  }
  return byTerminal;
}

function connectorPins(element: ElementOf<'connector'>, wires: Ends): PinLine[] {
  const standard = connectorByName(element.pinsOf);
  return Array.from({ length: element.pins }, (_, index): PinLine => {
    const pin = String(index + 1);
    const spec = standard?.pins.find((each) => each.pin === pin);
    const supply = wires.get(`${element.id}.a${pin}`) ?? '';
    const lamps = wires.get(`${element.id}.b${pin}`) ?? '';
    const oneSided = supply === '' ? 'no wire on the supply half' : 'no wire on the lamp half';
    const plain = spec && supply !== '' && !supply.includes(spec.colour) ? `standard colour is ${spec.colour}` : '';
    return {
      connector: element.name || 'connector',
      pin,
      standard: spec?.purpose ?? '',
      standardColour: spec?.colour ?? '',
      supply,
      lamps,
      note: supply === '' && lamps === '' ? 'plug the cavity' : supply === '' || lamps === '' ? oneSided : plain,
    };
  });
}

/** Every pin of every connector and of every receiver, with the wires on both halves. */
export function pinTables(build: Build, lines: readonly CutLine[] = cutList(build)): PinLine[] {
  const wires = wiresByTerminal(build, lines);
  return Object.values(build.elements).flatMap((element): PinLine[] => {
    if (element.kind === 'connector') return connectorPins(element, wires);
    if (element.kind !== 'receiver') return [];
    return ['supply', 'ground', ...element.channels.map((_, index) => `out${index + 1}`)].map((terminal): PinLine => {
      const channel = element.channels[Number(terminal.slice(3)) - 1];
      const has = wires.get(`${element.id}.${terminal}`) ?? '';
      return {
        connector: element.name || 'receiver',
        pin: terminal.replace('out', 'output '),
        standard: (channel && build.controls[channel]?.name) || terminal,
        standardColour: '',
        supply: terminal.startsWith('out') ? '' : has,
        lamps: terminal.startsWith('out') ? has : '',
        note: has === '' ? 'not used' : '',
      };
    });
  });
}

export interface BundleLine {
  from: string;
  to: string;
  lengthMm: Millimetres;
  /** Further wire for the travel of a joint, mm. */
  slackMm: Millimetres;
  wires: string;
  count: number;
  diameterMm: Millimetres;
  /** Inside diameter; null when no size takes the bundle. */
  loomMm: Millimetres | null;
  grommet: Grommet | null;
  /** The hole that is there, where one of its ends passes a wall. */
  holeMm: Millimetres | null;
}

/** What a lead of a ready loom is called among tags of wires that were cut: by its loom. */
const loomKey = (build: Build, wireId: string): string =>
  build.looms[build.wires[wireId]?.loomId ?? '']?.loom.key ?? '';

/** What runs together in each section, in the order of the routes; sections without a wire are left out. */
export function bundleList(build: Build, body: Body, lines: readonly CutLine[] = cutList(build)): BundleLine[] {
  const routes = wireRoutes(build, body);
  const tags = new Map(lines.map((line) => [line.wireId, line.tag]));
  return bundlesOf(build, body, routes)
    .filter((bundle) => bundle.runs.length > 0)
    .map(({ a, b, lengthMm, slackMm, runs, diameterMm, loomMm }): BundleLine => {
      const wall = [a, b].find((node) => node.pass);
      return {
        from: a.name,
        to: b.name,
        lengthMm,
        slackMm,
        wires: runs
          .map((run) => run.wireIds.map((id) => tags.get(id) ?? loomKey(build, id)).join('+'))
          .sort((one, other) => one.localeCompare(other, 'en', { numeric: true }))
          .join(' '),
        count: runs.length,
        diameterMm,
        loomMm,
        grommet: wall ? grommetFor(throughNode(build, routes, wall.id).diameterMm, wall.pass?.holeMm) : null,
        holeMm: wall?.pass?.holeMm ?? null,
      };
    });
}
