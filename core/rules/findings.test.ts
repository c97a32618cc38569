import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { applied, countingIds, testTruck } from '../../demo/testUnit.ts';
import type { FeedGiven, UnitBuilder } from '../../demo/unitBuilder.ts';
import { demoUnits } from '../../demo/world.ts';
import { applyToUnit } from '../body/index.ts';
import { type Build, type Lamp, type OperationDraft, PLAIN_PIN } from '../document/index.ts';
import { currentTrace, showsFor } from '../flash/index.ts';
import { assess, FINDING_RULES } from './assess.ts';
import { type Told, toldOf } from './testing/told.ts';

const found = (build: Build, code: string): Told[] => toldOf(build).filter((finding) => finding.code === code);

/** Applies the first way out of a finding, as a click would. */
function takeWayOut(build: Build, finding: Told, label?: string): Build {
  const newId = countingIds();
  const way = label ? finding.waysOut.find((each) => each.label === label) : finding.waysOut[0];
  if (!way)
    throw new Error(`no way out "${label ?? 'first'}" in ${finding.waysOut.map((each) => each.label).join(', ')}`);
  return way.operations.reduce((current, draft) => {
    const result = applyToUnit(current, { ...draft, id: newId() }, { by: 'test', at: '2026-01-05T10:00:00.000Z' });
    if (!result.ok) throw new Error(result.reason.message);
    return result.value.build;
  }, build);
}

/** Peak of everything lit at once, A. */
const currentPeak = (build: Build): number =>
  currentTrace(build, showsFor(build, new Set(Object.keys(build.controls))).values(), 6).peakA;

const corners = (): UnitBuilder =>
  testTruck()
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp('ST-0302', 'left', { xMm: 4300, yMm: 1, zMm: 760 });
const warn = (slot: string | null, more: Partial<FeedGiven> = {}): FeedGiven => ({
  name: 'Warn',
  slot,
  tags: 'L1 R1 L2 R2',
  pattern: 'quad',
  wanted: 'always',
  control: { name: 'Warn', kind: 'switch', signal: null, ratingA: 20 },
  ...more,
});

describe('a sound unit', () => {
  it('has no findings', () => {
    const lamps = corners().factory().feed(warn('hot'));
    for (const yMm of [0, 250]) lamps.lamp('MK-0103', 'front', { yMm, zMm: 2530 });
    // Its strobes sit low on the frame, and that is told.
    expect(assess(lamps.build).findings.filter((finding) => finding.code !== 'M46')).toEqual([]);
  });
});

describe('an assessment', () => {
  it('is kept over a tick or a reading, and made anew when anything that matters changes', () => {
    const unit = corners().feed(warn('hot'));
    const first = assess(unit.build);
    unit.apply({ kind: 'tickStep', stepKey: 'isolate', done: true });
    expect(assess(unit.build)).toBe(first);
    unit.apply({ kind: 'answerSurvey', key: 'props', value: 'none' });
    expect(assess(unit.build)).not.toBe(first);
    const fuse = Object.values(unit.build.elements).find((element) => element.kind === 'fuse')!;
    unit.apply({ kind: 'editFuse', elementId: fuse.id, changes: { ratingA: 40 } });
    expect(assess(unit.build).findings.map((finding) => finding.code)).toContain('M8');
  });
});

describe('wiring', () => {
  const edited = (unit: UnitBuilder, draft: OperationDraft): Build => {
    const applied = applyToUnit(
      unit.build,
      { ...draft, id: countingIds()() },
      { by: 'test', at: '2026-01-05T10:00:00.000Z' },
    );
    if (!applied.ok) throw new Error(applied.reason.message);
    return applied.value.build;
  };

  it('M2: a tap on a slot that is kept for an option; another slot mends it', () => {
    const unit = corners().feed(warn('busy'));
    const slot = Object.values(unit.build.slots).find((each) => each.label === 'busy')!;
    const build = edited(unit, { kind: 'editSlot', slotId: slot.id, changes: { reservedFor: 'the air seat' } });
    const [finding] = found(build, 'M2');
    expect(finding!.message).toContain('kept for the air seat');
    expect(found(build, 'M10')).toEqual([]);
    expect(found(takeWayOut(build, finding!, 'Move to slot hot'), 'M2')).toEqual([]);
  });

  it('M3: 10 mm2 does not go into an add-a-tap; a thinner wire that the fuse protects does', () => {
    const unit = corners().feed(warn('hot'));
    const build = edited(unit, { kind: 'editWires', wireIds: Object.keys(unit.build.wires), changes: { gauge: '10' } });
    const [finding] = found(build, 'M3');
    expect(finding!.message).toMatch(/10 mm².*takes 4 mm²/);
    const mended = takeWayOut(build, finding!);
    expect(found(mended, 'M3')).toEqual([]);
    expect(found(mended, 'M8')).toEqual([]);
  });

  it('M5: a plug that looks like a 7-way blade but has its battery elsewhere', () => {
    const pins = (volts: Record<string, number>) =>
      ['1', '2', '3', '4', '5', '6', '7'].map((pin) => ({
        pin,
        colour: '',
        purpose: '',
        keyOffV: volts[pin] ?? 0,
        keyOnV: null,
        runningV: null,
        ...PLAIN_PIN,
      }));
    const plugged = (volts: Record<string, number>) =>
      edited(corners(), {
        kind: 'recordPlug',
        plug: {
          id: countingIds()(),
          name: '7-way blade',
          place: 'rear',
          pins: pins(volts),
          end: 'joined',
          leftMm: null,
        },
      });
    expect(found(plugged({ '4': 12.6 }), 'M5')).toEqual([]);
    const [finding] = found(plugged({ '2': 12.6 }), 'M5');
    expect(finding!.message).toContain('pin 2 (electric brake) should be dead with everything off and reads 12.6 V');
    expect(finding!.message).toContain('pin 4 (battery) should be battery and reads 0 V');
  });

  it('V1: a thin wire over a long run loses too much, and the way out is thicker wire where it helps', () => {
    const unit = corners().feed(warn('hot'));
    expect(found(unit.build, 'V1')).toEqual([]);
    const wireIds = Object.keys(unit.build.wires);
    const build = edited(unit, { kind: 'editWires', wireIds, changes: { gauge: '0.75', lengthMm: 4000 } });
    const [finding] = found(build, 'V1');
    expect(finding!.message).toMatch(/Warn loses \d\.\d\d V to [LR]2 over \d+\.\d m; 0\.38 V is allowed/);
    const mended = takeWayOut(build, finding!);
    expect(found(mended, 'V1')).toEqual([]);
    // One size for all of it would do as well, with more copper.
    const copper = (of: Build) =>
      Object.values(of.wires).reduce((sum, wire) => sum + Number(wire.gauge) * wire.lengthMm, 0);
    const uniform = ['1', '1.5', '2.5', '4', '6', '10']
      .map((gauge) => edited(unit, { kind: 'editWires', wireIds, changes: { gauge, lengthMm: 4000 } }))
      .find((each) => found(each, 'V1').length === 0)!;
    expect(copper(mended)).toBeLessThan(copper(uniform));
  });

  it('M6: a red lead that is ground is told, an honest set of leads is not', () => {
    const unit = corners();
    const model = Object.values(unit.build.models)[0]!;
    expect(found(unit.build, 'M6')).toEqual([]);
    const build = {
      ...unit.build,
      models: {
        [model.key]: {
          ...model,
          leads: [
            { colour: 'red', purpose: 'ground' as const },
            { colour: 'white', purpose: 'feed' as const },
          ],
        },
      },
    };
    expect(found(build, 'M6')[0]!.message).toContain('red is ground');
  });

  it('M6: the colour of a signal is told by its function, and black is kept for ground', () => {
    const turn = { name: 'Left turn', kind: 'signal', signal: 'left', ratingA: null } as const;
    const fed = (colour: 'orange' | 'yellow') =>
      testTruck()
        .lamp('MK-0101', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
        .feed({ name: 'Turn', pattern: 'steady', wanted: 'always', slot: 'hot', tags: 'L1', control: turn, colour });
    expect(found(fed('yellow').build, 'M6')).toEqual([]);
    const { build } = fed('orange');
    const [finding] = found(build, 'M6');
    expect(finding!.message).toBe('Turn runs in orange; yellow is usual for it.');
    const black = corners().feed(warn('hot', { colour: 'black' }));
    expect(found(black.build, 'M6')[0]!.message).toContain('which the next hand takes for ground');
    expect(found(takeWayOut(black.build, found(black.build, 'M6')[0]!), 'M6')).toEqual([]);
  });

  it('M13: a switched ground shared by two feeds lets current back; each way out closes the way', () => {
    const unit = testTruck()
      .lamp('SG-0403', 'rear', { yMm: 300, zMm: 960 }, { single: true })
      .lamp('SG-0403', 'rear', { yMm: 600, zMm: 960 }, { single: true })
      .lamp('SG-0403', 'rear', { yMm: 900, zMm: 960 }, { single: true });
    const control = (name: string, signal: 'brake' | 'left') => ({
      name,
      kind: 'signal' as const,
      signal,
      ratingA: null,
    });
    unit.feed(warn('hot', { name: 'Stop', tags: 'L1', pattern: 'steady', control: control('Brake', 'brake') })).feed(
      warn('key', {
        name: 'Turn',
        tags: 'L2 L3',
        pattern: 'turn',
        wanted: 'ignition',
        control: control('Left turn', 'left'),
      }),
    );
    expect(found(unit.build, 'M13')).toEqual([]);
    unit.groundSwitch('L1 L2', { name: 'Rack lamps', kind: 'switch', signal: null, ratingA: 10 });
    const [finding] = found(unit.build, 'M13');
    expect(finding).toMatchObject({ severity: 'stop' });
    expect(finding!.message).toContain(
      'With Brake on, L1 L2 L3 conduct where dark is meant: battery → slot hot → fuse Stop → Brake → L1 → L2 → L3',
    );
    expect(finding!.waysOut.map((way) => way.label)).toEqual([
      'Put a diode in the ground of L2',
      'Ground L2 on its own metal',
    ]);
    for (const way of finding!.waysOut)
      expect(found(takeWayOut(unit.build, finding!, way.label), 'M13'), way.label).toEqual([]);
  });

  it('M18: bare programming leads want caps', () => {
    const unit = corners();
    const model = Object.values(unit.build.models)[0]!;
    const leads = [...model.leads, { colour: 'yellow', purpose: 'program' as const }];
    const build = { ...unit.build, models: { [model.key]: { ...model, leads } } };
    const [finding] = found(build, 'M18');
    expect(finding).toMatchObject({ severity: 'note' });
    expect(found(takeWayOut(build, finding!), 'M18')).toEqual([]);
  });

  it('M50: lamps that flash in step draw in step; the fuse is judged by the peak, not the average', () => {
    const unit = corners().feed(warn('hot'));
    const fuse = Object.values(unit.build.elements).find((element) => element.kind === 'fuse')!;
    const lit = Object.keys(unit.build.lamps);
    const [pattern] = Object.values(unit.build.functions);
    const inStep = edited(unit, { kind: 'setPattern', functionId: pattern!.id, lampIds: lit, changes: { phase: 'A' } });
    const small = (build: Build, ratingA: number) => ({
      ...build,
      elements: { ...build.elements, [fuse.id]: { ...fuse, ratingA } as Build['elements'][string] },
    });
    const answering = currentPeak(unit.build);
    const together = currentPeak(inStep);
    expect(together).toBeGreaterThan(answering * 1.5);
    const ratingA = answering;
    expect(found(small(unit.build, ratingA), 'M50')).toEqual([]);
    const [finding] = found(small(inStep, ratingA), 'M50');
    expect(finding!.message).toContain(`${together.toFixed(1)} A`);
    expect(found(takeWayOut(small(inStep, ratingA), finding!), 'M50')).toEqual([]);
  });
});

describe('power', () => {
  it('M1: a slot that would carry more than it is good for; moving the feed mends it', () => {
    const { build } = corners().feed(warn('busy'));
    const [finding] = found(build, 'M1');
    expect(finding).toMatchObject({ severity: 'stop' });
    expect(finding!.message).toContain('17.4 A');
    expect(found(takeWayOut(build, finding!, 'Move to slot hot'), 'M1')).toEqual([]);
  });

  it('M8: a fuse larger than the wire behind it; a smaller fuse or thicker wire mends it', () => {
    const unit = corners().feed(warn('hot'));
    const fuse = Object.values(unit.build.elements).find((element) => element.kind === 'fuse')!;
    const wireIds = Object.keys(unit.build.wires);
    unit
      .apply({ kind: 'editWires', wireIds, changes: { gauge: '0.75' } })
      .apply({ kind: 'editFuse', elementId: fuse.id, changes: { ratingA: 20 } });
    const finding = found(unit.build, 'M8').find((each) => each.message.includes('Wire'));
    expect(finding!.message).toContain('0.75');
    expect(finding!.waysOut.length).toBe(2);
    for (const way of finding!.waysOut)
      expect(
        found(takeWayOut(unit.build, finding!, way.label), 'M8').filter((each) => each.message.includes('0.75')),
        way.label,
      ).toEqual([]);
  });

  it('M8: a 10 A tap behind a 15 A fuse is a 10 A circuit; a heavier holder mends it', () => {
    const unit = corners().feed(warn('hot'));
    const fuse = Object.values(unit.build.elements).find((element) => element.kind === 'fuse')!;
    unit.apply({ kind: 'editFuse', elementId: fuse.id, changes: { ratingA: 15 } });
    const finding = found(unit.build, 'M8').find((each) => each.message.includes('Add-a-tap 10 A'));
    expect(finding!.message).toContain('behind a 15 A fuse');
    const mended = takeWayOut(unit.build, finding!, 'Use a 15 A holder');
    expect(found(mended, 'M8').filter((each) => each.message.includes('tap'))).toEqual([]);
  });

  it('M10: wanted always, but the slot is dead without the key', () => {
    const { build } = corners().feed(warn('key'));
    const [finding] = found(build, 'M10');
    expect(finding).toMatchObject({ severity: 'stop' });
    expect(found(takeWayOut(build, finding!, 'Move to slot hot'), 'M10')).toEqual([]);
    expect(found(takeWayOut(build, finding!, 'Key on is enough'), 'M10')).toEqual([]);
  });

  it.each([
    ['hot', 'ignition', 'caution'],
    ['dead', 'always', 'stop'],
    ['unread', 'always', 'caution'],
  ] as const)('M10: slot %s, wanted %s, is a %s', (slot, wanted, severity) => {
    expect(found(corners().feed(warn(slot, { wanted })).build, 'M10')[0]).toMatchObject({ severity });
  });

  it('M11: a switch rated under its load without a relay; a relay mends it', () => {
    const { build } = corners().feed(
      warn('hot', { control: { name: 'Thumb switch', kind: 'switch', signal: null, ratingA: 3 } }),
    );
    const [finding] = found(build, 'M11');
    expect(finding!.message).toContain('Thumb switch is rated 3 A and would switch 4.4 A');
    const mended = takeWayOut(build, finding!);
    expect(found(mended, 'M11')).toEqual([]);
    expect(found(mended, 'M8')).toEqual([]);
  });
});

describe('place', () => {
  it('M26: sides that differ by a slip, and either side may be taken as right', () => {
    const unit = corners();
    const [left] = unit.ids('L1');
    const { position, face } = unit.build.lamps[left!]!;
    unit.apply({
      kind: 'moveLamps',
      moves: [{ lampId: left!, face, position: { ...position, xMm: position.xMm + 25 } }],
    });
    const [finding] = found(unit.build, 'M26');
    expect(finding!.message).toContain('25 mm');
    for (const label of ['Mirror R1 from L1', 'Mirror L1 from R1'])
      expect(found(takeWayOut(unit.build, finding!, label), 'M26')).toEqual([]);
  });

  it('M26: gaps that differ by a slip are spread evenly', () => {
    const unit = testTruck();
    for (const yMm of [-600, -190, 210, 600]) unit.lamp('MK-0103', 'front', { yMm, zMm: 2530 }, { single: true });
    const finding = found(unit.build, 'M26').find((each) => each.message.startsWith('Gaps'));
    expect(finding).toBeDefined();
    expect(found(takeWayOut(unit.build, finding!), 'M26').filter((each) => each.message.startsWith('Gaps'))).toEqual(
      [],
    );
  });

  it('M26: leaves a layout alone that is meant to be unequal', () => {
    const unit = testTruck();
    for (const yMm of [-900, -300, 0, 300, 900]) unit.lamp('MK-0103', 'front', { yMm, zMm: 2530 }, { single: true });
    expect(found(unit.build, 'M26')).toEqual([]);
  });

  it('M30: a kit sold apart is missing until as many are added as there are lamps', () => {
    const unit = testTruck().lamp('ST-0301', 'rear', { yMm: 1140, zMm: 1320 });
    const [finding] = found(unit.build, 'M30');
    expect(finding!.message).toContain('2 of 2 missing');
    expect(found(takeWayOut(unit.build, finding!), 'M30')).toEqual([]);
  });

  it.each([
    ['rear', { yMm: 500, zMm: 940 }, 'white', 'stop'],
    ['front', { yMm: 500, zMm: 1250 }, 'red', 'stop'],
    ['front', { yMm: 500, zMm: 1250 }, 'blue', 'caution'],
  ] as const)('M33: on the %s %o, %s is a %s', (face, at, colour, severity) => {
    const { build } = testTruck().lamp('ST-0302', face, at, { colour, single: true });
    const [finding] = found(build, 'M33');
    expect(finding).toMatchObject({ severity });
    expect(found(takeWayOut(build, finding!, 'Make it amber'), 'M33')).toEqual([]);
  });

  it('M33: reversing lamps may be white to the rear, amber may go anywhere', () => {
    const { build } = testTruck()
      .lamp('RV-0503', 'rear', { yMm: 500, zMm: 940 })
      .lamp('ST-0302', 'front', { yMm: 500, zMm: 1250 });
    expect(found(build, 'M33')).toEqual([]);
  });
});

describe('flash', () => {
  it('M41: a fast pattern on a filament lamp; the slow one offered mends it', () => {
    const { build } = testTruck()
      .lamp('MK-0105', 'left', { xMm: 3000, yMm: 1, zMm: 760 })
      .feed({ ...warn('hot'), tags: 'L1 R1' });
    const findings = found(build, 'M41');
    expect(findings).toHaveLength(2);
    expect(found(takeWayOut(build, findings[0]!), 'M41')).toHaveLength(1);
  });
});

describe('what is kept between edits', () => {
  const units = demoUnits(new Date('2026-01-20T12:00:00Z'), countingIds()).filter(
    (build) => Object.keys(build.lamps).length > 1,
  );
  // The copy shares nothing with what was judged before, so all of it is worked out anew.
  const anew = (build: Build) => assess(structuredClone(build)).findings;

  it.each(units.map((build) => [build.unit.tag, build] as const))(
    '%s: the same as if nothing was kept',
    (_tag, build) => {
      let current = build;
      assess(current);
      // Of what stands on a bracket the bracket is moved.
      const [first, second] = Object.values(build.lamps).filter(({ pad }) => !pad) as [Lamp, Lamp | undefined];
      const moves = [25, -40, 300].map((byMm): OperationDraft => {
        const position = { ...first.position, xMm: first.position.xMm + byMm };
        return { kind: 'moveLamps', moves: [{ lampId: first.id, position, face: first.face }] };
      });
      const [fuse] = Object.values(build.elements).filter((element) => element.kind === 'fuse');
      const edits: OperationDraft[] = [
        ...moves,
        ...(fuse ? [{ kind: 'editFuse' as const, elementId: fuse.id, changes: { ratingA: 3 } }] : []),
        ...(second
          ? [{ kind: 'moveLamps' as const, moves: [{ lampId: second.id, position: first.position, face: first.face }] }]
          : []),
        { kind: 'removeLamps', lampIds: [first.id] },
      ];
      for (const edit of edits) {
        current = applied(current, [edit]);
        expect(assess(current).findings).toEqual(anew(current));
      }
    },
  );
});

describe('docs/findings.md', () => {
  it('lists the same findings as the registry, row by row', () => {
    const page = readFileSync(new URL('../../docs/findings.md', import.meta.url), 'utf8');
    const rows = [...page.matchAll(/^\| ([MV]\d+) \| (\w+) \| ([^|]+) \| ([^|]+) \| ([^|]+) \| ([^|]+) \|$/gm)].map(
      (match) => match.slice(1).map((cell) => cell.trim()),
    );
    expect(rows).toEqual(
      FINDING_RULES.map((rule) => [rule.code, rule.severity, rule.title, rule.reason, rule.wayOut, rule.source]),
    );
  });
});
