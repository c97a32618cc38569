/** Eleven ways in which wiring is got wrong so that lamps light, or stay dark, when somebody else's switch is pressed. */
import { describe, expect, it } from 'vitest';
import { applied, countingIds, furtherIds, testTruck } from '../../../demo/testUnit.ts';
import { demoUnits } from '../../../demo/world.ts';
import { solveSetting } from '../../circuit/index.ts';
import { ngspiceVoltages } from '../../circuit/testing/ngspice.ts';
import type { Build, Element, Id, Terminal, Wire } from '../../document/index.ts';
import { planGroundSwitch } from '../../planning/index.ts';
import { sneakPaths } from '../../protection/index.ts';
import { toldOf } from '../testing/told.ts';

const newId = furtherIds();
const at = (element: Element | undefined, terminal: string): Terminal => ({ elementId: element!.id, terminal });
const of = <Kind extends Element['kind']>(build: Build, kind: Kind, name?: RegExp) =>
  Object.values(build.elements).filter(
    (element): element is Extract<Element, { kind: Kind }> =>
      element.kind === kind && (name === undefined || name.test(element.name)),
  );
const wire = (from: Terminal, to: Terminal, lengthMm = 1000): Wire => ({
  id: newId(),
  from,
  to,
  table: 'metric',
  gauge: '1.5',
  colour: 'orange',
  lengthMm,
  loomLengthMm: null,
});
const withWires = (build: Build, wires: readonly Wire[], elements: readonly Element[] = []): Build => ({
  ...build,
  elements: { ...build.elements, ...Object.fromEntries(elements.map((each) => [each.id, each])) },
  wires: { ...build.wires, ...Object.fromEntries(wires.map((each) => [each.id, each])) },
});
const without = (build: Build, wireIds: readonly Id[], elementIds: readonly Id[] = []): Build => ({
  ...build,
  wires: Object.fromEntries(
    Object.entries(build.wires).filter(
      ([id, { from, to }]) =>
        !wireIds.includes(id) && !elementIds.includes(from.elementId) && !elementIds.includes(to.elementId),
    ),
  ),
  elements: Object.fromEntries(Object.entries(build.elements).filter(([id]) => !elementIds.includes(id))),
});
const loadOf = (build: Build, tag: string): Element =>
  of(build, 'lampLoad').find(({ lampId }) => build.lamps[lampId]!.tag === tag)!;
const wiresAt = (build: Build, element: Element, terminal: string): Wire[] =>
  Object.values(build.wires).filter(({ from, to }) =>
    [from, to].some((end) => end.elementId === element.id && end.terminal === terminal),
  );
const contactOf = (build: Build, control: string): Element =>
  of(build, 'switch').find(({ controlId }) => build.controls[controlId]!.name === control)!;

/**
 * Two feeds with a switch each and filament lamps: A from a slot that is always hot, B from one that is hot with the key.
 * A further lamp on B has its own ground.
 */
function twoFeeds(relayA?: number): Build {
  return testTruck()
    .lamp('SG-0403', 'rear', { yMm: 300, zMm: 960 }, { single: true })
    .lamp('SG-0403', 'rear', { yMm: 600, zMm: 960 }, { single: true })
    .lamp('SG-0403', 'rear', { yMm: 900, zMm: 960 }, { single: true })
    .feed({
      name: 'A',
      slot: 'hot',
      tags: 'L1',
      pattern: 'steady',
      wanted: 'always',
      control: { name: 'Switch A', kind: 'switch', signal: null, ratingA: 10 },
      ...(relayA && { relayA }),
    })
    .feed({
      name: 'B',
      slot: 'key',
      tags: 'L2 L3',
      pattern: 'steady',
      wanted: 'ignition',
      control: { name: 'Switch B', kind: 'switch', signal: null, ratingA: 10 },
    }).build;
}

/** The returns of both lamps meet in one splice, and go to metal from there. */
function sharedGround(): { build: Build; splice: Element; toMetal: Wire } {
  const build = twoFeeds();
  const splice: Element = { id: newId(), kind: 'splice', name: 'Common return' };
  const ground: Element = { id: newId(), kind: 'ground', name: 'Common ground' };
  const old = ['L1', 'L2'].flatMap((tag) => wiresAt(build, loadOf(build, tag), 'minus').map(({ id }) => id));
  const toMetal = wire(at(splice, 'join'), at(ground, 'join'));
  const returns = ['L1', 'L2'].map((tag) => wire(at(loadOf(build, tag), 'minus'), at(splice, 'join')));
  return { build: withWires(without(build, old), [toMetal, ...returns], [splice, ground]), splice, toMetal };
}

/** What a fitter is told of lamps that light, or stay dark, against what was meant. */
const SNEAK = new Set(['M13', 'M64']);
const told = (build: Build) => toldOf(build).filter(({ severity }) => severity !== 'note');
const toldNew = (before: Build, after: Build) => {
  const known = new Set(told(before).map(({ code, message }) => `${code} ${message}`));
  return told(after).filter(({ code, message }) => !known.has(`${code} ${message}`));
};

describe('sound wiring', () => {
  it('of every demo unit raises no alarm that is not its own known mistake', () => {
    const alarms = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds()).flatMap((build) =>
      told(build)
        .filter(({ code }) => SNEAK.has(code))
        .map(({ message }) => `${build.unit.tag} ${message}`),
    );
    // The rack is wired with a ground-side switch for stop and turn together, as crews do: its own known mistake.
    expect(alarms).toEqual([expect.stringMatching(/^SR-19 With Brake on, L5 L6 R5 conduct where dark is meant/)]);
  });

  it('two feeds, with a common ground too, raise no alarm', () => {
    expect(toldNew(twoFeeds(), sharedGround().build).filter(({ code }) => SNEAK.has(code))).toEqual([]);
  });
});

describe('planted', () => {
  const cases: [string, () => [before: Build, after: Build]][] = [
    [
      'a lost shared ground',
      () => {
        const { build, toMetal } = sharedGround();
        return [build, without(build, [toMetal.id])];
      },
    ],
    [
      '10 ohm in a shared ground',
      () => {
        const { build, toMetal } = sharedGround();
        // 1.5 mm2 has about 13 milliohm a metre: so long a wire has 10 ohm.
        return [build, { ...build, wires: { ...build.wires, [toMetal.id]: { ...toMetal, lengthMm: 760_000 } } }];
      },
    ],
    [
      'an indicator across both turns',
      () => {
        const before = twoFeeds();
        const build = applied(before, []);
        const resistor: Element = { id: newId(), kind: 'resistor', name: 'Indicator', resistanceOhm: 30 };
        const plus = (tag: string) => at(loadOf(build, tag), 'plus');
        return [
          before,
          withWires(build, [wire(plus('L1'), at(resistor, 'a')), wire(at(resistor, 'b'), plus('L2'))], [resistor]),
        ];
      },
    ],
    [
      "a switch's light into another feed",
      () => {
        const before = twoFeeds();
        return [
          before,
          withWires(before, [wire(at(contactOf(before, 'Switch A'), 'lamp'), at(loadOf(before, 'L2'), 'plus'))]),
        ];
      },
    ],
    [
      'a coil grounded through a lamp',
      () => {
        const before = twoFeeds(30);
        const [relay] = of(before, 'relay');
        const old = wiresAt(before, relay!, 'coilMinus').map(({ id }) => id);
        return [
          before,
          withWires(without(before, old), [wire(at(relay, 'coilMinus'), at(loadOf(before, 'L2'), 'plus'))]),
        ];
      },
    ],
    [
      'a coil fed from another feed',
      () => {
        const before = twoFeeds(30);
        const [relay] = of(before, 'relay');
        const old = wiresAt(before, relay!, 'coilPlus').map(({ id }) => id);
        return [
          before,
          withWires(without(before, old), [wire(at(loadOf(before, 'L2'), 'plus'), at(relay, 'coilPlus'))]),
        ];
      },
    ],
    [
      'hot and key-on joined behind their fuses',
      () => {
        const before = twoFeeds();
        const [a, b] = [of(before, 'fuse', /^A$/)[0], of(before, 'fuse', /^B$/)[0]];
        return [before, withWires(before, [wire(at(a, 'out'), at(b, 'out'))])];
      },
    ],
    [
      'two feeds joined behind their switches',
      () => {
        const before = twoFeeds();
        return [before, withWires(before, [wire(at(loadOf(before, 'L1'), 'plus'), at(loadOf(before, 'L2'), 'plus'))])];
      },
    ],
    [
      'receiver outputs joined',
      () => {
        const before = testTruck()
          .lamp('SG-0403', 'rear', { yMm: 300, zMm: 960 }, { single: true })
          .lamp('SG-0403', 'rear', { yMm: 600, zMm: 960 }, { single: true })
          .feed({
            name: 'Board',
            slot: 'hot',
            tags: 'L1',
            pattern: 'steady',
            wanted: 'always',
            receiver: 2,
            control: { name: 'Channel 1', kind: 'channel', signal: null, ratingA: 10 },
          })
          .feed({
            name: 'Second',
            slot: 'hot',
            tags: 'L2',
            pattern: 'steady',
            wanted: 'always',
            receiver: 0,
            control: 'Board spare 2',
          }).build;
        return [before, withWires(before, [wire(at(loadOf(before, 'L1'), 'plus'), at(loadOf(before, 'L2'), 'plus'))])];
      },
    ],
    [
      'a trailer plug without ground',
      () => {
        const { build, toMetal } = sharedGround();
        const plug: Element = {
          id: newId(),
          kind: 'connector',
          name: 'Trailer plug',
          pinsOf: '',
          pins: 1,
          mated: true,
          ratingA: 15,
        };
        const sound = withWires(
          without(build, [toMetal.id]),
          [wire(toMetal.from, at(plug, 'a1')), wire(at(plug, 'b1'), toMetal.to)],
          [plug],
        );
        return [sound, { ...sound, elements: { ...sound.elements, [plug.id]: { ...plug, mated: false } as Element } }];
      },
    ],
    [
      'a ground-side switch shared by two feeds',
      () => {
        const before = twoFeeds();
        const lampIds = ['L1', 'L2'].map((tag) => (loadOf(before, tag) as { lampId: Id }).lampId);
        const control = { name: 'Enable', kind: 'switch' as const, signal: null, ratingA: 10 };
        const planned = planGroundSwitch(before, lampIds, control, newId);
        if (!planned.ok) throw new Error(planned.reason.message);
        return [before, applied(before, planned.value)];
      },
    ],
  ];

  it.each(cases)('%s is told', (_, make) => {
    const [before, after] = make();
    const found = toldNew(before, after);
    expect(found.filter(({ code }) => SNEAK.has(code)).map(({ severity }) => severity)).toContain('stop');
  });

  it('what flows where it should not is what ngspice says flows there', () => {
    const paths = cases.flatMap(([name, make]) => {
      const [, build] = make();
      return sneakPaths(build).map((path) => ({ name, build, path }));
    });
    expect(paths.length).toBeGreaterThanOrEqual(cases.length);
    for (const { name, build, path } of paths) {
      const controlIds = new Set(
        Object.values(build.controls).flatMap((control) => (path.on.includes(control.name) ? [control.id] : [])),
      );
      const solved = solveSetting(build, { keyOn: path.keyOn, controlIds, load: 'maximum' });
      // An open switch is nothing at all.
      const network = solved.network.filter((each) => each.kind !== 'switch' || each.closed);
      const load = network.find(({ id }) => id === loadOf(build, path.lamp.tag).id)!;
      if (load.kind !== 'resistor') throw new Error('a filament is a resistance');
      const volts = ngspiceVoltages(network, {});
      const currentA = Math.abs((volts[load.a] ?? 0) - (volts[load.b] ?? 0)) / load.resistanceOhm;
      expect(path.currentA, `${name}, ${path.lamp.tag}`).toBeCloseTo(currentA, 4);
    }
  });
});
