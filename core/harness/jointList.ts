/** The joint list: every place where wires end, with the leads that meet there and how the joint is made. */
import { type Build, housingJoint, type Id, type LampModel, type Terminal } from '../document/index.ts';
import { terminalNode } from '../graph/index.ts';
import { conductor, type Millimetres, type SquareMillimetres } from '../units/index.ts';
import { misleadingLeads } from './colourCode.ts';
import {
  type CutEnd,
  type CutLine,
  cutList,
  type FittingKind,
  fittingOf,
  givenEnds,
  givenName,
  methodOf,
  shrinkOver,
} from './cutList.ts';

/** Wires that one crimp holds: what comes, what goes on, and a branch (common practice, no source). */
export const MOST_IN_A_CRIMP = 3;

export interface Joint {
  /** J1, J2 ... from the source outward. */
  tag: string;
  feed: string;
  /** Where it is, as the crew names it. */
  at: string;
  leads: string[];
  /** Wires among them; the tag is null for a lead that was there before. */
  wires: { id: Id; tag: string | null; areaMm2: SquareMillimetres }[];
  kind: FittingKind;
  fitting: string;
  /** Of all that goes into the fitting, mm2. */
  areaMm2: SquareMillimetres;
  stripMm: Millimetres;
  shrinkMm: Millimetres;
  /** What to look out for; empty when nothing. */
  note: string;
}

const PURPOSE_OF = { plus: 'feed', minus: 'ground' } as const;

/** The lamp's own leads that end at one of its terminals, and a warning when their colour says something else. */
function lampLeads(model: LampModel, tag: string, terminal: keyof typeof PURPOSE_OF): Pick<Joint, 'leads' | 'note'> {
  const own = model.leads.filter((lead) => lead.purpose === PURPOSE_OF[terminal]);
  const wrong = misleadingLeads(model).filter((lead) => own.includes(lead));
  return {
    leads: own.map((lead) => `${tag} ${lead.colour} lead`),
    note: wrong.map((lead) => `its ${lead.colour} lead is ${lead.purpose}`).join('; '),
  };
}

/** The ground lead that the jobs of a housing share, at the joint where it goes on; no leads elsewhere. */
function housingLead(build: Build, elementId: Id): Pick<Joint, 'leads' | 'note'> {
  for (const element of Object.values(build.elements)) {
    if (element.kind !== 'lampLoad' || housingJoint(build, element.id) !== elementId) continue;
    const lamp = build.lamps[element.lampId];
    const housing = build.lamps[lamp?.housingId ?? element.lampId];
    const model = build.models[housing?.modelKey ?? ''];
    if (housing && model) return lampLeads(model, housing.tag, 'minus');
  }
  return { leads: [], note: '' };
}

interface MeetingEnd {
  wire: Joint['wires'][number];
  lead: string;
  feed: string;
  shrinkMm: Millimetres;
  end: CutEnd;
}

interface Meeting {
  at: Terminal;
  ends: MeetingEnd[];
}

function meetings(build: Build, lines: readonly CutLine[]): Meeting[] {
  const byNode = new Map<string, Meeting>();
  const meet = (at: Terminal, end: MeetingEnd) => {
    const node = terminalNode(at);
    const known = byNode.get(node);
    if (known) known.ends.push(end);
    else byNode.set(node, { at, ends: [end] });
  };
  for (const line of lines) {
    const wire = build.wires[line.wireId]!;
    const { areaMm2 } = conductor(wire.table, wire.gauge);
    const shared = {
      wire: { id: wire.id, tag: line.tag, areaMm2 },
      lead: `${line.tag} ${line.gauge} ${line.colour}`,
      feed: line.feed,
      shrinkMm: line.shrinkMm,
    };
    meet(wire.from, { ...shared, end: line.from });
    meet(wire.to, { ...shared, end: line.end });
  }
  for (const { wire, at, end } of givenEnds(build)) {
    const { areaMm2 } = conductor(wire.table, wire.gauge);
    const shrinkMm = shrinkOver(areaMm2);
    meet(at, { wire: { id: wire.id, tag: null, areaMm2 }, lead: givenName(wire), feed: '', shrinkMm, end });
  }
  return [...byNode.values()];
}

const CAP_STRIP_MM = 0;
const CAP_SHRINK_MM = 25;

/** Leads of lamps that stay unused: they are capped, so that they touch nothing on the road. */
function capsOf(build: Build, fed: ReadonlySet<string>): Omit<Joint, 'tag'>[] {
  return Object.values(build.lamps).flatMap((lamp) => {
    if (!fed.has(lamp.id)) return [];
    const spare = (build.models[lamp.modelKey]?.leads ?? []).filter(
      ({ purpose }) => purpose === 'program' || purpose === 'sync',
    );
    return spare.map(({ colour, purpose }) => ({
      feed: '',
      at: `${lamp.tag} ${purpose === 'program' ? 'programming' : 'sync'}`,
      leads: [`${lamp.tag} ${colour} lead`],
      wires: [],
      kind: 'cap' as const,
      fitting: 'shrink cap, sealed',
      areaMm2: 0,
      stripMm: CAP_STRIP_MM,
      shrinkMm: CAP_SHRINK_MM,
      note:
        purpose === 'program' ? 'after programming: bare, it changes the pattern' : 'unless lamps are synced by wire',
    }));
  });
}

/** A butt between two takes the thicker of them; three in one barrel take the room of all (common practice, no source). */
const barrelAreaMm2 = (areas: readonly SquareMillimetres[]): SquareMillimetres =>
  areas.length < MOST_IN_A_CRIMP ? Math.max(...areas) : areas.reduce((sum, area) => sum + area, 0);

/** How a joint is made for all that meets in it; the plug of a ready loom counts where nothing else does. */
function madeFor(build: Build, { at, ends }: Meeting): Pick<Joint, 'kind' | 'fitting' | 'areaMm2'> {
  const areaMm2 = barrelAreaMm2(ends.map(({ wire }) => wire.areaMm2));
  const { end, wire } = ends.find((each) => each.end.kind !== 'plug') ?? ends[0]!;
  if (end.kind === 'plug') return { kind: end.kind, fitting: end.fitting, areaMm2 };
  const { kind, fitting } = fittingOf(
    build,
    build.elements[at.elementId]!,
    methodOf(build, build.wires[wire.id]!),
    areaMm2,
  );
  return { kind, fitting, areaMm2 };
}

/**
 * Joints of a unit in the order of the cut list, each terminal once with everything that meets there; the caps of unused
 * leads last. Fittings and strip lengths are the cut list's, the longest where wires differ; lengths in mm.
 */
export function jointList(build: Build, lines: readonly CutLine[] = cutList(build)): Joint[] {
  const fed = new Set<string>();
  const joints = meetings(build, lines).map((meeting): Omit<Joint, 'tag'> => {
    const { at, ends } = meeting;
    const element = build.elements[at.elementId];
    const lamp = element?.kind === 'lampLoad' ? build.lamps[element.lampId] : undefined;
    const model = lamp && build.models[lamp.modelKey];
    if (lamp) fed.add(lamp.id);
    const own =
      lamp && model ? lampLeads(model, lamp.tag, at.terminal as 'plus' | 'minus') : housingLead(build, at.elementId);
    const first = ends[0]!;
    return {
      feed: ends.find(({ feed }) => feed !== '')?.feed ?? '',
      at: first.end.to,
      leads: [...ends.map(({ lead }) => lead), ...own.leads],
      wires: ends.map((each) => each.wire),
      ...madeFor(build, meeting),
      stripMm: Math.max(...ends.map(({ end }) => end.stripMm)),
      shrinkMm: Math.max(...ends.map(({ shrinkMm }) => shrinkMm)),
      note: own.note,
    };
  });
  return [...joints, ...capsOf(build, fed)].map((joint, index) => ({ tag: `J${index + 1}`, ...joint }));
}
