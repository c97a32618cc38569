import type { LampModel } from '../../core/document/index.ts';
import { FaceSwatch } from '../ui/FaceSwatch.tsx';

/** What a model is called, beside its face; opens it for who may change the shelf. */
export function ModelName({ model, onEdit }: { model: LampModel; onEdit?: (key: string) => void }) {
  return (
    <>
      <FaceSwatch model={model} />{' '}
      {onEdit ? (
        <button type="button" className="link" onClick={() => onEdit(model.key)}>
          <b>{model.name}</b>
        </button>
      ) : (
        <b>{model.name}</b>
      )}
    </>
  );
}
