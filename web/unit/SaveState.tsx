import { CheckOutlined, CloudOutlined, DisconnectOutlined } from '@ant-design/icons';
import { Tooltip } from 'antd';
import dayjs from 'dayjs';
import { useSessionQuery } from '../app/api.ts';
import { useApp } from '../app/store.ts';

export function SaveState() {
  const operations = useApp((state) => state.unit.open?.pending.filter((each) => !each.acknowledged).length ?? 0);
  const { data: session } = useSessionQuery();
  const photos = useApp(
    (state) => state.outbox.waiting.find((each) => each.personId === session?.person.id)?.photos ?? 0,
  );
  const pending = operations + photos;
  const savedAt = useApp((state) => state.unit.savedAt);
  const problem = useApp((state) => state.outbox.problem);
  const link = useApp((state) => state.unit.link);
  if ((problem || link === 'offline') && pending > 0) {
    return (
      <Tooltip title={problem ?? 'No connection: your work is kept here and goes out when the server is back.'}>
        <span className="state caution">
          <DisconnectOutlined aria-hidden /> {pending} waiting here
        </span>
      </Tooltip>
    );
  }
  if (pending > 0) {
    return (
      <span className="state muted">
        <CloudOutlined aria-hidden /> Sending {pending}
      </span>
    );
  }
  if (link === 'offline') {
    return (
      <span className="state caution">
        <DisconnectOutlined aria-hidden /> No live news
      </span>
    );
  }
  return (
    <span className="state ok">
      <CheckOutlined aria-hidden /> Saved {savedAt ? dayjs(savedAt).format('HH:mm') : ''}
    </span>
  );
}
