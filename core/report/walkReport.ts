/** The proving walk: what to switch, what to see, and what a meter has to show, narrow enough to tell any single fault. */

import { solveSetting } from '../circuit/index.ts';
import type { Build, Control } from '../document/index.ts';
import { patternFigures, shownColour } from '../flash/index.ts';
import { ampsRange, provingStops, voltsRange, withGroundSwitches } from '../prove/index.ts';
import { assess } from '../rules/index.ts';
import type { Amps } from '../units/index.ts';

/** What the battery shows when nobody says otherwise, 12 V. */
const READ_AT_V = 12.6;
export interface WalkReading {
  quantity: 'volts' | 'amps';
  at: string;
  expected: number;
  from: number;
  to: number;
  needed: boolean;
}

export interface WalkStop {
  title: string;
  /** Since the stop before; the first begins with everything off. */
  switchOn: string[];
  switchOff: string[];
  /** All that the driver gives at this stop. */
  signals: string[];
  key: 'on' | 'off';
  see: Record<
    string,
    { shows: 'dark' | 'lit'; colour: string | null; pattern: string | null; perMinute: number | null }
  >;
  readings: WalkReading[];
}

export interface WalkReport {
  stops: WalkStop[];
  fuses: { feed: string; ratingA: Amps }[];
}

const volts = (at: string, expected: number): WalkReading => ({
  quantity: 'volts',
  at,
  expected,
  ...voltsRange(expected),
  needed: true,
});

const amps = (at: string, meanA: Amps, peakA: Amps): WalkReading => ({
  quantity: 'amps',
  at,
  expected: peakA,
  ...ampsRange(meanA, peakA),
  needed: true,
});

export function walkReport(build: Build, batteryV = (READ_AT_V * build.electrics.systemVoltageV) / 12): WalkReport {
  const { feeds } = assess(build);
  const stops = provingStops(build, feeds).map((stop): WalkStop => {
    const controlIds = withGroundSwitches(
      feeds.map(({ feed }) => feed),
      stop.controls.map(({ id }) => id),
    );
    const states = (load: 'average' | 'maximum') =>
      solveSetting(build, { keyOn: stop.keyOn, controlIds, load, batteryV }).solution.elements;
    const [full, mean] = [states('maximum'), states('average')];
    const shown = new Map(stop.shows.map((show) => [show.lamp.id, show]));
    const see: WalkStop['see'] = {};
    const readings: WalkReading[] = [];
    for (const element of Object.values(build.elements)) {
      const lamp = element.kind === 'lampLoad' ? build.lamps[element.lampId] : undefined;
      if (!lamp) continue;
      const show = shown.get(lamp.id);
      const figures = show && patternFigures(show.pattern);
      see[lamp.tag] = {
        shows: show ? 'lit' : 'dark',
        colour: show ? shownColour(show, 0) : null,
        pattern: show?.pattern.name ?? null,
        perMinute: figures && !figures.steady ? figures.flashesPerMinute : null,
      };
      const state = full[element.id];
      if (show && state && state.currentA > 0) readings.push(volts(lamp.tag, state.voltageV));
    }
    for (const { feed } of feeds) {
      const peakA = Math.max(0, full[feed.fuse.id]?.currentA ?? 0);
      if (feed.lamps.length === 0) continue;
      const isSteady = feed.lamps.every((lamp) => (shown.get(lamp.id)?.pattern.id ?? 'steady') === 'steady');
      readings.push(
        amps(feed.fuse.name, isSteady ? peakA : Math.min(peakA, Math.max(0, mean[feed.fuse.id]?.currentA ?? 0)), peakA),
      );
    }
    const crewNames = (controls: readonly Control[]) =>
      controls.flatMap(({ kind, name }) => (kind === 'signal' ? [] : [name]));
    return {
      title: `${stop.controls.map((control) => control.name).join(', ') || 'Everything off'}${stop.keyOn ? '' : ', key off'}`,
      switchOn: crewNames(stop.on),
      switchOff: crewNames(stop.off),
      signals: [...controlIds].flatMap((id) => build.controls[id]!.signal ?? []),
      key: stop.keyOn ? 'on' : 'off',
      see,
      readings,
    };
  });
  return { stops, fuses: feeds.map(({ feed }) => ({ feed: feed.fuse.name, ratingA: feed.fuse.ratingA })) };
}
