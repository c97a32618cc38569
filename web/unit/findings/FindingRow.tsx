import { Button } from 'antd';
import { useNavigate } from 'react-router';
import { type FindingGroup, isWayThatHolds } from '../../../core/rules/index.ts';
import { useAppDispatch } from '../../app/store.ts';
import { useWords } from '../../app/useWords.ts';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';
import { LetStand } from './LetStand.tsx';
import { sayGroup } from './sayGroup.ts';
import { tagsOf } from './sections.ts';
import { TriedResult } from './TriedResult.tsx';
import { useFindingsOpen } from './useFindingsOpen.ts';
import type { TriedState } from './useTriedWays.ts';
import { WorkedOut } from './WorkedOut.tsx';

/** One kind of finding: where, what, why, ways out with what each was seen to bring, and who answers for it. */
export function FindingRow({ group, tried }: { group: FindingGroup; tried: TriedState }) {
  const { id, build, mayEdit, act } = useUnit();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { search } = useFindingsOpen();
  const words = useWords();
  const tags = tagsOf(build, group);
  const sentences = sayGroup(group, tags, words);
  const named = `${tags.join(' ')} ${sentences[0]}`.trim();
  const fewest = tried.kind === 'ready' ? tried.ways.fewest.keys : [];
  const open = group.severity !== 'note' && group.standing === null;

  const ids = group.findings.map((finding) => finding.id);
  const results = tried.kind === 'ready' ? tried.ways.tried : null;
  // What was tried and leaves all of it, or brings a stop, is no way out.
  const waysOut = group.waysOut.filter(({ key }) => {
    const result = open ? results?.[key] : undefined;
    return !result || isWayThatHolds(result, ids);
  });

  const showPlace = () => {
    const lampIds = [...new Set(group.findings.flatMap((finding) => finding.place.lampIds))];
    const feedId = group.findings.find((finding) => finding.place.feedIds.length > 0)?.place.feedIds[0];
    dispatch(unitActions.selected(lampIds));
    if (feedId) dispatch(unitActions.feedChosen(feedId));
    navigate(`/unit/${id}/${group.stages[0]}${search}`);
  };
  return (
    <article className={`finding-row ${group.severity}`} aria-label={named}>
      <div className="finding-said">
        <button type="button" className="finding-text" onClick={showPlace} title="Show the place">
          {tags.length > 0 && (
            <span className="finding-tags">
              {tags.map((tag) => (
                <span key={tag} className="tag-chip small">
                  {tag}
                </span>
              ))}
            </span>
          )}
          {sentences.map((sentence) => (
            <b key={sentence}>{sentence}</b>
          ))}
          <span className="reason">{words(group.findings[0]!.reason)}</span>
        </button>
      </div>
      <div className="finding-ways">
        {open && waysOut.length === 0 && (
          <span className="muted">No way out can be worked out here: it is settled where it is shown.</span>
        )}
        {!group.standing &&
          waysOut.map((way) => (
            <div key={way.key} className="tried-way">
              <Button
                size="small"
                disabled={!mayEdit}
                className={fewest.includes(way.key) ? 'outlined' : ''}
                onClick={() => act(...way.operations)}
              >
                {words(way.label)}
                {fewest.includes(way.key) && (
                  <span className="visually-hidden">, one of the fewest that settle all</span>
                )}
              </Button>
              {open && tried.kind === 'ready' && (
                <TriedResult tried={tried.ways.tried[way.key]} own={group.findings.length} />
              )}
              {open && tried.kind === 'trying' && <span className="tried muted">being tried …</span>}
            </div>
          ))}
      </div>
      <div className="finding-more">
        <WorkedOut finding={group.findings[0]!} />
        {mayEdit && group.severity === 'caution' && <LetStand group={group} named={named} />}
      </div>
    </article>
  );
}
