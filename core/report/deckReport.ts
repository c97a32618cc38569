/** A unit's circuit in one setting as a SPICE deck with an ammeter in every feed and every ground. */
import { type CircuitElement, endsOf, solveSetting, spiceCards } from '../circuit/index.ts';
import type { Build } from '../document/index.ts';
import { deriveFeeds } from '../graph/index.ts';
import { type AskedSetting, batteryOf, controlIdsOf } from './solveReport.ts';

/** Letters, digits and underscores: what every simulator takes for a name. */
const safe = (name: string): string => name.replace(/[^A-Za-z0-9]+/g, '_').replace(/^_+|_+$/g, '') || 'x';

/** Names that stay apart when their signs are taken out. */
function apart(prefix: string): (key: string, name?: string) => string {
  const known = new Map<string, string>();
  const taken = new Set<string>();
  return (key, name = key) => {
    const old = known.get(key);
    if (old) return old;
    let given = `${prefix}${safe(name)}`;
    for (let more = 2; taken.has(given.toLowerCase()); more++) given = `${prefix}${safe(name)}_${more}`;
    taken.add(given.toLowerCase());
    known.set(key, given);
    return given;
  };
}

const OPTIONS = '.options rshunt=1e12 gmin=1e-12 abstol=1e-9 reltol=1e-6 itl1=1000';

/** The deck: one element a line, above each lamp, feed and ground a comment that says where it is read. */
export function deckReport(build: Build, asked: Omit<AskedSetting, 'faults' | 'phase'>): string {
  const { network, solution } = solveSetting(build, {
    keyOn: asked.key !== 'off',
    controlIds: controlIdsOf(build, asked, ''),
    load: 'maximum',
    batteryV: batteryOf(build, asked),
  });
  const [node, element, meter] = [apart('n_'), apart('e_'), apart('a_')];
  const names = { node: (name: string) => (name === '0' ? '0' : node(name)), element: (id: string) => element(id) };
  const heads = new Map(deriveFeeds(build).map(({ fuse }) => [fuse.id, fuse.name]));
  const lines = network.flatMap((each): string[] => {
    const part = build.elements[each.id];
    if (part?.kind === 'lampLoad') {
      const [plus, minus] = endsOf(each).map(names.node);
      return [`* lamp ${build.lamps[part.lampId]?.tag} plus ${plus} minus ${minus}`, ...spiceCards(each, names)];
    }
    const feed = heads.get(each.id);
    if (!feed && part?.kind !== 'ground') return spiceCards(each, names);
    // A source of nothing reads what flows from the first end of the part into it.
    const name = feed ?? part!.name;
    const ammeter = meter(each.id, name);
    const inside = `${each.id} inside`;
    const [first] = endsOf(each);
    return [
      `* ${feed ? 'feed' : 'ground'} ${name} ammeter V${ammeter}`,
      `V${ammeter} ${names.node(first)} ${names.node(inside)} 0`,
      ...spiceCards({ ...each, a: inside } as CircuitElement, names),
    ];
  });
  // Loads of constant power have two operating points, and islands none: where to begin, and a way to ground for all.
  const starts = Object.entries(solution.nodes)
    .filter(([name]) => name !== '0')
    .map(([name, value]) => `.nodeset v(${names.node(name)})=${value.toPrecision(6)}`);
  const title = `${safe(build.unit.tag)} ${safe(asked.on.concat(asked.signals).join(' '))}`;
  return [title, ...lines, ...starts, OPTIONS, '.temp 27', '.op', '.end', ''].join('\n');
}
