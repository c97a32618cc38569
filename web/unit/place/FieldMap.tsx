import {
  BEARINGS,
  BEHIND,
  CELL_DEG,
  cellOf,
  FREE,
  HEIGHTS,
  heightOfRow,
  type LampField,
  levelState,
} from '../../../core/sight/index.ts';

const WIDTH = 326;
const CELL = WIDTH / BEARINGS;
/** Heights shown, degrees: nobody looks at a lamp from straight above or below. */
const LOWEST_DEG = -30;
const HIGHEST_DEG = 60;
const ROWS = Array.from({ length: HEIGHTS }, (_, row) => row).filter(
  (row) => heightOfRow(row) > LOWEST_DEG && heightOfRow(row) < HIGHEST_DEG,
);
const LABELS = [
  { deg: -180, words: 'behind', anchor: 'start' as const },
  { deg: -90, words: 'left', anchor: 'middle' as const },
  { deg: 0, words: 'ahead', anchor: 'middle' as const },
  { deg: 90, words: 'right', anchor: 'middle' as const },
  { deg: 180, words: 'behind', anchor: 'end' as const },
];

type State = 'free' | 'hidden';
interface Run {
  x: number;
  y: number;
  width: number;
  state: State;
}

/** Runs of equal cells a row, so that a map is some hundred rectangles and not thousands. Straight ahead in the middle. */
function runsOf({ cells }: LampField): Run[] {
  return ROWS.flatMap((row, index) => {
    const y = (ROWS.length - 1 - index) * CELL;
    const runs: Run[] = [];
    let last: State | null = null;
    for (let column = 0; column < BEARINGS; column++) {
      const cell = cells[cellOf((column + BEARINGS / 2) % BEARINGS, row)]!;
      const state: State | null = cell === BEHIND ? null : cell === FREE ? 'free' : 'hidden';
      const run = runs.at(-1);
      if (state && state === last && run) run.width += CELL;
      else if (state) runs.push({ x: column * CELL, y, width: CELL, state });
      last = state;
    }
    return runs;
  });
}

/** Degrees of the horizon that each blocker hides, most first. */
function hiddenBy(field: LampField, carrier: string): { name: string; deg: number }[] {
  const degrees = new Map<string, number>();
  for (let bearing = 0; bearing < BEARINGS; bearing++) {
    const state = levelState(field, bearing, carrier);
    if (state !== 'free' && state !== 'behind') degrees.set(state, (degrees.get(state) ?? 0) + CELL_DEG);
  }
  return [...degrees].map(([name, deg]) => ({ name, deg })).sort((a, b) => b.deg - a.deg);
}

/** From where a lamp is seen: bearings across, heights up; what is hatched is hidden, what is dark is behind its face. */
export function FieldMap({ field, tag, carrier }: { field: LampField; tag: string; carrier: string }) {
  const height = ROWS.length * CELL;
  const horizon = ((HIGHEST_DEG - 0) / (HIGHEST_DEG - LOWEST_DEG)) * height;
  const shown = hiddenBy(field, carrier);
  return (
    <section className="field-map" aria-label={`From where ${tag} is seen`}>
      <h3>Seen from</h3>
      <svg viewBox={`0 0 ${WIDTH} ${height + 18}`} role="img" aria-label={`Field of view of ${tag}`}>
        <defs>
          <pattern id="map-hatch" width={4} height={4} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width={4} height={4} fill="var(--night-stop-wash)" />
            <line x1={0} y1={0} x2={0} y2={4} stroke="var(--night-stop)" strokeWidth={1.6} />
          </pattern>
        </defs>
        <rect width={WIDTH} height={height} fill="var(--night)" rx={2} />
        {runsOf(field).map((run) => (
          <rect
            key={`${run.x} ${run.y}`}
            x={run.x}
            y={run.y}
            width={run.width}
            height={CELL + 0.3}
            fill={run.state === 'free' ? 'var(--map-free)' : 'url(#map-hatch)'}
          />
        ))}
        <line
          x1={0}
          x2={WIDTH}
          y1={horizon}
          y2={horizon}
          stroke="var(--surface)"
          strokeOpacity={0.7}
          strokeDasharray="3 3"
        />
        {LABELS.map(({ deg, words, anchor }) => (
          <text key={deg} x={((deg + 180) / 360) * WIDTH} y={height + 13} textAnchor={anchor}>
            {words}
          </text>
        ))}
      </svg>
      {shown.length === 0 ? (
        <p className="state ok">✓ Nothing hides it at eye level.</p>
      ) : (
        <ul className="hidden-by">
          {shown.map(({ name, deg }) => (
            <li key={name}>
              {name} hides <b className="mono">{deg}°</b> of the horizon
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
