import { useEffect, useState } from 'react';

const keyOf = (unitId: string, stepKey: string): string => `ember timer ${unitId} ${stepKey}`;
const MINUTE_MS = 60_000;

/** Runs on while the page is closed: the start is kept by the browser. */
export function useTimer(unitId: string, stepKey: string) {
  const key = keyOf(unitId, stepKey);
  const [startedAt, setStartedAt] = useState<number | null>(null);
  const [now, setNow] = useState(Date.now());
  useEffect(() => {
    const kept = Number(localStorage.getItem(key));
    setStartedAt(kept > 0 ? kept : null);
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), MINUTE_MS / 6);
    return () => clearInterval(timer);
  }, [key]);
  return {
    minutes: startedAt === null ? null : Math.max(0, Math.round((now - startedAt) / MINUTE_MS)),
    start: () => {
      localStorage.setItem(key, String(Date.now()));
      setStartedAt(Date.now());
      setNow(Date.now());
    },
    stop: () => {
      localStorage.removeItem(key);
      setStartedAt(null);
    },
  };
}
