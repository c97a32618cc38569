/** Mistakes of place, body and mount: each planted, found at its place, and mended by its way out where it has one. */
import { describe, expect, it } from 'vitest';
import { modelByKey } from '../../../demo/shelf.ts';
import { countingIds, testTruck } from '../../../demo/testUnit.ts';
import { UnitBuilder } from '../../../demo/unitBuilder.ts';
import { applyToUnit } from '../../body/index.ts';
import type { Build, LampModel, OperationDraft, Position } from '../../document/index.ts';
import { type Told, toldOf } from '../testing/told.ts';
import { drilledKey } from './mountRules.ts';

const STAMP = { by: 'test', at: '2026-01-05T10:00:00.000Z' };
const found = (build: Build, code: string): Told[] => toldOf(build).filter((finding) => finding.code === code);

function applied(build: Build, drafts: readonly OperationDraft[]): Build {
  const newId = countingIds();
  return drafts.reduce((current, draft) => {
    const result = applyToUnit(current, { ...draft, id: newId() }, STAMP);
    if (!result.ok) throw new Error(result.reason.message);
    return result.value.build;
  }, build);
}

/** Takes the first way out whose label matches, as a click would. */
function mended(build: Build, finding: Told, label: RegExp): Build {
  const way = finding.waysOut.find((each) => label.test(each.label));
  if (!way) throw new Error(`no way out ${label} in: ${finding.waysOut.map((each) => each.label).join(', ')}`);
  return applied(build, way.operations);
}

const unitOf = (bodyId: string): UnitBuilder =>
  new UnitBuilder({ tag: 'TT-02', name: 'Test unit', bodyId }, countingIds(), STAMP.at, STAMP.by);

/** A unit with one lamp exactly where it is put, of a shelf model changed as wanted. */
function withLamp(
  unit: UnitBuilder,
  key: string,
  face: 'front' | 'rear' | 'left' | 'right' | 'top',
  position: Position,
  change: Partial<LampModel> = {},
  tag = 'L1',
): UnitBuilder {
  const model = { ...modelByKey(key), ...change };
  const lamp = {
    id: `01900000-0000-7000-9000-${String(tag.charCodeAt(0) * 1000 + Number(tag.slice(1))).padStart(12, '0')}`,
    tag,
    modelKey: model.key,
    face,
    position,
    colour: model.colours[0]!,
    mount: model.mounts[0]!.kind,
    pairId: null,
    groupId: null,
    locked: false,
  };
  return unit.apply({ kind: 'placeLamps', lamps: [lamp], models: [model] });
}

describe('how lamps are held', () => {
  const onBumper = { xMm: 300, yMm: 1225, zMm: 700 };

  it('M12: a base ground on a plastic bumper stays dark; a ground wire mends it', () => {
    const leads: LampModel['leads'] = [{ colour: 'red', purpose: 'feed' }];
    const { build } = withLamp(testTruck(), 'MK-0101', 'left', onBumper, { leads });
    const [finding] = found(build, 'M12');
    expect(finding).toMatchObject({ severity: 'stop' });
    expect(finding!.message).toMatch(/plastic/);
    expect(found(mended(build, finding!, /ground wire/), 'M12')).toEqual([]);
    const onSteel = withLamp(testTruck(), 'MK-0101', 'left', { xMm: 2900, yMm: 1225, zMm: 760 }, { leads }).build;
    expect(found(onSteel, 'M12')).toMatchObject([{ severity: 'note' }]);
  });

  it('M20: leads through bare skin want a grommet', () => {
    const { build } = withLamp(
      testTruck(),
      'MK-0102',
      'left',
      { xMm: 2900, yMm: 1225, zMm: 760 },
      { kitContents: ['lamp', 'screws'] },
    );
    const [finding] = found(build, 'M20');
    expect(found(mended(build, finding!, /grommet/), 'M20')).toEqual([]);
    const sealed = withLamp(
      testTruck(),
      'MK-0102',
      'left',
      { xMm: 2900, yMm: 1225, zMm: 760 },
      { kitContents: ['lamp', 'gasket'] },
    );
    expect(found(sealed.build, 'M20')).toEqual([]);
  });

  it('M27: fuel three millimetres behind the skin stops the drill; a mount without holes goes', () => {
    const mounts: LampModel['mounts'] = [
      { kind: 'screw', holeMm: 3.2, holes: 2, places: null },
      { kind: 'bracket', holeMm: 0, holes: 0, places: null },
    ];
    const tank = unitOf('telehandler').body.parts.find((part) => part.id === 'tank')!;
    const y = Math.max(...tank.front.map(([a]) => a));
    const x = (Math.min(...tank.side.map(([a]) => a)) + Math.max(...tank.side.map(([a]) => a))) / 2;
    const { build } = withLamp(unitOf('telehandler'), 'MK-0102', 'left', { xMm: x, yMm: y, zMm: 640 }, { mounts });
    const [finding] = found(build, 'M27');
    expect(finding).toMatchObject({ severity: 'stop' });
    expect(finding!.message).toMatch(/fuel tank 3 mm behind/);
    expect(found(mended(build, finding!, /bracket/i), 'M27')).toEqual([]);
  });

  it('M28: a hole that came out too large takes the next grommet', () => {
    const { build } = withLamp(testTruck(), 'MK-0101', 'left', { xMm: 2900, yMm: 1225, zMm: 760 });
    const [lampId] = Object.keys(build.lamps);
    const drilled = (value: string) => applied(build, [{ kind: 'answerSurvey', key: drilledKey(lampId!), value }]);
    expect(found(drilled('19.3'), 'M28')).toEqual([]);
    const [finding] = found(drilled('21.6'), 'M28');
    expect(finding!.message).toMatch(/21.6 mm.*19 mm/);
    expect(found(mended(drilled('21.6'), finding!, /22 mm/), 'M28')).toEqual([]);
  });

  it('M29: no hand gets a nut into a closed post; rivet nuts do', () => {
    const post = testTruck().body.parts.find((part) => part.id === 'post-left')!;
    const [x1] = [Math.max(...post.side.map(([x]) => x))];
    const { build } = withLamp(
      testTruck(),
      'BC-0101',
      'rear',
      { xMm: x1, yMm: 1140, zMm: 1300 },
      {
        mounts: [{ kind: 'stud', holeMm: 6.5, holes: 2, places: null }],
        massKg: 0.4,
      },
    );
    const [finding] = found(build, 'M29');
    expect(finding!.message).toMatch(/closed section/);
    expect(found(mended(build, finding!, /rivet nut/), 'M29')).toEqual([]);
  });

  it('M31: a heavy bar on thin skin wants a plate, and two housings cannot share a place', () => {
    const heavy = withLamp(testTruck(), 'EB-1201', 'top', { xMm: 930, yMm: 0, zMm: 2640 }, { massKg: 14 }).build;
    const [finding] = found(heavy, 'M31');
    expect(finding!.message).toMatch(/14 kg/);
    expect(found(mended(heavy, finding!, /plate/), 'M31')).toEqual([]);

    const at = (xMm: number) => ({ xMm, yMm: 1225, zMm: 760 });
    const two = withLamp(
      withLamp(testTruck(), 'ST-0302', 'left', at(2900)),
      'ST-0302',
      'left',
      at(2930),
      {},
      'L2',
    ).build;
    const [overlap] = found(two, 'M31');
    expect(overlap).toMatchObject({ severity: 'stop' });
    expect(found(mended(two, overlap!, /Move L2/), 'M31')).toEqual([]);
  });

  it('M35: an IP54 lamp in the wheel throw; a better sealed one on the unit takes its place', () => {
    const wet = { xMm: 1360, yMm: 1200, zMm: 500 };
    const unit = withLamp(
      testTruck(),
      'MK-0102',
      'left',
      { xMm: 2900, yMm: 1225, zMm: 760 },
      { sealing: 'IP69' },
      'L2',
    );
    const { build } = withLamp(unit, 'MK-0101', 'left', wet, { sealing: 'IP54' });
    const [finding] = found(build, 'M35');
    expect(finding!.message).toMatch(/IP54.*IPx7/);
    expect(found(mended(build, finding!, /Use/), 'M35')).toEqual([]);
  });

  it('M36: a magnet on plastic does not hold at all, on thin steel only up to a speed', () => {
    const magnet = modelByKey('BC-0103');
    const roof = { xMm: 1200, yMm: 300, zMm: 2640 };
    const middling = found(withLamp(testTruck(), magnet.key, 'top', roof, { magnetPullN: 400 }).build, 'M36');
    expect(middling[0]?.message).toMatch(/holds up to \d+ km\/h on Cab/);
    const weak = found(withLamp(testTruck(), magnet.key, 'top', roof, { magnetPullN: 1 }).build, 'M36');
    expect(weak[0]).toMatchObject({
      severity: 'stop',
      message: expect.stringMatching(/holds at no speed on Cab.*: it shakes loose\.$/),
    });
    const strong = found(withLamp(testTruck(), magnet.key, 'top', roof, { magnetPullN: 4000 }).build, 'M36');
    expect(strong).toEqual([]);
    const onBox = withLamp(unitOf('motorcycle'), magnet.key, 'top', { xMm: 1985, yMm: 0, zMm: 1200 }).build;
    expect(found(onBox, 'M36')).toMatchObject([{ severity: 'stop' }]);
  });

  it('M37: a hole at the very edge of its panel is moved in; two holes in one place stop the drill', () => {
    const edge = { xMm: 2900, yMm: 1225, zMm: 474 };
    const { build } = withLamp(testTruck(), 'MK-0101', 'left', edge);
    const [finding] = found(build, 'M37');
    expect(finding!.message).toMatch(/from the edge of Side locker/);
    expect(found(mended(build, finding!, /up/), 'M37')).toEqual([]);
    const at = { xMm: 2900, yMm: 1225, zMm: 760 };
    const twice = withLamp(
      withLamp(testTruck(), 'MK-0101', 'left', at),
      'MK-0101',
      'left',
      { ...at, xMm: 2910 },
      {},
      'L2',
    );
    expect(found(twice.build, 'M37').some((each) => each.severity === 'stop')).toBe(true);
  });
});

describe('zones and joints', () => {
  it('M15: a lamp in the boom pivot is moved out, and one that rides on the boom wants slack', () => {
    const { build } = withLamp(testTruck(), 'MK-0102', 'top', { xMm: 3300, yMm: 0, zMm: 1640 });
    const [finding] = found(build, 'M15').filter((each) => each.severity === 'stop');
    expect(finding!.message).toMatch(/pinch point: boom pivot/);
    const onBoom = testTruck().lamp('SG-0404', 'rear', { yMm: 0, zMm: 2740 }).build;
    expect(found(onBoom, 'M15')[0]!.message).toMatch(/turns through 40°: leave 110 mm of slack/);
  });

  it('M25: a lamp where the kerb hits is moved up', () => {
    const { build } = withLamp(testTruck(), 'MK-0102', 'left', { xMm: 300, yMm: 1225, zMm: 480 });
    const [finding] = found(build, 'M25');
    expect(finding!.message).toMatch(/kerb strike/);
    expect(found(mended(build, finding!, /up/), 'M25')).toEqual([]);
  });
});

describe('what is seen', () => {
  it('M23: a bar low behind the headboard is hidden from ahead; raising or moving it helps', () => {
    const { build } = withLamp(testTruck(), 'BC-0101', 'top', { xMm: 2700, yMm: 0, zMm: 1075 });
    const [finding] = found(build, 'M23');
    expect(finding!.message).toMatch(/hidden by .*Headboard/);
  });

  it('M23: a boom that is raised hides what was free, told once for the pose', () => {
    const { build } = withLamp(unitOf('telehandler'), 'BC-0101', 'top', { xMm: 3000, yMm: 600, zMm: 2420 });
    const notes = found(build, 'M23').filter((each) => each.severity === 'note');
    expect(notes.map((each) => each.message).join(' ')).toMatch(/With Boom up: L1 hidden in part by Boom/);
  });

  it('M24: a turn signal on the cab wall is hidden by the headboard until it is moved', () => {
    const wall = Math.max(
      ...testTruck()
        .body.parts.find((part) => part.id === 'cab')!
        .side.map(([x]) => x),
    );
    const { build } = withLamp(testTruck(), 'SG-0402', 'rear', { xMm: wall, yMm: 700, zMm: 1700 });
    const [finding] = found(build, 'M24');
    expect(finding!.message).toMatch(/L1 is hidden by .*Headboard/);
    expect(finding!.source).toMatch(/SAE J588/);
    const clear = withLamp(testTruck(), 'SG-0402', 'rear', { xMm: 7060, yMm: 900, zMm: 980 }).build;
    expect(found(clear, 'M24')).toEqual([]);
  });

  it('M32: a white lamp on the bonnet shines into the driver, one on the roof edge looking forward does not', () => {
    const eye = testTruck().body.driversEye!;
    const atDriver = withLamp(testTruck(), 'FL-0701', 'rear', { xMm: -600, yMm: eye.yMm, zMm: eye.zMm - 40 }).build;
    const [finding] = found(atDriver, 'M32');
    expect(finding!.message).toMatch(/straight at the driver/);
    const away = withLamp(testTruck(), 'FL-0701', 'front', { xMm: 430, yMm: eye.yMm, zMm: 2560 }).build;
    expect(found(away, 'M32')).toEqual([]);
    // Behind the cab's steel rear wall, beside its window: the same lamp cannot reach the eye.
    const behindWall = withLamp(testTruck(), 'FL-0701', 'front', { xMm: 2270, yMm: 1100, zMm: 1300 }).build;
    expect(found(behindWall, 'M32').filter((each) => each.message.includes('straight'))).toEqual([]);
  });
});

describe('rule packs', () => {
  it('M34: without the factory lamps nothing is judged; with them, what is missing is named', () => {
    const bare = testTruck().build;
    expect(found(bare, 'M34')).toMatchObject([{ severity: 'note' }]);
    const { build } = testTruck().factory(['stop']);
    expect(found(build, 'M34').map((each) => each.message)).toEqual([
      'Stop lamp at the rear: 0 of 2 found.',
      'Identification lamp at the front: 0 of 3 found.',
    ]);
  });

  it('M34: identification lamps too far apart are set to the stated gap, a lamp too high is moved down', () => {
    const unit = testTruck().factory();
    for (const [index, yMm] of [310, 0, -310].entries())
      withLamp(unit, 'MK-0103', 'front', { xMm: 330, yMm, zMm: 2530 }, {}, `F${index + 1}`);
    const [gap] = found(unit.build, 'M34');
    expect(gap!.message).toMatch(/a gap of 310 mm; the rule asks for 152 mm to 305 mm/);
    const set = mended(unit.build, gap!, /305 mm apart/);
    expect(found(set, 'M34')).toEqual([]);

    const high = withLamp(testTruck().factory([], ['tail', 'stop']), 'SG-0401', 'rear', {
      xMm: 2270,
      yMm: 1000,
      zMm: 2250,
    }).build;
    const heights = found(high, 'M34').filter((each) => /2\u2009250 mm high/.test(each.message));
    expect(heights.length).toBeGreaterThan(0);
    expect(heights[0]!.waysOut[0]!.label).toMatch(/Move L1 \d+ mm down/);
  });

  it('M33: packs that are not chosen have no say, and a crew pack of its own has', () => {
    const red = withLamp(testTruck(), 'ST-0302', 'front', { xMm: 0, yMm: 600, zMm: 800 }, { colours: ['red'] }).build;
    expect(found(red, 'M33')).toMatchObject([{ severity: 'stop' }]);
    const free = applied(red, [{ kind: 'setRulePacks', packIds: [] }]);
    expect(found(free, 'M33')).toEqual([]);
    const own = applied(free, [
      {
        kind: 'putOwnPack',
        pack: {
          id: 'reach-shed',
          name: 'Reach Shed rules',
          source: 'Crew meeting',
          date: '2026-01-05',
          groups: ['truck'],
          required: [],
          colours: [
            {
              id: 'no-red',
              words: 'No red ahead of the cab',
              colour: 'red',
              towards: 'front',
              except: [],
              severity: 'caution',
            },
          ],
        },
      },
      { kind: 'setRulePacks', packIds: ['reach-shed'] },
    ]);
    const [finding] = found(own, 'M33');
    expect(finding).toMatchObject({ severity: 'caution' });
    expect(finding!.reason).toMatch(/Crew meeting, 2026-01-05.*licensed practitioner decide/);
  });
});
