import { type Body, type BodyPart, partUnder } from '../body/index.ts';
import type { Lamp, LampModel } from '../document/index.ts';

/**
 * Keeps what is worked out for a lamp from its body and model alone until one of the three changes. Lamps keep their
 * identity through operations that do not touch them, so an edit recomputes only the lamps it moved.
 */
export function lampMemo<Value>(
  compute: (body: Body, lamp: Lamp, model: LampModel) => Value,
): (body: Body, lamp: Lamp, model: LampModel) => Value {
  const known = new WeakMap<Lamp, { body: Body; model: LampModel; value: Value }>();
  return (body, lamp, model) => {
    const hit = known.get(lamp);
    if (hit && hit.body === body && hit.model === model) return hit.value;
    const value = compute(body, lamp, model);
    known.set(lamp, { body, model, value });
    return value;
  };
}

/** The part that a lamp sits on, kept while the lamp and the body stay as they are. */
export const carrierOf = lampMemo((body, lamp): BodyPart | null => partUnder(body, lamp.face, lamp.position));
