import { describe, expect, it } from 'vitest';
import { NO_CONNECTION, type SendAnswer, sendVerdict } from './sendVerdict.ts';

const answer = (status: number, more: Partial<SendAnswer> = {}): SendAnswer => ({
  status,
  code: null,
  message: null,
  retryAfterS: null,
  ...more,
});
const one = (status: number, more?: Partial<SendAnswer>) => sendVerdict(answer(status, more), 1, 0, 0);

describe('what an answer to waiting work means', () => {
  it('200: each operation has its own outcome', () => {
    expect(one(200)).toEqual({ kind: 'answered' });
  });

  it('401: it waits for its author', () => {
    expect(one(401)).toEqual({ kind: 'signIn' });
  });

  it('403: with a token of another session it gets its own; without the right to do it, it is refused', () => {
    expect(one(403, { code: 'SESSION_MISMATCH' })).toEqual({ kind: 'renew' });
    expect(one(403, { code: 'NOT_ALLOWED', message: 'Ask the lead.' })).toEqual({
      kind: 'refused',
      message: 'Ask the lead.',
    });
  });

  it.each([400, 404, 409, 413, 422])('%d: never to be taken; of several, the others go on their own', (status) => {
    expect(one(status, { message: 'No.' })).toEqual({ kind: 'refused', message: 'No.' });
    expect(sendVerdict(answer(status), 7, 0, 0)).toEqual({ kind: 'apart' });
  });

  it.each([429, 503])('%d: later, when the server says, and within a minute', (status) => {
    expect(one(status, { retryAfterS: 7, message: 'Wait.' })).toEqual({
      kind: 'later',
      afterMs: 7000,
      message: 'Wait.',
    });
    expect(one(status, { retryAfterS: 3600 })).toMatchObject({ afterMs: 60_000 });
  });

  it('a cut line and a full disk: again and again, a little later each time, and never given up', () => {
    const pauses = [0, 1, 2, 30].map((tries) => sendVerdict(answer(0), 3, tries, 99));
    expect(pauses.map((each) => each.kind === 'later' && each.afterMs)).toEqual([2000, 4000, 8000, 60_000]);
    expect(pauses[0]).toMatchObject({ message: NO_CONNECTION });
    expect(sendVerdict(answer(507), 1, 50, 50).kind).toBe('later');
  });

  it('500: again; as often as it stays, what is sent is to blame: it steps aside and the others go on', () => {
    for (const errors of [0, 3]) expect(sendVerdict(answer(500), 5, errors, errors).kind).toBe('later');
    expect(sendVerdict(answer(500), 5, 4, 4)).toEqual({ kind: 'apart' });
    expect(sendVerdict(answer(500), 1, 4, 4)).toMatchObject({ kind: 'refused' });
  });
});
