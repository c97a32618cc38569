import { useMemo } from 'react';
import type { AssessedFeed } from '../../../core/circuit/index.ts';
import { FAMILIES } from '../../../core/circuit/index.ts';
import { type ProtectiveDevice, shortFigures } from '../../../core/protection/index.ts';
import { useUnit } from '../useUnit.ts';

/** Longest that a short may burn before the fuse's slowest opening is told as a caution, s. */
const SLOW_S = 5;

const seconds = (value: number): string =>
  Number.isFinite(value) ? `${value < 10 ? Number(value.toPrecision(2)) : Math.round(value)} s` : 'never for certain';

const SELECTIVE_WORDS = {
  yes: 'Its own fuse opens first.',
  unsure: 'Which of them opens first is not certain.',
  no: 'A fuse ahead of it opens first, and takes other feeds with it.',
} as const;

const deviceWords = ({ name, notBeforeS, byS }: ProtectiveDevice): string =>
  `${name}: ${notBeforeS > 0 ? `${seconds(notBeforeS)} to ` : 'within '}${seconds(byS)}`;

/** What a chafed wire at the far lamp would do: the current, who opens first, and how long the wire holds. */
export function ShortLine({ assessed: { feed, figures } }: { assessed: AssessedFeed }) {
  const { build } = useUnit();
  const short = useMemo(
    () => (figures.farLamp ? shortFigures(build, feed, figures.farLamp.id) : null),
    [build, feed, figures.farLamp],
  );
  if (!short || !figures.farLamp) return null;
  const calm = short.opensByS <= SLOW_S && short.wireHoldsS > short.opensByS && short.selective !== 'no';
  return (
    <div className={calm ? 'why' : 'why state caution'}>
      A short at {figures.farLamp.tag} draws <b className="mono">{short.currentA.toFixed(0)} A</b>; its wire holds that
      for {seconds(short.wireHoldsS)}.{short.devices.length > 1 && ` ${SELECTIVE_WORDS[short.selective]}`}
      <ul className="devices">
        {short.devices.map((device) => (
          <li key={device.name}>{deviceWords(device)}</li>
        ))}
      </ul>
      <small>{FAMILIES[feed.fuse.family].source}</small>
    </div>
  );
}
