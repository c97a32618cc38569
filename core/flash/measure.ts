/**
 * Measures of a flash: rate, duty and effective intensity.
 * Effective intensity by Blondel and Rey (1912) with a = 0.2 s, largest over the window of integration; the sequence is
 * taken once, dark before and after. Check values: measure.test.ts.
 */
import * as z from 'zod';

export const BLONDEL_REY_S = 0.2;
/** Pulses parted by less than this run together into one flash. */
export const FLASH_GAP_S = 0.1;

const seconds = z.number().min(0).max(3600);
const intensity = z.number().min(0).finite();

export const FlashQuestion = z
  .strictObject({
    periodS: z.number().positive().max(3600),
    pulses: z
      .array(z.strictObject({ startS: seconds, endS: seconds, intensityCd: intensity }))
      .max(2000)
      .optional(),
    profile: z
      .array(z.strictObject({ timeS: seconds, intensityCd: intensity }))
      .min(2)
      .max(20_000)
      .optional(),
  })
  .superRefine((q, context) => {
    if ((q.pulses === undefined) === (q.profile === undefined)) {
      context.addIssue({ code: 'custom', path: ['pulses'], message: 'Give exactly one of pulses and profile' });
    }
    const sorted = [...(q.pulses ?? [])].sort((a, b) => a.startS - b.startS);
    sorted.forEach((pulse, index) => {
      if (pulse.endS <= pulse.startS || pulse.endS > q.periodS + 1e-9) {
        context.addIssue({
          code: 'custom',
          path: ['pulses', index],
          message: 'A pulse must end after it starts and within the period',
        });
      }
      if (index > 0 && pulse.startS < sorted[index - 1]!.endS - 1e-9) {
        context.addIssue({ code: 'custom', path: ['pulses', index], message: 'Pulses must not overlap' });
      }
    });
    q.profile?.forEach((point, index) => {
      if (point.timeS > q.periodS + 1e-9 || (index > 0 && point.timeS < q.profile![index - 1]!.timeS)) {
        context.addIssue({
          code: 'custom',
          path: ['profile', index],
          message: 'Times must rise and lie within the period',
        });
      }
    });
  });
export type FlashQuestion = z.infer<typeof FlashQuestion>;

export interface FlashAnswer {
  flashesPerMinute: number;
  pulsesPerMinute: number;
  dutyPercent: number;
  effectiveIntensityCd: number;
}

/** A straight stretch of intensity over time. */
interface Stretch {
  startS: number;
  endS: number;
  startCd: number;
  endCd: number;
}

function stretchesOf(q: FlashQuestion): Stretch[] {
  if (q.pulses) {
    return [...q.pulses]
      .sort((a, b) => a.startS - b.startS)
      .map(({ startS, endS, intensityCd }) => ({ startS, endS, startCd: intensityCd, endCd: intensityCd }));
  }
  const profile = q.profile!;
  return profile.slice(1).map((point, index) => ({
    startS: profile[index]!.timeS,
    endS: point.timeS,
    startCd: profile[index]!.intensityCd,
    endCd: point.intensityCd,
  }));
}

/** Lit intervals, joined where they touch. */
function litIntervals(stretches: readonly Stretch[]): { startS: number; endS: number }[] {
  const lit: { startS: number; endS: number }[] = [];
  for (const { startS, endS, startCd, endCd } of stretches) {
    if (Math.max(startCd, endCd) <= 0 || endS <= startS) continue;
    const last = lit.at(-1);
    if (last && startS - last.endS < 1e-9) last.endS = endS;
    else lit.push({ startS, endS });
  }
  return lit;
}

/** Lit intervals that a dark gap of at least 0.1 s parts; the gap over the end of the period counts too. */
function countFlashes(lit: readonly { startS: number; endS: number }[], periodS: number): number {
  if (lit.length === 0) return 0;
  let flashes = 0;
  let anyGap = false;
  lit.forEach((each, index) => {
    const next = lit[(index + 1) % lit.length]!;
    const gap = index + 1 < lit.length ? next.startS - each.endS : next.startS + periodS - each.endS;
    if (gap > 1e-9) anyGap = true;
    if (gap >= FLASH_GAP_S - 1e-9) flashes++;
  });
  // Flicker with no long gap at all still returns once a period; only unbroken light is no flash.
  return flashes === 0 && anyGap ? 1 : flashes;
}

/** Integral of intensity from the first stretch to a time. */
function energyTo(stretches: readonly Stretch[], timeS: number): number {
  let sum = 0;
  for (const { startS, endS, startCd, endCd } of stretches) {
    if (timeS <= startS) break;
    const until = Math.min(timeS, endS);
    const part = endS > startS ? (until - startS) / (endS - startS) : 0;
    const untilCd = startCd + (endCd - startCd) * part;
    sum += ((startCd + untilCd) / 2) * (until - startS);
  }
  return sum;
}

/**
 * Largest of integral(I dt) / (a + t2 - t1). At the best ends the intensity equals the answer itself, so the answer is
 * the fixed point: for a trial value Ie, the best window maximises integral(I - Ie) dt - a Ie, whose ends lie at
 * stretch ends or where I crosses Ie. Dinkelbach's iteration (1967) from below converges in a few steps.
 */
export function effectiveIntensityCd(stretches: readonly Stretch[]): number {
  let value = 0;
  for (let iteration = 0; iteration < 100; iteration++) {
    const times = new Set<number>();
    for (const { startS, endS, startCd, endCd } of stretches) {
      times.add(startS);
      times.add(endS);
      const crosses = (startCd - value) * (endCd - value) < 0;
      if (crosses) times.add(startS + ((value - startCd) / (endCd - startCd)) * (endS - startS));
    }
    const sorted = [...times].sort((a, b) => a - b);
    // Largest rise of F(t) = integral - value t between two times: one pass, keeping the lowest so far.
    let lowest = { f: Number.POSITIVE_INFINITY, timeS: 0, energy: 0 };
    let best = { gain: 0, energy: 0, spanS: 0 };
    for (const timeS of sorted) {
      const energy = energyTo(stretches, timeS);
      const f = energy - value * timeS;
      if (f < lowest.f) lowest = { f, timeS, energy };
      if (f - lowest.f > best.gain)
        best = { gain: f - lowest.f, energy: energy - lowest.energy, spanS: timeS - lowest.timeS };
    }
    const next = best.energy / (BLONDEL_REY_S + best.spanS);
    if (!(next > value * (1 + 1e-12))) return Math.max(value, next);
    value = next;
  }
  return value;
}

/** Rate, duty and effective intensity of one periodic sequence. */
export function measureFlash(q: FlashQuestion): FlashAnswer {
  const stretches = stretchesOf(q);
  const lit = litIntervals(stretches);
  const litS = lit.reduce((sum, each) => sum + each.endS - each.startS, 0);
  const perMinute = 60 / q.periodS;
  return {
    flashesPerMinute: countFlashes(lit, q.periodS) * perMinute,
    pulsesPerMinute: lit.length * perMinute,
    dutyPercent: (100 * litS) / q.periodS,
    effectiveIntensityCd: effectiveIntensityCd(stretches),
  };
}
