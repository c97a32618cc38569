import { fuseColour } from '../../core/circuit/index.ts';
import type { Loom } from '../../core/document/index.ts';
import { conductor, formatLength, type LengthUnit } from '../../core/units/index.ts';
import { BLADE } from './tokens.ts';
import './loomDrawing.css';

const WIDTH_PX = 600;
const [LEFT_PX, RIGHT_PX, LEG_PX, FAN_PX] = [14, 96, 20, 18];
/** Fuse, relay and switch are drawn as large as they can be read, not to scale. */
const [FUSE_PX, RELAY_PX, SWITCH_PX] = [26, 34, 20];

/** As thick as its copper, never too thin to be seen. */
const weight = ({ table, gauge }: Loom['trunk']): number => 1.4 + 0.8 * Math.sqrt(conductor(table, gauge).areaMm2);

/** A ready loom laid along a tape, its leads to scale: power, switch, trunk and legs. Without figures where it is small. */
export function LoomDrawing({ loom, unit, isSmall = false }: { loom: Loom; unit: LengthUnit; isSmall?: boolean }) {
  const { power, toSwitch, trunk, legs, relayA, hasSwitch } = loom;
  const longestMm = Math.max(...legs.map(({ lengthMm }) => lengthMm));
  const partsPx = FUSE_PX + (relayA === null ? 0 : RELAY_PX);
  const room = WIDTH_PX - LEFT_PX - partsPx;
  const perMm = Math.min(
    (room - RIGHT_PX - FAN_PX) / (power.lengthMm + trunk.lengthMm + longestMm),
    (room - SWITCH_PX) / (power.lengthMm + toSwitch.lengthMm),
  );
  const middle = 16 + ((legs.length - 1) * LEG_PX) / 2 + 8;
  const fuseX = LEFT_PX + power.lengthMm * perMm;
  const relayX = fuseX + FUSE_PX;
  const trunkX = relayX + (relayA === null ? 0 : RELAY_PX);
  const forkX = trunkX + trunk.lengthMm * perMm;
  const switchX = trunkX - 8 + toSwitch.lengthMm * perMm;
  const switchY = middle + 32;
  const height = Math.max(switchY + 18, middle + ((legs.length - 1) * LEG_PX) / 2 + 24);
  const words = `${loom.name || 'Loom'}: trunk ${formatLength(trunk.lengthMm, unit)}, ${legs.length === 1 ? 'one leg' : `${legs.length} legs`} of up to ${formatLength(longestMm, unit)}, fuse ${loom.fuseA} A${relayA === null ? '' : `, relay ${relayA} A`}`;
  return (
    <svg
      className={isSmall ? 'loom-drawing is-small' : 'loom-drawing'}
      viewBox={`0 0 ${WIDTH_PX} ${height}`}
      role="img"
      aria-label={words}
    >
      <path d={`M${LEFT_PX} ${middle}H${fuseX}`} strokeWidth={weight(power)} />
      <path d={`M${trunkX} ${middle}H${forkX}`} strokeWidth={weight(trunk)} />
      <path d={`M${trunkX - 8} ${middle + 6}V${switchY}H${switchX}`} className="thin" strokeWidth={weight(toSwitch)} />
      {hasSwitch && <rect x={switchX} y={switchY - 7} width={SWITCH_PX} height={14} rx={2} className="part" />}
      <rect
        x={fuseX}
        y={middle - 9}
        width={FUSE_PX - 2}
        height={18}
        rx={2.5}
        fill={BLADE[fuseColour(loom.family, loom.fuseA)] ?? 'var(--night-muted)'}
      />
      <text x={fuseX + FUSE_PX / 2 - 1} y={middle + 4} className="rating" textAnchor="middle">
        {loom.fuseA}
      </text>
      {relayA !== null && (
        <>
          <rect x={relayX} y={middle - 11} width={RELAY_PX - 2} height={22} rx={2} className="part" />
          <text x={relayX + RELAY_PX / 2 - 1} y={middle + 4} textAnchor="middle">
            {relayA}
          </text>
        </>
      )}
      {legs.map((leg, at) => {
        const y = middle + (at - (legs.length - 1) / 2) * LEG_PX;
        const endX = forkX + FAN_PX + leg.lengthMm * perMm;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: legs of a loom have no other name than their place.
          <g key={at}>
            <path d={`M${forkX} ${middle}L${forkX + FAN_PX} ${y}H${endX}`} strokeWidth={weight(leg)} />
            {loom.ends === 'plugs' && <rect x={endX} y={y - 5} width={12} height={10} rx={2} className="part" />}
            <text x={endX + 18} y={y + 4}>
              {formatLength(leg.lengthMm, unit)}
            </text>
          </g>
        );
      })}
      <text x={(trunkX + forkX) / 2} y={middle - 9} textAnchor="middle">
        {formatLength(trunk.lengthMm, unit)}
      </text>
    </svg>
  );
}
