import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck } from '../../../demo/testUnit.ts';
import type { FeedGiven, UnitBuilder } from '../../../demo/unitBuilder.ts';
import { type Build, byPriority } from '../../document/index.ts';
import { legendPrint, showsFor, standardQuestions } from '../../flash/index.ts';
import { assess } from '../assess.ts';
import { type Told, toldOf } from '../testing/told.ts';

const found = (build: Build, code: string): Told[] => toldOf(build).filter((finding) => finding.code === code);

/** Takes the first way out of each finding of a code until there is none. */
function mended(build: Build, code: string): Build {
  let now = build;
  for (let turn = 0; turn < 8; turn++) {
    const [finding] = found(now, code);
    if (!finding) return now;
    if (!finding.waysOut[0]) throw new Error(`${code} has no way out: ${finding.message}`);
    now = applied(now, finding.waysOut[0].operations);
  }
  throw new Error(`${code} does not end`);
}

const WARN = { name: 'Warn', kind: 'switch', signal: null, ratingA: 20 } as const;
const SIGNAL = (name: string, signal: 'running' | 'brake' | 'left') =>
  ({ name, kind: 'signal', signal, ratingA: null }) as const;

/** Strobes at all four corners and a bar on the roof, so that nothing but what is planted is found. */
const lit = (more: Partial<FeedGiven> = {}): UnitBuilder =>
  testTruck()
    .lamp('EB-1201', 'top', { xMm: 930 })
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
    .lamp('ST-0302', 'left', { xMm: 5600, yMm: 1, zMm: 760 })
    .feed({
      name: 'Warn',
      pattern: 'quad',
      wanted: 'always',
      slot: 'hot',
      tags: 'T1 L1 R1 L2 R2',
      relayA: 30,
      control: WARN,
      ...more,
    });
const withFunction = (
  unit: UnitBuilder,
  name: string,
  signal: 'running' | 'brake' | 'left',
  pattern: string,
  priority: number,
) => {
  unit.apply({ kind: 'addControl', control: { id: signalId(signal), ...SIGNAL(name, signal) } });
  return unit.function(name, name, 'L1 R1', pattern, priority);
};
const signalId = (signal: string) =>
  `01900000-0000-7000-8000-${Buffer.from(signal).toString('hex').padEnd(12, '0').slice(0, 12)}`;
const FLASH_CODES = [
  'M38',
  'M39',
  'M40',
  'M42',
  'M43',
  'M44',
  'M45',
  'M46',
  'M47',
  'M48',
  'M49',
  'M52',
  'M53',
  'M56',
  'M57',
  'M58',
];

describe('flash', () => {
  it('a sound unit has none of these findings', () => {
    expect(assess(lit().build).findings.filter((each) => FLASH_CODES.includes(each.code))).toEqual([]);
  });

  it('M38: lamps that strobe with the running lights alone are made steady', () => {
    const { build } = withFunction(lit(), 'Running lights', 'running', 'double', 9);
    expect(found(build, 'M38')[0]!.message).toContain('L1 R1 would strobe with the running lights alone');
    expect(standardQuestions(build)[0]!.holds).toBe(false);
    const after = mended(build, 'M38');
    const running = Object.values(after.controls).find((control) => control.signal === 'running')!;
    for (const { pattern } of showsFor(after, new Set([running.id])).values()) expect(pattern.id).toBe('steady');
  });

  it('M39: running lights that keep lamps from warning go below it', () => {
    const { build } = withFunction(lit(), 'Running lights', 'running', 'steady', 1);
    const raised = applied(build, [
      {
        kind: 'editFunction',
        functionId: byPriority(build).find((each) => each.name === 'Warn')!.id,
        changes: { priority: 2 },
      },
    ]);
    expect(found(raised, 'M39')[0]!.message).toContain('Running lights keeps L1 R1 steady');
    const after = mended(raised, 'M39');
    const all = showsFor(after, new Set(Object.keys(after.controls)));
    expect([...all.values()].every((show) => show.function.name === 'Warn')).toBe(true);
  });

  it('M49: a warning that hides a turn signal goes below it', () => {
    const { build } = withFunction(lit(), 'Left turn', 'left', 'turn', 9);
    const [finding] = found(build, 'M49');
    expect(finding).toMatchObject({ severity: 'stop' });
    const after = mended(build, 'M49');
    const all = showsFor(after, new Set(Object.keys(after.controls)));
    const tags = [...all.values()].filter((show) => show.function.name === 'Left turn').map((show) => show.lamp.tag);
    expect(tags.sort()).toEqual(['L1', 'R1']);
  });

  it('M49: ways out of two signals, both taken before the findings are worked out anew, raise both', () => {
    const left = withFunction(lit(), 'Left turn', 'left', 'turn', 8).build;
    const [leftTurn] = byPriority(left).filter((each) => each.name === 'Left turn');
    const both = applied(left, [
      { kind: 'addFunction', function: { ...leftTurn!, id: furtherIds()(), name: 'Right turn', priority: 9 } },
    ]);
    const hiding = assess(both).findings.filter((each) => each.code === 'M49');
    expect(hiding).toHaveLength(2);
    for (const order of [hiding, hiding.toReversed()]) {
      const after = applied(
        both,
        order.flatMap((finding) => finding.waysOut[0]!.operations),
      );
      expect(byPriority(after).at(-1)!.name).toBe('Warn');
    }
  });

  it('M42: a brake lamp that never stops flashing bursts instead', () => {
    const { build } = withFunction(lit(), 'Brake', 'brake', 'wide-single', 1);
    expect(found(build, 'M42')).toHaveLength(1);
    const after = mended(build, 'M42');
    expect(byPriority(after).find((each) => each.name === 'Brake')!.modulator).toEqual({ burstS: 5, rearmS: 20 });
  });

  it('M43: too slow for a warning, too slow for a turn signal', () => {
    const slow = lit({ pattern: 'swell' });
    expect(found(slow.build, 'M43')[0]!.message).toContain('50 a minute; 60 to 240');
    mended(slow.build, 'M43');
    const turn = withFunction(lit(), 'Left turn', 'left', 'swell', 1);
    expect(found(turn.build, 'M43')[0]!.message).toContain('50 a minute; 60 to 120');
    mended(turn.build, 'M43');
  });

  it('M44: a unit that differs from what the fleet has agreed on', () => {
    const { build } = lit();
    const agreed = applied(build, [{ kind: 'setFleetPattern', patternId: 'double' }]);
    expect(found(agreed, 'M44')[0]!.message).toContain('differ from the fleet, which shows Double');
    expect(found(mended(agreed, 'M44'), 'M44')).toEqual([]);
    expect(found(build, 'M44')).toEqual([]);
  });

  it('M45: a pair that does not keep step', () => {
    const unit = lit();
    const [own] = Object.values(unit.build.functions);
    const drifted = (changes: { patternId?: string; shiftMs?: number }) =>
      applied(unit.build, [{ kind: 'setPattern', functionId: own!.id, lampIds: unit.ids('R1'), changes }]);
    expect(found(drifted({ patternId: 'double' }), 'M45')[0]!.message).toContain('L1 and R1 are a pair');
    expect(found(drifted({ shiftMs: 90 }), 'M45')).toHaveLength(1);
    expect(found(mended(drifted({ shiftMs: 90 }), 'M45'), 'M45')).toEqual([]);
  });

  it('M46: nothing towards one side, and nothing high up', () => {
    const sides = testTruck()
      .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }, { single: true })
      .feed({ name: 'Warn', pattern: 'quad', wanted: 'always', slot: 'hot', tags: 'L1', control: WARN });
    const messages = found(sides.build, 'M46').map((finding) => finding.message);
    expect(messages[0]).toContain('Nothing warns towards');
    expect(messages[1]).toContain('The warning is low down: L1');
    const [gap] = found(sides.build, 'M46');
    const placed = applied(sides.build, gap!.waysOut[0]!.operations);
    expect(Object.keys(placed.lamps).length).toBeGreaterThan(1);
    expect(found(lit().build, 'M46')).toEqual([]);
  });

  it('M47: a level too low for daylight, and a pattern of thin pulses', () => {
    const unit = lit({ tags: 'L1 R1' });
    const [own] = Object.values(unit.build.functions);
    const dim = applied(unit.build, [{ kind: 'editFunction', functionId: own!.id, changes: { levelPercent: 50 } }]);
    expect(found(dim, 'M47')[0]!.message).toMatch(/L1 shows \d+ cd effective with Quad; by day 300 cd/);
    expect(byPriority(mended(dim, 'M47'))[0]!.levelPercent).toBe(100);
    const thin = applied(unit.build, [
      {
        kind: 'putPattern',
        pattern: { id: 'own-thin', name: 'Thin', periodS: 0.5, pulses: [{ startS: 0, endS: 0.03, level: 1 }] },
      },
      { kind: 'setPattern', functionId: own!.id, lampIds: unit.ids('L1 R1'), changes: { patternId: 'own-thin' } },
    ]);
    expect(found(thin, 'M47')).toHaveLength(2);
    expect(found(mended(thin, 'M47'), 'M47')).toEqual([]);
  });

  it('M48: lamps on the wire of another control', () => {
    const unit = lit({ tags: 'T1 L1 R1' })
      .feed({
        name: 'Rear',
        pattern: 'double',
        wanted: 'always',
        slot: null,
        tags: 'L2 R2',
        control: { ...WARN, name: 'Rear' },
      })
      .function('Slow warn', 'Warn', 'L2 R2', 'slow-single', 5);
    // The Warn switch has two functions now; the second one's lamps hang on the Rear switch.
    expect(found(unit.build, 'M48')[0]!.message).toContain(
      'should work by Warn (Slow warn), but their wires hang on Rear',
    );
    expect(found(mended(unit.build, 'M48'), 'M48')).toEqual([]);
  });
});

describe('labels and proof', () => {
  const CHANNEL = { name: 'Channel 1', kind: 'channel', signal: null, ratingA: 8 } as const;
  const remote = () => lit({ control: CHANNEL, relayA: undefined, receiver: 3 });

  it('M40: a button with another number on it, and two controls with one label', () => {
    const unit = remote();
    expect(found(unit.build, 'M40')).toEqual([]);
    const [first] = Object.values(unit.build.elements).flatMap((each) =>
      each.kind === 'receiver' ? each.channels : [],
    );
    const wrong = applied(unit.build, [{ kind: 'editControl', controlId: first!, changes: { name: 'Channel 3' } }]);
    expect(found(wrong, 'M40')[0]!.message).toBe('Button 1 of Receiver Warn is labelled Channel 3.');
    expect(found(mended(wrong, 'M40'), 'M40')).toEqual([]);
    const twice = applied(unit.build, [{ kind: 'addControl', control: { id: signalId('twice'), ...CHANNEL } }]);
    expect(found(twice, 'M40')[0]!.message).toBe('2 controls are labelled Channel 1.');
    expect(found(mended(twice, 'M40'), 'M40')).toEqual([]);
  });

  it('M52: a function whose control nobody can press goes on the spare channel, or is left out', () => {
    const unit = remote();
    unit.apply({ kind: 'addControl', control: { id: signalId('extra'), ...CHANNEL, name: 'Alley' } });
    unit.function('Alley lights', 'Alley', 'L1', 'steady', 7);
    const [finding] = found(unit.build, 'M52');
    expect(finding!.message).toBe('Alley lights is worked by Alley, which is on no board and no receiver.');
    expect(finding!.waysOut.map((way) => way.label)).toEqual(['Put it on Warn spare 2', 'Leave it out']);
    const onSpare = mended(unit.build, 'M52');
    const alley = Object.values(onSpare.functions).find((each) => each.name === 'Alley lights')!;
    expect(onSpare.controls[alley.controlId]!.name).toBe('Warn spare 2');
    expect(found(applied(unit.build, finding!.waysOut[1]!.operations), 'M52')).toEqual([]);
  });

  it("M52 is quiet about a switch of the unit's own: the feed is tapped from what it makes hot", () => {
    const unit = remote();
    unit.apply({ kind: 'addControl', control: { id: signalId('own'), ...CHANNEL, kind: 'switch', name: 'AUX 1' } });
    unit.function('Rack markers', 'AUX 1', 'L1', 'steady', 7);
    expect(found(unit.build, 'M52')).toHaveLength(1);
    const tap = Object.values(unit.build.elements).find(({ kind }) => kind === 'tap');
    if (tap?.kind !== 'tap') throw new Error('no tap');
    const worked = applied(unit.build, [
      { kind: 'editSlot', slotId: tap.slotId, changes: { controlId: signalId('own') } },
    ]);
    expect(found(worked, 'M52')).toEqual([]);
  });

  it('M56: one remote for all, and a spare one answers it', () => {
    const { build } = remote();
    expect(found(build, 'M56')).toHaveLength(1);
    expect(found(mended(build, 'M56'), 'M56')).toEqual([]);
    expect(found(lit().build, 'M56')).toEqual([]);
  });

  it('M53: a legend that no longer says what the controls do', () => {
    const unit = remote();
    const hung = applied(unit.build, [{ kind: 'hangLegend', print: legendPrint(unit.build) }]);
    expect(found(hung, 'M53')).toEqual([]);
    const [own] = Object.values(hung.functions);
    const changed = applied(hung, [{ kind: 'editFunction', functionId: own!.id, changes: { name: 'Amber all' } }]);
    expect(found(changed, 'M53')).toHaveLength(1);
    expect(found(mended(changed, 'M53'), 'M53')).toEqual([]);
  });

  it('M57: closed before it was tested', () => {
    const closed = applied(lit().build, [{ kind: 'tickStep', stepKey: 'close', done: true }]);
    expect(found(closed, 'M57')[0]!.message).toBe('Closed up before the loose test and proving.');
    expect(found(mended(closed, 'M57'), 'M57')).toEqual([]);
    const tested = applied(lit().build, [
      { kind: 'tickStep', stepKey: 'loose', done: true },
      { kind: 'tickStep', stepKey: 'prove', done: true },
      { kind: 'tickStep', stepKey: 'close', done: true },
    ]);
    expect(found(tested, 'M57')).toEqual([]);
  });

  it('M58: signed off without a look at night', () => {
    const signed = applied(lit().build, [{ kind: 'signOff', open: [] }]);
    expect(found(signed, 'M58')).toHaveLength(1);
    expect(mended(signed, 'M58').checks.night).toMatchObject({ result: 'later' });
    expect(found(lit().build, 'M58')).toEqual([]);
  });
});

describe('priorities against every state of the controls', () => {
  it('an independent count over all settings says the same as the questions and what is shown', () => {
    const unit = withFunction(
      withFunction(lit(), 'Running lights', 'running', 'steady', 4),
      'Left turn',
      'left',
      'turn',
      2,
    );
    unit.function('All red', 'Warn', 'T1', 'triple', 3);
    const { build } = unit;
    const controls = Object.keys(build.controls);
    for (let bits = 0; bits < 1 << controls.length; bits++) {
      const on = new Set(controls.filter((_, at) => (bits >> at) & 1));
      const shows = showsFor(build, on);
      for (const lamp of Object.values(build.lamps)) {
        // The least priority number of those that are on and have the lamp; by name where two are equal.
        let best: { priority: number; name: string } | null = null;
        for (const each of Object.values(build.functions)) {
          if (!on.has(each.controlId) || !each.shows[lamp.id]) continue;
          if (!best || each.priority < best.priority || (each.priority === best.priority && each.name < best.name))
            best = each;
        }
        expect(shows.get(lamp.id)?.function.name ?? null).toBe(best?.name ?? null);
      }
    }
  });
});
