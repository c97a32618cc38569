/**
 * Steps of several jobs for a crew: what waits for what, who can do it, when they work, which bay a unit stands in, when
 * the unit is there and its parts are in. Times are whole minutes on the shop's own clock.
 */
import { meet, minutesIn, type Span } from './spans.ts';

export interface CrewPerson {
  id: string;
  skills: readonly string[];
  /** When they work, sorted; work begun before a closing goes on after it. */
  works: readonly Span[];
}

export interface CrewJob {
  id: string;
  dueMinutes: number | null;
  /** A late hour of it costs so many late hours of another. */
  weight: number;
  /** Bays that it fits into; none means that it can be worked on nowhere. */
  bayIds: readonly string[];
  /** It stands there already: no other bay is thought of, and it goes first. */
  inBayId: string | null;
  /** When the unit is there, sorted; null for always. A step begins only when it can be ended before the unit goes. */
  windows: readonly Span[] | null;
}

export interface CrewTask {
  id: string;
  jobId: string;
  minutes: number;
  /** What one of the people has to be able to do. */
  skill: string | null;
  people: 1 | 2;
  /** Bench work goes on while the unit is elsewhere. */
  inBay: boolean;
  after: readonly string[];
  /** When its parts are in; Infinity when nobody knows. */
  notBeforeMinutes: number;
}

export interface CrewQuestion {
  nowMinutes: number;
  people: readonly CrewPerson[];
  jobs: readonly CrewJob[];
  tasks: readonly CrewTask[];
}

export interface PlacedTask {
  startMinutes: number;
  endMinutes: number;
  personIds: readonly string[];
}

export type Unplaced = 'part' | 'skill' | 'bay' | 'hours' | 'before';

export interface CrewPlan {
  placed: Record<string, PlacedTask>;
  /** Bay of each job that needs one. */
  bays: Record<string, string>;
  unplaced: Record<string, Unplaced>;
}

/** When these people can work on a job together. Kept, because the search asks again and again. */
export class OpenTime {
  private readonly known = new Map<string, readonly Span[]>();
  private readonly people: ReadonlyMap<string, CrewPerson>;
  private readonly jobs: ReadonlyMap<string, CrewJob>;

  constructor(question: Pick<CrewQuestion, 'people' | 'jobs'>) {
    this.people = new Map(question.people.map((person) => [person.id, person]));
    this.jobs = new Map(question.jobs.map((job) => [job.id, job]));
  }

  of(personIds: readonly string[], jobId: string): readonly Span[] {
    const windows = this.jobs.get(jobId)?.windows ?? null;
    const key = `${personIds.join()} ${windows ? jobId : ''}`;
    const known = this.known.get(key);
    if (known) return known;
    const [first, ...others] = personIds.map((id) => this.people.get(id)?.works ?? []);
    let open = others.reduce<readonly Span[]>(meet, first ?? []);
    if (windows) open = meet(open, windows);
    this.known.set(key, open);
    return open;
  }
}

/**
 * Does work from start to end go over a closing of the unit's windows, where one of them would hold it whole?
 * Answers when the next window opens, or null when all is well.
 */
export function nextWindow(
  windows: readonly Span[] | null,
  works: readonly Span[],
  placed: { startMinutes: number; endMinutes: number; minutes: number },
): number | null {
  if (!windows) return null;
  const at = windows.findIndex((window) => window.toMinutes > placed.startMinutes);
  const window = windows[at];
  if (!window || placed.endMinutes <= window.toMinutes) return null;
  const later = windows.slice(at + 1);
  const holdsIt = (each: Span) => minutesIn(works, each.fromMinutes, each.toMinutes) >= placed.minutes;
  return holdsIt(window) || later.some(holdsIt) ? (later[0]?.fromMinutes ?? null) : null;
}
