import type { BodyPart } from '../../../core/body/index.ts';
import type { LampModel } from '../../../core/document/index.ts';
import { magnetHold } from '../../../core/place/index.ts';
import { magnetSkin } from '../../../core/rules/index.ts';

export function MagnetLine({ model, part }: { model: LampModel; part: BodyPart | null }) {
  const hold = magnetHold(model, magnetSkin(part));
  return (
    <p className="muted">
      Holds up to <b className="mono">{Math.floor(hold.holdsToKmh)}</b> km/h. Assumed: {hold.assumptions.join('; ')}.
    </p>
  );
}
