import type { Bay } from '../../../core/shop/index.ts';
import { formatLength } from '../../../core/units/index.ts';
import { useApp } from '../../app/store.ts';

export function BayToRead({ bay }: { bay: Bay }) {
  const unit = useApp((state) => state.preferences.length);
  const size = [bay.lengthMm, bay.widthMm].map((mm) => formatLength(mm, unit)).join(' × ');
  return (
    <article className="bay-fields to-read" aria-label={bay.name}>
      <b>{bay.name}</b>
      <span>
        {size}, {bay.heightMm === null ? 'under the sky' : `${formatLength(bay.heightMm, unit)} high`}
      </span>
    </article>
  );
}
