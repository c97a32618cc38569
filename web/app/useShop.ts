import { App } from 'antd';
import dayjs from 'dayjs';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Outcome, ShopAnswer } from '../../core/contract/index.ts';
import {
  applyShopOperation,
  type Board,
  boardOf,
  minutesOf,
  type ShopDraft,
  type ShopOperation,
  type ShopWork,
} from '../../core/shop/index.ts';
import { api, errorSentence, UNJUDGED_POLL_MS, useChangeShopMutation, useSessionQuery, useShopQuery } from './api.ts';
import { clientId, newId } from './ids.ts';
import { counter } from './inTurn.ts';
import { watchLive } from './live.ts';
import { type OnItsWay, settled, withPending } from './onItsWay.ts';
import { store, useAppDispatch } from './store.ts';

const MINUTE_MS = 60_000;

/** Two changes of one thing, sent at once, may arrive the other way about, and the later would be lost. */
const inTurn = counter();

type Conflict = NonNullable<Extract<Outcome, { status: 'refused' }>['conflict']>;

/** What the clock on the wall says, as minutes of the shop's clock. */
export const localMinutes = (iso?: string): number => minutesOf(dayjs(iso).format('YYYY-MM-DDTHH:mm'));

/** The clock of the shop, minute by minute. */
export function useNowMinutes(): number {
  const [now, setNow] = useState(() => localMinutes());
  useEffect(() => {
    const timer = setInterval(() => setNow(localMinutes()), MINUTE_MS / 4);
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
  const [isFresh, setFresh] = useState(true);
  const { data: answer, error } = useShopQuery(undefined, {
    refetchOnMountOrArgChange: true,
    pollingInterval: isFresh ? MINUTE_MS : UNJUDGED_POLL_MS,
  });
  useEffect(() => setFresh((answer?.beingJudged ?? 0) === 0), [answer]);
  const { data: session } = useSessionQuery();
  const [send] = useChangeShopMutation();
  const { message, modal } = App.useApp();
  const dispatch = useAppDispatch();
  const nowMinutes = useNowMinutes();
  const [pending, setPending] = useState<readonly OnItsWay[]>([]);
  const latest = useRef(pending);
  const askAgain = useRef<(conflict: Conflict, drafts: readonly ShopDraft[]) => void>(() => {});

  const change = useCallback((next: (old: readonly OnItsWay[]) => readonly OnItsWay[]) => {
    latest.current = next(latest.current);
    setPending(latest.current);
  }, []);

  useEffect(
    () =>
      watchLive<{ clientId: string }>({
        watch: 'shop',
        revision: revisionNow,
        onNews: () => dispatch(api.util.invalidateTags(['shop'])),
      }),
    [dispatch],
  );

  // What the answer holds by now needs no applying any more.
  const revision = answer?.revision ?? 0;
  useEffect(() => {
    change((old) => old.filter((each) => each.revision === null || each.revision > revision));
  }, [change, revision]);

  const act = useCallback(
    async (...drafts: ShopDraft[]) => {
      const known = api.endpoints.shop.select()(store.getState()).data;
      if (!known) return false;
      const operations = drafts.map((draft) => ({ ...draft, id: newId() }) as ShopOperation);
      let { shop } = withPending(known, latest.current);
      for (const operation of operations) {
        const applied = applyShopOperation(shop, operation);
        if (!applied.ok) {
          void message.warning(applied.reason.message);
          return false;
        }
        shop = applied.value.document;
      }
      const ids = new Set(operations.map((operation) => operation.id));
      change((old) => [...old, ...operations.map((operation) => ({ operation, revision: null }))]);
      const sent = await inTurn(() => send({ baseRevision: known.revision, clientId: clientId(), operations }));
      if (sent.error) {
        change((old) => old.filter((each) => !ids.has(each.operation.id)));
        void message.error(errorSentence(sent.error));
        return false;
      }
      change((old) => settled(old, sent.data.outcomes));
      dispatch(api.util.invalidateTags(['shop']));
      const refused = sent.data.outcomes.find((outcome) => outcome.status === 'refused');
      if (refused?.conflict) askAgain.current(refused.conflict, drafts);
      else if (refused) void message.warning(refused.reason.message);
      return !refused;
    },
    [change, dispatch, message, send],
  );
  // Two on one field: neither is lost without a word.
  askAgain.current = ({ by, field, theirs }, drafts) => {
    const shown = typeof theirs === 'object' ? '' : `, to ${String(theirs)}`;
    modal.confirm({
      title: `${by} was quicker`,
      content: `${by} has changed ${field} in the meantime${shown}. Nothing of yours was written there.`,
      okText: 'Use mine all the same',
      cancelText: 'Keep theirs',
      onOk: async () => {
        // On top of theirs: what is sent now has seen it.
        await dispatch(api.endpoints.shop.initiate(undefined, { forceRefetch: true, subscribe: false }));
        await act(...drafts);
      },
    });
  };

  const data = useMemo(() => answer && withPending(answer, pending), [answer, pending]);
  const work = useMemo(
    (): ShopWork | null => (data ? { shop: data.shop, units: data.units, learned: data.learned, nowMinutes } : null),
    [data, nowMinutes],
  );
  const role = session?.person.role;
  const shop = data && work ? { data, work, mayPlan: role === 'lead', mayHandle: role !== 'owner', act } : null;
  return { shop, error: error ? errorSentence(error) : null };
}

export const useBoard = (work: ShopWork | null): Board | null =>
  useMemo(() => work && boardOf(work, localMinutes), [work]);
