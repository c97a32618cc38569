import type { Worker } from '../../../core/shop/index.ts';

export function Initial({ worker }: { worker: Worker }) {
  return (
    <span className="initial" style={{ background: worker.colour }} aria-hidden>
      {worker.name[0]}
    </span>
  );
}
