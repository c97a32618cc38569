import { useEffect } from 'react';
import { clientId } from '../app/ids.ts';
import { store, useAppDispatch } from '../app/store.ts';
import { type News, unitActions } from './unitSlice.ts';
import { keepUnit, openUnit, sendWaiting } from './unitThunks.ts';

const RECONNECT_MS = 1500;

/**
 * Keeps the open unit in step with the log: a WebSocket that comes back by itself. Solves the case in which news is
 * missed while the line is down: each (re)connection says which revision it has, and the log is sent from there.
 */
export function useUnitNews(unitId: string | null): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    if (unitId === null) return;
    let socket: WebSocket | null = null;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let closed = false;

    const connect = () => {
      socket = new WebSocket(`${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/api/live`);
      socket.onopen = () => {
        socket?.send(JSON.stringify({ watch: unitId, revision: store.getState().unit.open?.revision ?? 0 }));
        dispatch(unitActions.linkChanged('live'));
        void dispatch(sendWaiting(unitId));
      };
      socket.onmessage = (event: MessageEvent<string>) => {
        const { unitId: about, news } = JSON.parse(event.data) as { unitId: string; news: News[] };
        const { open } = store.getState().unit;
        if (about !== open?.id) return;
        const gap = news[0] !== undefined && news[0].revision > open.revision + 1;
        if (gap) void dispatch(openUnit(unitId));
        else {
          dispatch(unitActions.newsArrived({ news, ownClientId: clientId() }));
          void dispatch(keepUnit());
        }
      };
      socket.onclose = () => {
        if (closed) return;
        dispatch(unitActions.linkChanged('offline'));
        timer = setTimeout(connect, RECONNECT_MS);
      };
    };
    connect();
    return () => {
      closed = true;
      clearTimeout(timer);
      socket?.close();
      dispatch(unitActions.linkChanged('connecting'));
    };
  }, [unitId, dispatch]);
}
