import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck, warnFeed } from '../../../demo/testUnit.ts';
import { bodyOf, isMetal } from '../../body/index.ts';
import type { Build, OperationDraft } from '../../document/index.ts';
import { deriveFeeds } from '../../graph/index.ts';
import { carrierOf } from '../../place/index.ts';
import { planFlashResistor } from '../../planning/index.ts';
import { toldOf } from '../testing/told.ts';

const newId = furtherIds();
const findingsOf = (build: Build, code: string) => toldOf(build).filter((finding) => finding.code === code);
const wordsOf = (build: Build, code: string) => findingsOf(build, code).map(({ message }) => message);

const TURN = { name: 'Left turn', kind: 'signal', signal: 'left', ratingA: null } as const;
/** A lamp of LEDs, on a turn or on a switch, with a resistor beside it. */
function withResistor(control: typeof TURN | 'switch'): Build {
  const unit = testTruck()
    .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 }, { single: true })
    .feed(warnFeed('L1', control === 'switch' ? {} : { control }));
  return resisted(unit.build);
}
const resisted = (build: Build): Build => applied(build, planFlashResistor(build, deriveFeeds(build)[0]!)!.operations);

describe('M77, a load resistor', () => {
  it('on a switch it is hot for as long as that is on: with its watts, and a way to take it out', () => {
    const build = withResistor('switch');
    const [finding] = findingsOf(build, 'M77');
    // A filament of 21 W at 12.8 V less what the lamp draws: the next E12 value below.
    const { resistanceOhm } = Object.values(build.elements).find(({ kind }) => kind === 'resistor') as {
      resistanceOhm: number;
    };
    expect(finding!.message).toContain(
      `gives off ${Math.round(12.8 ** 2 / resistanceOhm)} W for as long as Warn is on`,
    );
    const without = applied(build, finding!.waysOut[0]!.operations);
    expect(Object.values(without.elements).some(({ kind }) => kind === 'resistor')).toBe(false);
    // The ground that it alone had goes with it.
    expect(Object.keys(without.elements).length).toBe(Object.keys(build.elements).length - 2);
    expect(wordsOf(without, 'M77')).toEqual([]);
  });

  it('on a turn it comes and goes: quiet on metal', () => {
    const build = withResistor(TURN);
    const lamp = Object.values(build.lamps)[0]!;
    expect(isMetal(carrierOf(bodyOf(build), lamp, build.models[lamp.modelKey]!)!)).toBe(true);
    expect(wordsOf(build, 'M77')).toEqual([]);
  });

  it('beside a lamp on plastic it melts what it stands on', () => {
    // On the mirrors, which are of plastic.
    const mirror = testTruck().body.parts.find(({ id, material }) => id.includes('mirror') && material === 'plastic')!;
    const mean = (values: number[]) => Math.round(values.reduce((sum, each) => sum + each, 0) / values.length);
    const [yMm, zMm] = [Math.abs(mean(mirror.front.map(([y]) => y))), mean(mirror.front.map(([, z]) => z))];
    const unit = testTruck()
      .lamp('MK-0101', 'front', { yMm, zMm })
      .feed(warnFeed('L1 R1', { control: TURN }));
    const { elements } = resisted(unit.build);
    const [elementId] = Object.keys(elements).filter((id) => elements[id]!.kind === 'resistor');
    // Named after the lamp that it was put beside.
    const build = applied(resisted(unit.build), [
      { kind: 'renameElement', elementId: elementId!, name: 'Load resistor L1' },
    ]);
    expect(wordsOf(build, 'M77')).toEqual([
      expect.stringMatching(
        new RegExp(`^Load resistor L1 gives off \\d+ W beside L1, where ${mirror.name} is not metal`),
      ),
    ]);
  });
});

describe('M80, an end that is open', () => {
  const fed = () =>
    testTruck()
      .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
      .lamp('ST-0302', 'left', { xMm: 5200, yMm: 1, zMm: 760 })
      .feed(warnFeed('L1 R1 L2 R2')).build;
  const only = (build: Build, kind: string) => Object.values(build.elements).filter((each) => each.kind === kind);

  it('a whole feed has none', () => {
    expect(wordsOf(fed(), 'M80')).toEqual([]);
  });

  it('a splice behind which nothing is left: capped in its place, and nothing is told', () => {
    const build = fed();
    // The last lamp of the run and the wire to it come off; its splice stays with what came.
    const ofSplice = (id: string) =>
      Object.values(build.wires).filter(({ from, to }) => from.elementId === id || to.elementId === id);
    const splice = only(build, 'splice').at(-1)!;
    const [, ...behind] = ofSplice(splice.id);
    const bare = applied(build, [{ kind: 'removeFeed', elementIds: [], wireIds: behind.map(({ id }) => id) }]);
    const [finding] = findingsOf(bare, 'M80');
    expect(finding!.message).toBe(`${splice.name}: a wire ends there and none goes on. It is live while Warn is.`);
    const capped = applied(bare, finding!.waysOut[0]!.operations);
    expect(wordsOf(capped, 'M80')).toEqual([]);
    expect(only(capped, 'cap')).toMatchObject([{ plannedA: 0 }]);
    expect(capped.elements[splice.id]).toBeUndefined();
  });

  it('a switch with nothing on its output', () => {
    const build = fed();
    const [contact] = only(build, 'switch');
    const out = Object.values(build.wires).filter(
      ({ from }) => from.elementId === contact!.id && from.terminal === 'out',
    );
    const bare = applied(build, [{ kind: 'removeFeed', elementIds: [], wireIds: out.map(({ id }) => id) }]);
    expect(wordsOf(bare, 'M80')).toEqual(['Warn: nothing hangs on its output. It is live while Warn is.']);
  });

  it('a pin of a mated plug that is wired ahead and not behind; apart, its far half is dead', () => {
    const build = fed();
    const [wire] = Object.values(build.wires).filter(({ to }) => build.elements[to.elementId]?.kind === 'switch');
    const connector = {
      id: newId(),
      kind: 'connector' as const,
      name: 'Plug',
      pinsOf: '',
      pins: 2,
      mated: true,
      ratingA: 15,
    };
    const plugged = applied(build, [
      { kind: 'insertPart', wireId: wire!.id, part: connector, near: 'a2', far: 'b2', nearMm: 100, newWireId: newId() },
    ]);
    expect(wordsOf(plugged, 'M80')).toEqual([]);
    const behind = Object.values(plugged.wires).find(({ from }) => from.elementId === connector.id)!;
    const bare = applied(plugged, [{ kind: 'removeFeed', elementIds: [], wireIds: [behind.id] }]);
    expect(wordsOf(bare, 'M80')).toEqual(['Plug, pin 2: wired ahead of it and not behind. It is live while Warn is.']);
    const apart: OperationDraft = { kind: 'mateConnector', elementId: connector.id, mated: false };
    expect(wordsOf(applied(bare, [apart]), 'M80')).toEqual([]);
  });

  it('outputs of a receiver that stay spare are a note', () => {
    const { build } = testTruck()
      .lamp('ST-0302', 'left', { xMm: 2900, yMm: 1, zMm: 760 })
      .feed(warnFeed('L1 R1', { receiver: 3, control: { name: 'Side', kind: 'channel', signal: null, ratingA: 5 } }));
    expect(findingsOf(build, 'M80').map(({ severity, message }) => [severity, message])).toEqual([
      ['note', expect.stringMatching(/outputs 2, 3 are not used and live when their channels are pressed/)],
    ]);
  });
});
