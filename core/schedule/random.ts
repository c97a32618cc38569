/** Small fast generator of numbers from 0 to below 1, the same for the same seed (Marsaglia 2003, xorshift). */
export function xorshift(seed: number): () => number {
  let state = seed | 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) / 4_294_967_296;
  };
}
