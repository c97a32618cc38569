/** SR-11: a long trailer on its plug's pins, a wireless receiver, and its own tail lamps flashing as well. */
import type { Build } from '../../core/document/index.ts';
import { assess } from '../../core/rules/index.ts';
import { jobSteps } from '../../core/steps/index.ts';
import { BRAM, ODILE, TAMSIN } from '../people.ts';
import { UnitBuilder } from '../unitBuilder.ts';
import { HOT, KEY, proved, ranked, type World } from './setting.ts';

const pin = 'pin' as const;

export function tiltTrailer({ newId, daysAgo }: World): Build {
  const unit = new UnitBuilder(
    { tag: 'SR-11', name: 'Tilt trailer', bodyId: 'tilt-trailer', batteryAh: 70, alternatorA: 0 },
    newId,
    daysAgo(14),
    ODILE,
  );
  unit.apply({ kind: 'setFusePanel', changes: { name: 'Junction box', place: 'drawbar, under the cover' } });
  unit
    .surveyed()
    .factory(['reversing'])
    .slots(2, [
      { label: '4', kind: pin, ratingA: 30, limitA: 25, feeds: 'battery', ownLoadA: 0, volts: HOT },
      { label: '3', kind: pin, ratingA: 10, limitA: 15, feeds: 'tail and markers', ownLoadA: 0.8, volts: HOT },
      { label: '5', kind: pin, ratingA: 10, limitA: 15, feeds: 'left turn and stop', ownLoadA: 0, volts: KEY },
      { label: '6', kind: pin, ratingA: 10, limitA: 15, feeds: 'right turn and stop', ownLoadA: 0, volts: KEY },
      { label: '7', kind: pin, ratingA: 10, limitA: 15, feeds: 'reversing', ownLoadA: 0, volts: KEY },
      { label: '2', kind: pin, ratingA: null, limitA: 20, reservedFor: 'the electric brake' },
    ]);
  unit
    .as(ODILE, daysAgo(12))
    .lamp('ST-0302', 'left', { xMm: 1900, yMm: 1, zMm: 880 })
    .lamp('ST-0302', 'left', { xMm: 4700, yMm: 1, zMm: 880 })
    .lamp('MK-0102', 'left', { xMm: 1500, yMm: 1, zMm: 960 }, { colour: 'amber' })
    .lamp('MK-0102', 'left', { xMm: 3300, yMm: 1, zMm: 960 }, { colour: 'amber' })
    .lamp('MK-0102', 'left', { xMm: 5900, yMm: 1, zMm: 960 }, { colour: 'red' })
    .lamp('FA-0101', 'rear', { yMm: 880, zMm: 560 })
    .lamp('ST-0303', 'rear', { yMm: 640, zMm: 560 })
    .lamp('BD-0802', 'top', { xMm: 2200, yMm: 800 })
    .lamp('BD-0802', 'top', { xMm: 4900, yMm: 800 })
    .lamp('PL-0601', 'rear', { yMm: 0, zMm: 590 });
  unit
    .as(TAMSIN, daysAgo(10))
    .feed({
      name: 'Side strobes',
      slot: '4',
      tags: 'L1 R1 L2 R2',
      pattern: 'double',
      wanted: 'always',
      control: { name: 'Strobes', kind: 'channel', signal: null, ratingA: 8 },
      receiver: 3,
    })
    .relabelled('Side strobes spare 2', 'Rear and tail')
    .relabelled('Side strobes spare 3', 'Load bed')
    .feed({
      name: 'Rear strobes',
      slot: null,
      tags: 'L7 R7',
      pattern: 'double',
      wanted: 'always',
      control: 'Rear and tail',
      receiver: 0,
    })
    .feed({
      name: 'Load bed',
      slot: null,
      tags: 'L8 R8 L9 R9',
      pattern: 'steady',
      colour: 'white',
      wanted: 'always',
      control: 'Load bed',
      receiver: 0,
    })
    .feed({
      name: 'Markers',
      slot: '3',
      tags: 'L3 R3 L4 R4 L5 R5 B1',
      pattern: 'steady',
      colour: 'brown',
      wanted: 'always',
      control: { name: 'Running lights', kind: 'signal', signal: 'running', ratingA: null },
    })
    .feed({
      name: 'Left turn',
      slot: '5',
      tags: 'L6',
      pattern: 'turn',
      colour: 'yellow',
      wanted: 'ignition',
      control: { name: 'Left turn', kind: 'signal', signal: 'left', ratingA: null },
    })
    .feed({
      name: 'Right turn',
      slot: '6',
      tags: 'R6',
      pattern: 'turn',
      colour: 'green',
      wanted: 'ignition',
      control: { name: 'Right turn', kind: 'signal', signal: 'right', ratingA: null },
    });
  // Its own tail lamps also flash; left and right stay apart, so that a turn signal is never passed across.
  unit.flashers({ tags: 'L6 R6', slot: '4', control: 'Rear and tail', name: 'Tail flashers', pattern: 'slow-single' });
  // The tail board comes off with two bolts and this plug.
  const tailRun = unit.wireBetween('Receiver Side strobes', 'Splice at L7');
  unit.apply({
    kind: 'insertPart',
    wireId: tailRun.id,
    part: { id: newId(), kind: 'connector', name: 'Tail board plug', pinsOf: '', pins: 2, mated: true, ratingA: 15 },
    near: 'a1',
    far: 'b1',
    nearMm: Math.max(0, tailRun.lengthMm - TAIL_PLUG_MM),
    newWireId: newId(),
  });
  unit.routed().thickened();
  const wall = Object.values(unit.build.routeNodes).find((node) => node.pass)!;
  unit.apply({
    kind: 'editRouteNode',
    nodeId: wall.id,
    changes: { pass: { ...wall.pass!, boreMm: TAIL_GROMMET_MM, sealed: true } },
  });
  ranked(unit, ['Left turn', 'Right turn', 'Side strobes', 'Rear strobes', 'Load bed', 'Markers']);
  const keys = jobSteps(unit.build, assess(unit.build).feeds).map((step) => step.key);
  unit.as(BRAM, daysAgo(5)).ticks(keys.slice(0, -2), TRAILER_PACE);
  unit.extra('lead-cap', 'Shrink cap', 'ST-0303', 2);
  unit.apply({
    kind: 'addExtraParts',
    parts: [{ id: 'spare-remote', partKey: 'spare-remote', name: 'Spare remote, paired', quantity: 1, modelKey: null }],
  });
  unit.as(TAMSIN, daysAgo(1));
  return proved(unit, newId, 1).build;
}

const TRAILER_PACE = 1.3;

/** From the plug to the splice behind the tail board. */
const TAIL_PLUG_MM = 400;
const TAIL_GROMMET_MM = 20;
