import { Button, Checkbox, Select } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import type { LampModel } from '../../../../core/document/index.ts';
import { signalOfSlot, slotWhen, whenWords } from '../../../../core/graph/index.ts';
import { moduleOnLead, ownLead, planPinSource } from '../../../../core/planning/index.ts';
import { type LeadChoice, lampsOnLead } from '../../../../core/work/index.ts';
import { useUnit } from '../../useUnit.ts';
import type { ChosenLead } from './chosenLead.ts';
import { FlashFields } from './FlashFields.tsx';
import type { PlannedModule } from './LeadChain.tsx';
import { LeadChoiceRow } from './LeadChoiceRow.tsx';
import { ModulePanel } from './ModulePanel.tsx';
import { OwnLampFields } from './OwnLampFields.tsx';
import { patternOptions } from './patternOptions.ts';
import { useLeadChoices } from './useLeadChoices.ts';
import { usualFlash } from './usualFlash.ts';

/** A filament's first pattern, and a diode's: the calmest that is told from steady at a glance. */
const FIRST_PATTERN: Record<LampModel['light'], string> = { filament: 'slow-double', led: 'double' };

/** What is pressed, by the way that is chosen. */
const PRESSED_WORDS: Record<Exclude<LeadChoice['kind'], 'leave'>, (pin: string) => string> = {
  tap: (pin) => `Tap pin ${pin}`,
  halves: (pin) => `Cut pin ${pin} and put the module in`,
  butts: (pin) => `Cut pin ${pin} and put the module in`,
  flash: (pin) => `Cut pin ${pin} and put flashers in`,
  relay: (pin) => `Cut pin ${pin} and put the relay in`,
  diode: (pin) => `Cut pin ${pin} and put the diode in`,
};

/** One lead of the unit's own: what it can still carry, and what to do with it, each way with its figures. */
export function LeadPanel({
  lead,
  onTap,
  onPlanned,
}: {
  lead: ChosenLead;
  onTap(choice: LeadChoice): void;
  /** What the chosen way would put in; null for none. */
  onPlanned(module: PlannedModule | null): void;
}) {
  const { build, overview, mayEdit, act } = useUnit();
  const { plug, pin } = lead;
  const { slot } = planPinSource(build, plug.id, pin.pin)!;
  const systemV = build.electrics.systemVoltageV;
  const when = slotWhen(slot, systemV);
  const onIt = lampsOnLead(build, signalOfSlot(slot, systemV));
  const module = moduleOnLead(build, plug.id, pin.pin);
  const [factoryLampId, setFactoryLampId] = useState<string | null>(null);
  const [light, setLight] = useState<LampModel['light']>('filament');
  const [patternId, setPatternId] = useState<string | null>(null);
  const [bursts, setBursts] = useState(true);
  const [flash, setFlash] = useState(() => usualFlash(build, overview?.feeds ?? []));
  const [kind, setKind] = useState<LeadChoice['kind']>('halves');
  const isOwnKnown = ownLead(build, plug.id, pin.pin) !== undefined;
  const question = useMemo(
    () => ({
      plugId: plug.id,
      pin: pin.pin,
      factoryLampId: factoryLampId ?? onIt[0]?.id ?? null,
      light,
      patternId: patternId ?? FIRST_PATTERN[light],
      bursts,
      flash,
    }),
    [plug.id, pin.pin, factoryLampId, onIt[0]?.id, light, patternId, bursts, flash],
  );
  const answer = useLeadChoices(build, question);
  const choices = answer && answer !== 'failed' ? answer : [];
  const chosen = choices.find((each) => each.kind === kind);
  const isCut = kind === 'halves' || kind === 'butts';
  const isPutIn = kind !== 'tap' && kind !== 'leave';
  const left = choices.find((each) => each.kind === 'leave');
  const nowA = left?.throughA ?? null;
  useEffect(() => {
    onPlanned(
      isCut && chosen?.refusal === '' ? { isPlugged: kind === 'halves', patternId: question.patternId, bursts } : null,
    );
  }, [onPlanned, isCut, chosen?.refusal, kind, question.patternId, bursts]);

  return (
    <section className="lead-panel" aria-label={`Pin ${pin.pin}`}>
      <header className="panel-head">
        <span className="tag-chip">{pin.pin}</span>
        <div>
          <h2>
            Pin {pin.pin}
            {pin.purpose && `, ${pin.purpose}`}
          </h2>
          <span className={`state ${when === 'unread' ? 'note' : when === 'dead' ? 'caution' : 'ok'}`}>
            {whenWords(slot, systemV)}
          </span>
        </div>
      </header>
      <dl className="lead-carries">
        <div>
          <dt>Good for</dt>
          <dd className="mono">{slot.ratingA === null ? 'fuse not known' : `${slot.limitA.toFixed(1)} A`}</dd>
        </div>
        <div>
          <dt>Drawn now</dt>
          <dd className="mono">{nowA === null ? '…' : `${nowA.toFixed(2)} A`}</dd>
        </div>
        <div>
          <dt>Left at 80 %</dt>
          <dd className="mono">
            {nowA === null || slot.ratingA === null ? '…' : `${Math.max(0, slot.limitA * 0.8 - nowA).toFixed(2)} A`}
          </dd>
        </div>
      </dl>
      {module ? (
        <ModulePanel module={module} />
      ) : (
        <>
          <h3>What to do with it</h3>
          {answer === 'failed' && (
            <p className="state-line stop">The ways could not be worked out. Choose the pin again.</p>
          )}
          <div className="lead-choices" role="radiogroup" aria-label="What to do with the lead">
            {answer === null && <p className="empty">Each way is tried on a copy …</p>}
            {choices.map((choice) => (
              <LeadChoiceRow
                key={choice.kind}
                choice={choice}
                lostV={choice.lampV === null || !left?.lampV ? null : left.lampV - choice.lampV}
                isChosen={choice.kind === kind}
                onChoose={() => setKind(choice.kind)}
              />
            ))}
          </div>
          {isPutIn && (
            <div className="lead-wish">
              {!isOwnKnown && (
                <OwnLampFields
                  lamps={onIt}
                  lampId={question.factoryLampId}
                  light={light}
                  onLamp={setFactoryLampId}
                  onLight={setLight}
                />
              )}
              {isCut && (
                <>
                  <div className="form-row">
                    <span>Flashes</span>
                    <Select
                      aria-label="Pattern of the module"
                      value={question.patternId}
                      onChange={setPatternId}
                      options={patternOptions(light)}
                    />
                  </div>
                  <Checkbox checked={bursts} onChange={(event) => setBursts(event.target.checked)}>
                    for five seconds, then steady
                  </Checkbox>
                </>
              )}
            </div>
          )}
          {(kind === 'flash' || kind === 'relay') && (
            <FlashFields flash={flash} onlyControl={kind === 'relay'} onChange={setFlash} />
          )}
          {mayEdit && chosen && kind !== 'leave' && (
            <Button
              type="primary"
              block
              disabled={chosen.refusal !== ''}
              onClick={() => (isPutIn ? act(...chosen.operations) : onTap(chosen))}
            >
              {PRESSED_WORDS[kind](pin.pin)}
            </Button>
          )}
        </>
      )}
      <p className="caution-line">Disconnect or pull the fuse before joining.</p>
    </section>
  );
}
