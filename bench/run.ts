/** `npm run bench`: speed, side by side with what was asked for. Figures, no verdicts: machines differ. */

import { performance } from 'node:perf_hooks';
import { bodyOf } from '../core/body/index.ts';
import { solveCircuit, stateSolver } from '../core/circuit/index.ts';
import { generatedNetwork } from '../core/circuit/testing/ngspice.ts';
import { sneakPaths } from '../core/protection/index.ts';
import { assess } from '../core/rules/index.ts';
import { planCrew } from '../core/schedule/index.ts';
import { DIRECTIONS, lampFields } from '../core/sight/index.ts';
import { countingIds } from '../demo/testUnit.ts';
import { UnitBuilder } from '../demo/unitBuilder.ts';
import { measureBoard } from './board.ts';
import { crewWeek } from './crewWeek.ts';
import { measureDoor } from './door.ts';
import { measureDrag } from './drag.ts';
import { measureLargeYard } from './largeYard.ts';
import { compareWithNgspice } from './ngspice.ts';

const median = (values: number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

function time(rounds: number, work: () => void): number {
  for (let round = 0; round < 5; round++) work();
  return median(
    Array.from({ length: rounds }, () => {
      const start = performance.now();
      work();
      return performance.now() - start;
    }),
  );
}

const row = (name: string, ms: number, wanted: string) =>
  console.log(`${name.padEnd(58)} ${ms.toFixed(2).padStart(8)} ms   asked for: ${wanted}`);

const network = generatedNetwork(7, 50).slice(0, 200);
row(
  `circuit of ${network.length} elements`,
  time(100, () => solveCircuit(network)),
  'under 2 ms',
);

function sixtyLamps(): UnitBuilder {
  const unit = new UnitBuilder(
    { tag: 'BB-60', name: 'Sixty lamps', bodyId: 'recovery-truck' },
    countingIds(),
    '2026-01-05T10:00:00.000Z',
    'bench',
  );
  unit.slots(
    3,
    Array.from({ length: 15 }, (_, index) => ({
      label: String(index + 1),
      ratingA: null,
      limitA: 30,
      volts: [12.7, 12.6] as [number, number],
    })),
  );
  for (let index = 0; index < 30; index++)
    unit.lamp('ST-0303', 'left', { xMm: 2500 + (index % 15) * 150, yMm: 1, zMm: index < 15 ? 640 : 860 });
  for (let feed = 0; feed < 10; feed++) {
    const tags = [1, 2, 3]
      .map((n) => feed * 3 + n)
      .flatMap((n) => [`L${n}`, `R${n}`])
      .join(' ');
    unit.feed({
      name: `Feed ${feed + 1}`,
      slot: String(feed + 1),
      tags,
      pattern: 'quad',
      wanted: 'always',
      control: { name: `Switch ${feed + 1}`, kind: 'switch', signal: null, ratingA: 20 },
    });
  }
  return unit;
}
const { build } = sixtyLamps();
const body = bodyOf(build);
const someLamp = Object.values(build.lamps)[7]!;
let nudged = 0;
/** The build after an edit of one lamp: a fresh position each time, so that nothing is answered from memory. */
const edited = () => {
  const position = { ...someLamp.position, xMm: someLamp.position.xMm + (++nudged % 97) / 7 };
  return { ...build, lamps: { ...build.lamps, [someLamp.id]: { ...someLamp, position } } };
};
row(
  `assess of ${Object.keys(build.lamps).length} lamps on 10 feeds, one of them moved`,
  time(60, () => assess(edited(), body)),
  'under 20 ms',
);

row(
  `field of view of ${Object.keys(build.lamps).length} lamps over ${DIRECTIONS} directions`,
  time(12, () => lampFields(build, body, Object.keys(build.lamps))),
  'under 300 ms',
);

const switches = Object.values(build.controls).slice(0, 8);
row(
  `all 256 states of ${switches.length} switches, ${Object.keys(build.lamps).length} lamps`,
  time(5, () => {
    const solver = stateSolver(build, { load: 'average' });
    for (let bits = 0; bits < 256; bits++) {
      const on = switches.filter((_, at) => (bits >> at) & 1).map((control) => control.id);
      solver.solve({ keyOn: true, controlIds: new Set(on) });
    }
  }),
  'under 250 ms',
);

row(
  `sneak paths of ${Object.keys(build.lamps).length} lamps on 10 feeds, wiring changed`,
  time(20, () => sneakPaths({ ...build })),
  'twice what only switched returns took',
);

const compared = compareWithNgspice([1, 2, 3, 4, 5]);
const oursMs = median(compared.map((each) => each.oursMs));
const ngspiceMs = median(compared.map((each) => each.ngspiceMs));
const ratios = compared.map((each) => each.ngspiceMs / each.oursMs).sort((a, b) => a - b);
console.log(
  `${'operating point of 200 elements with 50 diodes, from cold'.padEnd(58)} ${oursMs.toFixed(3).padStart(8)} ms   ngspice ${ngspiceMs.toFixed(3)} ms, ${ratios[0]!.toFixed(1)} to ${ratios.at(-1)!.toFixed(1)} times as long over 5 networks; asked for: at least 5`,
);

const week = crewWeek();
const begun = performance.now();
const planned = planCrew(week, { now: () => performance.now() });
row(
  `week of ${week.jobs.length} units, ${week.tasks.length} steps, ${week.people.length} people, 2 bays, planned`,
  performance.now() - begun,
  `under 2000 ms (ends at ${(planned.endMinutes / 60).toFixed(1)} h, no plan before ${(planned.boundMinutes / 60).toFixed(1)} h)`,
);

const yard = await measureLargeYard();
row('first page of a yard of 5,000 units, 500,000 operations, p95', yard.page.p95Ms, 'under 50 ms');
row('the same, searched, p95', yard.search.p95Ms, 'under 50 ms');
row('opening one of them, p95', yard.open.p95Ms, 'under 60 ms');
const times = (yard.acknowledgement.p50Ms / yard.bareCommit.p50Ms).toFixed(2);
row(
  'operation to acknowledgement, median',
  yard.acknowledgement.p50Ms,
  `at most 3 times a bare route with one commit (${yard.bareCommit.p50Ms.toFixed(2)} ms here: ${times} times; p95 ${yard.acknowledgement.p95Ms.toFixed(1)} to ${yard.bareCommit.p95Ms.toFixed(1)} ms)`,
);

const door = await measureDoor();
row(
  'sign-in page until it can be used',
  door.readyMs,
  `under 1500 ms (${Math.round(door.scriptBytes / 1000)} kB of scripts; under 350)`,
);

const drag = await measureDrag();
console.log(
  `${'dragging one of 150 lamps, frames a second'.padEnd(58)} ${drag.framesPerSecond.toFixed(1).padStart(8)}      asked for: at least 50 (slowest frame ${drag.slowestFrameMs.toFixed(0)} ms)`,
);
const board = await measureBoard();
console.log(
  `${`dragging one of ${board.blocks} blocks on the board, frames a second`.padEnd(58)} ${board.framesPerSecond.toFixed(1).padStart(8)}      asked for: smooth (slowest frame ${board.slowestFrameMs.toFixed(0)} ms)`,
);
process.exit(0);
