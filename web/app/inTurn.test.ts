import { describe, expect, it } from 'vitest';
import { counter } from './inTurn.ts';

describe('one at a time', () => {
  it('begins nothing before what came earlier has ended, and goes on when that failed', async () => {
    const inTurn = counter();
    const log: string[] = [];
    let fail = (_: Error) => {};
    const first = new Promise<string>((_, reject) => {
      fail = reject;
    });
    const one = inTurn(() => {
      log.push('one begins');
      return first;
    });
    const two = inTurn(async () => {
      log.push('two begins');
      return 'two';
    });
    await Promise.resolve();
    expect(log).toEqual(['one begins']);
    fail(new Error('no network'));
    await expect(one).rejects.toThrow('no network');
    expect(await two).toBe('two');
    expect(log).toEqual(['one begins', 'two begins']);
  });
});
