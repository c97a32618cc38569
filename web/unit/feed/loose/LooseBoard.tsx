import { DndContext, type DragMoveEvent, MouseSensor, useSensor, useSensors } from '@dnd-kit/core';
import { useMemo, useState } from 'react';
import { type AssessedFeed, ratedCurrentA } from '../../../../core/circuit/index.ts';
import type { Id, Lamp } from '../../../../core/document/index.ts';
import { isPossible, type SourceAnswer, sharedPurpose, sourceAnswer, sourceRows } from '../../../../core/work/index.ts';
import { useApp, useAppDispatch } from '../../../app/store.ts';
import { useSize } from '../../../app/useSize.ts';
import { unitActions } from '../../unitSlice.ts';
import { useUnit } from '../../useUnit.ts';
import { HeldFigures } from './HeldFigures.tsx';
import { LooseGroup } from './LooseGroup.tsx';
import { LooseLamps } from './LooseLamps.tsx';
import { LooseLine } from './LooseLine.tsx';
import { LooseSource } from './LooseSource.tsx';
import { looseLamps } from './looseLamps.ts';
import { rowOf } from './rowOf.ts';
import type { TriedSources } from './useTriedSources.ts';
import { LIVE_WORDS, LONG_WHY, sayRow, shortWhy } from './words.ts';
import './loose.css';

const NONE: readonly Id[] = [];
/** A press becomes a drag from here on, so that a click still chooses; a finger chooses and scrolls. */
const DRAG_FROM_PX = 5;

/**
 * Lamps that nothing feeds at one side, what they could be fed from at the other: drawn onto each other by hand, or chosen one
 * after the other by touch or keys. Figures come while they are held.
 */
export function LooseBoard({
  unfed,
  feeds,
  source,
  isTaking,
  tried,
  onTake,
  onSource,
  onPut,
}: {
  unfed: readonly Lamp[];
  feeds: readonly AssessedFeed[];
  /** The source that lamps are held over, or null. */
  source: string | null;
  /** Are the lamps that are chosen in the hand, or only shown? */
  isTaking: boolean;
  tried: TriedSources;
  /** These lamps are in the hand now; none: all stay loose. */
  onTake(ids: Id[]): void;
  onSource(source: string): void;
  onPut(): void;
}) {
  const { build, mayEdit } = useUnit();
  const chosen = useApp((state) => state.unit.selection);
  const selection = isTaking ? chosen : NONE;
  const dispatch = useAppDispatch();
  const [ref, size] = useSize<HTMLDivElement>();
  const sensors = useSensors(useSensor(MouseSensor, { activationConstraint: { distance: DRAG_FROM_PX } }));
  const [over, setOver] = useState<string | null>(null);
  const [pointer, setPointer] = useState<{ x: number; y: number } | null>(null);
  const groups = useMemo(() => looseLamps(build, unfed), [build, unfed]);
  const rows = useMemo(() => sourceRows(build, feeds), [build, feeds]);
  const taken = useMemo(() => unfed.filter(({ id }) => selection.includes(id)), [unfed, selection]);
  const needA = ratedCurrentA(build, taken, 'maximumA');
  const answers = useMemo(
    () =>
      new Map<string, SourceAnswer>(
        taken.length > 0 ? rows.map((row) => [row.source, sourceAnswer(build, row, taken)]) : [],
      ),
    [build, rows, taken],
  );
  const possible = rows.filter((row) => isPossible(answers.get(row.source) ?? 'dead'));
  const held = over ?? (pointer ? null : taken.length > 0 ? source : null);
  const heldRow = rows.find((row) => row.source === held) ?? null;
  const answer = held ? tried.get(held) : undefined;
  const figures = answer && answer !== 'failed' && answer.ok ? answer.value : null;
  const signal = sharedPurpose(build, taken)?.signal ?? null;
  const rest = groups
    .filter(({ purpose }) => (purpose?.signal ?? null) === signal)
    .flatMap(({ units }) => units.flatMap(({ lamps }) => lamps))
    .filter(({ id }) => !selection.includes(id));
  const restA = ratedCurrentA(build, rest, 'maximumA');
  const units = groups.flatMap((group) => group.units);
  const heldUnits = units.filter(({ ids }) => ids.some((id) => selection.includes(id))).map(({ key }) => key);
  const why = new Map(
    rows.flatMap((row) => {
      const of = answers.get(row.source) ?? 'would';
      return of === 'would' ? [] : [[shortWhy(of, row), LONG_WHY[of]] as const];
    }),
  );

  const take = (ids: readonly Id[]) => {
    dispatch(unitActions.selected([...ids]));
    onTake([...ids]);
  };
  const toggle = (ids: readonly Id[]) =>
    take(
      ids.every((id) => selection.includes(id))
        ? taken.map(({ id }) => id).filter((id) => !ids.includes(id))
        : [...taken.map(({ id }) => id).filter((id) => !ids.includes(id)), ...ids],
    );
  const point = ({ activatorEvent, delta }: Pick<DragMoveEvent, 'activatorEvent' | 'delta'>) => {
    const board = ref.current;
    if (!board || !(activatorEvent instanceof MouseEvent)) return;
    const of = board.getBoundingClientRect();
    setPointer({
      x: activatorEvent.clientX + delta.x - of.left + board.scrollLeft,
      y: activatorEvent.clientY + delta.y - of.top + board.scrollTop,
    });
  };
  const letGo = () => {
    setOver(null);
    setPointer(null);
  };
  const onKeys = (event: React.KeyboardEvent) => {
    if (event.key === 'Escape' && taken.length > 0) return take([]);
    const isSource = event.target instanceof HTMLElement && event.target.dataset.source !== undefined;
    if (!isSource) return;
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0 && possible.length > 0) {
      event.preventDefault();
      const at = possible.findIndex((row) => row.source === source);
      const next = possible[(at + step + possible.length) % possible.length]!;
      onSource(next.source);
      if (ref.current) rowOf(ref.current, 'source', next.source)?.focus();
    }
    if (event.key === 'Enter' && source !== null && taken.length > 0) {
      event.preventDefault();
      onPut();
    }
  };

  const tabStop = possible.find((row) => row.source === source)?.source ?? possible[0]?.source ?? rows[0]?.source;
  return (
    <DndContext
      sensors={mayEdit ? sensors : []}
      onDragStart={({ active, activatorEvent }) => {
        const ids = (active.data.current?.ids as Id[] | undefined) ?? [];
        // What is in the hand already comes along.
        take(ids.every((id) => selection.includes(id)) ? taken.map(({ id }) => id) : ids);
        point({ activatorEvent, delta: { x: 0, y: 0 } });
      }}
      onDragMove={point}
      onDragOver={({ over: under }) => setOver(under ? String(under.id) : null)}
      onDragCancel={() => {
        letGo();
        take([]);
      }}
      onDragEnd={({ over: under }) => {
        letGo();
        if (under) onSource(String(under.id));
        else take([]);
      }}
    >
      {/* biome-ignore lint/a11y/noStaticElementInteractions: keys of the rows inside it are answered in one place. */}
      <div className="loose-board" ref={ref} onKeyDown={onKeys}>
        <div className="loose-sources" role="radiogroup" aria-label="Where they could be fed from">
          <div className="loose-head" aria-hidden="true">
            <span>Live</span>
            <span>Slot</span>
            <span>Its own</span>
            <span className="scale">
              <i>0</i>
              <i>10</i>
              <i>20</i>
              <i>30</i>
            </span>
            <span>A left</span>
            <span />
            <span>After</span>
          </div>
          {rows.map((row, index) => (
            <LooseSource
              key={row.source}
              row={row}
              answer={answers.get(row.source) ?? null}
              needA={needA}
              restA={restA}
              chosen={row.source === held}
              first={rows[index - 1]?.live === row.live ? '' : LIVE_WORDS[row.live]}
              tabbable={row.source === tabStop}
              onChoose={() => onSource(row.source)}
            />
          ))}
          {rows.every(({ kind }) => kind === 'battery') && (
            <p className="loose-legend">Nothing of the unit's own is known yet: read its slots and plugs in Survey.</p>
          )}
          <p className="loose-legend">
            Frame: what it may carry. Filled: on it now.{taken.length > 0 && ' Hatched: the rest, if it came too.'}
          </p>
        </div>
        <div className="loose-between">
          {heldRow && figures ? (
            <>
              <h3>On the line</h3>
              <HeldFigures row={heldRow} tried={figures} restA={restA} />
            </>
          ) : heldRow ? (
            <p>
              {answer === undefined
                ? `Worked out for ${sayRow(heldRow)} …`
                : answer === 'failed'
                  ? 'It could not be worked out.'
                  : answer.ok
                    ? ''
                    : answer.reason.message}
            </p>
          ) : taken.length > 0 ? (
            <p>{pointer ? 'Let go on an end that is lit.' : 'Choose an end that is lit.'}</p>
          ) : (
            <p className="how-to">Draw lamps onto an end, or choose them and then the end. A pair goes together.</p>
          )}
          {why.size > 0 && (
            <>
              <h3>Why not</h3>
              <dl className="why-not">
                {[...why].map(([word, words]) => (
                  <div key={word}>
                    <dt>{word}</dt>
                    <dd>{words}</dd>
                  </div>
                ))}
              </dl>
            </>
          )}
        </div>
        <div className="loose-ends" role="group" aria-label="Lamps that nothing feeds">
          <div className="loose-head" aria-hidden="true">
            <span>Loose lamps, by what they are for</span>
            <span>A</span>
          </div>
          {groups.map((group) => (
            <section key={group.key} aria-label={group.name}>
              <LooseGroup
                name={group.name}
                how={group.how}
                ids={group.ids}
                amps={group.amps}
                taken={group.ids.every((id) => selection.includes(id))}
                onToggle={() => toggle(group.ids)}
              />
              {group.units.map(({ key, ids, lamps, amps }) => (
                <LooseLamps
                  key={key}
                  lamps={lamps}
                  amps={amps}
                  taken={ids.every((id) => selection.includes(id))}
                  onToggle={() => toggle(ids)}
                />
              ))}
            </section>
          ))}
          {groups.length > 1 && (
            <LooseGroup
              name={`All ${unfed.length}`}
              how="on one end"
              ids={unfed.map(({ id }) => id)}
              amps={ratedCurrentA(build, unfed, 'maximumA')}
              taken={taken.length === unfed.length}
              onToggle={() => toggle(unfed.map(({ id }) => id))}
            />
          )}
        </div>
        <LooseLine
          board={ref}
          source={held}
          units={heldUnits}
          fuseA={figures && !figures.assessed.feed.ownFuse ? figures.assessed.feed.fuse.ratingA : null}
          pointer={pointer}
          size={size}
        />
      </div>
    </DndContext>
  );
}
