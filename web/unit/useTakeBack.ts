import { App } from 'antd';
import { useCallback } from 'react';
import { useAppDispatch } from '../app/store.ts';
import { redo, undo } from './unitThunks.ts';

/** Undo and redo; what can no longer be taken back is said, and makes way for what was done before it. */
export function useTakeBack(): (history: 'undo' | 'redo') => void {
  const dispatch = useAppDispatch();
  const { message } = App.useApp();
  return useCallback(
    (history) => {
      const result = dispatch(history === 'undo' ? undo() : redo());
      if (!result.ok) void message.warning(result.message);
    },
    [dispatch, message],
  );
}
