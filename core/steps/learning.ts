/**
 * What repeated work takes: Wright's law (1936) in its cumulative-average form, and how far estimates were off, learned
 * from what was really spent.
 */

/** Exponent of a learning rate: 0.8 means that doubling the units brings the average to 80 %. */
export const learningExponent = (rate: number): number => Math.log2(rate);

/** Total of the first n units when the first takes so much: first times n to the power 1 + b. */
export const wrightTotal = (first: number, count: number, rate: number): number =>
  first * count ** (1 + learningExponent(rate));

/** What the n-th unit takes by itself: the total up to it less the total before it. */
export const wrightUnit = (first: number, nth: number, rate: number): number =>
  wrightTotal(first, nth, rate) - (nth > 1 ? wrightTotal(first, nth - 1, rate) : 0);

export interface Spent {
  estimatedMinutes: number;
  actualMinutes: number;
}

export interface LearnedFactor {
  /** Actual over estimated, the middle of all that is known. */
  factor: number;
  /** Half of the work falls between these parts of the estimate. */
  low: number;
  high: number;
  samples: number;
}

/** So many pieces of work weigh as much as the belief that the estimate is right. */
const BELIEF = 3;
/** Spread that is told when nothing is known yet (common practice, no source). */
const UNKNOWN_SPREAD = 0.35;

function quantile(sorted: readonly number[], part: number): number {
  const at = (sorted.length - 1) * part;
  const low = Math.floor(at);
  const high = Math.ceil(at);
  return sorted[low]! + (sorted[high]! - sorted[low]!) * (at - low);
}

/**
 * How estimates of one kind of work turn out: the median of their ratios, so that one bad day does not count, drawn
 * towards one while little is known.
 */
export function learnedFactor(spent: readonly Spent[]): LearnedFactor {
  const logs = spent
    .filter(({ estimatedMinutes, actualMinutes }) => estimatedMinutes > 0 && actualMinutes > 0)
    .map(({ estimatedMinutes, actualMinutes }) => Math.log(actualMinutes / estimatedMinutes))
    .sort((a, b) => a - b);
  const samples = logs.length;
  if (samples === 0) return { factor: 1, low: 1 - UNKNOWN_SPREAD, high: 1 + UNKNOWN_SPREAD, samples };
  const weight = samples / (samples + BELIEF);
  const middle = quantile(logs, 0.5) * weight;
  const half =
    ((quantile(logs, 0.75) - quantile(logs, 0.25)) / 2) * weight + Math.log(1 + UNKNOWN_SPREAD) * (1 - weight);
  return { factor: Math.exp(middle), low: Math.exp(middle - half), high: Math.exp(middle + half), samples };
}

/** What one crew on one kit learns where nothing is known of it yet (common practice, no source). */
export const USUAL_RATE = 0.85;
const RATES = { least: 0.7, most: 1 };

/**
 * Wright's curve through what units alike took, in their order: the first's minutes and the rate of each doubling. The
 * slope is that of the cumulative averages over the count, both as logarithms, drawn towards the usual rate while few are
 * done. Null when nothing is done.
 */
export function fitWright(spentMinutes: readonly number[]): { firstMinutes: number; rate: number } | null {
  const count = spentMinutes.length;
  if (count === 0) return null;
  let total = 0;
  const points = spentMinutes.map((minutes, at) => {
    total += minutes;
    return { x: Math.log(at + 1), y: Math.log(total / (at + 1)) };
  });
  const mean = (of: (point: { x: number; y: number }) => number) =>
    points.reduce((sum, point) => sum + of(point), 0) / count;
  const [middleX, middleY] = [mean((point) => point.x), mean((point) => point.y)];
  const spread = mean((point) => (point.x - middleX) ** 2);
  const usual = learningExponent(USUAL_RATE);
  const own = spread > 0 ? mean((point) => (point.x - middleX) * (point.y - middleY)) / spread : usual;
  const weight = (count - 1) / count;
  const slope = Math.min(
    learningExponent(RATES.most),
    Math.max(learningExponent(RATES.least), own * weight + usual * (1 - weight)),
  );
  return { firstMinutes: Math.exp(middleY - slope * middleX), rate: 2 ** slope };
}
