import { useEffect } from 'react';
import { clientId } from '../app/ids.ts';
import { watchLive } from '../app/live.ts';
import { sendWaiting } from '../app/sending.ts';
import { store, useApp, useAppDispatch } from '../app/store.ts';
import { type News, unitActions } from './unitSlice.ts';
import { keepUnit, openUnit } from './unitThunks.ts';

/** Keeps the open unit in step with the log. */
export function useUnitNews(unitId: string | null): void {
  const dispatch = useAppDispatch();
  const isStale = useApp((state) => state.unit.isStale);
  useEffect(() => {
    if (unitId !== null && isStale) void dispatch(openUnit(unitId));
  }, [unitId, isStale, dispatch]);
  useEffect(() => {
    if (unitId === null) return;
    const stop = watchLive<News>({
      watch: unitId,
      revision: () => store.getState().unit?.open?.revision ?? 0,
      onOpen: () => {
        dispatch(unitActions.linkChanged('live'));
        void dispatch(sendWaiting(unitId));
      },
      onNews: (news) => {
        const open = store.getState().unit?.open;
        if (open?.id !== unitId) return;
        const gap = news[0] !== undefined && news[0].revision > open.revision + 1;
        if (gap) void dispatch(openUnit(unitId));
        else {
          dispatch(unitActions.newsArrived({ news, ownClientId: clientId() }));
          void dispatch(keepUnit());
        }
      },
      onLost: () => dispatch(unitActions.linkChanged('offline')),
    });
    return () => {
      stop();
      dispatch(unitActions.linkChanged('connecting'));
    };
  }, [unitId, dispatch]);
}
