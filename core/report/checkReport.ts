/** Everything that is found and computed of a unit, by names that people use: for scripts and for tracing a figure. */
import { bodyOf, partUnder } from '../body/index.ts';
import { type AssessedFeed, energyFigures, farEndName } from '../circuit/index.ts';
import { type Build, givesLight, type Position, type Stage } from '../document/index.ts';
import { placeOf, sourceNameInBox } from '../graph/index.ts';
import { jointList, terminalName } from '../harness/index.ts';
import { holePosition, housings, placedHoles } from '../place/index.ts';
import { assess, type Finding, isWayThatHolds, type Severity, tryWay } from '../rules/index.ts';
import { jobSteps, ruleById } from '../steps/index.ts';
import { type Amps, conductor, inWords, type Millimetres, type SquareMillimetres, type Volts } from '../units/index.ts';
import { partsList } from '../work/index.ts';

export interface CheckReport {
  tag: string;
  schemaVersion: number;
  findings: {
    code: string;
    severity: Severity;
    lamps: string[];
    feeds: string[];
    stages: readonly Stage[];
    message: string;
    source: string;
    waysOut: { label: string; operations: unknown[]; leaves: { code: string; severity: Severity }[] }[];
  }[];
  feeds: FeedReport[];
  joints: { id: string; at: string; wires: string[]; areaMm2: SquareMillimetres; madeBy: string }[];
  holes: HoleReport[];
  parts: { key: string; name: string; quantity: number; unit: string }[];
  steps: { key: string; title: string; minutes: number; after: string[]; because: string[] }[];
  energy: { averageA: Amps; hoursToHalf: number | null };
}

export interface FeedReport {
  name: string;
  source: string;
  fuse: { ratingA: Amps; loadA: Amps; peakA: Amps };
  sections: {
    wireId: string;
    from: string;
    to: string;
    lengthMm: Millimetres;
    gauge: { table: string; size: string };
    areaMm2: SquareMillimetres;
    currentA: Amps;
    peakA: Amps;
    protectedByA: Amps;
    ampacityA: Amps;
    bundledWith: number;
    dropV: Volts;
  }[];
  drop: { lamp: string | null; wireV: Volts; contactsV: Volts; sourceV: Volts; totalV: Volts; budgetV: Volts };
}

export interface HoleReport {
  for: string;
  diameterMm?: Millimetres;
  slotMm?: [number, number];
  position: Position;
  face: string;
  on: string | null;
  behindMm: Millimetres | null;
}

/** Ways out that hold: tried on a copy, their own finding goes, and no stop comes. */
function waysThatHold(build: Build, finding: Finding, all: readonly Finding[]) {
  return finding.waysOut.flatMap((way) => {
    const tried = tryWay(build, way.operations, all);
    // A note is never open, so that nothing settles it.
    const settles = finding.severity === 'note' ? [finding.id] : tried.settles;
    if (!isWayThatHolds({ ...tried, settles }, [finding.id])) return [];
    return [
      {
        label: inWords(way.label),
        operations: way.operations,
        leaves: tried.brings.map(({ code, severity }) => ({ code, severity })),
      },
    ];
  });
}

function feedReport(build: Build, { feed, figures }: AssessedFeed): FeedReport {
  const { drop } = figures;
  return {
    name: feed.fuse.name,
    source: feed.slot ? sourceNameInBox(build, feed.slot) : (feed.source?.name ?? 'nothing'),
    fuse: { ratingA: feed.fuse.ratingA, loadA: figures.maximumA, peakA: figures.inrushA },
    sections: figures.sections.map(({ wire, currentA, peakA, protectedByA, ampacityA, bundledWith, dropV }) => ({
      wireId: wire.id,
      from: terminalName(build, wire.from),
      to: terminalName(build, wire.to),
      lengthMm: wire.lengthMm,
      gauge: { table: wire.table, size: wire.gauge },
      areaMm2: conductor(wire.table, wire.gauge).areaMm2,
      currentA,
      peakA,
      protectedByA,
      ampacityA,
      bundledWith,
      dropV,
    })),
    drop: {
      lamp: farEndName(build, figures) || null,
      wireV: drop.wireV,
      contactsV: drop.contactsV,
      sourceV: drop.sourceV,
      totalV: drop.totalV,
      budgetV: drop.budgetV,
    },
  };
}

const jointsOf = (build: Build): CheckReport['joints'] =>
  jointList(build).map(({ tag, at, wires, fitting }) => ({
    id: tag,
    at,
    wires: wires.map((wire) => wire.tag ?? wire.id),
    areaMm2: wires.reduce((sum, wire) => sum + wire.areaMm2, 0),
    madeBy: fitting,
  }));

function holesOf(build: Build): HoleReport[] {
  const body = bodyOf(build);
  const lamps = housings(build).flatMap((lamp) => {
    const model = build.models[lamp.modelKey];
    return model ? placedHoles(lamp, model) : [];
  });
  return [
    ...lamps.map((hole): HoleReport => {
      const position = holePosition(hole);
      const part = partUnder(body, hole.lamp.face, position);
      const behind = part ? body.behind.filter((each) => each.partId === part.id) : [];
      return {
        for: givesLight(build.models[hole.lamp.modelKey]!) ? hole.lamp.tag : 'bracket',
        diameterMm: hole.diameterMm,
        position,
        face: hole.lamp.face,
        on: part?.name ?? null,
        behindMm: behind.length > 0 ? Math.min(...behind.map(({ depthMm }) => depthMm)) : null,
      };
    }),
    ...Object.values(build.controls).flatMap((control): HoleReport[] => {
      const hole = control.part?.hole;
      if (!hole) return [];
      const size =
        hole.shape === 'round'
          ? { diameterMm: hole.diameterMm }
          : { slotMm: [hole.widthMm, hole.heightMm] as [number, number] };
      return [
        {
          for: 'switch',
          ...size,
          position: placeOf(build, control.id),
          face: 'panel',
          on: control.name,
          behindMm: null,
        },
      ];
    }),
    ...Object.values(build.routeNodes).flatMap(({ name, pass, position }): HoleReport[] =>
      pass ? [{ for: 'pass', diameterMm: pass.holeMm, position, face: 'wall', on: name, behindMm: null }] : [],
    ),
  ];
}

/** The whole report. Figures in A, V, mm and mm2; sentences in millimetres. */
export function checkReport(build: Build): CheckReport {
  const { feeds, findings } = assess(build);
  const feedName = new Map(feeds.map(({ feed }) => [feed.fuse.id, feed.fuse.name]));
  const energy = energyFigures(build);
  return {
    tag: build.unit.tag,
    schemaVersion: build.schemaVersion,
    findings: findings.map((finding) => ({
      code: finding.code,
      severity: finding.severity,
      lamps: finding.place.lampIds.flatMap((id) => build.lamps[id]?.tag ?? []),
      feeds: finding.place.feedIds.flatMap((id) => feedName.get(id) ?? []),
      stages: finding.stages,
      message: inWords(finding.message),
      source: finding.source,
      waysOut: waysThatHold(build, finding, findings),
    })),
    feeds: feeds.map((each) => feedReport(build, each)),
    joints: jointsOf(build),
    holes: holesOf(build),
    parts: partsList(build, feeds).map(({ key, name, quantity, unit }) => ({ key, name, quantity, unit })),
    steps: jobSteps(build, feeds).map(({ key, title, minutes, after }) => ({
      key,
      title,
      minutes,
      after: after.map((each) => each.key),
      because: after.map(({ ruleId }) => ruleById(ruleId).reason),
    })),
    energy: {
      averageA: energy.keyOffA,
      hoursToHalf: Number.isFinite(energy.hoursToReserve) ? energy.hoursToReserve : null,
    },
  };
}
