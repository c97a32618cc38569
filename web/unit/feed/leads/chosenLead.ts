/** Which lead of the unit's own is looked at: it stands in the address, so that the survey can lead to it. */
import { useCallback } from 'react';
import { useSearchParams } from 'react-router';
import type { Build, Id, Plug } from '../../../../core/document/index.ts';

export interface ChosenLead {
  plug: Plug;
  pin: Plug['pins'][number];
}

const NAME = 'lead';

export const leadAddress = (plugId: Id, pin: string): string =>
  `?${new URLSearchParams({ [NAME]: `${plugId} ${pin}` })}`;

/** The lead that the address names, where it is still on the unit; and how another is chosen. */
export function useChosenLead(build: Build): { lead: ChosenLead | null; choose(plugId: Id, pin: string): void } {
  const [search, setSearch] = useSearchParams();
  const [plugId = '', ...rest] = (search.get(NAME) ?? '').split(' ');
  const plug = build.plugs[plugId];
  const pin = plug?.pins.find((each) => each.pin === rest.join(' '));
  const choose = useCallback(
    (id: Id, name: string) =>
      setSearch(
        (before) => {
          const after = new URLSearchParams(before);
          after.set(NAME, `${id} ${name}`);
          return after;
        },
        { replace: true },
      ),
    [setSearch],
  );
  return { lead: plug && pin ? { plug, pin } : null, choose };
}
