import type { Plug } from '../../../../core/document/index.ts';
import { SIGNAL_WORDS, slotWhen, whenWords } from '../../../../core/graph/index.ts';
import { planPinSource } from '../../../../core/planning/index.ts';
import { useUnit } from '../../useUnit.ts';
import { leadColour } from './leadColour.ts';

const volts = (read: number | null) => (read === null ? '–' : read.toFixed(1));

/** A plug of the unit's own, pin by pin, as it was metered. */
export function PlugTable({
  plug,
  chosen,
  onChoose,
}: {
  plug: Plug;
  chosen: string | null;
  onChoose(plugId: string, pin: string): void;
}) {
  const { build } = useUnit();
  const systemV = build.electrics.systemVoltageV;
  return (
    <table className="lead-table">
      <caption>
        <b>{plug.name}</b> {plug.place}
      </caption>
      <thead>
        <tr>
          <th>Pin</th>
          <th>Lead</th>
          <th className="right">Own A</th>
          <th className="right wide-only">Key off</th>
          <th className="right wide-only">Key on</th>
          <th className="right wide-only">Running</th>
          <th>With its signal</th>
          <th>So it is</th>
        </tr>
      </thead>
      <tbody>
        {plug.pins.map((pin) => {
          const { slot } = planPinSource(build, plug.id, pin.pin)!;
          const when = slotWhen(slot, systemV);
          return (
            <tr key={pin.pin} className={pin.pin === chosen ? 'is-chosen' : undefined}>
              <td>
                <button
                  type="button"
                  className="pin-button"
                  aria-pressed={pin.pin === chosen}
                  aria-label={`Pin ${pin.pin}, ${pin.purpose || 'nobody said what for'}`}
                  onClick={() => onChoose(plug.id, pin.pin)}
                >
                  {pin.pin}
                </button>
              </td>
              <td>
                <i className="lead-mark" style={{ background: leadColour(pin.colour) }} aria-hidden />
                <span className="lead-name">
                  <b>{pin.purpose || 'not said'}</b>
                  <small>{[pin.colour, pin.areaMm2 && `${pin.areaMm2} mm²`].filter(Boolean).join(', ')}</small>
                </span>
              </td>
              <td className="right mono">{pin.ownLoadA > 0 ? pin.ownLoadA.toFixed(2) : '–'}</td>
              <td className="right mono wide-only">{volts(pin.keyOffV)}</td>
              <td className="right mono wide-only">{volts(pin.keyOnV)}</td>
              <td className="right mono wide-only">{volts(pin.runningV)}</td>
              <td className="mono">
                {pin.signal ? `${SIGNAL_WORDS[pin.signal].replace('the ', '')} ${volts(pin.signalV)}` : ''}
                {pin.isSwitched && `its switch ${volts(pin.signalV)}`}
              </td>
              <td
                className={when === 'unread' ? 'lead-state unread' : when === 'dead' ? 'lead-state' : 'lead-state live'}
              >
                {when === 'unread' ? '? ' : when === 'dead' ? '' : '✓ '}
                {whenWords(slot, systemV)}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
