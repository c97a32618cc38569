import type { Id, Lamp, LampModel, LightColour } from '../../../core/document/index.ts';
import { LIGHT } from '../../ui/tokens.ts';
import { useUnit } from '../useUnit.ts';

const COLOUR_WORDS: Record<LightColour, string> = {
  amber: 'Amber',
  red: 'Red',
  white: 'White',
  blue: 'Blue',
  green: 'Green',
};

/** The colours in which a model is made, one of them chosen for a lamp and its twin. */
export function ColourRow({ lamp, model, ids }: { lamp: Lamp; model: LampModel; ids: Id[] }) {
  const { mayEdit, act } = useUnit();
  return (
    <div className="form-row">
      <span>Colour</span>
      <div className="colours" role="radiogroup" aria-label="Colour">
        {model.colours.map((colour) => (
          <button
            key={colour}
            type="button"
            role="radio"
            aria-checked={lamp.colour === colour}
            disabled={!mayEdit}
            onClick={() => act({ kind: 'editLamps', lampIds: ids, changes: { colour } })}
          >
            <i style={{ background: LIGHT[colour] }} /> {COLOUR_WORDS[colour]}
          </button>
        ))}
      </div>
    </div>
  );
}
