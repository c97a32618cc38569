import { useCallback, useEffect, useRef, useState } from 'react';

export type Speed = 0.1 | 0.25 | 1;
export const SPEEDS: readonly { value: Speed; label: string }[] = [
  { value: 0.1, label: '1/10' },
  { value: 0.25, label: '1/4' },
  { value: 1, label: '1' },
];

const reducedMotion = (): boolean => window.matchMedia('(prefers-reduced-motion: reduce)').matches;

/**
 * The moment shown, in seconds within the window. Starts paused; runs on animation frames so that it never outruns the
 * screen. Whoever asked the system for less motion steps by hand only.
 */
export function usePlayhead(windowS: number, speed: number) {
  const [timeS, setTimeS] = useState(0);
  const [playing, setPlaying] = useState(false);
  const still = reducedMotion();
  const last = useRef(0);

  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    last.current = performance.now();
    const tick = (now: number) => {
      const elapsed = ((now - last.current) / 1000) * speed;
      last.current = now;
      setTimeS((time) => (time + elapsed) % windowS);
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [playing, speed, windowS]);

  const toggle = useCallback(() => setPlaying((now) => !now && !still), [still]);
  const step = useCallback(
    (byS: number) => {
      setPlaying(false);
      setTimeS((time) => (((time + byS) % windowS) + windowS) % windowS);
    },
    [windowS],
  );
  return { timeS, setTimeS, playing, toggle, pause: () => setPlaying(false), step, still };
}
