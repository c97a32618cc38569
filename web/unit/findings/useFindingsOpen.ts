import { useCallback } from 'react';
import { useSearchParams } from 'react-router';

const NAME = 'findings';

/** Is the list of findings open? It stands in the address, so that it stays while one goes from stage to stage. */
export function useFindingsOpen(): { isOpen: boolean; toggle(): void; search: string } {
  const [search, setSearch] = useSearchParams();
  const isOpen = search.has(NAME);
  const toggle = useCallback(
    () =>
      setSearch(
        (before) => {
          const after = new URLSearchParams(before);
          if (after.has(NAME)) after.delete(NAME);
          else after.set(NAME, '1');
          return after;
        },
        { replace: true },
      ),
    [setSearch],
  );
  return { isOpen, toggle, search: isOpen ? `?${NAME}=1` : '' };
}
