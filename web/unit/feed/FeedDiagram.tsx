import { memo } from 'react';
import type { Id } from '../../../core/build/index.ts';
import { compareTags } from '../../../core/place/index.ts';
import type { AssessedFeed, Finding } from '../../../core/rules/index.ts';
import { conductor } from '../../../core/units/index.ts';
import { BLADE, LIGHT, WIRE } from '../../app/tokens.ts';
import { useSize } from '../../app/useSize.ts';
import { useUnit } from '../useUnit.ts';

const ROW = 55;
const HEAD = 30;
const COLUMNS = { source: 16, protection: 166, control: 262, run: 376, lamps: 548 };
const LAMP_GAP = 34;
/** Room kept left of the bus for the far lamp's figure. */
const DROP_ROOM = 66;

/** Line weight by area: thicker wire, thicker line. */
const lineWidth = (areaMm2: number): number => Math.min(5.6, 1.7 + areaMm2 * 0.95);

/**
 * The feeds as one-line diagram: source, protection, control, run, lamps, ground. Rows stand in slot order, so no wire
 * crosses another; what is the unit's own is grey, what the crew fits is in its colour.
 */
export const FeedDiagram = memo(function FeedDiagram({
  feeds,
  findings,
  chosenId,
  onChoose,
}: {
  feeds: readonly AssessedFeed[];
  findings: readonly Finding[];
  chosenId: Id | null;
  onChoose(id: Id | null): void;
}) {
  const { build } = useUnit();
  const [ref, size] = useSize<HTMLDivElement>();
  const width = Math.max(820, size.width);
  const height = HEAD + Math.max(1, feeds.length) * ROW + 26;
  const busX = width - 64;
  const groundA = feeds.reduce((sum, { figures }) => sum + figures.maximumA, 0);
  return (
    <div className="feed-diagram" ref={ref}>
      {feeds.length === 0 ? (
        <p className="empty">
          No feeds yet. Choose lamps on the sheet below, then “New feed”: source, fuse, control and wire are worked out
          for you.
        </p>
      ) : (
        <svg width={width} height={height} role="group" aria-label="Feed diagram">
          <g className="heads">
            <text x={COLUMNS.source} y={18}>
              SOURCE
            </text>
            <text x={COLUMNS.protection} y={18}>
              PROTECTION
            </text>
            <text x={COLUMNS.control} y={18}>
              CONTROL
            </text>
            <text x={COLUMNS.run} y={18}>
              RUN
            </text>
            <text x={COLUMNS.run + 52} y={18} textAnchor="end">
              A
            </text>
            <text x={COLUMNS.run + 100} y={18} textAnchor="end">
              {build.wires[Object.keys(build.wires)[0] ?? '']?.table === 'awg' ? 'AWG' : 'mm²'}
            </text>
            <text x={COLUMNS.run + 144} y={18} textAnchor="end">
              m
            </text>
            <text x={COLUMNS.lamps} y={18}>
              LAMPS
            </text>
            <text x={busX - 14} y={18} textAnchor="end">
              V LOST
            </text>
            <text x={width - 12} y={18} textAnchor="end">
              GROUND
            </text>
          </g>
          <path d={`M0 ${HEAD}H${width}`} stroke="#2B353E" />
          <path d={`M${busX} ${HEAD + 26}V${height - 16}`} stroke="#8F8057" strokeWidth={5} strokeLinecap="round" />
          <text className="figure" x={width - 12} y={height - 8} textAnchor="end">
            {groundA.toFixed(1)} A
          </text>
          {feeds.map((assessed, index) => (
            <FeedRow
              key={assessed.feed.fuse.id}
              assessed={assessed}
              index={index}
              width={width}
              busX={busX}
              chosen={assessed.feed.fuse.id === chosenId}
              severity={
                findings.find((finding) => finding.place.feedIds.includes(assessed.feed.fuse.id))?.severity ?? null
              }
              onChoose={onChoose}
            />
          ))}
        </svg>
      )}
    </div>
  );
});

function FeedRow({
  assessed: { feed, figures },
  index,
  width,
  busX,
  chosen,
  severity,
  onChoose,
}: {
  assessed: AssessedFeed;
  index: number;
  width: number;
  busX: number;
  chosen: boolean;
  severity: Finding['severity'] | null;
  onChoose(id: Id | null): void;
}) {
  const { build } = useUnit();
  const top = HEAD + index * ROW;
  const y = top + 26;
  const wire = feed.wires[0];
  const size = wire ? conductor(wire.table, wire.gauge) : null;
  const colour = wire ? WIRE[wire.colour] : '#8797A5';
  const weight = size ? lineWidth(size.areaMm2) : 2;
  const contact = feed.contacts[0];
  const lamps = [...feed.lamps].sort((a, b) => compareTags(a.tag, b.tag));
  const room = Math.max(2, Math.floor((busX - DROP_ROOM - COLUMNS.lamps) / LAMP_GAP));
  const shown = lamps.slice(0, lamps.length > room ? room - 1 : room);
  const folded = lamps.length - shown.length;
  const source = feed.slot ? `Slot ${feed.slot.label}` : 'Battery';
  const overBudget = figures.dropV > figures.dropBudgetV;
  const toggle = () => onChoose(chosen ? null : feed.fuse.id);
  return (
    <g
      className={`feed-row${chosen ? ' chosen' : ''}`}
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={`Feed ${feed.fuse.name}: ${source}, fuse ${feed.fuse.ratingA} A, ${lamps.length} lamps, ${figures.dropV.toFixed(2)} V lost`}
      data-feed={feed.fuse.name}
      onClick={toggle}
      onKeyDown={(event) => (event.key === 'Enter' || event.key === ' ') && toggle()}
    >
      <rect className="row-back" x={0} y={top} width={width} height={ROW} />
      {chosen && <rect x={0} y={top} width={3} height={ROW} fill="#E0662F" />}
      <path d={`M0 ${top + ROW}H${width}`} stroke="#20272E" />
      {/* Source */}
      <rect x={COLUMNS.source} y={y - 13} width={92} height={26} rx={3} fill="#1A2129" stroke="#73879A" />
      <text className="source" x={COLUMNS.source + 10} y={y + 4}>
        {source}
      </text>
      {feed.slot && (
        <text className="small" x={COLUMNS.source + 4} y={y + 27}>
          {feed.slot.feeds || 'spare'}
        </text>
      )}
      {/* Wire, casing first so that colours stay apart on the night field */}
      {chosen && (
        <path
          d={`M${COLUMNS.source + 92} ${y}H${COLUMNS.lamps + 8}`}
          stroke="#E0662F"
          strokeWidth={weight + 6}
          opacity={0.3}
        />
      )}
      <path
        d={`M${COLUMNS.source + 92} ${y}H${COLUMNS.lamps + shown.length * LAMP_GAP - 18}`}
        stroke="#0B0E11"
        strokeWidth={weight + 1.6}
      />
      <path
        d={`M${COLUMNS.source + 92} ${y}H${COLUMNS.lamps + shown.length * LAMP_GAP - 18}`}
        stroke={colour}
        strokeWidth={weight}
      />
      {/* Fuse */}
      <text className="name" x={COLUMNS.protection - 34} y={y - 14}>
        {feed.fuse.name}
      </text>
      <g transform={`translate(${COLUMNS.protection + 14} ${y - 11})`}>
        <rect width={30} height={18} rx={2.5} fill={BLADE[feed.fuse.ratingA] ?? '#8A9096'} stroke="#0B0E11" />
        <path d="M7 18v6M23 18v6" stroke="#A9B6C0" strokeWidth={3} />
        <text x={15} y={13} textAnchor="middle" className="rating">
          {feed.fuse.ratingA}
        </text>
      </g>
      {/* Control */}
      {contact && (
        <g transform={`translate(${COLUMNS.control} ${y - 10})`}>
          <rect width={28} height={20} rx={2} fill="#12161A" stroke="#A9B6C0" />
          <path
            d={contact.element.kind === 'relay' ? 'M4 14h5l9-7M19 14h5' : 'M4 10h5l10-5M19 10h5'}
            stroke="#DDE6EC"
            fill="none"
            strokeWidth={1.3}
          />
          <text className="control" x={35} y={-3}>
            {contact.control.name}
          </text>
          <text className="small" x={35} y={31}>
            {contact.element.kind === 'relay'
              ? `relay ${contact.element.ratingA} A`
              : contact.control.ratingA
                ? `${contact.control.ratingA} A`
                : 'by itself'}
          </text>
        </g>
      )}
      {/* Run figures, as a table on the wires */}
      <g className="figure">
        <text x={COLUMNS.run + 52} y={y - 8} textAnchor="end">
          {figures.maximumA.toFixed(2)}
        </text>
        <text x={COLUMNS.run + 100} y={y - 8} textAnchor="end">
          {wire?.gauge ?? ''}
        </text>
        <text x={COLUMNS.run + 144} y={y - 8} textAnchor="end">
          {(figures.longestRunMm / 1000).toFixed(1)}
        </text>
      </g>
      {/* Lamps between two rails */}
      <path d={`M${COLUMNS.lamps} ${y + 20}H${busX}`} stroke="#4E5B66" strokeWidth={2.6} />
      <path d={`M${COLUMNS.lamps} ${y + 20}H${busX}`} stroke="#0B0E11" strokeWidth={1.2} />
      <circle cx={busX} cy={y + 20} r={3.4} fill="#2A2820" stroke="#C9B98A" />
      {feed.groundContacts[0] && (
        <g transform={`translate(${busX - 46} ${y + 13})`}>
          <rect width={24} height={14} rx={2} fill="#12161A" stroke="#E3C88F" />
          <path d="M3 7h5l8-4M16 7h5" stroke="#E3C88F" fill="none" strokeWidth={1.2} />
          <text className="small" x={-6} y={11} textAnchor="end">
            {feed.groundContacts[0].control.name}
          </text>
        </g>
      )}
      {shown.map((lamp, at) => {
        const x = COLUMNS.lamps + at * LAMP_GAP;
        const light = LIGHT[lamp.colour];
        const model = build.models[lamp.modelKey];
        const round = model?.face.shape === 'round';
        return (
          <g key={lamp.id}>
            <path d={`M${x} ${y}V${y + 20}`} stroke="#4E5B66" />
            {round ? (
              <circle cx={x} cy={y + 10} r={4.5} fill={light} stroke="#0B0E11" />
            ) : (
              <rect x={x - 4.5} y={y + 6} width={9} height={8} rx={1} fill={light} stroke="#0B0E11" />
            )}
            <text className="lamp-tag" x={x + 7} y={y + 14}>
              {lamp.tag}
            </text>
          </g>
        );
      })}
      {folded > 0 && (
        <text className="lamp-tag" x={COLUMNS.lamps + shown.length * LAMP_GAP - 6} y={y + 14}>
          +{folded}
        </text>
      )}
      <text className={overBudget ? 'figure over' : 'figure'} x={busX - 14} y={y + 4} textAnchor="end">
        {figures.dropV.toFixed(2)}
      </text>
      <path
        d={`M${busX - 14} ${y + 9}h${-Math.min(40, (28 * figures.dropV) / figures.dropBudgetV)}`}
        stroke={overBudget ? '#F0766A' : '#73879A'}
        strokeWidth={2}
      />
      {severity && (
        <text className={`mark ${severity}`} x={COLUMNS.protection - 34} y={y + 27}>
          {severity === 'stop' ? '⬢ Stop' : severity === 'caution' ? '▲ Caution' : '● Note'}
        </text>
      )}
    </g>
  );
}
