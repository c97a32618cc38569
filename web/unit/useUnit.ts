import { App } from 'antd';
import { useCallback } from 'react';
import { type Body, bodyOf } from '../../core/body/index.ts';
import type { Build, OperationDraft } from '../../core/document/index.ts';
import type { Overview } from '../../core/overview/index.ts';

import { useSessionQuery } from '../app/api.ts';
import type { Preferences } from '../app/preferences.ts';
import { useApp, useAppDispatch } from '../app/store.ts';
import { perform } from './unitThunks.ts';

export interface UnitView {
  id: string;
  build: Build;
  body: Body;
  /** Null for the moment until the worker has answered the first time. */
  overview: Overview | null;
  preferences: Preferences;
  role: 'lead' | 'installer' | 'owner';
  /** May this person change the build? Owners read and comment. */
  mayEdit: boolean;
  /** Performs operations; a refusal is shown as a message. True when all were done. */
  act(...drafts: OperationDraft[]): boolean;
}

/** Everything a stage needs of the open unit. Only called below UnitPage, which waits until there is one. */
export function useUnit(): UnitView {
  // Not the whole of it: what waits and what is acknowledged changes without the unit changing.
  const id = useApp((state) => state.unit.open!.id);
  const build = useApp((state) => state.unit.open!.build);
  const overview = useApp((state) => state.unit.overview);
  const preferences = useApp((state) => state.preferences);
  const { data: session } = useSessionQuery();
  const { message } = App.useApp();
  const dispatch = useAppDispatch();
  const role = session?.person.role ?? 'owner';
  const act = useCallback(
    (...drafts: OperationDraft[]) => {
      const result = dispatch(perform(drafts));
      if (!result.ok) void message.warning(result.message);
      return result.ok;
    },
    [dispatch, message],
  );
  return {
    id,
    build,
    body: bodyOf(build),
    overview,
    preferences,
    role,
    mayEdit: role !== 'owner',
    act,
  };
}
