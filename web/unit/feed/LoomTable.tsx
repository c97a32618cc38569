import { useMemo } from 'react';
import type { Id } from '../../../core/document/index.ts';
import { loomEnds, shortMm } from '../../../core/harness/index.ts';
import { planLoomExtension } from '../../../core/planning/index.ts';
import { formatLength, gaugeName } from '../../../core/units/index.ts';
import { LoomDrawing } from '../../ui/LoomDrawing.tsx';
import { useUnit } from '../useUnit.ts';

/** A ready loom end by end: what each lead has, what its way asks, what is short or over. */
export function LoomTable({ loomId }: { loomId: Id }) {
  const { build, preferences, mayEdit, act } = useUnit();
  const ends = useMemo(() => loomEnds(build, loomId), [build, loomId]);
  const fitted = build.looms[loomId];
  if (!fitted) return null;
  const length = (mm: number) => formatLength(mm, preferences.length);
  return (
    <section className="loom-table" aria-label="The loom">
      <h3>
        {fitted.loom.name} <span className="mono muted">{fitted.loom.key}</span>
      </h3>
      <LoomDrawing loom={fitted.loom} unit={preferences.length} isSmall />
      <table className="plain">
        <thead>
          <tr>
            <th>Joins</th>
            <th className="right">Has</th>
            <th className="right">Asks</th>
            <th className="right">So</th>
          </tr>
        </thead>
        <tbody>
          {ends.map((end) => {
            const missingMm = shortMm(end);
            return (
              <tr key={end.wireId}>
                <td>
                  {end.joins}
                  <small className="muted">{gaugeName(end.table, end.gauge)}</small>
                </td>
                <td className="right mono">{length(end.hasMm)}</td>
                <td className="right mono">{end.asksMm === null ? '' : length(end.asksMm)}</td>
                <td className="right">
                  {missingMm > 0 ? (
                    <>
                      <b className="mono state stop">{length(missingMm)} short</b>
                      {mayEdit && (
                        <button
                          type="button"
                          className="link"
                          aria-label={`Extend the lead to ${end.joins}`}
                          onClick={() => act(...planLoomExtension(build, end.wireId, end.hasMm + missingMm))}
                        >
                          Extend
                        </button>
                      )}
                    </>
                  ) : (
                    <span className="state ok">
                      {end.asksMm === null ? '✓' : `✓ ${length(Math.max(0, end.hasMm - end.asksMm))} over`}
                    </span>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="muted">
        Where its fork lies is dragged on Routes. Tighten on the bench what cannot be reached later.
      </p>
    </section>
  );
}
