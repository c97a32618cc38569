/** What else on the shelf could take a lamp's place when there are too few of it, and what that would change. */
import {
  applyDrafts,
  type Build,
  type Id,
  type LampModel,
  type OperationDraft,
  type ShelfEntry,
} from '../../document/index.ts';
import { type Assessment, assess } from '../../rules/index.ts';
import { inWords, type Words } from '../../units/index.ts';

export interface Alternative {
  entry: ShelfEntry;
  /** In words: "12 mm wider", "0.2 A more", "another hole". */
  differs: string[];
  /** Stops and cautions that the build would have and has not now. */
  brings: Words[];
  operations: OperationDraft[];
}

const MOST = 3;
const TOLD_FROM_MM = 3;
const TOLD_FROM_A = 0.05;

const signed = (value: number, more: string, less: string, unit: string, digits: number): string =>
  `${Math.abs(value).toFixed(digits)} ${unit} ${value > 0 ? more : less}`;

function differences(has: LampModel, other: LampModel): string[] {
  const widthMm = other.face.widthMm - has.face.widthMm;
  const heightMm = other.face.heightMm - has.face.heightMm;
  const currentA = other.maximumA - has.maximumA;
  const [mount, otherMount] = [has.mounts[0]!, other.mounts[0]!];
  return [
    ...(Math.abs(widthMm) >= TOLD_FROM_MM ? [signed(widthMm, 'wider', 'narrower', 'mm', 0)] : []),
    ...(Math.abs(heightMm) >= TOLD_FROM_MM ? [signed(heightMm, 'taller', 'lower', 'mm', 0)] : []),
    ...(Math.abs(currentA) >= TOLD_FROM_A ? [signed(currentA, 'more', 'less', 'A', 2)] : []),
    ...(mount.kind !== otherMount.kind
      ? [`mounted by ${otherMount.kind}`]
      : Math.abs(mount.holeMm - otherMount.holeMm) > 0.2
        ? [`a ${otherMount.holeMm} mm hole`]
        : []),
    ...(has.programming !== other.programming ? ['set otherwise'] : []),
  ];
}

/** How far apart two models are: size first, then current. */
const distance = (one: LampModel, other: LampModel): number =>
  Math.abs(one.face.widthMm - other.face.widthMm) +
  Math.abs(one.face.heightMm - other.face.heightMm) +
  100 * Math.abs(one.maximumA - other.maximumA) +
  (one.mounts[0]!.kind === other.mounts[0]!.kind ? 0 : 200);

const graveOf = ({ findings }: Pick<Assessment, 'findings'>): Map<string, Words> =>
  new Map(
    findings
      .filter((finding) => finding.severity !== 'note')
      .map(({ code, message }) => [`${code} ${inWords(message)}`, message]),
  );

/**
 * Up to three models of the same kind that come in every colour and for the voltage that are needed, with enough on hand,
 * nearest first. The build is judged with each of them, so that what it would bring is known before.
 */
export function alternatives(build: Build, lampIds: readonly Id[], shelf: readonly ShelfEntry[]): Alternative[] {
  const lamps = lampIds.flatMap((id) => build.lamps[id] ?? []);
  const has = build.models[lamps[0]?.modelKey ?? ''];
  if (!has) return [];
  const volts = build.electrics.systemVoltageV;
  const colours = new Set(lamps.map((lamp) => lamp.colour));
  const candidates = shelf
    .filter(
      ({ model, onHand }) =>
        model.key !== has.key &&
        model.kind === has.kind &&
        onHand >= lamps.length &&
        model.voltage.minimumV <= volts &&
        model.voltage.maximumV >= volts &&
        [...colours].every((colour) => model.colours.includes(colour)),
    )
    .sort((a, b) => distance(has, a.model) - distance(has, b.model))
    .slice(0, MOST);
  if (candidates.length === 0) return [];
  const before = graveOf(assess(build));
  return candidates.flatMap((entry): Alternative[] => {
    const operations: OperationDraft[] = [{ kind: 'swapModel', lampIds: [...lampIds], model: entry.model }];
    const swapped = applyDrafts(build, operations);
    if (!swapped.ok) return [];
    const brings = [...graveOf(assess(swapped.value))].flatMap(([key, words]) => (before.has(key) ? [] : [words]));
    return [{ entry, differs: differences(has, entry.model), brings, operations }];
  });
}
