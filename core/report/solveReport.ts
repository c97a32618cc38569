/** What a unit's circuit does in settings that somebody asks about: volts and amps of lamps, feeds and grounds. */
import * as z from 'zod';
import {
  CHARGING_V,
  type ElementState,
  type LightState,
  lightState,
  openingTime,
  solveSetting,
} from '../circuit/index.ts';
import { type Build, type Id, lights } from '../document/index.ts';
import { deriveFeeds } from '../graph/index.ts';
import { without } from '../prove/index.ts';
import { AskedFault, withFault } from './faults.ts';
import { controlNamed, signalNamed } from './names.ts';

export const AskedSetting = z.strictObject({
  on: z.array(z.string()).max(200).default([]),
  signals: z.array(z.string()).max(20).default([]),
  key: z.enum(['off', 'on', 'running']).default('on'),
  batteryV: z.number().min(0).max(60).optional(),
  phase: z.enum(['average', 'peak', 'lit']).default('lit'),
  faults: z.array(AskedFault).max(20).default([]),
});
export type AskedSetting = z.infer<typeof AskedSetting>;

/** A fuse that has to open within this many seconds does. */
const OPENS_WITHIN_S = 600;

export interface SolvedReport {
  lamps: Record<string, { volts: number; amps: number; shows: LightState }>;
  feeds: Record<string, { amps: number }>;
  grounds: Record<string, { amps: number }>;
  warnings: string[];
}

/** Controls and signals of a setting, by id. */
export const controlIdsOf = (build: Build, asked: Pick<AskedSetting, 'on' | 'signals'>, path: string): Set<Id> =>
  new Set([
    ...asked.on.map((name, at) => controlNamed(build, name, `${path}.on.${at}`)),
    ...asked.signals.map((name, at) => signalNamed(build, name, `${path}.signals.${at}`)),
  ]);

export const batteryOf = (
  build: Build,
  { key, batteryV }: Pick<AskedSetting, 'key' | 'batteryV'>,
): number | undefined =>
  batteryV ?? (key === 'running' ? (CHARGING_V * build.electrics.systemVoltageV) / 12 : undefined);

const showsOf = (build: Build, lampId: Id, state: ElementState): LightState => {
  const model = build.models[build.lamps[lampId]!.modelKey];
  return model ? lightState(model, state, build.electrics.systemVoltageV) : 'dark';
};

/** Opens one fuse after the other until none has to open any more. */
function solved(build: Build, asked: AskedSetting, path: string) {
  const warnings: string[] = [];
  const controlIds = controlIdsOf(build, asked, path);
  const load = asked.phase === 'average' ? 'average' : 'maximum';
  let left = asked.faults.reduce((each, fault, at) => withFault(each, fault, `${path}.faults.${at}`), build);
  for (;;) {
    const { solution } = solveSetting(left, {
      keyOn: asked.key !== 'off',
      controlIds,
      load,
      batteryV: batteryOf(build, asked),
    });
    if (!solution.converged) warnings.push('No steady state was found: a lamp hovers at the edge of what it needs.');
    const opening = Object.values(left.elements)
      .flatMap((element) => {
        if (element.kind !== 'fuse') return [];
        const currentA = Math.abs(solution.elements[element.id]?.currentA ?? 0);
        const { byS } = openingTime(element.family, element.ratingA, currentA);
        return byS <= OPENS_WITHIN_S ? [{ element, currentA, byS }] : [];
      })
      .sort((a, b) => a.byS - b.byS || a.element.ratingA - b.element.ratingA)[0];
    if (!opening) return { build: left, solution, warnings };
    const { element, currentA } = opening;
    warnings.push(`${element.name}: ${element.ratingA} A opens at ${currentA.toFixed(1)} A.`);
    left = { ...left, elements: without(left.elements, element.id) };
  }
}

/** What the equations leave of a current that does not flow. */
const RESIDUE = 1e-9;
const clean = (value: number): number => (Math.abs(value) < RESIDUE ? 0 : value);

/** One setting's answer. Throws UnknownName for a control, signal, lamp or feed that is not there. */
export function solveReport(build: Build, asked: AskedSetting, path: string): SolvedReport {
  const { build: left, solution, warnings } = solved(build, asked, path);
  const report: SolvedReport = { lamps: {}, feeds: {}, grounds: {}, warnings };
  const loads = new Map(
    Object.values(left.elements).flatMap((each) => (each.kind === 'lampLoad' ? [[each.lampId, each.id] as const] : [])),
  );
  for (const lamp of lights(build)) {
    const state = solution.elements[loads.get(lamp.id) ?? ''];
    report.lamps[lamp.tag] = state
      ? { volts: clean(state.voltageV), amps: clean(state.currentA), shows: showsOf(build, lamp.id, state) }
      : { volts: 0, amps: 0, shows: 'dark' };
  }
  for (const { fuse } of deriveFeeds(build))
    report.feeds[fuse.name] = { amps: clean(solution.elements[fuse.id]?.currentA ?? 0) };
  for (const element of Object.values(left.elements))
    if (element.kind === 'ground')
      report.grounds[element.name] = {
        amps: (report.grounds[element.name]?.amps ?? 0) + clean(solution.elements[element.id]?.currentA ?? 0),
      };
  return report;
}
