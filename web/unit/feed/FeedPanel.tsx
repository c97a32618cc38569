import { Button, Select } from 'antd';
import { type AssessedFeed, farEndName } from '../../../core/circuit/index.ts';
import { WireColour } from '../../../core/document/index.ts';
import { isSized, isUnits } from '../../../core/graph/index.ts';
import { tagList } from '../../../core/place/index.ts';
import { conductorsOf, gaugeName } from '../../../core/units/index.ts';
import { useAppDispatch } from '../../app/store.ts';
import { unitActions } from '../unitSlice.ts';
import { useUnit } from '../useUnit.ts';
import { DropBar } from './DropBar.tsx';
import { FeedChanges } from './FeedChanges.tsx';
import { FeedName } from './FeedName.tsx';
import { FuseRow } from './FuseRow.tsx';
import { GroundRow } from './GroundRow.tsx';
import { Limits } from './Limits.tsx';
import { LoomTable } from './LoomTable.tsx';
import { PlannedRow } from './PlannedRow.tsx';
import { ShortLine } from './ShortLine.tsx';
import { SourceRows } from './SourceRows.tsx';
import { SwitchRows } from './SwitchRows.tsx';
import { sizeRange } from './sizeRange.ts';
import { TakeApart } from './TakeApart.tsx';

export function FeedPanel({ assessed, onCompare }: { assessed: AssessedFeed; onCompare(): void }) {
  const { build, mayEdit, act } = useUnit();
  const dispatch = useAppDispatch();
  const { feed, figures } = assessed;
  const wires = [...feed.wires, ...feed.groundWires].filter((wire) => !isUnits(wire) && !wire.loomId);
  const planned = feed.caps.filter(({ plannedA }) => plannedA > 0);
  const isSpare = feed.lamps.length === 0 && planned.length > 0;
  const table = wires[0]?.table ?? 'metric';
  const supplyIds = feed.wires.map((wire) => wire.id);
  const isEven = wires.every(({ gauge }) => gauge === wires[0]!.gauge);

  return (
    <section className="feed-panel" aria-label={`Feed ${feed.fuse.name}`}>
      <header className="panel-head">
        <span className="tag-chip">{feed.fuse.ratingA}</span>
        <div>
          <FeedName
            key={feed.fuse.id}
            name={feed.fuse.name}
            disabled={!mayEdit}
            onCommit={(name) => act({ kind: 'renameElement', elementId: feed.fuse.id, name })}
          />
          <span className="muted">{tagList(feed.lamps.map((lamp) => lamp.tag)) || 'its end waits, capped'}</span>
        </div>
        {mayEdit && <TakeApart feed={feed} onDone={() => dispatch(unitActions.feedChosen(null))} />}
      </header>
      <div className="three-figures">
        <div>
          <span>Average</span>
          <b className="mono">{figures.averageA.toFixed(2)} A</b>
        </div>
        <div>
          <span>{isSpare ? 'Planned' : 'All lit'}</span>
          <b className="mono">{figures.maximumA.toFixed(2)} A</b>
        </div>
        <div>
          <span>Lost at {isSpare ? 'its end' : farEndName(build, figures) || 'far lamp'}</span>
          <b className={figures.dropV > figures.dropBudgetV ? 'mono state stop' : 'mono'}>
            {figures.dropV.toFixed(2)} V
          </b>
        </div>
      </div>
      {planned.map((cap) => (
        <PlannedRow key={cap.id} cap={cap} fuseId={feed.fuse.id} />
      ))}
      <SourceRows assessed={assessed} />
      {!feed.ownFuse && (
        <div className="form-row">
          <span>Live</span>
          <Select
            aria-label="When the feed should be live"
            disabled={!mayEdit}
            value={feed.fuse.wanted}
            onChange={(wanted) => act({ kind: 'editFuse', elementId: feed.fuse.id, changes: { wanted } })}
            options={[
              { value: 'always', label: 'always, key or no key' },
              { value: 'ignition', label: 'with the key only' },
            ]}
          />
        </div>
      )}
      <FuseRow assessed={assessed} />
      <p className="why">{figures.fuseReason}.</p>
      {feed.fuse.loomId && <LoomTable loomId={feed.fuse.loomId} />}
      {wires.some(isSized) && (
        <div className="form-row">
          <span>Wire</span>
          <Select
            aria-label="Wire size"
            disabled={!mayEdit}
            // Each wire has a size of its own; a choice here gives them all one.
            value={isEven ? wires[0]?.gauge : null}
            placeholder={sizeRange(wires)}
            onChange={(gauge) => act({ kind: 'editWires', wireIds: wires.map((wire) => wire.id), changes: { gauge } })}
            options={conductorsOf(table).map((size) => ({
              value: size.gauge,
              label: gaugeName(table, size.gauge),
            }))}
          />
          <Select
            aria-label="Wire colour"
            disabled={!mayEdit}
            value={feed.wires[0]?.colour}
            onChange={(colour) => act({ kind: 'editWires', wireIds: supplyIds, changes: { colour } })}
            options={WireColour.options.map((colour) => ({ value: colour, label: colour }))}
          />
        </div>
      )}
      <SwitchRows assessed={assessed} />
      {!isSpare && <GroundRow assessed={assessed} />}
      <DropBar dropV={figures.dropV} budgetV={figures.dropBudgetV} />
      <p className="why">
        {(figures.longestRunMm / 1000).toFixed(1)} m from source to {isSpare ? 'its end' : 'far lamp'},{' '}
        {(figures.cutLengthMm / 1000).toFixed(1)} m of wire in all. Of what is lost,{' '}
        {(figures.dropV - figures.drop.contactsV).toFixed(2)} V are copper at 50 °C, {figures.drop.contactsV.toFixed(2)}{' '}
        V fuse, contacts and grounds; the battery itself gives up {figures.drop.sourceV.toFixed(2)} V more. Budget{' '}
        {figures.dropBudgetV.toFixed(2)} V is {Math.round((100 * figures.dropBudgetV) / figures.sourceV)} % (ABYC E-11,
        from memory).
      </p>
      <ShortLine assessed={assessed} />
      <h3>Chain of limits</h3>
      <Limits assessed={assessed} />
      <Button className="other-ways" onClick={onCompare}>
        Other ways to wire it …
      </Button>
      {mayEdit && <FeedChanges key={feed.fuse.id} assessed={assessed} />}
    </section>
  );
}
