/** What a job eats besides lamps and wire: loom, grommets, ties, shrink, labels, sealant, and the bits that wear. */
import type { Body, Material } from '../../body/index.ts';
import type { Build } from '../../document/index.ts';
import { wiresRun } from '../../graph/index.ts';
import {
  bundlesOf,
  cutList,
  GROMMETS,
  GROUND_COLOUR,
  type Grommet,
  grommetFor,
  jointList,
  terminalColour,
  wireRoutes,
} from '../../harness/index.ts';
import { bitsFor, discsFor, drillingOf, formatMm, holeList, housings } from '../../place/index.ts';
import { capitalised, wireOuterMm } from '../../units/index.ts';
import type { PartLine } from './partsList.ts';
import { shrinkFor } from './shrink.ts';

type Line = Pick<PartLine, 'key' | 'group' | 'name' | 'quantity' | 'unit' | 'use'>;

/** More than the measured length, for waste and second tries (common practice, no source). */
const WASTE_FACTOR = 1.1;
/** A tie every 300 mm of way (common practice, no source). */
const TIE_SPACING_MM = 300;
/** Barrels of insulated crimps and lugs by their colour, mm across (common practice, no source). */
const BARREL_MM: Record<string, number> = { red: 4.2, blue: 4.8, yellow: 6.5, bare: 9 };
/** What is twisted and soldered is so much thicker than its thickest wire (common practice, no source). */
const TWISTED = 1.3;
/** Neutral-cure sealant for a hole, ml, and what a cartridge holds (common practice, no source). */
const SEALANT_ML = 4;
const CARTRIDGE_ML = 290;

/** Loom that is reckoned with until routes are laid: 10 mm along every supply wire. */
const UNLAID_LOOM_MM = 10;

function unlaid(build: Build): Line[] {
  const supply = wiresRun(build).filter((wire) => wire.colour !== GROUND_COLOUR);
  const metres = supply.reduce((sum, wire) => sum + wire.lengthMm, 0) / 1000;
  if (metres === 0) return [];
  const use = 'reckoned; lay the routes for sizes';
  return [
    {
      key: 'loom unlaid',
      group: 'sundries',
      name: `Split loom ${UNLAID_LOOM_MM} mm`,
      quantity: metres * WASTE_FACTOR,
      unit: 'm',
      use,
    },
    tieLine(metres, use),
  ];
}

const tieLine = (metres: number, use: string): Line => ({
  key: 'ties',
  group: 'sundries',
  name: 'Cable tie 200 mm',
  quantity: (1000 * metres) / TIE_SPACING_MM,
  unit: 'pcs',
  use,
});

/** Loom and ties along the routes, by the bundle of each section. */
function alongWays(build: Build, body: Body): Line[] {
  if (Object.keys(build.routeNodes).length === 0) return unlaid(build);
  const bundles = bundlesOf(build, body, wireRoutes(build, body)).filter((bundle) => bundle.runs.length > 0);
  return bundles.flatMap(({ loomMm, lengthMm, slackMm, a }): Line[] => {
    const metres = (lengthMm + slackMm) / 1000;
    const name = loomMm === null ? 'Braided sleeve, over 38 mm' : `Split loom ${loomMm} mm`;
    return [
      { key: name, group: 'sundries', name, quantity: metres * WASTE_FACTOR, unit: 'm', use: '' },
      tieLine(metres, a.jointId === null ? '' : 'loose until the joint is moved through'),
    ];
  });
}

function grommetLine({ boreMm, holeMm }: Grommet, use: string): Line {
  const name = `Wire grommet ${boreMm} mm bore for a ${holeMm} mm hole`;
  return { key: name, group: 'sundries', name, quantity: 1, unit: 'pcs', use };
}

function wallGrommets(build: Build): Line[] {
  return Object.values(build.routeNodes).flatMap((node): Line[] => {
    const grommet = GROMMETS.find((each) => each.boreMm === node.pass?.boreMm);
    if (!grommet) return [];
    return [grommetLine(grommet, node.name)];
  });
}

/** A lamp's own grommet comes in its box; where none does, its lead hole wants one. */
const HAS_GROMMET = /grommet/i;

/** Grommets of lead holes: each lamp's, of the size that its hole is. */
function leadGrommets(build: Build): Line[] {
  return housings(build).flatMap((lamp): Line[] => {
    const model = build.models[lamp.modelKey];
    if (!model || model.kind === 'factory' || model.kitContents.some((name) => HAS_GROMMET.test(name))) return [];
    return drillingOf(lamp, model).holes.flatMap(({ purpose, diameterMm }): Line[] => {
      const grommet = purpose === 'lead' ? grommetFor(0, diameterMm) : null;
      return grommet ? [grommetLine(grommet, lamp.tag)] : [];
    });
  });
}

/** Shrink for every joint, by the barrel that it goes over and the thinnest wire that it grips; labels for both ends. */
function shrinkAndLabels(build: Build): Line[] {
  const lines = cutList(build);
  const shrink = jointList(build, lines).flatMap((joint): Line[] => {
    // Leads that were there before, or come with a part, are joined in sealed fittings.
    const areas = joint.wires.flatMap(({ tag, areaMm2 }) => (tag === null ? [] : [areaMm2]));
    if (areas.length === 0) return [];
    if (joint.kind === 'plug') return [];
    const barrelMm =
      joint.kind === 'solder' ? TWISTED * wireOuterMm(Math.max(...areas)) : BARREL_MM[terminalColour(joint.areaMm2)]!;
    const found = shrinkFor(barrelMm, wireOuterMm(Math.min(...areas)));
    const name = found
      ? `Heat shrink ${found.ratio}:1, ${formatMm(found.boreMm)} mm, with glue`
      : 'Shrink boot in two steps';
    const metres = (joint.shrinkMm / 1000) * WASTE_FACTOR;
    return [
      found
        ? { key: name, group: 'joints', name, quantity: metres, unit: 'm', use: '' }
        : { key: name, group: 'joints', name, quantity: 1, unit: 'pcs', use: joint.at },
    ];
  });
  const labels: Line = {
    key: 'wire-labels',
    group: 'sundries',
    name: 'Wire label, 70 x 29.7 mm',
    quantity: 2 * lines.length,
    unit: 'pcs',
    use: '',
  };
  return lines.length > 0 ? [...shrink, labels] : [];
}

/** Holes that a bit makes before it is blunt, by material; hole saws and step bits half as many. Common practice, no source. */
const HOLES_PER_BIT: Record<Material, number> = {
  steel: 120,
  aluminium: 400,
  plastic: 800,
  glass: 1,
  rubber: 400,
  timber: 500,
};
const WEARS_TWICE: ReadonlySet<string> = new Set(['hole saw', 'step bit']);

/** What drilling wears and takes: a share of a bit for every hole it goes through, and sealant for the hole. */
function bits(build: Build, body: Body): Line[] {
  const all = holeList(build, body);
  const discs = all.reduce((sum, row) => sum + discsFor(row), 0);
  const drilled = all.filter(({ slot }) => slot === null);
  if (drilled.length === 0) return [];
  const worn = drilled.flatMap(({ diameterMm, count, skin: { material, thicknessMm } }) => {
    return bitsFor(diameterMm, material, thicknessMm).map(({ bit, diameterMm: bitMm }): Line => {
      const name = `${capitalised(bit)} ${bit === 'step bit' ? '6 to 32' : formatMm(bitMm)} mm`;
      const quantity = (count * (WEARS_TWICE.has(bit) ? 2 : 1)) / HOLES_PER_BIT[material];
      return { key: name, group: 'tools', name, quantity, unit: 'pcs', use: material };
    });
  });
  // A switch presses in dry.
  const holeCount = drilled.reduce((sum, { count, control }) => sum + (control ? 0 : count), 0);
  const sealant: Line = {
    key: 'sealant',
    group: 'sundries',
    name: 'Neutral-cure sealant, cartridge',
    quantity: (holeCount * SEALANT_ML) / CARTRIDGE_ML,
    unit: 'pcs',
    use: '',
  };
  const disc: Line = { key: 'disc', group: 'tools', name: 'Cutting disc', quantity: discs, unit: 'pcs', use: 'slots' };
  return [...worn, ...(discs > 0 ? [disc] : []), sealant];
}

/** All of it, each line counted in parts: what is bought is rounded up by boughtQuantity. */
export const sundries = (build: Build, body: Body): Line[] => [
  ...alongWays(build, body),
  ...wallGrommets(build),
  ...leadGrommets(build),
  ...shrinkAndLabels(build),
  ...bits(build, body),
];
