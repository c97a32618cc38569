/** Failure is an answer: functions that may be refused give one of these instead of throwing. */
export type Result<Value, Reason> = { ok: true; value: Value } | { ok: false; reason: Reason };

export const ok = <Value>(value: Value): { ok: true; value: Value } => ({ ok: true, value });
export const refused = <Reason>(reason: Reason): { ok: false; reason: Reason } => ({ ok: false, reason });
