import { App } from 'antd';
import dayjs from 'dayjs';
import { useCallback, useEffect, useMemo, useState } from 'react';
import {
  applyShopOperation,
  type Board,
  boardOf,
  minutesOf,
  type ShopDraft,
  type ShopOperation,
  type ShopWork,
} from '../../core/shop/index.ts';
import {
  api,
  errorSentence,
  type ShopAnswer,
  useChangeShopMutation,
  useSessionQuery,
  useShopQuery,
} from '../app/api.ts';
import { clientId, newId } from '../app/ids.ts';
import { watchLive } from '../app/live.ts';
import { store, useAppDispatch } from '../app/store.ts';

const MINUTE_MS = 60_000;

/** What the clock on the wall says, as minutes of the shop's clock. */
export const localMin = (iso?: string): number => minutesOf(dayjs(iso).format('YYYY-MM-DDTHH:mm'));

/** The clock of the shop, minute by minute. */
export function useNowMin(): number {
  const [now, setNow] = useState(() => localMin());
  useEffect(() => {
    const timer = setInterval(() => setNow(localMin()), MINUTE_MS / 4);
    return () => clearInterval(timer);
  }, []);
  return now;
}

const revisionNow = () => api.endpoints.shop.select()(store.getState()).data?.revision ?? 0;

export interface ShopUse {
  data: ShopAnswer;
  work: ShopWork;
  mayPlan: boolean;
  mayHandle: boolean;
  /** Applies at once, sends, and says in one sentence what the server refused. */
  act(...drafts: ShopDraft[]): Promise<boolean>;
}

/** The shop's answer kept in step with its log, and a way to change it. */
export function useShop(): { shop: ShopUse | null; error: string | null } {
  const { data, error } = useShopQuery(undefined, { refetchOnMountOrArgChange: true, pollingInterval: MINUTE_MS });
  const { data: session } = useSessionQuery();
  const [send] = useChangeShopMutation();
  const { message } = App.useApp();
  const dispatch = useAppDispatch();
  const nowMin = useNowMin();

  useEffect(
    () =>
      watchLive<{ clientId: string }>({
        watch: 'shop',
        revision: revisionNow,
        onNews: (news) => {
          if (news.some((each) => each.clientId !== clientId())) dispatch(api.util.invalidateTags(['shop']));
        },
      }),
    [dispatch],
  );

  const act = useCallback(
    async (...drafts: ShopDraft[]) => {
      const known = api.endpoints.shop.select()(store.getState()).data;
      if (!known) return false;
      const operations = drafts.map((draft) => ({ ...draft, id: newId() }) as ShopOperation);
      let { shop } = known;
      for (const operation of operations) {
        const applied = applyShopOperation(shop, operation);
        if (!applied.ok) {
          void message.warning(applied.reason.message);
          return false;
        }
        shop = applied.value.document;
      }
      dispatch(
        api.util.updateQueryData('shop', undefined, (draft) => {
          draft.shop = shop;
        }),
      );
      const answer = await send({ baseRevision: known.revision, clientId: clientId(), operations });
      if (answer.error) {
        void message.error(errorSentence(answer.error));
        return false;
      }
      const refused = answer.data.outcomes.find((outcome) => outcome.status === 'refused');
      if (refused) void message.warning(refused.reason?.message ?? 'Refused');
      return !refused;
    },
    [dispatch, message, send],
  );

  const work = useMemo(
    (): ShopWork | null => (data ? { shop: data.shop, units: data.units, learned: data.learned, nowMin } : null),
    [data, nowMin],
  );
  const role = session?.person.role;
  const shop = data && work ? { data, work, mayPlan: role === 'lead', mayHandle: role !== 'owner', act } : null;
  return { shop, error: error ? errorSentence(error) : null };
}

export const useBoard = (work: ShopWork | null): Board | null => useMemo(() => work && boardOf(work, localMin), [work]);
