import { describe, expect, it } from 'vitest';
import { applied, furtherIds, testTruck } from '../../../demo/testUnit.ts';
import { type Build, PLAIN_PIN, type Plug } from '../../document/index.ts';
import { isWorked, planFeed, planPinSource, planPlugEdit } from '../../planning/index.ts';
import { toldOf } from '../testing/told.ts';

const newId = furtherIds();
type Pin = Plug['pins'][number];
const pin = (name: string, keyOffV: number | null, more: Partial<Pin> = {}): Pin => ({
  pin: name,
  colour: '',
  purpose: '',
  keyOffV,
  keyOnV: keyOffV,
  runningV: null,
  ...PLAIN_PIN,
  ...more,
});
const plug = (name: string, pins: Pin[], more: Partial<Plug> = {}): Plug => ({
  id: newId(),
  name,
  place: '',
  pins,
  end: 'open',
  leftMm: null,
  ...more,
});
/** One with two leads always hot and a ground; the other with feed, switched out and ground. */
const SWITCHED = { purpose: 'beacon', isSwitched: true, signalV: 12.4 };
const hot = () => plug('Plug at the roof', [pin('1', 12.6), pin('2', 12.6), pin('3', 0)]);
const switched = (more: Partial<Plug> = {}) =>
  plug('Plug at the dash', [pin('1', 12.6), pin('2', 0, SWITCHED), pin('3', 0)], more);

const withPlugs = (...plugs: Plug[]): Build =>
  applied(
    testTruck().lamp('BC-0101', 'top', { xMm: 1200, yMm: 0 }).build,
    plugs.map((each) => ({ kind: 'recordPlug', plug: each })),
  );
const told = (build: Build) => toldOf(build).filter(({ code }) => code === 'M5');

describe('M5: two open plugs that look alike', () => {
  it('are told apart by their readings, the switch on too', () => {
    const [finding] = told(withPlugs(hot(), switched()));
    expect(finding).toMatchObject({
      severity: 'note',
      message:
        'Plug at the roof and Plug at the dash have 3 pins each, and read otherwise: pin 2 always hot in the one, hot with its switch in the other.',
    });
  });

  it.each([
    ['alike', [hot(), hot()]],
    ['of other pins', [hot(), plug('Two', [pin('1', 0), pin('2', 12.6)])]],
    ['joined to something', [hot(), switched({ end: 'joined' })]],
    ['not read', [hot(), plug('Unread', [pin('1', null), pin('2', null), pin('3', null)])]],
    ['a standard, which is held against itself', [hot(), switched({ name: '4-way flat' })]],
  ])('%s: nothing is told', (_, plugs) => {
    expect(told(withPlugs(...plugs)).filter(({ severity }) => severity === 'note')).toEqual([]);
  });
});

describe("a pin that a switch of the unit's own makes hot", () => {
  const dash = switched();
  const build = withPlugs(dash);
  const source = planPinSource(build, dash.id, '2')!;

  it('is source and control at once, as it was read with the switch on', () => {
    expect(source.slot).toMatchObject({ kind: 'upfitter', label: 'beacon', reading: { keyOffV: 0, keyOnV: 12.4 } });
    expect(isWorked(source.slot, 12)).toBe(true);
    expect(planPinSource(build, dash.id, '1')!.slot).toMatchObject({ kind: 'pin', reading: { keyOnV: 12.6 } });
  });

  it('feeds lamps without another switch', () => {
    const wish = {
      name: 'Beacon',
      slotId: source.slot.id,
      lampIds: Object.keys(build.lamps),
      control: { name: 'A new one', kind: 'switch', signal: null, ratingA: 10 },
      relayRatingA: null,
      blockId: null,
      table: 'metric',
      colour: 'orange',
      patternId: 'single',
      wanted: 'ignition',
    } as const;
    const ready = applied(build, source.operations);
    const planned = planFeed(ready, wish, newId);
    if (!planned.ok) throw new Error(planned.reason.message);
    const fed = applied(ready, planned.value);
    expect(Object.values(fed.controls).map(({ name, kind }) => [name, kind])).toEqual([
      ['Factory switch beacon', 'switch'],
    ]);
    expect(Object.values(fed.elements).filter(({ kind }) => kind === 'switch')).toEqual([]);
    expect(toldOf(fed).filter(({ severity }) => severity === 'stop')).toEqual([]);
  });

  it('read again, its source follows; what was said of the source alone stays', () => {
    const ready = applied(build, [
      ...source.operations,
      { kind: 'editSlot', slotId: source.slot.id, changes: { reservedFor: 'camera' } },
    ]);
    const edited = (changes: Partial<Pin>) => {
      const pins = dash.pins.map((each) => (each.pin === '2' ? { ...each, ...changes } : each));
      return applied(ready, planPlugEdit(ready, { ...dash, pins })).slots[source.slot.id]!;
    };
    expect(edited({ signalV: 11.1 })).toMatchObject({ reading: { keyOffV: 0, keyOnV: 11.1 }, reservedFor: 'camera' });
    expect(edited({ ratingA: 15 })).toMatchObject({ ratingA: 15, limitA: 15, reading: { keyOnV: 12.4 } });
    expect(edited({ isSwitched: undefined, signal: 'reverse' })).toMatchObject({
      kind: 'pin',
      signal: 'reverse',
      reading: { keyOnV: 0, signalV: 12.4 },
    });
    expect(planPlugEdit(ready, { ...dash, place: 'behind the dash' })).toHaveLength(1);
  });
});
