import { App, Button } from 'antd';
import { Link } from 'react-router';
import { OPERATION_WORDS, type OperationKind } from '../../core/document/index.ts';
import type { Refused } from './offlineStore.ts';
import { useApp, useAppDispatch } from './store.ts';

/** A value for people: positions and other small objects as "x 120, y -40". */
function describe(value: unknown): string {
  if (value === null || value === undefined) return 'nothing (it was removed)';
  if (typeof value !== 'object') return String(value);
  return Object.entries(value as Record<string, unknown>)
    .map(([name, each]) => `${name.replace(/Mm$/, '')} ${typeof each === 'number' ? Math.round(each) : String(each)}`)
    .join(', ');
}

const whatOf = ({ operation, what }: Refused): string =>
  what ?? (operation?.kind === 'undo' ? 'took something back' : OPERATION_WORDS[operation!.kind as OperationKind]);

export function RefusedRow({ refused, onLeave }: { refused: Refused; onLeave(): void }) {
  const dispatch = useAppDispatch();
  const { message } = App.useApp();
  const isOpen = useApp((state) => state.unit.open?.id === refused.unitId);
  const mayInsist = refused.operation !== null && refused.operation.kind !== 'undo';
  return (
    <li>
      <span>
        <b>{refused.unitTag || 'A unit'}</b> {whatOf(refused)}
      </span>
      <p>
        {refused.message}
        {refused.field && ` It now reads ${describe(refused.theirs)}.`}
      </p>
      <span className="choices">
        <Button
          size="small"
          onClick={() => void import('./sending.ts').then(({ letGo }) => dispatch(letGo(refused.id)))}
        >
          {refused.field ? 'Keep theirs' : 'Let it go'}
        </Button>
        {mayInsist && !isOpen && (
          <Link to={`/unit/${refused.unitId}`} onClick={onLeave}>
            Open the unit to do it again
          </Link>
        )}
        {mayInsist && isOpen && (
          <Button
            size="small"
            type="primary"
            onClick={async () => {
              const { insist } = await import('../unit/unitThunks.ts');
              const result = await dispatch(insist(refused));
              if (!result.ok) void message.warning(result.message);
            }}
          >
            {refused.field ? 'Use mine' : 'Do it again'}
          </Button>
        )}
      </span>
    </li>
  );
}
