/** Taking a feed apart, with all that served nothing else. */
import { applyDrafts, type Build, type Id, type LightFunction, type OperationDraft } from '../../document/index.ts';
import { deriveFeeds, type Feed, ownParts } from '../../graph/index.ts';
import { idledBy, withoutControls } from './idleControls.ts';

export interface Apart {
  operations: OperationDraft[];
  /** What goes beside fuse, wires and joints, by name. */
  functions: string[];
  controls: string[];
  receivers: string[];
}

/** The shows of lamps that nothing feeds any more; a function of which none is left goes whole. */
function withoutShows(build: Build, unfed: ReadonlySet<Id>): { operations: OperationDraft[]; gone: LightFunction[] } {
  const gone: LightFunction[] = [];
  const operations = Object.values(build.functions).flatMap((each): OperationDraft[] => {
    const lampIds = Object.keys(each.shows).filter((id) => unfed.has(id));
    if (lampIds.length === 0) return [];
    if (lampIds.length < Object.keys(each.shows).length)
      return [{ kind: 'dropFromFunction', functionId: each.id, lampIds }];
    gone.push(each);
    return [{ kind: 'removeFunction', functionId: each.id }];
  });
  return { operations, gone };
}

/**
 * What comes off with a feed: its own parts and wires, what its lamps were to show where nothing else feeds them, and the
 * switches, buttons and channels that work nothing any more. Signals are the unit's own and stay; lamps stay in place.
 */
export function planApart(build: Build, feed: Feed): Apart {
  const off: OperationDraft = { kind: 'removeFeed', ...ownParts(feed, deriveFeeds(build)) };
  const bare = applyDrafts(build, [off]);
  if (!bare.ok) return { operations: [off], functions: [], controls: [], receivers: [] };
  const fed = new Set(deriveFeeds(bare.value).flatMap(({ lamps }) => lamps.map(({ id }) => id)));
  const unfed = new Set(feed.lamps.map(({ id }) => id).filter((id) => !fed.has(id)));
  const shows = withoutShows(bare.value, unfed);
  const operations = [off, ...shows.operations];
  const controls = idledBy(build, operations);
  const receivers = Object.values(build.elements).filter(
    ({ id, kind }) => kind === 'receiver' && !bare.value.elements[id],
  );
  return {
    operations: [...operations, ...withoutControls(controls)],
    functions: shows.gone.map(({ name }) => name),
    controls: controls.map(({ name }) => name),
    receivers: receivers.map(({ name }) => name),
  };
}
