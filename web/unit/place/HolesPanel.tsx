import { Button } from 'antd';
import { useMemo } from 'react';
import type { Id } from '../../../core/document/index.ts';
import { behindKey, type HoleRow, holeList, NOTHING_BEHIND, sidelessName, tagList } from '../../../core/place/index.ts';
import { useUnit } from '../useUnit.ts';
import { BaseSection } from './BaseSection.tsx';
import { HoleRowLine } from './HoleRowLine.tsx';
import { OldHoles } from './OldHoles.tsx';

const count = (rows: readonly HoleRow[], isSlot: boolean): number =>
  rows.filter(({ slot }) => (slot !== null) === isSlot).reduce((sum, row) => sum + row.count, 0);

/** All that is drilled and cut on the unit, by bit; of a chosen lamp its base at true scale. */
export function HolesPanel({ selection, onSelect }: { selection: readonly Id[]; onSelect(ids: Id[]): void }) {
  const { build, body, preferences, mayEdit, act } = useUnit();
  const rows = useMemo(() => holeList(build, body), [build, body]);
  const shown =
    selection.length > 0 ? rows.filter(({ lamps }) => lamps.some(({ id }) => selection.includes(id))) : rows;
  const unknown = new Map<string, Set<string>>();
  for (const { depth, part, partIds } of rows)
    if (depth.kind === 'ask' && part)
      unknown.set(sidelessName(part), new Set([...(unknown.get(sidelessName(part)) ?? []), ...partIds]));
  const [holes, slots] = [count(rows, false), count(rows, true)];
  const chosen = build.lamps[selection[0] ?? ''];
  const model = chosen && build.models[chosen.modelKey];
  return (
    <section className="holes-panel" aria-label="Holes">
      <header className="inline-head">
        <h2>Holes</h2>
        <span className="muted">
          <b>{holes}</b> to drill
          {slots > 0 && (
            <>
              , <b>{slots}</b> to cut
            </>
          )}
        </span>
      </header>
      {rows.length === 0 ? (
        <p className="muted">Nothing is drilled: every lamp on the unit is held without a hole.</p>
      ) : (
        <table>
          <thead>
            <tr>
              <th scope="col">With</th>
              <th scope="col">{preferences.length}</th>
              <th scope="col">Holes</th>
              <th scope="col">Through</th>
              <th scope="col">Stop</th>
              <th scope="col">Edge</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((row, index) => (
              <HoleRowLine
                key={row.key}
                row={row}
                isFirst={shown[index - 1]?.tool !== row.tool}
                isTold={shown.slice(0, index).some((above) => above.part?.id === row.part?.id && !above.slot)}
                unit={preferences.length}
                onSelect={() => onSelect(row.lamps.map(({ id }) => id))}
              />
            ))}
          </tbody>
        </table>
      )}
      {chosen && model && (
        <>
          <h3>Base of {tagList(selection.flatMap((id) => build.lamps[id]?.tag ?? []))}</h3>
          <BaseSection lamp={chosen} model={model} />
        </>
      )}
      <OldHoles beside={chosen} />
      {mayEdit && selection.length === 0 && unknown.size > 0 && (
        <>
          <h3>What lies behind</h3>
          <ul className="behind-asks">
            {[...unknown].map(([name, partIds]) => (
              <li key={name}>
                <span>{name}: nobody has looked</span>
                <Button
                  size="small"
                  onClick={() =>
                    act(
                      ...[...partIds].map((partId) => ({
                        kind: 'answerSurvey' as const,
                        key: behindKey(partId),
                        value: NOTHING_BEHIND,
                      })),
                    )
                  }
                >
                  Looked, nothing there
                </Button>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
