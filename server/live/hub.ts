/**
 * Everybody who looks at a unit or at the shop, and the one look at the log that serves them all. A commit in this
 * process rings at once; once a second the process asks for the revisions of whatever is watched, which finds what other
 * processes have committed, and whether the sessions behind the open lines are still good.
 */
import type { AuthService } from '../auth/service.ts';
import type { ShopService } from '../shop/service.ts';
import type { UnitsService } from '../units/service.ts';

const LOOK_EVERY_MS = 1000;

/** What the shop's news goes by, where a unit's goes by its id. */
export const SHOP = 'shop';

/** Close code of a line whose session has ended. */
export const SESSION_ENDED = 4401;

type News = { revision: number };

export interface Watcher {
  sessionHash: string;
  /** Id of a unit, or 'shop'; null while nothing is watched. */
  watched: string | null;
  /** The latest revision that was told. */
  revision: number;
  send(text: string): void;
  close(code: number, reason: string): void;
}

export interface HubParts {
  auth: AuthService;
  units: UnitsService;
  shop: ShopService;
  onError(error: unknown): void;
}

export function newsHub({ auth, units, shop, onError }: HubParts) {
  const watchers = new Set<Watcher>();
  /** Looks at the log under way, by what is watched; 'again' when it changed meanwhile. */
  const looking = new Map<string, 'now' | 'again'>();

  const watchersOf = (watched: string) => [...watchers].filter((each) => each.watched === watched);

  async function tell(watched: string): Promise<void> {
    const from = Math.min(...watchersOf(watched).map((each) => each.revision));
    if (!Number.isFinite(from)) return;
    const news: News[] = watched === SHOP ? await shop.newsSince(from) : await units.newsSince(watched, from);
    for (const watcher of watchersOf(watched)) {
      const unheard = news.filter((item) => item.revision > watcher.revision);
      if (unheard.length === 0) continue;
      watcher.revision = unheard.at(-1)!.revision;
      watcher.send(JSON.stringify({ unitId: watched, news: unheard }));
    }
  }

  /** Reads the log for what is watched; whoever rings while that is under way is served by one look more. */
  async function look(watched: string): Promise<void> {
    if (looking.has(watched)) {
      looking.set(watched, 'again');
      return;
    }
    try {
      do {
        looking.set(watched, 'now');
        await tell(watched);
      } while (looking.get(watched) === 'again');
    } catch (error) {
      // The database may be away for a moment; the next look catches up from the same revision.
      onError(error);
    } finally {
      looking.delete(watched);
    }
  }

  async function closeEnded(): Promise<void> {
    if (watchers.size === 0) return;
    const good = await auth.stillGood([...new Set([...watchers].map((each) => each.sessionHash))]);
    for (const watcher of watchers)
      if (!good.has(watcher.sessionHash)) watcher.close(SESSION_ENDED, 'the session has ended');
  }

  async function lookAtAll(): Promise<void> {
    const watched = new Set([...watchers].flatMap((each) => each.watched ?? []));
    const ids = [...watched].filter((id) => id !== SHOP);
    const revisions = ids.length > 0 ? await units.revisionsOf(ids) : new Map<string, number>();
    if (watched.has(SHOP)) revisions.set(SHOP, await shop.revision());
    for (const [id, revision] of revisions) if (watchersOf(id).some((each) => each.revision < revision)) void look(id);
  }

  const timer = setInterval(() => {
    if (watchers.size > 0) void Promise.all([closeEnded(), lookAtAll()]).catch(onError);
  }, LOOK_EVERY_MS);

  const ring = (watched: string) => {
    if (watchersOf(watched).length > 0) void look(watched);
  };
  const onEnded = () => void closeEnded().catch(onError);
  units.changes.on('changed', ring);
  shop.changes.on('changed', ring);
  auth.ended.on('ended', onEnded);

  return {
    add(watcher: Watcher): void {
      watchers.add(watcher);
    },
    watch(watcher: Watcher, watched: string, revision: number): void {
      Object.assign(watcher, { watched, revision });
      void look(watched);
    },
    remove(watcher: Watcher): void {
      watchers.delete(watcher);
    },
    close(): void {
      clearInterval(timer);
      units.changes.off('changed', ring);
      shop.changes.off('changed', ring);
      auth.ended.off('ended', onEnded);
    },
  };
}

export type NewsHub = ReturnType<typeof newsHub>;
