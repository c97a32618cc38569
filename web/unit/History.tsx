import dayjs from 'dayjs';
import { useHistoryQuery } from '../app/api.ts';
import { useApp } from '../app/store.ts';

export function History() {
  const id = useApp((state) => state.unit.open!.id);
  const { data = [], isLoading } = useHistoryQuery(id, { refetchOnMountOrArgChange: true });
  if (isLoading) return <p className="muted">One moment …</p>;
  if (data.length === 0) return <p className="muted">Nothing has been changed since the unit came into the yard.</p>;
  return (
    <ol className="history">
      {data.map((item) => (
        <li key={item.revision}>
          <span className="mono">{item.revision}</span>
          <span>
            <b>{item.by.split(' ')[0]}</b> {item.words}
          </span>
          <span className="muted">{dayjs(item.at).format('D MMM HH:mm')}</span>
        </li>
      ))}
    </ol>
  );
}
