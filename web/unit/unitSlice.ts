/**
 * The open unit: what the server has acknowledged, what waits to be sent, and the build that results from both.
 * The acknowledged build only ever advances by the log, in order; waiting operations are laid over it again each time.
 */
import { createSlice, current, original, type PayloadAction } from '@reduxjs/toolkit';
import { castDraft } from 'immer';
import { applyToUnit } from '../../core/body/index.ts';
import type { Build, Id, Operation, Stamp, UndoEntry, UndoStacks } from '../../core/document/index.ts';
import type { Overview } from '../../core/overview/index.ts';
import { shareStructure } from '../app/shareStructure.ts';

export interface Pending {
  operation: Operation;
  stamp: Stamp;
  /** The server has it; it only waits to come by in the log. */
  acknowledged: boolean;
}

export interface News {
  revision: number;
  operation: Operation;
  by: string;
  at: string;
  clientId: string;
}

interface OpenUnit {
  id: Id;
  revision: number;
  acknowledged: Build;
  build: Build;
  pending: Pending[];
  undo: UndoEntry[];
  redo: UndoEntry[];
}

export type Link = 'connecting' | 'live' | 'offline';

interface UnitState {
  status: { kind: 'none' } | { kind: 'loading'; id: Id } | { kind: 'failed'; message: string } | { kind: 'open' };
  open: OpenUnit | null;
  overview: Overview | null;
  /** What is derived could not be worked out: said, not passed off as nothing. */
  overviewFailed: boolean;
  selection: Id[];
  feedId: Id | null;
  slotId: Id | null;
  link: Link;
  savedAt: string | null;
  /** Work was taken that will not come by as news, because the line is down: the unit has to be read again. */
  isStale: boolean;
  /** Who changed something last, other than this window. */
  lastNews: { by: string; at: string } | null;
}

const initialState: UnitState = {
  status: { kind: 'none' },
  open: null,
  overview: null,
  overviewFailed: false,
  selection: [],
  feedId: null,
  slotId: null,
  link: 'connecting',
  savedAt: null,
  isStale: false,
  lastNews: null,
};

const MAX_UNDO = 100;

/**
 * The waiting operations laid over what is acknowledged; one that no longer fits is left for the server to refuse. What is
 * as it was before stays that very object: an acknowledgement is no change, and nothing is derived or drawn anew for it.
 */
function laidOver(before: Build | undefined, acknowledged: Build, pending: readonly Pending[]): Build {
  let build = acknowledged;
  for (const { operation, stamp } of pending) {
    const applied = applyToUnit(build, operation, stamp);
    if (applied.ok) build = applied.value.build;
  }
  return shareStructure(before, build);
}

/** What the server never took cannot be taken back either. */
const withoutSteps = (entries: UndoEntry[], gone: ReadonlySet<Id>): UndoEntry[] =>
  entries
    .map((entry) => ({ ...entry, steps: entry.steps.filter((step) => !gone.has(step.operationId)) }))
    .filter((entry) => entry.steps.length > 0);

/** The very same list when none of them is gone. */
const keepOnly = (ids: Id[], collection: Record<Id, unknown>): Id[] =>
  ids.every((id) => collection[id]) ? ids : ids.filter((id) => collection[id]);

export const unitSlice = createSlice({
  name: 'unit',
  initialState,
  reducers: {
    unitLoading: (state, { payload }: PayloadAction<Id>) => {
      if (state.open?.id === payload) return;
      Object.assign(state, initialState, { status: { kind: 'loading', id: payload } });
    },
    unitLoaded: (
      state,
      { payload }: PayloadAction<{ id: Id; revision: number; build: Build; pending: Pending[]; stacks: UndoStacks }>,
    ) => {
      // News may have come while the answer was on its way: what is known is never replaced by what was before it.
      if (state.open?.id === payload.id && state.open.revision > payload.revision) {
        state.isStale = false;
        return;
      }
      const known = original(state)?.open;
      const before = known?.id === payload.id ? known.build : undefined;
      state.open = {
        id: payload.id,
        revision: payload.revision,
        acknowledged: payload.build,
        build: laidOver(before, payload.build, payload.pending),
        pending: payload.pending,
        ...castDraft(payload.stacks),
      };
      state.isStale = false;
      state.status = { kind: 'open' };
      state.selection = keepOnly(state.selection, state.open.build.lamps);
    },
    unitFailed: (state, { payload }: PayloadAction<string>) => {
      state.status = { kind: 'failed', message: payload };
      state.open = null;
    },
    /** Operations of this window, already found applicable to the build. */
    performed: (
      state,
      {
        payload,
      }: PayloadAction<{ pending: Pending[]; build: Build; entry: UndoEntry; history: 'do' | 'undo' | 'redo' }>,
    ) => {
      const { open } = state;
      if (!open) return;
      open.pending.push(...payload.pending);
      open.build = payload.build;
      const entry = castDraft(payload.entry);
      if (payload.history === 'undo') open.undo.pop();
      if (payload.history === 'redo') open.redo.pop();
      if (payload.history === 'undo') open.redo.push(entry);
      else open.undo = [...open.undo, entry].slice(-MAX_UNDO);
      if (payload.history === 'do') open.redo = [];
      state.selection = keepOnly(state.selection, payload.build.lamps);
    },
    newsArrived: (state, { payload }: PayloadAction<{ news: News[]; ownClientId: string }>) => {
      const { open } = state;
      if (!open) return;
      const before = original(open)!;
      let { revision, acknowledged, pending } = before;
      for (const item of payload.news) {
        if (item.revision !== revision + 1) continue;
        const applied = applyToUnit(acknowledged, item.operation, { by: item.by, at: item.at });
        if (applied.ok) acknowledged = applied.value.build;
        revision = item.revision;
        pending = pending.filter((each) => each.operation.id !== item.operation.id);
        if (item.clientId !== payload.ownClientId) state.lastNews = { by: item.by, at: item.at };
      }
      acknowledged = shareStructure(before.build, acknowledged);
      Object.assign(open, { revision, acknowledged, pending, build: laidOver(before.build, acknowledged, pending) });
      state.selection = keepOnly(state.selection, open.build.lamps);
    },
    /** What stood on top of a stack can no longer be taken back: what is below it may be. */
    undoLost: (state, { payload }: PayloadAction<'undo' | 'redo'>) => {
      state.open?.[payload].pop();
    },
    sent: (
      state,
      { payload }: PayloadAction<{ applied: { id: Id; revision: number }[]; refusedIds: Id[]; at: string }>,
    ) => {
      const { open } = state;
      if (!open) return;
      const refusedIds = new Set(payload.refusedIds);
      const revisionOf = new Map(payload.applied.map((each) => [each.id, each.revision]));
      for (const each of open.pending) if (revisionOf.has(each.operation.id)) each.acknowledged = true;
      // What the log had already when this unit was read will not come by as news: it is in the build.
      const isIn = (id: Id) => (revisionOf.get(id) ?? Number.POSITIVE_INFINITY) <= open.revision;
      const waiting = open.pending.filter(({ operation: { id } }) => !refusedIds.has(id) && !isIn(id));
      if (waiting.length < open.pending.length) {
        const before = original(open)!;
        open.pending = waiting;
        open.build = laidOver(before.build, before.acknowledged, current(open).pending);
      }
      for (const stack of ['undo', 'redo'] as const) open[stack] = withoutSteps(open[stack], refusedIds);
      if (payload.applied.length > 0) state.savedAt = payload.at;
    },
    staleFound: (state) => {
      state.isStale = true;
    },
    /** Whoever comes in next begins with nothing of this person's on the screen. */
    unitClosed: () => initialState,
    overviewReady: (state, { payload }: PayloadAction<{ id: Id; overview: Overview }>) => {
      // Another unit may have been opened meanwhile.
      if (state.open?.id !== payload.id) return;
      state.overview = castDraft(payload.overview);
      state.overviewFailed = false;
    },
    overviewFailed: (state) => {
      state.overviewFailed = true;
    },
    selected: (state, { payload }: PayloadAction<Id[]>) => {
      state.selection = payload;
    },
    feedChosen: (state, { payload }: PayloadAction<Id | null>) => {
      state.feedId = payload;
    },
    slotChosen: (state, { payload }: PayloadAction<Id | null>) => {
      state.slotId = payload;
    },
    linkChanged: (state, { payload }: PayloadAction<Link>) => {
      state.link = payload;
    },
  },
});

export const unitActions = unitSlice.actions;
