/** The time, handed to whoever writes it down: tests and trials may stand in another week than this machine. */
export type Clock = () => Date;

export const machineClock: Clock = () => new Date();

/** A clock that stood at a moment when it was made, and goes on from there. */
export function clockFrom(startedAt: Date): Clock {
  const offsetMs = startedAt.getTime() - Date.now();
  return () => new Date(Date.now() + offsetMs);
}
