import { describe, expect, it } from 'vitest';
import { motorcycleWithPlug, REAR_PLUG_ID, STOP_LAMP } from '../../../demo/ownLead.ts';
import { applied, furtherIds, testTruck, WARN_SWITCH, warnFeed } from '../../../demo/testUnit.ts';
import type { Build, OperationDraft } from '../../document/index.ts';
import { deriveFeeds } from '../../graph/index.ts';
import { planFeed, planOwnLamp, planPinSource } from '../../planning/index.ts';
import { inWords } from '../../units/index.ts';
import { assess } from '../assess.ts';

const CODES = ['M60', 'M63', 'M64', 'M65', 'M66', 'M72', 'M73'];
const found = (build: Build, code: string) =>
  assess(build)
    .findings.filter((finding) => finding.code === code)
    .map((finding) => ({ ...finding, words: inWords(finding.message) }));
const mended = (build: Build, code: string): Build =>
  applied(build, found(build, code)[0]!.waysOut[0]!.operations as OperationDraft[]);
const strobes = () => testTruck().lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).feed(warnFeed('L1 R1'));
const turns = (pattern: string) =>
  testTruck()
    .lamp('SG-0401', 'rear', { yMm: 600, zMm: 945 })
    .feed(
      warnFeed('L1 R1', {
        name: 'Left turn',
        pattern,
        control: { name: 'Left turn', kind: 'signal', signal: 'left', ratingA: null },
      }),
    );

it('a sound unit has none of them', () => {
  const codes = new Set(assess(strobes().build).findings.map(({ code }) => code));
  expect(CODES.filter((code) => codes.has(code))).toEqual([]);
});

describe('M60: a fuse below its load', () => {
  const withFuse = (ratingA: number) => {
    const { build } = strobes();
    return applied(build, [{ kind: 'editFuse', elementId: deriveFeeds(build)[0]!.fuse.id, changes: { ratingA } }]);
  };
  const loadA = () => assess(strobes().build).feeds[0]!.figures.maximumA;

  it('is found where four fifths of the rating are less than the lamps draw, and quiet at just so much', () => {
    expect(found(withFuse(loadA() / 0.8), 'M60')).toEqual([]);
    const [finding] = found(withFuse(loadA() / 0.8 - 0.01), 'M60');
    expect(finding!.severity).toBe('stop');
    expect(finding!.words).toContain('would run through');
  });

  it('a larger fuse is offered where every wire is protected by it', () => {
    const after = mended(withFuse(1), 'M60');
    expect(found(after, 'M60')).toEqual([]);
    expect(found(after, 'M8')).toEqual([]);
  });
});

describe('M63: a lamp that is not made for the volts', () => {
  const at = (voltage: { minimumV: number; maximumV: number }): Build => {
    const { build } = strobes();
    const [key] = Object.keys(build.models);
    return { ...build, models: { [key!]: { ...build.models[key!]!, voltage } } };
  };
  it.each([
    [{ minimumV: 10, maximumV: 30 }, 0],
    [{ minimumV: 12.8, maximumV: 30 }, 0],
    [{ minimumV: 12.9, maximumV: 30 }, 1],
    [{ minimumV: 9, maximumV: 12.8 }, 0],
    [{ minimumV: 9, maximumV: 12.7 }, 1],
  ])('of %o on 12.8 V: %i', (voltage, count) => expect(found(at(voltage), 'M63')).toHaveLength(count));

  it('says what it is made for and what the unit has', () => {
    expect(found(at({ minimumV: 20, maximumV: 30 }), 'M63')[0]!.words).toMatch(
      /^L1 R1: .* is made for 20 to 30 V and the unit has 12.8 V\.$/,
    );
  });
});

describe('M64: a function that never lights its lamp', () => {
  it('is found where another control feeds the lamp', () => {
    const unit = strobes();
    const other = { id: '01900000-0000-7000-8000-00000000bbbb', ...WARN_SWITCH, name: 'Other' };
    const [each] = Object.values(unit.build.functions);
    const build: Build = {
      ...unit.build,
      controls: { ...unit.build.controls, [other.id]: other },
      functions: { [each!.id]: { ...each!, controlId: other.id } },
    };
    const [finding] = found(build, 'M64');
    expect(finding!.severity).toBe('stop');
    expect(finding!.words).toBe('Warn is meant to light L1 R1, and Other alone brings no current there.');
  });

  it('a lamp that nobody has fed yet is no such finding', () => {
    const unit = strobes().lamp('ST-0302', 'left', { xMm: 4900, yMm: 1, zMm: 760 });
    const [each] = Object.values(unit.build.functions);
    const [lamp] = Object.values(unit.build.lamps).filter(({ tag }) => tag === 'L2');
    const shows = { ...each!.shows, [lamp!.id]: { patternId: 'quad', phase: 'A' as const, shiftMs: 0 } };
    expect(found({ ...unit.build, functions: { [each!.id]: { ...each!, shows } } }, 'M64')).toEqual([]);
  });
});

describe('M65: stop or turn behind something that may be off', () => {
  it('is found with the switch by name, and not where only the driver works it', () => {
    const unit = turns('turn');
    expect(found(unit.build, 'M65')).toEqual([]);
    // A switch of the crew's is put into the line.
    const feed = deriveFeeds(unit.build)[0]!;
    const control = { id: '01900000-0000-7000-8000-00000000cccc', ...WARN_SWITCH, name: 'Rack' };
    const contact = {
      id: '01900000-0000-7000-8000-00000000cccd',
      kind: 'switch',
      name: '',
      controlId: control.id,
    } as const;
    const wire = feed.wires.at(-1)!;
    const build: Build = {
      ...unit.build,
      controls: { ...unit.build.controls, [control.id]: control },
      elements: { ...unit.build.elements, [contact.id]: contact },
      wires: {
        ...unit.build.wires,
        [wire.id]: { ...wire, to: { elementId: contact.id, terminal: 'in' } },
        more: { ...wire, id: 'more', from: { elementId: contact.id, terminal: 'out' } },
      },
    };
    const [finding] = found(build, 'M65');
    expect(finding!.words).toMatch(/^Left turn: [LR]1 stays dark while Rack is off\.$/);
    expect(finding!.severity).toBe('stop');
  });
});

describe('M66: two holders in one slot', () => {
  it('is found, and the second moves to another', () => {
    const unit = strobes()
      .lamp('ST-0302', 'left', { xMm: 4900, yMm: 1, zMm: 760 })
      .slots(2, [{ label: 'spare', ratingA: null, limitA: 20, volts: [12.7, 12.6] }])
      .feed(warnFeed('L2 R2', { name: 'More', control: { ...WARN_SWITCH, name: 'More' } }));
    const [finding] = found(unit.build, 'M66');
    expect(finding!.words).toBe('Slot hot would hold 2 add-a-tap holders; one goes in.');
    expect(finding!.waysOut.length).toBeGreaterThan(0);
    expect(found(mended(unit.build, 'M66'), 'M66')).toEqual([]);
  });

  it('one holder is none, and neither are leads without a holder', () => {
    const build = strobes().build;
    expect(found(build, 'M66')).toEqual([]);
  });
});

describe('M72 and M73: what is meant to flash', () => {
  it('a marker on a plain switch does not, and burns steadily by the way out', () => {
    const { build } = testTruck().lamp('MK-0101', 'left', { xMm: 2900, yMm: 1, zMm: 760 }).feed(warnFeed('L1 R1'));
    expect(found(build, 'M72')[0]!.words).toBe('Warn: nothing makes L1 R1 flash; they burn steadily.');
    expect(found(mended(build, 'M72'), 'M72')).toEqual([]);
  });

  it('a strobe does it by itself, a turn signal by the unit’s flasher', () => {
    expect(found(strobes().build, 'M72')).toEqual([]);
    expect(found(turns('turn').build, 'M72')).toEqual([]);
  });

  it('a steady turn signal is told, and flashes by the way out', () => {
    const { build } = turns('steady');
    expect(found(build, 'M73')[0]!.words).toContain('burns steadily on L1 R1');
    expect(found(mended(build, 'M73'), 'M73')).toEqual([]);
    expect(found(turns('turn').build, 'M73')).toEqual([]);
  });
});

describe("M60 behind a fuse of the unit's own", () => {
  const behind = (ownLoadA: number, ratingA = 10): Build => {
    const plug = { ...motorcycleWithPlug().plugs[REAR_PLUG_ID]! };
    const pins = plug.pins.map((pin) => ({ ...pin, ratingA, ownLoadA }));
    const truck = testTruck().lamp('SG-0404', 'rear', { yMm: 300, zMm: 900 }).build;
    return applied(truck, [
      { kind: 'recordPlug', plug: { ...plug, pins } },
      { kind: 'recordFactoryLamps', lamps: [STOP_LAMP] },
    ]);
  };
  const ids = furtherIds();
  const must = <T>(result: { ok: true; value: T } | { ok: false; reason: { message: string } }): T => {
    if (!result.ok) throw new Error(result.reason.message);
    return result.value;
  };
  const ownLamp = (build: Build) =>
    applied(
      build,
      must(planOwnLamp(build, { plugId: REAR_PLUG_ID, pin: '2', factoryLampId: STOP_LAMP.id, light: 'led' }, ids)),
    );
  const tapped = (build: Build) => {
    const source = planPinSource(build, REAR_PLUG_ID, '2')!;
    const before = applied(build, source.operations);
    const lampIds = Object.values(build.lamps).flatMap(({ id, modelKey }) => (modelKey === 'SG-0404' ? [id] : []));
    const { name, control, pattern } = warnFeed('', { name: 'High stop', pattern: 'steady' });
    const wish = { name, slotId: source.slot.id, lampIds, control: control as typeof WARN_SWITCH, patternId: pattern };
    const more = { relayRatingA: null, wanted: 'always', table: 'metric', colour: 'red' } as const;
    return applied(before, must(planFeed(before, { ...wish, ...more }, ids)));
  };
  const lampsA = 2 * testTruck().lamp('SG-0404', 'rear', { yMm: 300, zMm: 900 }).build.models['SG-0404']!.maximumA;

  it('what its own lamp draws counts alike, as a figure of the survey or in the circuit', () => {
    const [much, little] = [8 - lampsA + 0.01, 8 - lampsA - 0.01];
    expect(found(tapped(behind(much)), 'M60')).toHaveLength(1);
    expect(found(tapped(ownLamp(behind(much))), 'M60')).toHaveLength(1);
    expect(found(ownLamp(tapped(behind(much))), 'M60')).toHaveLength(1);
    expect(found(tapped(behind(little)), 'M60')).toEqual([]);
    expect(found(tapped(ownLamp(behind(little))), 'M60')).toEqual([]);
  });

  it('names both feeds once, and leaves to its maker what only the unit draws', () => {
    const [finding] = found(tapped(ownLamp(behind(7.9))), 'M60');
    expect(finding!.place.feedIds).toHaveLength(2);
    expect(finding!.place.lampIds).toHaveLength(3);
    expect(found(ownLamp(behind(9.5)), 'M60')).toEqual([]);
  });
});
