import { Alert, Button } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { errorSentence, useCreateAlikeMutation } from '../../app/api.ts';
import { newId } from '../../app/ids.ts';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { useUnit } from '../useUnit.ts';

const MOST = 12;
const USUAL = 5;

/** Further units like this one: the plan goes with them, what was measured and done does not. */
export function AlikePart() {
  const { id } = useUnit();
  const [count, setCount] = useState(USUAL);
  const [create, { data, isLoading, error }] = useCreateAlikeMutation();
  const take = () => create({ unitId: id, ids: Array.from({ length: count }, newId) });
  return (
    <section aria-label="More like this one">
      <h3>More like this one</h3>
      <p className="muted">
        Lamps, feeds, routes, functions, patterns and steps come along. Readings, ticks and what was looked at stay
        blank: each unit is metered by itself.
      </p>
      <div className="button-row">
        <CommittedNumber
          aria-label="How many more"
          precision={0}
          min={1}
          max={MOST}
          value={count}
          onCommit={(value) => value && setCount(value)}
        />
        <Button loading={isLoading} onClick={take}>
          Take {count === 1 ? 'one more' : `${count} more`} into the yard
        </Button>
      </div>
      {error && <Alert type="error" title={errorSentence(error)} showIcon />}
      {data && (
        <p className="state ok">
          ✓ In the yard:{' '}
          {data.map(({ id: made, tag }) => (
            <Link key={made} to={`/unit/${made}/survey`} className="made-alike">
              {tag}
            </Link>
          ))}
        </p>
      )}
    </section>
  );
}
