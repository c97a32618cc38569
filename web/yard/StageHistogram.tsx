import type { YardTotals } from '../../core/contract/index.ts';
import { STAGE_NAMES, STAGES } from '../../core/document/index.ts';

export function StageHistogram({ stages }: { stages: YardTotals['stages'] }) {
  const counts = STAGES.map((stage) => stages[stage]);
  const most = Math.max(1, ...counts);
  return (
    <svg
      className="histogram"
      width={150}
      height={26}
      role="img"
      aria-label={STAGES.map((stage, index) => `${STAGE_NAMES[stage]} ${counts[index]}`).join(', ')}
    >
      {counts.map((count, index) => {
        // Square root, so that one unit still shows beside fifty.
        const height = count === 0 ? 1 : 3 + 11 * Math.sqrt(count / most);
        return (
          <g key={STAGES[index]}>
            <rect
              x={index * 19}
              y={26 - height}
              width={16}
              height={height}
              fill={index === 7 ? 'var(--night-muted)' : index >= 5 ? 'var(--ember)' : 'var(--steel)'}
            />
            {count > 0 && (
              <text
                x={index * 19 + 8}
                y={26 - height - 2}
                textAnchor="middle"
                style={{ font: '400 11px var(--mono)' }}
                fill="var(--muted)"
              >
                {count}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
