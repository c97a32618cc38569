const CHIP_HEIGHT = 17;

export function Tape({
  x0,
  y0,
  x1,
  y1,
  label,
  ticks,
  fieldWidth,
}: {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  label: string;
  ticks: number;
  fieldWidth: number;
}) {
  const length = Math.hypot(x1 - x0, y1 - y0);
  if (length < 2) return null;
  const width = label.length * 7.4 + 12;
  const flat = y0 === y1;
  // The chip sits on the blade when there is room, else beside its end.
  const fits = flat ? length > width + 16 : length > CHIP_HEIGHT + 16;
  const beyond = Math.max(x0, x1) + width + 10 < fieldWidth;
  const beside = beyond ? Math.max(x0, x1) + width / 2 + 6 : Math.min(x0, x1) - width / 2 - 6;
  const cx = fits ? (x0 + x1) / 2 : flat ? beside : x0;
  const cy = fits ? (y0 + y1) / 2 : flat ? y0 : Math.min(y0, y1) - CHIP_HEIGHT;
  const marks = Array.from({ length: Math.floor(ticks) + 1 }, (_, index) => {
    const t = index / ticks;
    const at = flat ? x0 + (x1 - x0) * t : y0 + (y1 - y0) * t;
    const reach = index % 5 === 0 ? 5 : 3;
    return flat ? `M${at} ${y0}v${reach}` : `M${x0} ${at}h${reach}`;
  }).join('');
  return (
    <g>
      <path className="tape-line" d={`M${x0} ${y0}L${x1} ${y1}`} />
      <path className="tape-line" d={marks} opacity={0.75} />
      <path
        className="tape-line"
        strokeWidth={2}
        d={flat ? `M${x0} ${y0 - 5}v10M${x1} ${y1 - 5}v10` : `M${x0 - 5} ${y0}h10M${x1 - 5} ${y1}h10`}
      />
      <rect
        className="tape-chip"
        x={cx - width / 2}
        y={cy - CHIP_HEIGHT / 2}
        width={width}
        height={CHIP_HEIGHT}
        rx={2}
      />
      <text className="tape-figure" x={cx} y={cy + 0.5}>
        {label}
      </text>
    </g>
  );
}
