import { type ComponentType, lazy, Suspense, useEffect } from 'react';
import { Navigate, useParams } from 'react-router';
import { keptBody } from '../../core/body/index.ts';
import { STAGES, type Stage } from '../../core/document/index.ts';
import { KeyHelp } from '../app/KeyHelp.tsx';
import { useApp, useAppDispatch } from '../app/store.ts';
import { Guard } from '../ui/Guard.tsx';
import { useFindingsOpen } from './findings/useFindingsOpen.ts';
import { UnitHeader } from './UnitHeader.tsx';
import { openUnit } from './unitThunks.ts';
import { useOverview } from './useOverview.ts';
import { KEY_LINES, useUnitKeys } from './useUnitKeys.ts';
import { useUnitNews } from './useUnitNews.ts';
import './unit.css';

const FETCH_OTHERS_MS = 800;

/** Each stage comes when it is opened, and all the others once the first is on the screen. */
const LOADERS: Record<Stage, () => Promise<{ default: ComponentType }>> = {
  survey: () => import('./survey/SurveyStage.tsx').then(({ SurveyStage }) => ({ default: SurveyStage })),
  place: () => import('./place/PlaceStage.tsx').then(({ PlaceStage }) => ({ default: PlaceStage })),
  feed: () => import('./feed/FeedStage.tsx').then(({ FeedStage }) => ({ default: FeedStage })),
  flash: () => import('./flash/FlashStage.tsx').then(({ FlashStage }) => ({ default: FlashStage })),
  parts: () => import('./parts/PartsStage.tsx').then(({ PartsStage }) => ({ default: PartsStage })),
  build: () => import('./build/BuildStage.tsx').then(({ BuildStage }) => ({ default: BuildStage })),
  prove: () => import('./prove/ProveStage.tsx').then(({ ProveStage }) => ({ default: ProveStage })),
  handover: () => import('./handover/HandOverStage.tsx').then(({ HandOverStage }) => ({ default: HandOverStage })),
};
const STAGE_VIEWS: Record<Stage, ComponentType> = {
  survey: lazy(LOADERS.survey),
  place: lazy(LOADERS.place),
  feed: lazy(LOADERS.feed),
  flash: lazy(LOADERS.flash),
  parts: lazy(LOADERS.parts),
  build: lazy(LOADERS.build),
  prove: lazy(LOADERS.prove),
  handover: lazy(LOADERS.handover),
};

const FindingsList = lazy(() =>
  import('./findings/FindingsList.tsx').then(({ FindingsList }) => ({ default: FindingsList })),
);

const fetchOthers = () => {
  for (const load of Object.values(LOADERS)) void load();
};

export default function UnitPage() {
  const { id = '', stage = 'place' } = useParams();
  const dispatch = useAppDispatch();
  const status = useApp((state) => state.unit.status);
  const body = useApp((state) => (state.unit.open?.id === id ? state.unit.open.build.body : null));

  useEffect(() => {
    void dispatch(openUnit(id));
  }, [id, dispatch]);
  useUnitNews(body ? id : null);
  useOverview();

  if (!(STAGES as readonly string[]).includes(stage)) return <Navigate to={`/unit/${id}/place`} replace />;
  if (status.kind === 'failed') return <p className="empty state stop">{status.message}</p>;
  if (!body) return <p className="empty">Rolling the unit in …</p>;
  const { bodyId, parameters, ...extras } = body;
  if (!keptBody(bodyId, parameters, extras))
    return <p className="empty">This unit's body cannot be drawn: its dimensions do not fit its template.</p>;
  return <OpenUnit stage={stage as Stage} />;
}

/** These draw the unit itself. The others say what follows from it, and nothing before it is known. */
const DRAWN_AT_ONCE: ReadonlySet<Stage> = new Set(['survey', 'place']);

/** Split off so that everything in it may count on an open unit. */
function OpenUnit({ stage }: { stage: Stage }) {
  const help = useUnitKeys(stage);
  const list = useFindingsOpen();
  const isReady = useApp((state) => state.unit.overview !== null);
  const overviewFailed = useApp((state) => state.unit.overviewFailed);
  const View = STAGE_VIEWS[stage];
  // On its way while what follows from the unit is worked out.
  useEffect(() => void LOADERS[stage](), [stage]);
  useEffect(() => {
    const timer = setTimeout(fetchOthers, FETCH_OTHERS_MS);
    return () => clearTimeout(timer);
  }, []);
  return (
    <div className="unit">
      <UnitHeader stage={stage} />
      <div className="work">
        <Suspense fallback={<p className="empty">One moment …</p>}>
          {overviewFailed && (
            <p className="derived-failed state stop" role="alert">
              What follows from this unit could not be worked out, so findings, steps and parts may be out of date or
              missing. The record itself is whole: take the last change back, or load the page again.
            </p>
          )}
          {isReady || DRAWN_AT_ONCE.has(stage) ? (
            <Guard what="This stage" watch={stage}>
              <View />
            </Guard>
          ) : (
            <p className="empty">Working the unit out …</p>
          )}
          {list.isOpen && (
            <Guard what="The list of findings">
              <FindingsList onClose={list.toggle} />
            </Guard>
          )}
        </Suspense>
      </div>
      <KeyHelp lines={KEY_LINES} open={help.open} onClose={help.close} />
    </div>
  );
}
