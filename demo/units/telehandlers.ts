/** SR-14 to SR-18: five alike, a beacon each on the factory's prewire. */
import { type Build, type Id, PLAIN_PIN, type Plug } from '../../core/document/index.ts';
import { assess } from '../../core/rules/index.ts';
import { jobSteps } from '../../core/steps/index.ts';
import { IFE, ODILE } from '../people.ts';
import { UnitBuilder } from '../unitBuilder.ts';
import { HOT, KEY, proved, type World } from './setting.ts';

/** The first machine took longer than was thought; the second shows what it taught. */
const PACES = [1.5, 1.2];

export function telehandlers({ newId, daysAgo }: World): Build[] {
  return [14, 15, 16, 17, 18].map((number, index) => {
    const unit = new UnitBuilder(
      { tag: `SR-${number}`, name: 'Telehandler', bodyId: 'telehandler', alternatorA: 85 },
      newId,
      daysAgo(30 - index),
      ODILE,
    );
    unit
      .surveyed()
      .factory()
      .slots(3, [
        { label: 'A1', kind: 'prewire', ratingA: 10, limitA: 15, feeds: 'beacon', ownLoadA: 0, volts: KEY },
        { label: 'A2', ratingA: 15, limitA: 20, feeds: 'work lamps', ownLoadA: 9, volts: KEY },
        { label: 'A3', ratingA: 10, limitA: 15, feeds: 'dash', ownLoadA: 5, volts: HOT },
      ]);
    unit.as(IFE, daysAgo(20 - index * 4)).lamp('BC-0101', 'top', { xMm: 2900, yMm: 600 }, { single: true });
    // The prewire ends in a plug that looks like a 4-way flat and has its battery where ground should be. On the first
    // machine the crew has found out; on the fifth it still waits to be.
    if (index === 0)
      unit.apply({ kind: 'recordPlug', plug: prewirePlug(newId(), '4-way flat, pinned as read', 'joined') });
    if (index === 4) {
      unit.apply({ kind: 'recordPlug', plug: prewirePlug(newId(), '4-way flat', 'open') });
      return unit.build;
    }
    unit.apply({ kind: 'setFleetPattern', patternId: 'single' });
    const tag = Object.values(unit.build.lamps)[0]!.tag;
    // The fourth machine was set by hand and drifted from the others.
    unit.feed({
      name: 'Beacon',
      slot: 'A1',
      tags: tag,
      pattern: index === 3 ? 'quick' : 'single',
      wanted: 'ignition',
      control: { name: 'Beacon switch', kind: 'switch', signal: null, ratingA: 10 },
    });
    unit.switchPart('Beacon switch', {
      form: 'rocker',
      light: 'own',
      marks: { in: '+', out: 'L', lamp: '-', panel: '' },
      hole: { shape: 'rectangle', widthMm: 37, heightMm: 21 },
      panel: { material: 'plastic', thicknessMm: 3 },
    });
    if (index > 1) return unit.build;
    unit.ticks(
      jobSteps(unit.build, assess(unit.build).feeds).map((step) => step.key),
      PACES[index],
    );
    proved(unit, newId);
    return unit.as(ODILE, daysAgo(12 - index * 4)).apply({ kind: 'handOver', done: true }).build;
  });
}

const prewirePlug = (id: Id, name: string, end: Plug['end']): Plug => ({
  id,
  name,
  place: 'roof, behind the lining',
  pins: ['white', 'brown', 'yellow', 'green'].map((colour, at) => ({
    pin: String(at + 1),
    colour,
    purpose: '',
    keyOffV: at === 0 ? 12.6 : 0,
    keyOnV: at === 0 ? 12.5 : 0,
    runningV: null,
    ...PLAIN_PIN,
  })),
  end,
  leftMm: null,
});
