import { describe, expect, it } from 'vitest';
import { sizeWire, WireQuestion } from './sizeWire.ts';

const FEET = [10, 15, 20, 25, 30, 40, 50, 60, 70, 80, 90, 100];

/** ABYC E-11 wire size by drop at 12 V, round trip in feet (whole tables recomputed; the remembered cells agree). */
const THREE_PERCENT: Record<number, string> = {
  5: '18 16 14 12 12 10 10 10 8 8 8 6',
  10: '14 12 10 10 10 8 6 6 6 6 4 4',
  15: '12 10 10 8 8 6 6 4 4 4 2 2',
  20: '10 10 8 6 6 6 4 4 2 2 2 2',
  25: '10 8 6 6 6 4 4 2 2 2 1 1',
  30: '10 8 6 6 4 4 2 2 1 1 1/0 1/0',
  40: '8 6 6 4 4 2 2 1 1/0 1/0 2/0 2/0',
  50: '6 6 4 4 2 2 1 1/0 2/0 2/0 3/0 3/0',
};
const TEN_PERCENT: Record<number, string> = {
  5: '18 18 18 18 18 16 16 14 14 14 12 12',
  10: '18 18 16 16 14 14 12 12 10 10 10 10',
  15: '18 16 14 14 12 12 10 10 8 8 8 8',
  20: '16 14 14 12 12 10 10 8 8 8 6 6',
  25: '16 14 12 12 10 10 8 8 6 6 6 6',
  30: '14 12 12 10 10 8 8 6 6 6 6 4',
  40: '14 12 10 10 8 8 6 6 6 4 4 4',
  50: '12 10 10 8 8 6 6 4 4 4 2 2',
};

const ask = (given: Record<string, unknown>) => {
  const answer = sizeWire(
    WireQuestion.parse({ systemVoltageV: 12, maxDropPercent: 3, table: 'sae', method: 'circular-mils', ...given }),
  );
  if (!answer.ok) throw new Error(answer.reason.message);
  return answer.value;
};

describe.each([
  [3, THREE_PERCENT],
  [10, TEN_PERCENT],
])('ABYC E-11 table, %d %%', (maxDropPercent, table) => {
  it.each(Object.entries(table))('%s A', (amps, row) => {
    // The printed table is by drop alone; a wide insulation keeps the current from deciding.
    const got = FEET.map(
      (lengthRoundTripFt) =>
        ask({ currentA: Number(amps), lengthRoundTripFt, maxDropPercent, insulationTempC: 250 }).gauge,
    );
    expect(got.join(' ')).toBe(row);
  });
});

describe('back-checks', () => {
  it('10 A over 20 ft: 12 AWG drops 3.072 %, so 10 AWG is taken and drops 1.918 %', () => {
    const answer = ask({ currentA: 10, lengthRoundTripFt: 20 });
    expect(answer.gauge).toBe('10');
    expect(answer.dropPercent).toBeCloseTo(1.918, 3);
    expect(answer.limitedBy).toBe('drop');
  });

  it('24 V, 20 A, 60 ft, 3 % needs 17917 CM, so 6 AWG', () => {
    expect(ask({ currentA: 20, lengthRoundTripFt: 60, systemVoltageV: 24 }).gauge).toBe('6');
  });

  it('is decided by current on a short run, and says so', () => {
    const answer = ask({ currentA: 30, lengthOneWayM: 0.2, table: 'awg', method: 'resistance' });
    expect(answer).toMatchObject({ gauge: '14', limitedBy: 'ampacity' });
  });

  it('refuses what no size can carry', () => {
    expect(
      sizeWire(
        WireQuestion.parse({ currentA: 4000, lengthOneWayM: 1, systemVoltageV: 12, maxDropPercent: 3, table: 'awg' }),
      ).ok,
    ).toBe(false);
  });

  it('wants exactly one length', () => {
    expect(WireQuestion.safeParse({ currentA: 1, systemVoltageV: 12, maxDropPercent: 3, table: 'awg' }).success).toBe(
      false,
    );
    expect(
      WireQuestion.safeParse({
        currentA: 1,
        lengthOneWayM: 1,
        lengthRoundTripFt: 1,
        systemVoltageV: 12,
        maxDropPercent: 3,
        table: 'awg',
      }).success,
    ).toBe(false);
  });
});
