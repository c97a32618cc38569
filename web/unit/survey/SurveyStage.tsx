import { useState } from 'react';
import { dimensionLine } from '../../../core/body/index.ts';
import { fuseBoxes } from '../../../core/graph/index.ts';
import { type SurveyPart, surveyProgress } from '../../../core/work/index.ts';
import { useApp, useAppDispatch } from '../../app/store.ts';
import { Sheet } from '../../sheet/Sheet.tsx';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';
import { BoxEditor } from './BoxEditor.tsx';
import { FuseBoxes } from './FuseBoxes.tsx';
import { LampsPart } from './LampsPart.tsx';
import { PhotosPart } from './PhotosPart.tsx';
import { PlugsPart } from './PlugsPart.tsx';
import { QuestionsPart } from './QuestionsPart.tsx';
import { SlotEditor } from './SlotEditor.tsx';
import { TrimPart } from './TrimPart.tsx';
import { UnitPart } from './UnitPart.tsx';
import '../unit.css';
import './survey.css';

interface PartProps {
  onDimension(key: string | null): void;
}

const PARTS: { part: SurveyPart; words: string; View(props: PartProps): React.ReactNode }[] = [
  { part: 'unit', words: 'Unit', View: UnitPart },
  { part: 'questions', words: 'Questions', View: QuestionsPart },
  { part: 'lamps', words: 'Lamps', View: LampsPart },
  { part: 'plugs', words: 'Plugs', View: PlugsPart },
  { part: 'trim', words: 'Trim', View: TrimPart },
  { part: 'photos', words: 'Photos', View: PhotosPart },
];

export function SurveyStage() {
  const { build, body, preferences } = useUnit();
  const slotId = useApp((state) => state.unit.slotId);
  const dispatch = useAppDispatch();
  const slot = slotId ? build.slots[slotId] : undefined;
  const [picked, setPicked] = useState<string[]>([]);
  const [part, setPart] = useState<SurveyPart>('unit');
  const [boxKey, setBoxKey] = useState<string | null>(null);
  const [shown, setShown] = useState<string | null>(null);
  const progress = surveyProgress(build, body);
  const box = fuseBoxes(build).find(({ key }) => key === boxKey);
  const chooseBox = (key: string) => {
    dispatch(unitActions.slotChosen(null));
    setBoxKey(key);
  };
  const { View } = PARTS.find((each) => each.part === part)!;

  return (
    <div className={slot || box ? 'split survey is-editing' : 'split survey'}>
      <div className="field-stack">
        <Sheet
          body={body}
          build={build}
          unit={preferences.length}
          selection={picked}
          onSelect={setPicked}
          form="compact"
          dimension={shown ? dimensionLine(body, shown) : null}
        />
        <FuseBoxes boxKey={box && !slot ? box.key : null} onBox={chooseBox} />
      </div>
      <aside className="panel" aria-label="Survey">
        {slot ? (
          <SlotEditor slot={slot} onClose={() => dispatch(unitActions.slotChosen(null))} />
        ) : box ? (
          <BoxEditor box={box} onClose={() => setBoxKey(null)} />
        ) : (
          <>
            <nav className="survey-tabs" aria-label="Parts of the survey">
              {PARTS.map(({ part: each, words }) => {
                const { done, of } = progress[each];
                return (
                  <button key={each} type="button" aria-pressed={part === each} onClick={() => setPart(each)}>
                    {words}
                    <small>{of === null ? done : of === 1 ? (done ? '✓' : '') : `${done} of ${of}`}</small>
                  </button>
                );
              })}
            </nav>
            <View onDimension={setShown} />
          </>
        )}
      </aside>
    </div>
  );
}
