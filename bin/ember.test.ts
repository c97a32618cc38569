import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { describe, expect, it } from 'vitest';

const ember = (args: string[], input: string) =>
  spawnSync(path.join(import.meta.dirname, 'ember'), args, { input, encoding: 'utf8' });

describe('bin/ember calc', () => {
  it('answers an object with an object and an array with an array, in order', () => {
    const question = {
      currentA: 10,
      lengthRoundTripFt: 20,
      systemVoltageV: 12,
      maxDropPercent: 3,
      method: 'circular-mils',
      table: 'sae',
    };
    const one = ember(['calc', 'wire'], JSON.stringify(question));
    expect(one.status).toBe(0);
    expect(JSON.parse(one.stdout)).toMatchObject({ gauge: '10', limitedBy: 'drop' });
    const two = ember(['calc', 'wire'], JSON.stringify([question, { ...question, currentA: 20 }]));
    expect(JSON.parse(two.stdout).map((each: { gauge: string }) => each.gauge)).toEqual(['10', '8']);
  });

  it.each([
    [['calc', 'flash'], '{"periodS":-1}', 'INVALID_INPUT'],
    [['calc', 'flash'], 'not json', 'NOT_JSON'],
    [['calc', 'nothing'], '{}', 'UNKNOWN_CALCULATION'],
    [
      ['calc', 'circuit'],
      '{"elements":[{"id":"r","kind":"resistor","a":"x","b":"0","resistanceOhm":1},{"id":"r","kind":"resistor","a":"x","b":"0","resistanceOhm":1}]}',
      'INVALID_INPUT',
    ],
  ])('%o with %s: exit 2, a JSON error, and nothing on standard output', (args, input, code) => {
    const run = ember(args, input);
    expect(run.status).toBe(2);
    expect(run.stdout).toBe('');
    expect(JSON.parse(run.stderr)).toMatchObject({
      error: { code, message: expect.any(String), issues: expect.any(Array) },
    });
  });
});
