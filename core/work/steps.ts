/**
 * The steps of a job in an order that can be worked: fuse out first, a loose test before any hole, wire before bracket,
 * prove before trim, fuse last. Keys are stable, so a tick survives a change elsewhere in the build.
 */
import type { Build, Face, Id, Lamp, Position } from '../build/index.ts';
import { compareTags, tagList } from '../place/index.ts';
import type { AssessedFeed } from '../rules/index.ts';

export interface Step {
  key: string;
  title: string;
  detail: string;
  /** Why it stands here. */
  why: string;
  lampIds: Id[];
  feedIds: Id[];
  caution: string | null;
  /** The measure to tape, if the step is about one place. */
  measures: { tag: string; position: Position }[];
  minutes: number;
}

const FACE_NAMES: Record<Face, string> = {
  front: 'front',
  rear: 'rear',
  left: 'left side',
  right: 'right side',
  top: 'roof',
};

/** Minutes by kind of work (common practice, no source): about 20 to 25 for a fused circuit once the way is known. */
const MINUTES = { tap: 22, hole: 6, bracket: 12, joint: 3, metre: 4, program: 4 };

interface StepGiven extends Partial<Step> {
  key: string;
  title: string;
  detail: string;
  why: string;
  minutes: number;
}

const step = (given: StepGiven): Step => ({ lampIds: [], feedIds: [], caution: null, measures: [], ...given });

const tagsOf = (lamps: readonly Lamp[]) => tagList(lamps.map((lamp) => lamp.tag));
const idsOf = (lamps: readonly Lamp[]) => lamps.map((lamp) => lamp.id);

/** Lamps by the face they sit on, in walking order. */
function byFace(lamps: readonly Lamp[]): [Face, Lamp[]][] {
  const order: Face[] = ['front', 'left', 'top', 'right', 'rear'];
  return order
    .map((face): [Face, Lamp[]] => [
      face,
      lamps.filter((lamp) => lamp.face === face).sort((a, b) => compareTags(a.tag, b.tag)),
    ])
    .filter(([, list]) => list.length > 0);
}

const holesOf = (build: Build, lamp: Lamp): number =>
  build.models[lamp.modelKey]?.mounts.find((mount) => mount.kind === lamp.mount)?.holes ?? 0;

/** All steps of the build, in order. Empty when nothing is placed yet. */
export function jobSteps(build: Build, feeds: readonly AssessedFeed[]): Step[] {
  const lamps = Object.values(build.lamps);
  if (lamps.length === 0) return [];
  const faces = byFace(lamps);
  const steps: Step[] = [
    step({
      key: 'isolate',
      title: 'Take the power off',
      detail: 'Key out, battery negative off, and every fuse of the new feeds in your pocket.',
      why: 'Nothing is joined with a fuse in.',
      caution: 'Support raised beds and booms on their props before working under them.',
      minutes: 10,
    }),
    step({
      key: 'bench',
      title: 'Bench-test every lamp',
      detail: `${lamps.length} lamps: each lit once on the bench supply; aim and captive bolts set now.`,
      why: 'A dead lamp costs minutes here and hours once it is mounted.',
      lampIds: idsOf(lamps),
      minutes: lamps.length * 2,
    }),
    step({
      key: 'loose',
      title: 'Tape the layout on and test it loose',
      detail: 'Lamps held with tape in their places, lit from a bench lead. Stand back and look from all sides.',
      why: 'A loose test stands ahead of any hole.',
      lampIds: idsOf(lamps),
      minutes: 15 + lamps.length,
    }),
  ];
  for (const [face, list] of faces) {
    const drilled = list.filter((lamp) => holesOf(build, lamp) > 0);
    if (drilled.length > 0) {
      steps.push(
        step({
          key: `drill:${face}`,
          title: `Mark and drill, ${FACE_NAMES[face]}`,
          detail: `${tagsOf(drilled)}: pilot first, then step bit to size and stop. Deburr, paint the edge, grommet.`,
          why: 'Both sides are marked before either is drilled, so they come out equal.',
          caution: 'Eye protection on. Know what is behind the panel before drilling.',
          lampIds: idsOf(drilled),
          measures: drilled.map(({ tag, position }) => ({ tag, position })),
          minutes: drilled.reduce((sum, lamp) => sum + holesOf(build, lamp) * MINUTES.hole, 0),
        }),
      );
    }
  }
  for (const { feed, figures } of feeds) {
    const wire = feed.wires[0];
    const gauge = wire ? (wire.table === 'awg' ? `${wire.gauge} AWG` : `${wire.gauge} mm²`) : '';
    steps.push(
      step({
        key: `run:${feed.fuse.id}`,
        title: `Run wire, ${feed.fuse.name}`,
        detail: `${gauge} ${wire?.colour ?? ''}, ${(figures.cutLengthMm / 1000).toFixed(1)} m in all to ${tagsOf(feed.lamps)}. Loose ties until the end, a service loop at each lamp.`,
        why: 'Wire goes through before a bracket closes the way.',
        lampIds: idsOf(feed.lamps),
        feedIds: [feed.fuse.id],
        minutes: Math.round((figures.cutLengthMm / 1000) * MINUTES.metre),
      }),
    );
  }
  for (const [face, list] of faces) {
    steps.push(
      step({
        key: `mount:${face}`,
        title: `Mount, ${FACE_NAMES[face]}`,
        detail: `${tagsOf(list)}: gasket or sealant behind each, bolts snug, not crushed.`,
        why: 'After the wire, before the joints, so that no joint is pulled.',
        lampIds: idsOf(list),
        measures: list.map(({ tag, position }) => ({ tag, position })),
        minutes: list.length * MINUTES.bracket,
      }),
    );
  }
  for (const { feed } of feeds) {
    const source = feed.slot ? `slot ${feed.slot.label}` : 'the battery stud';
    steps.push(
      step({
        key: `join:${feed.fuse.id}`,
        title: `Join lead by lead, ${feed.fuse.name}`,
        detail: `From ${source}, fuse still out. Work from the lead list, not from colours; pull-test each crimp, shrink, tape off programming leads.`,
        why: 'Supplied lead colours mislead; a programming lead that touches metal changes the pattern.',
        caution: 'The fuse stays out until the proving walk.',
        lampIds: idsOf(feed.lamps),
        feedIds: [feed.fuse.id],
        minutes: MINUTES.tap + feed.wires.length * MINUTES.joint,
      }),
    );
  }
  const programmed = lamps.filter((lamp) => (build.models[lamp.modelKey]?.programming ?? 'none') !== 'none');
  if (programmed.length > 0) {
    steps.push(
      step({
        key: 'program',
        title: 'Set the patterns',
        detail: `${tagsOf(programmed)}: set each to its pattern, then insulate the programming lead.`,
        why: 'Before trim goes on, while the leads can still be reached.',
        caution: 'Flashing light can trigger seizures: warn whoever is near, and look away from the lens.',
        lampIds: idsOf(programmed),
        minutes: programmed.length * MINUTES.program,
      }),
    );
  }
  steps.push(
    step({
      key: 'prove',
      title: 'Fuses in, one feed at a time, and prove',
      detail: 'Go through the Prove page: every switch, with readings at the feed and the far lamp.',
      why: 'Proved before trim is closed up.',
      lampIds: idsOf(lamps),
      minutes: 10 + feeds.length * 8,
    }),
    step({
      key: 'close',
      title: 'Tighten ties and close up',
      detail: 'Ties tight and trimmed, grommets seated, trim and covers back.',
      why: 'Only after everything is proved.',
      minutes: 20,
    }),
  );
  return steps;
}
