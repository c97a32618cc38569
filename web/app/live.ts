/**
 * A WebSocket that comes back by itself. Each (re)connection says which revision it has, and the log is sent from there,
 * so that no news is missed while the line is down.
 */
const RECONNECT_MS = 1500;

export interface Watched<News> {
  /** Id of a unit, or 'shop'. */
  watch: string;
  revision(): number;
  onNews(news: News[]): void;
  onOpen?(): void;
  onLost?(): void;
}

/** Begins to watch; the answer ends it. */
export function watchLive<News>({ watch, revision, onNews, onOpen, onLost }: Watched<News>): () => void {
  let socket: WebSocket | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let closed = false;
  const connect = () => {
    socket = new WebSocket(`${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/api/live`);
    socket.onopen = () => {
      socket?.send(JSON.stringify({ watch, revision: revision() }));
      onOpen?.();
    };
    socket.onmessage = (event: MessageEvent<string>) => {
      const { unitId, news } = JSON.parse(event.data) as { unitId: string; news: News[] };
      if (unitId === watch) onNews(news);
    };
    socket.onclose = () => {
      if (closed) return;
      onLost?.();
      timer = setTimeout(connect, RECONNECT_MS);
    };
  };
  connect();
  return () => {
    closed = true;
    clearTimeout(timer);
    socket?.close();
  };
}
