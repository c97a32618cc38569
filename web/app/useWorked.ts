import { type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';

/**
 * What a worker of one's own answers to a question; null while it works, 'failed' where it could not. A newer question
 * ends the worker of the older one. Both functions are kept by whoever asks (useCallback), or it is asked for ever.
 */
export function useWorked<Worked, Answer>(
  make: () => Worker,
  ask: (worker: Remote<Worked>) => Promise<Answer>,
): Answer | 'failed' | null {
  const [answer, setAnswer] = useState<Answer | 'failed' | null>(null);
  useEffect(() => {
    setAnswer(null);
    let isAsked = true;
    const worker = make();
    ask(wrap<Worked>(worker)).then(
      (given) => isAsked && setAnswer(given),
      () => isAsked && setAnswer('failed'),
    );
    return () => {
      isAsked = false;
      worker.terminate();
    };
  }, [make, ask]);
  return answer;
}
