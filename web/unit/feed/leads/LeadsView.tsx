import { Link } from 'react-router';
import { useUnit } from '../../useUnit.ts';
import type { ChosenLead } from './chosenLead.ts';
import { LeadChain, type PlannedModule } from './LeadChain.tsx';
import { PlugTable } from './PlugTable.tsx';
import './leads.css';

/** The unit's own plugs pin by pin, as they were metered, and the chosen lead from its fuse to what it lights. */
export function LeadsView({
  lead,
  planned,
  onChoose,
}: {
  lead: ChosenLead | null;
  planned: PlannedModule | null;
  onChoose(plugId: string, pin: string): void;
}) {
  const { id, build } = useUnit();
  const plugs = Object.values(build.plugs);
  return (
    <section className="leads-view" aria-label="The unit's own leads" tabIndex={0}>
      {plugs.length === 0 && (
        <p className="empty">
          No plug was recorded yet. <Link to={`/unit/${id}/survey`}>Record one under Survey, Plugs</Link>, pin by pin:
          what is metered there can be tapped or cut here.
        </p>
      )}
      {plugs.map((plug) => (
        <PlugTable
          key={plug.id}
          plug={plug}
          chosen={lead?.plug.id === plug.id ? lead.pin.pin : null}
          onChoose={onChoose}
        />
      ))}
      {lead && <LeadChain lead={lead} planned={planned} />}
    </section>
  );
}
