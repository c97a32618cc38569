/** What an answer to waiting work means: pure, so that every case can be tried without a network. */
export interface OutcomeShape {
  id: string;
  status: 'applied' | 'refused';
  /** Of an applied one: the entry of the log that it is. */
  revision?: number;
  reason?: { kind: string; message: string };
  conflict?: { field: string; by: string; theirs: unknown } | null;
}

/** An answer of the server, or of the network where there is none. */
export interface SendAnswer {
  /** 0 when the line was cut. */
  status: number;
  code: string | null;
  message: string | null;
  retryAfterS: number | null;
}

export type Verdict =
  /** Each operation has its own outcome. */
  | { kind: 'answered' }
  /** One of several spoils the request: send them one by one, so that it takes none of its neighbours along. */
  | { kind: 'apart' }
  /** It will never be taken. */
  | { kind: 'refused'; message: string }
  /** The session is over: it waits until its author signs in again. */
  | { kind: 'signIn' }
  /** The page's token is that of another session: fetch the own one and try again. */
  | { kind: 'renew' }
  | { kind: 'later'; afterMs: number; message: string };

const FIRST_PAUSE_MS = 2000;
const LONGEST_PAUSE_MS = 60_000;
/** A server error that comes as often as this comes of what is sent, not of the moment. */
const MAX_ERRORS = 4;

export const NO_CONNECTION = 'No connection: your work is kept here and goes out when the server is back.';

/** Waits longer each time, up to a minute. */
const pauseMs = (tries: number): number => Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** Math.min(tries, 10));

/** `sent` operations went in one request; `errors` requests before it ended in a server error, `tries` at all. */
export function sendVerdict(answer: SendAnswer, sent: number, tries: number, errors: number): Verdict {
  const { status, code, retryAfterS } = answer;
  const message = answer.message ?? `The server answered ${status}.`;
  const later = (words = message): Verdict => ({
    kind: 'later',
    afterMs: retryAfterS === null ? pauseMs(tries) : Math.min(LONGEST_PAUSE_MS, retryAfterS * 1000),
    message: words,
  });
  if (status === 0) return later(NO_CONNECTION);
  if (status >= 200 && status < 300) return { kind: 'answered' };
  if (status === 401) return { kind: 'signIn' };
  if (status === 403 && code === 'SESSION_MISMATCH') return { kind: 'renew' };
  if (status === 408 || status === 425 || status === 429 || status === 502 || status === 503 || status === 504)
    return later();
  if (status === 507) return later();
  if (status >= 500) {
    if (errors < MAX_ERRORS) return later();
    return sent > 1 ? { kind: 'apart' } : { kind: 'refused', message };
  }
  // 400, 403, 404, 409, 413, 422: the same again would be answered the same.
  return sent > 1 ? { kind: 'apart' } : { kind: 'refused', message };
}
