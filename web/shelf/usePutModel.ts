import { useState } from 'react';
import { LampModel, type ShelfEntry } from '../../core/document/index.ts';
import { errorSentence, usePutOnShelfMutation } from '../app/api.ts';

/** Puts a model on the shelf as it was typed, new or as its next version; what is wrong with it is said instead. */
export function usePutModel(entry: ShelfEntry | null, onClose: () => void) {
  const [put, { isLoading, error }] = usePutOnShelfMutation();
  const [wrong, setWrong] = useState('');
  const keep = async (typed: object, stock: Omit<ShelfEntry, 'model'>) => {
    const parsed = LampModel.safeParse(typed);
    if (!parsed.success) {
      const [issue] = parsed.error.issues;
      return setWrong(`${issue?.path.join(', ')}: ${issue?.message}`);
    }
    const { data: model } = parsed;
    const answer = await put({ key: model.key, entry: { model, ...stock }, before: entry?.model.version ?? null });
    if (!answer.error) onClose();
  };
  return { keep, isLoading, wrong, forget: () => setWrong(''), refused: error ? errorSentence(error) : null };
}
