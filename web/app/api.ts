/** The server's answers through RTK Query. Changes to builds do not go through here but through the outbox. */
import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type {
  AddPerson,
  ChangePerson,
  CreatedAlike,
  DemoChoices,
  Fleet,
  HistoryItem,
  Invitation,
  Join,
  NewUnit,
  Outcome,
  People,
  PutOnShelf,
  Records,
  Session,
  ShopAnswer,
  UnitAnswer,
  YardPage,
} from '../../core/contract/index.ts';
import type { ShelfEntry, UndoRow } from '../../core/document/index.ts';
import type { YardAsk } from '../../core/overview/index.ts';
import type { ShopOperation } from '../../core/shop/index.ts';
import type { LearnedFactor } from '../../core/steps/index.ts';

export interface YardQuestion {
  text: string;
  ask: YardAsk | null;
}

/** So soon is asked again while units that were changed wait to be judged. */
export const UNJUDGED_POLL_MS = 1500;

/** Kept outside the store so that the outbox can use it without a cycle. */
let csrf = '';
export const csrfHeaders = (): Record<string, string> => (csrf ? { 'x-csrf-token': csrf } : {});
const keepCsrf = <T extends Session | null>(session: T): T => {
  csrf = session?.csrf ?? '';
  return session;
};

const network = fetchBaseQuery({
  baseUrl: '/api/',
  prepareHeaders: (headers) => {
    for (const [name, value] of Object.entries(csrfHeaders())) headers.set(name, value);
  },
});

/** Answers that are kept for hours without a network. */
const KEPT = /^(session|units\?text=&from=0|units\/[0-9a-f-]{36}(\/undo)?|hours|shelf|shop)$/;

/** Set while answers are kept on this device, so that the door need not load what could clear them. */
const KEEPS = 'ember-keeps';

// Loaded when it is needed: the door and the Yard do without.
const offlineStore = () => import('./offlineStore.ts');

/** Asks the server; where there is no network, the last answer that it gave stands. */
const networkOrKept: typeof network = async (args, api, extra) => {
  const answer = await network(args, api, extra);
  if (typeof args !== 'string' || !KEPT.test(args)) return answer;
  if (answer.error?.status === 'FETCH_ERROR') {
    const data = await (await offlineStore()).keptAnswers.get(args);
    return data === undefined ? answer : { data };
  }
  // Nobody waits for the keeping.
  if (answer.data) {
    localStorage.setItem(KEEPS, 'yes');
    void offlineStore().then(({ keptAnswers }) => keptAnswers.put(args, answer.data));
  } else if (args === 'session' && localStorage.getItem(KEEPS)) {
    localStorage.removeItem(KEEPS);
    void offlineStore().then(({ keptAnswers }) => keptAnswers.clear());
  }
  return answer;
};

export const api = createApi({
  reducerPath: 'api',
  baseQuery: networkOrKept,
  refetchOnReconnect: true,
  tagTypes: ['session', 'units', 'shop', 'shelf', 'people'],
  endpoints: (build) => ({
    session: build.query<Session | null, void>({
      query: () => 'session',
      transformResponse: keepCsrf<Session | null>,
      providesTags: ['session'],
    }),
    demo: build.query<DemoChoices | null, void>({ query: () => 'demo' }),
    signIn: build.mutation<Session, { username: string; password: string }>({
      query: (body) => ({ url: 'session', method: 'POST', body }),
      transformResponse: keepCsrf<Session>,
      invalidatesTags: ['session', 'units', 'shop'],
    }),
    join: build.mutation<Session, Join>({
      query: (body) => ({ url: 'join', method: 'POST', body }),
      transformResponse: keepCsrf<Session>,
      invalidatesTags: ['session', 'units', 'shop'],
    }),
    changeOwnPassword: build.mutation<Session, { old: string; new: string }>({
      query: (body) => ({ url: 'session/password', method: 'PUT', body }),
      transformResponse: keepCsrf<Session>,
      invalidatesTags: ['session'],
    }),
    people: build.query<People, void>({ query: () => 'people', providesTags: ['people'] }),
    addPerson: build.mutation<Invitation, AddPerson>({
      query: (body) => ({ url: 'people', method: 'POST', body }),
      invalidatesTags: ['people'],
    }),
    changePerson: build.mutation<void, ChangePerson & { id: string }>({
      query: ({ id, ...body }) => ({ url: `people/${id}`, method: 'PATCH', body }),
      invalidatesTags: ['people'],
    }),
    inviteAgain: build.mutation<Invitation, string>({
      query: (id) => ({ url: `people/${id}/invitation`, method: 'PUT' }),
      invalidatesTags: ['people'],
    }),
    endSessions: build.mutation<void, string>({
      query: (id) => ({ url: `people/${id}/sessions`, method: 'DELETE' }),
      invalidatesTags: ['people'],
    }),
    /** Here, or on every device of this person. */
    signOut: build.mutation<void, 'here' | 'everywhere'>({
      query: (where) => ({ url: where === 'here' ? 'session' : 'sessions', method: 'DELETE' }),
      onQueryStarted: async (_none, { queryFulfilled }) => {
        await queryFulfilled;
        await (await offlineStore()).keptAnswers.clear();
      },
      invalidatesTags: ['session'],
    }),
    /** The yard by stretches: the next one is asked for as one scrolls on. */
    yard: build.infiniteQuery<YardPage, YardQuestion, number>({
      query: ({ queryArg: { text, ask }, pageParam }) =>
        `units?text=${encodeURIComponent(text)}${ask ? `&ask=${ask}` : ''}&from=${pageParam}`,
      infiniteQueryOptions: {
        initialPageParam: 0,
        getNextPageParam: ({ from, rows, total }) => (from + rows.length < total ? from + rows.length : undefined),
      },
      providesTags: ['units'],
    }),
    /** Some units by what is typed, for a choice. */
    findUnits: build.query<YardPage, string>({
      query: (text) => `units?text=${encodeURIComponent(text)}&from=0&count=30`,
      providesTags: ['units'],
    }),
    nextTag: build.query<{ tag: string }, void>({ query: () => 'next-tag', keepUnusedDataFor: 0 }),
    fleets: build.query<Fleet[], void>({ query: () => 'fleets' }),
    records: build.query<Records, void>({ query: () => 'records', keepUnusedDataFor: 0 }),
    undoRows: build.query<UndoRow[], string>({ query: (id) => `units/${id}/undo`, keepUnusedDataFor: 0 }),
    unit: build.query<UnitAnswer, string>({
      query: (id) => `units/${id}`,
      keepUnusedDataFor: 0,
    }),
    history: build.query<HistoryItem[], string>({ query: (id) => `units/${id}/history`, keepUnusedDataFor: 0 }),
    createUnit: build.mutation<{ id: string }, NewUnit>({
      query: (body) => ({ url: 'units', method: 'POST', body }),
      invalidatesTags: ['units'],
    }),
    createAlike: build.mutation<CreatedAlike, { unitId: string; ids: string[] }>({
      query: ({ unitId, ids }) => ({ url: `units/${unitId}/alike`, method: 'POST', body: { ids } }),
      invalidatesTags: ['units'],
    }),
    learnedHours: build.query<Record<string, LearnedFactor>, void>({ query: () => 'hours', keepUnusedDataFor: 30 }),
    shop: build.query<ShopAnswer, void>({ query: () => 'shop', providesTags: ['shop'] }),
    changeShop: build.mutation<
      { outcomes: Outcome[] },
      { baseRevision: number; clientId: string; operations: ShopOperation[] }
    >({
      query: (body) => ({ url: 'shop/operations', method: 'POST', body }),
    }),
    shelf: build.query<ShelfEntry[], void>({ query: () => 'shelf', providesTags: ['shelf'] }),
    putOnShelf: build.mutation<ShelfEntry, PutOnShelf & { key: string }>({
      query: ({ key, ...body }) => ({ url: `shelf/${key}`, method: 'PUT', body }),
      invalidatesTags: ['shelf'],
    }),
  }),
});

export const {
  useSessionQuery,
  useDemoQuery,
  useSignInMutation,
  useSignOutMutation,
  useJoinMutation,
  useChangeOwnPasswordMutation,
  usePeopleQuery,
  useAddPersonMutation,
  useChangePersonMutation,
  useInviteAgainMutation,
  useEndSessionsMutation,
  useYardInfiniteQuery,
  useFindUnitsQuery,
  useFleetsQuery,
  useNextTagQuery,
  useRecordsQuery,
  useLazyUnitQuery,
  useHistoryQuery,
  useCreateAlikeMutation,
  usePutOnShelfMutation,
  useCreateUnitMutation,
  useLearnedHoursQuery,
  useShelfQuery,
  useShopQuery,
  useChangeShopMutation,
} = api;

/** The sentence the server gave for an error, or a plain one. */
export function errorSentence(error: unknown): string {
  const data = (error as { data?: { error?: { message?: string } } } | undefined)?.data;
  return data?.error?.message ?? 'The server cannot be reached. Check the network and try again.';
}
