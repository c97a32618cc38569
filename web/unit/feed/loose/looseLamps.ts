/** Lamps without a feed as the board shows them: by what they are for, pairs together. */
import { ratedCurrentA } from '../../../../core/circuit/index.ts';
import type { Build, Id, Lamp } from '../../../../core/document/index.ts';
import { compareTags } from '../../../../core/place/index.ts';
import { lampsByPurpose, type Purpose } from '../../../../core/work/index.ts';

export interface LooseUnit {
  /** The ids of its lamps, as its row is called. */
  key: string;
  ids: Id[];
  lamps: Lamp[];
  amps: number;
}

export interface LooseOfPurpose {
  key: string;
  name: string;
  how: string;
  purpose: Purpose | null;
  units: LooseUnit[];
  ids: Id[];
  amps: number;
}

function unitsOf(build: Build, lamps: readonly Lamp[]): LooseUnit[] {
  const units = new Map<string, Lamp[]>();
  for (const lamp of lamps) units.set(lamp.pairId ?? lamp.id, [...(units.get(lamp.pairId ?? lamp.id) ?? []), lamp]);
  return [...units.values()].map((of) => {
    const ids = of.map(({ id }) => id);
    return { key: ids.join(' '), ids, lamps: of, amps: ratedCurrentA(build, of, 'maximumA') };
  });
}

const howOf = ({ key, signal }: Purpose): string =>
  signal ? 'with its signal' : key === 'work' ? 'by a switch' : 'key in or out';

export function looseLamps(build: Build, unfed: readonly Lamp[]): LooseOfPurpose[] {
  const sorted = [...unfed].sort((a, b) => compareTags(a.tag, b.tag));
  const groups = lampsByPurpose(build, sorted);
  const known = new Set(groups.flatMap(({ lamps }) => lamps));
  const others = sorted.filter((lamp) => !known.has(lamp));
  const grouped = (key: string, name: string, how: string, purpose: Purpose | null, lamps: Lamp[]): LooseOfPurpose => ({
    key,
    name,
    how,
    purpose,
    units: unitsOf(build, lamps),
    ids: lamps.map(({ id }) => id),
    amps: ratedCurrentA(build, lamps, 'maximumA'),
  });
  return [
    ...groups.map(({ purpose, lamps }) => grouped(purpose.key, purpose.name, howOf(purpose), purpose, lamps)),
    ...(others.length > 0 ? [grouped('other', 'Others', 'nobody said what for', null, others)] : []),
  ];
}
