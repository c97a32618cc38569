import { SeverityMark } from '../../ui/SeverityMark.tsx';
import { BlockCard } from './BlockCard.tsx';
import { Lateness } from './Lateness.tsx';
import type { SidePanelProps } from './sidePanelProps.ts';
import { UnitCard } from './UnitCard.tsx';
import { WaitList } from './WaitList.tsx';

/** Beside the board: the unit or block that is shown, what is found, and what waits and why. */
export function SidePanel(props: SidePanelProps) {
  const { shop, board, units, tints, findings, shownUnit, block, onUnit } = props;
  const unit = shownUnit ? units.get(shownUnit) : undefined;
  const mine = (unitId: string | null) => !unit || unitId === null || unitId === unit.id;
  return (
    <aside className="shop-side" aria-label="What waits">
      {unit ? (
        <UnitCard {...props} unit={unit} />
      ) : (
        <Lateness board={board} units={units} onUnit={onUnit} nowMinutes={shop.work.nowMinutes} />
      )}
      {block && unit && <BlockCard {...props} unit={unit} block={block} />}
      <WaitList {...props} waits={board.waits.filter((wait) => mine(wait.unitId))} tints={tints} />
      {findings.filter((finding) => mine(finding.unitId)).length > 0 && (
        <section aria-label="Findings">
          <h2>Found</h2>
          {findings
            .filter((finding) => mine(finding.unitId))
            .map((finding) => (
              <article key={finding.id} className="found">
                <SeverityMark severity={finding.severity} /> <span className="code">{finding.code}</span>
                <p>{finding.message}</p>
                <p className="muted">{finding.reason}</p>
                {shop.mayPlan &&
                  finding.waysOut.map((way) => (
                    <button key={way.label} type="button" className="way" onClick={() => shop.act(...way.operations)}>
                      {way.label}
                    </button>
                  ))}
              </article>
            ))}
        </section>
      )}
    </aside>
  );
}
