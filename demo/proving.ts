/** A unit as somebody proves it: looked at and read, stop by stop. */
import type { Id, LookedWrong, OperationDraft } from '../core/document/index.ts';
import type { ProvingStop } from '../core/prove/index.ts';

const BATTERY_V = 12.8;

/** A stop looked at; all as shown, or with what was wrong by lamp. */
export const lookedAt = (stop: ProvingStop, newId: () => Id, wrong: Record<Id, LookedWrong> = {}): OperationDraft => ({
  kind: 'recordLook',
  look: { id: newId(), setting: stop.controls.map((control) => control.id), keyOn: stop.keyOn, wrong },
});

/** The meter held at every point of a stop, showing what the circuit says, or what `shown` makes of it. */
export const readAt = (
  stop: ProvingStop,
  newId: () => Id,
  shown: (nominal: number) => number = (nominal) => nominal,
): OperationDraft[] =>
  stop.points.map((point) => ({
    kind: 'recordReading',
    reading: {
      id: newId(),
      setting: stop.controls.map((control) => control.id),
      place: point.place,
      quantity: point.quantity,
      value: Math.max(0, Math.round(shown(point.expected.nominal) * 100) / 100),
      batteryV: BATTERY_V,
    },
  }));

/** Looked at and read as it should be, at all of these stops. */
export const provedDrafts = (stops: readonly ProvingStop[], newId: () => Id): OperationDraft[] =>
  stops.flatMap((stop) => [lookedAt(stop, newId), ...readAt(stop, newId)]);
