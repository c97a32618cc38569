import { fuseColour } from '../../../../core/circuit/index.ts';
import { patternOf, times, touchesFor } from '../../../../core/flash/index.ts';
import { tagList } from '../../../../core/place/index.ts';
import { leadAround, moduleOnLead, planPinSource } from '../../../../core/planning/index.ts';
import { lampsOnSource } from '../../../../core/work/index.ts';
import { BLADE, LIGHT, WIRE } from '../../../ui/tokens.ts';
import { useUnit } from '../../useUnit.ts';
import type { ChosenLead } from './chosenLead.ts';
import { leadColour } from './leadColour.ts';

const [Y, WIDTH, HEIGHT] = [74, 860, 150];
/** Where the parts stand along the lead, px. */
const AT = { fuse: 40, cut: 292, module: 430, joined: 568, lamp: 720, ground: 806 };

/** A module that is not in the lead yet. */
export interface PlannedModule {
  isPlugged: boolean;
  patternId: string;
  bursts: boolean;
}

/** The chosen lead in a line, as it is or as it will be: its fuse, what is put between, the lamp, ground. */
export function LeadChain({ lead: { plug, pin }, planned }: { lead: ChosenLead; planned: PlannedModule | null }) {
  const { build } = useUnit();
  const { slot } = planPinSource(build, plug.id, pin.pin)!;
  const there = moduleOnLead(build, plug.id, pin.pin);
  const module = there ?? planned;
  const isPlugged = there
    ? leadAround(build, there.element.id)?.elementIds.some((id) => build.elements[id]?.kind === 'connector')
    : planned?.isPlugged;
  const touches = module?.patternId ? touchesFor(module.patternId) : null;
  const lamps = lampsOnSource(build, slot.id);
  const tags = tagList(lamps.map((lamp) => lamp.tag));
  const colour = leadColour(pin.colour);
  const blade = fuseColour('blade', slot.ratingA);
  const wire = (from: number, to: number, stroke = colour) => (
    <path d={`M${from} ${Y}H${to}`} stroke={stroke} strokeWidth={6} fill="none" />
  );
  const bracket = (from: number, to: number, words: string, className: string) => (
    <g className={className}>
      <path d={`M${from} 34v-7H${to}v7`} fill="none" />
      <text x={(from + to) / 2} y={20} textAnchor="middle">
        {words}
      </text>
    </g>
  );
  const halves = (x: number) => (
    <g className="plug-pair">
      <rect x={x - 21} y={Y - 8} width={20} height={16} rx={2} />
      <rect x={x + 1} y={Y - 8} width={20} height={16} rx={2} />
    </g>
  );
  const label = [
    `Fuse ${slot.ratingA ?? 'not known'} A`,
    module ? 'brake-lamp module' : 'the whole lead',
    tags || 'what the unit has on it',
  ].join(', then ');
  return (
    <figure className="lead-chain">
      <figcaption>
        <b>
          Pin {pin.pin}
          {pin.purpose && `, ${pin.purpose}`}
        </b>{' '}
        {there ? 'as it is wired now' : planned ? 'as it will be' : 'as it came'}
      </figcaption>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={label}>
        {wire(AT.fuse, module ? AT.cut : AT.lamp)}
        <rect x={AT.fuse - 20} y={Y - 13} width={40} height={26} rx={3} fill={BLADE[blade] ?? WIRE.white} />
        <text x={AT.fuse} y={Y + 5} textAnchor="middle" className="on-blade">
          {slot.ratingA ?? '?'}
        </text>
        <text x={AT.fuse} y={Y + 32} textAnchor="middle" className="small">
          {blade ? 'its own' : 'not known'}
        </text>
        <text x={(AT.fuse + 46 + (module ? AT.cut : AT.lamp)) / 2} y={Y - 14} textAnchor="middle" className="small">
          {[pin.colour, pin.areaMm2 && `${pin.areaMm2} mm²`].filter(Boolean).join(', ')}
        </text>
        {module && (
          <>
            {wire(AT.cut, AT.module - 76, WIRE.red)}
            {wire(AT.module + 76, AT.joined, WIRE.blue)}
            {wire(AT.joined, AT.lamp)}
            {isPlugged && halves(AT.cut)}
            {isPlugged && halves(AT.joined)}
            <g className="module-box">
              <rect x={AT.module - 76} y={Y - 27} width={152} height={54} rx={3} />
              <text x={AT.module} y={Y - 7} textAnchor="middle" className="name">
                Brake-lamp module
              </text>
              <text x={AT.module} y={Y + 13} textAnchor="middle">
                {module.patternId ? patternOf(build, module.patternId).name.toLowerCase() : 'no pattern chosen'}
                {module.bursts ? ', then steady' : ''}
              </text>
            </g>
            <path
              d={`M${AT.module - 34} ${Y + 27}v20M${AT.module - 44} ${Y + 47}h20m-17 5h14m-11 5h8`}
              className="metal"
            />
            <path d={`M${AT.module + 34} ${Y + 27}v18`} stroke={WIRE.yellow} strokeWidth={3} />
            <text x={AT.module + 44} y={Y + 50} className="small">
              {touches ? `touched ${times(touches)}, then capped` : 'capped'}
            </text>
            {bracket(AT.fuse, AT.cut - 26, "the unit's own", 'of-unit')}
            {bracket(AT.cut - 20, AT.joined + 20, 'put in', 'put-in')}
            {bracket(AT.joined + 26, AT.ground, "the unit's own", 'of-unit')}
          </>
        )}
        <rect x={AT.lamp} y={Y - 11} width={40} height={22} rx={3} fill={LIGHT[lamps[0]?.colour ?? 'red']} />
        <text x={AT.lamp + 20} y={Y - 20} textAnchor="middle" className="tag">
          {tags || 'its own lamp'}
        </text>
        {wire(AT.lamp + 40, AT.ground, WIRE.black)}
        <path d={`M${AT.ground} ${Y}v16m-11 0h22m-18 5h14m-11 5h8`} className="metal" />
      </svg>
    </figure>
  );
}
