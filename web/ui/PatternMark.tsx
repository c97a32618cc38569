import { offsetS, type Pattern, pulsesIn } from '../../core/flash/index.ts';

const WIDTH = 36;
const ROW = 5;

/** One second of a pattern: phase A above, phase B below. Ink, not amber: it is writing, not light. */
export function PatternMark({ pattern }: { pattern: Pattern }) {
  return (
    <svg className="pattern-mark" width={WIDTH} height={13} aria-hidden="true">
      <path d={`M0 5.500H${WIDTH}M0 12.500H${WIDTH}`} stroke="var(--border)" strokeWidth={1} />
      {(['A', 'B'] as const).flatMap((phase, row) =>
        pulsesIn(pattern, offsetS(pattern, { phase, shiftMs: 0 }), 1).map((pulse) => (
          <rect
            key={`${phase}${pulse.startS}`}
            x={pulse.startS * WIDTH}
            y={row * 7}
            width={Math.max(1.2, (pulse.endS - pulse.startS) * WIDTH)}
            height={ROW}
            fill="var(--ink)"
            opacity={pulse.level < 1 ? 0.5 : 1}
          />
        )),
      )}
    </svg>
  );
}
