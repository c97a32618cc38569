import { describe, expect, it } from 'vitest';
import { lookedAt, provedDrafts, readAt } from '../../demo/proving.ts';
import { applied, countingIds, furtherIds, testTruck, WARN_SWITCH, warnFeed } from '../../demo/testUnit.ts';
import { demoUnits } from '../../demo/world.ts';
import type { Build } from '../document/index.ts';
import { showsFor } from '../flash/index.ts';
import { deriveFeeds } from '../graph/index.ts';
import { assess } from '../rules/index.ts';
import { provingCount, provingStops } from './expectations.ts';
import { provingWalk, withGroundSwitches } from './walk.ts';

const newId = furtherIds();
const units = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds()).filter(
  (build) => Object.keys(build.functions).length > 0,
);
const walkOf = (build: Build) => provingWalk(build, deriveFeeds(build));
const stopsOf = (build: Build) => provingStops(build, assess(build).feeds);
const named = (build: Build) =>
  walkOf(build).map(({ controls, keyOn }) => controls.map(({ name }) => name).join('+') + (keyOn ? '' : ' off'));

/** Two strobes on a switch, which also burn with the running lights; a marker that is dead without the key. */
function truck(): Build {
  return testTruck()
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp('MK-0101', 'left', { xMm: 4300, yMm: 1, zMm: 760 })
    .feed(warnFeed('L1 R1'))
    .feed(
      warnFeed('L2 R2', {
        name: 'Markers',
        slot: 'key',
        wanted: 'ignition',
        pattern: 'steady',
        control: { ...WARN_SWITCH, name: 'Markers' },
      }),
    ).build;
}

describe('the order of the walk', () => {
  it('one control at a time, then what shares lamps, then the key off with what is dead without it', () => {
    const build = truck();
    expect(named(build)).toEqual(['Warn', 'Markers', 'Markers off']);
    const warn = Object.values(build.functions).find(({ name }) => name === 'Warn')!;
    const markers = Object.values(build.functions).find(({ name }) => name === 'Markers')!;
    const sharing = {
      ...build,
      functions: { ...build.functions, [markers.id]: { ...markers, shows: { ...markers.shows, ...warn.shows } } },
    };
    expect(named(sharing)).toEqual(['Warn', 'Markers', 'Warn+Markers', 'Markers off']);
  });

  it.each(units.map((build) => [build.unit.tag, build] as const))(
    '%s: every function on every lamp is seen alone, and every two that share a lamp together',
    (_, build) => {
      const walk = walkOf(build);
      const alone = new Map(walk.flatMap(({ controls }) => (controls.length === 1 ? [[controls[0]!.id, true]] : [])));
      const seen = (controlIds: string[], lampId: string) =>
        showsFor(build, new Set(controlIds)).get(lampId)?.lamp.id === lampId;
      const functions = Object.values(build.functions);
      for (const each of functions) {
        expect(alone.has(each.controlId), each.name).toBe(true);
        for (const lampId of Object.keys(each.shows)) expect(seen([each.controlId], lampId)).toBe(true);
        for (const other of functions) {
          if (other.controlId === each.controlId || !Object.keys(each.shows).some((id) => other.shows[id])) continue;
          const signals = [each, other].map(({ controlId }) => build.controls[controlId]!.signal);
          if (signals.includes('left') && signals.includes('right')) continue;
          const both = walk.some(
            ({ controls }) =>
              controls.length === 2 && [each, other].every((one) => controls.some(({ id }) => id === one.controlId)),
          );
          expect(both, `${each.name} with ${other.name}`).toBe(true);
        }
      }
      // Nobody is sent twice into one setting.
      expect(new Set(named(build)).size).toBe(walk.length);
    },
  );

  it('never asks for left and right at once, and says what to switch from step to step', () => {
    for (const build of units) {
      const on = new Set<string>();
      for (const step of walkOf(build)) {
        const signals = step.controls.map((control) => control.signal);
        expect(signals.includes('left') && signals.includes('right')).toBe(false);
        for (const control of step.off) expect(on.delete(control.id)).toBe(true);
        for (const control of step.on) on.add(control.id);
        const feeds = assess(build).feeds.map(({ feed }) => feed);
        expect(on).toEqual(
          withGroundSwitches(
            feeds,
            step.controls.map((control) => control.id),
          ),
        );
      }
    }
  });

  it('what enables lamps on the ground side is switched on with them: without it they would be called dark', () => {
    const rack = units.find(({ unit }) => unit.tag === 'SR-19')!;
    const grounds = new Set(
      assess(rack).feeds.flatMap(({ feed }) => feed.groundContacts.map(({ control }) => control.id)),
    );
    expect(grounds.size).toBe(1);
    const enabled = walkOf(rack).filter(({ on, controls }) =>
      on.some(({ id }) => grounds.has(id) && !controls.some((each) => each.id === id)),
    );
    expect(enabled.length).toBeGreaterThan(0);
  });

  it('the crew goes first: the driver’s signals come after all that somebody can press alone', () => {
    for (const build of units) {
      const single = walkOf(build).filter(({ controls }) => controls.length === 1);
      const firstSignal = single.findIndex(({ controls }) => controls[0]!.kind === 'signal');
      if (firstSignal < 0) continue;
      expect(single.slice(firstSignal).every(({ controls, keyOn }) => controls[0]!.kind === 'signal' || !keyOn)).toBe(
        true,
      );
    }
  });
});

describe('where the meter is asked for', () => {
  it('once a feed: amps at its fuse and volts at its far lamp, with the key on', () => {
    for (const build of units) {
      const stops = stopsOf(build);
      const fuses = stops.flatMap(({ points }) =>
        points.flatMap(({ place }) => (place.kind === 'feed' ? [place.fuseId] : [])),
      );
      expect(new Set(fuses).size, build.unit.tag).toBe(fuses.length);
      for (const { keyOn, points } of stops) if (!keyOn) expect(points).toEqual([]);
    }
  });

  it('and at each lamp that looked wrong, at the stop where it did', () => {
    const build = truck();
    const [warn] = stopsOf(build);
    const far = warn!.points.find(({ place }) => place.kind === 'lamp')!.place as { lampId: string };
    const near = warn!.shows.find(({ lamp }) => lamp.id !== far.lampId)!.lamp;
    const looked = applied(build, [lookedAt(warn!, newId, { [near.id]: 'dim' })]);
    const asked = stopsOf(looked)[0]!.points.map(({ label }) => label);
    expect(asked).toContain(`at ${near.tag}, which looked wrong`);
    expect(asked).toHaveLength(warn!.points.length + 1);
  });
});

describe('what passes', () => {
  const build = truck();
  const proved = (drafts: Parameters<typeof applied>[1]) => stopsOf(applied(build, drafts)).map(({ state }) => state);
  const stops = stopsOf(build);

  it('is what was looked at and read as it should be; the one without the other is a part', () => {
    expect(proved(provedDrafts(stops, newId))).toEqual(['pass', 'pass', 'pass']);
    expect(proved(readAt(stops[0]!, newId))).toEqual(['part', 'unread', 'unread']);
    expect(proved([lookedAt(stops[0]!, newId)])).toEqual(['part', 'unread', 'unread']);
    expect(provingCount(applied(build, provedDrafts(stops.slice(0, 2), newId)), assess(build).feeds)).toEqual({
      stops: 3,
      passed: 2,
    });
  });

  it('is nothing with a lamp that looked wrong, whatever the meter says; the later look counts', () => {
    const { lamp } = stops[0]!.shows[0]!;
    const drafts = [...readAt(stops[0]!, newId), lookedAt(stops[0]!, newId, { [lamp.id]: 'dark' })];
    expect(proved(drafts)[0]).toBe('fail');
    expect(proved([...drafts, lookedAt(stops[0]!, newId)])[0]).toBe('pass');
  });

  it('is nothing that the circuit leaves dark, however well it was looked at', () => {
    const wireIds = deriveFeeds(build)
      .find(({ fuse }) => fuse.name === 'Warn')!
      .groundWires.map(({ id }) => id);
    const ungrounded = {
      ...build,
      wires: Object.fromEntries(Object.entries(build.wires).filter(([id]) => !wireIds.includes(id))),
    };
    const [warn] = stopsOf(ungrounded);
    expect(warn!.unlit.map(({ tag }) => tag)).toEqual(['L1', 'R1']);
    const looked = applied(ungrounded, [lookedAt(warn!, newId)]);
    expect(stopsOf(looked)[0]!.state).toBe('fail');
  });

  it('with the key off, only what is to live without it is to be seen', () => {
    const off = stops.find(({ keyOn }) => !keyOn)!;
    expect(off.controls.map(({ name }) => name)).toEqual(['Markers']);
    expect(off.shows).toEqual([]);
    // A look with the key on says nothing of it.
    const looked = applied(build, [lookedAt({ ...off, keyOn: true }, newId)]);
    expect(stopsOf(looked).find(({ keyOn }) => !keyOn)!.state).toBe('unread');
  });

  it('near its range is worth a second look, and proves nothing', () => {
    const drafts = stops.flatMap((stop) => [
      lookedAt(stop, newId),
      ...readAt(stop, newId, (nominal) => nominal - 0.25),
    ]);
    const states = stopsOf(applied(build, drafts)).map(({ state }) => state);
    expect(states).not.toContain('unread');
    expect(states[0]).not.toBe('pass');
  });
});
