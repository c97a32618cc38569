export function Dimension({ x0, x1, y, label }: { x0: number; x1: number; y: number; label: string }) {
  const middle = (x0 + x1) / 2;
  const half = label.length * 3.7 + 6;
  return (
    <g stroke="var(--night-dim)" strokeWidth={1}>
      <path
        d={`M${x0} ${y - 4}v8M${x1} ${y - 4}v8M${x0} ${y}H${middle - half}M${middle + half} ${y}H${x1}`}
        fill="none"
      />
      <text className="dimension" x={middle} y={y} stroke="none">
        {label}
      </text>
    </g>
  );
}
