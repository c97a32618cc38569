import { CloseOutlined } from '@ant-design/icons';
import { Button, Input, Select } from 'antd';
import { type PointerEvent as ReactPointerEvent, useEffect, useRef, useState } from 'react';
import { LightColour, type OwnPattern, PulseShape } from '../../../core/document/index.ts';
import {
  effectiveCd,
  GRID_S,
  movedPulse,
  ownPattern,
  patternFigures,
  resizedPulse,
  reversed,
  shifted,
  stretched,
  suitsFilament,
  withColour,
  withLevel,
  withoutPulse,
  withPulse,
  withShape,
} from '../../../core/flash/index.ts';
import { isTyping } from '../../app/typing.ts';
import { useSize } from '../../app/useSize.ts';
import { NumberInput } from '../../ui/NumberInput.tsx';
import { LIGHT } from '../../ui/tokens.ts';
import { PulseBlock } from './PulseBlock.tsx';
import { type Held, LANE } from './patternLane.ts';

const OWN_COLOUR = 'own';

const SHAPE_WORDS: Record<PulseShape, string> = { flat: 'on and off', ramp: 'rising', beam: 'turning beam' };

/** Intensity that effective light is told for: the reader scales it. */
const PER_CD = 1000;

/** A pattern drawn as a timeline of one lane: pulses dragged, their edges pulled, all on a grid of 5 ms. */
export function PatternEditor({
  initial,
  colour,
  onSave,
  onClose,
}: {
  initial: OwnPattern;
  colour: LightColour;
  onSave(pattern: OwnPattern): void;
  onClose(): void;
}) {
  const [pattern, setPattern] = useState(initial);
  const [chosen, setChosen] = useState(0);
  const [held, setHeld] = useState<Held | null>(null);
  const [ref, size] = useSize<HTMLDivElement>();
  const svg = useRef<SVGSVGElement>(null);
  const width = Math.max(240, size.width) - 2 * LANE.pad;
  const pxPerS = width / pattern.periodS;
  const pulse = pattern.pulses[chosen];
  const figures = patternFigures(ownPattern(pattern));
  const timeAt = (event: { clientX: number }) =>
    (event.clientX - svg.current!.getBoundingClientRect().left - LANE.pad) / pxPerS;

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event)) return;
      const step = event.altKey ? GRID_S : GRID_S * 4;
      if (event.key === 'Delete' || event.key === 'Backspace') {
        setPattern((now) => withoutPulse(now, chosen));
        setChosen(0);
      } else if (event.key === 'ArrowLeft') setPattern((now) => movedPulse(now, chosen, -step));
      else if (event.key === 'ArrowRight') setPattern((now) => movedPulse(now, chosen, step));
      else return;
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, [chosen]);

  const take = (event: ReactPointerEvent, index: number, part: Held['part']) => {
    event.stopPropagation();
    setChosen(index);
    svg.current!.setPointerCapture(event.pointerId);
    setHeld({ index, part, startX: event.clientX, from: pattern });
  };
  const drag = (event: ReactPointerEvent) => {
    if (!held) return;
    const byS = (event.clientX - held.startX) / pxPerS;
    const { from, index, part } = held;
    const now = from.pulses[index]!;
    if (part === 'body') setPattern(movedPulse(from, index, byS));
    else setPattern(resizedPulse(from, index, part, (part === 'start' ? now.startS : now.endS) + byS));
  };
  const addAt = (atS: number) => {
    const next = withPulse(pattern, atS);
    if (next === pattern) return;
    setPattern(next);
    setChosen(next.pulses.findIndex((each) => !pattern.pulses.includes(each)));
  };
  const typed = (edge: 'start' | 'end', ms: number | null) =>
    ms !== null && setPattern(resizedPulse(pattern, chosen, edge, ms / 1000));

  return (
    <section className="pattern-editor timeline" aria-label="Draw a pattern">
      <header>
        <h3>Draw</h3>
        <Input
          size="small"
          aria-label="Name of the pattern"
          maxLength={40}
          value={pattern.name}
          onChange={(event) => setPattern({ ...pattern, name: event.target.value })}
        />
        <span className="labelled">
          Period
          <NumberInput
            size="small"
            aria-label="Period, ms"
            precision={0}
            min={50}
            max={60_000}
            step={5}
            suffix="ms"
            value={Math.round(pattern.periodS * 1000)}
            onChange={(ms) => ms && setPattern(stretched(pattern, ms / 1000))}
          />
        </span>
        <Button size="small" onClick={() => setPattern(reversed(pattern))}>
          Backwards
        </Button>
        <Button size="small" onClick={() => setPattern(shifted(pattern, pattern.periodS / 2))}>
          Half a turn later
        </Button>
        <Button size="small" onClick={() => addAt(freeMoment(pattern))}>
          Add a pulse
        </Button>
        <span className="right mono">
          {figures.steady ? 'steady' : `${figures.flashesPerMinute}/min`} {figures.dutyPercent}%, dark{' '}
          {Math.round(figures.darkestS * 1000)} ms, {Math.round(effectiveCd(ownPattern(pattern), PER_CD))} of {PER_CD}{' '}
          cd effective{suitsFilament(ownPattern(pattern)) ? '' : ', LED only'}
        </span>
        <Button
          size="small"
          type="primary"
          disabled={pattern.name.trim() === ''}
          onClick={() => onSave({ ...pattern, name: pattern.name.trim() })}
        >
          Keep and use
        </Button>
        <Button size="small" type="text" aria-label="Close the editor" icon={<CloseOutlined />} onClick={onClose} />
      </header>
      <div className="timeline-field" ref={ref}>
        <svg
          ref={svg}
          width={width + 2 * LANE.pad}
          height={LANE.top + LANE.height + 8}
          role="group"
          aria-label="Pulses over one period"
          onPointerMove={drag}
          onPointerUp={() => setHeld(null)}
          onDoubleClick={(event) => addAt(timeAt(event))}
        >
          {ticksOf(pattern.periodS).map((timeS) => (
            <g key={timeS}>
              <path d={`M${LANE.pad + timeS * pxPerS} ${LANE.top}v${LANE.height}`} stroke="var(--night-line)" />
              <text className="axis" x={LANE.pad + timeS * pxPerS} y={16} textAnchor="middle">
                {Math.round(timeS * 1000)}
              </text>
            </g>
          ))}
          <path d={`M${LANE.pad} ${LANE.top + LANE.height}h${width}`} stroke="var(--night-mark)" />
          {pattern.pulses.map((each, index) => (
            <PulseBlock
              key={`${each.startS} ${each.endS}`}
              pulse={each}
              index={index}
              chosen={index === chosen}
              pxPerS={pxPerS}
              fill={LIGHT[each.colour ?? colour]}
              onTake={take}
            />
          ))}
        </svg>
      </div>
      {pulse && (
        <footer>
          <span className="labelled">
            From
            <NumberInput
              size="small"
              aria-label="Pulse from, ms"
              precision={0}
              min={0}
              step={5}
              value={Math.round(pulse.startS * 1000)}
              onChange={(ms) => typed('start', ms)}
            />
          </span>
          <span className="labelled">
            to
            <NumberInput
              size="small"
              aria-label="Pulse to, ms"
              precision={0}
              min={0}
              step={5}
              suffix="ms"
              value={Math.round(pulse.endS * 1000)}
              onChange={(ms) => typed('end', ms)}
            />
          </span>
          <span className="labelled">
            Level
            <NumberInput
              size="small"
              aria-label="Level of the pulse, percent"
              min={5}
              max={100}
              suffix="%"
              value={Math.round(pulse.level * 100)}
              onChange={(percent) => percent && setPattern(withLevel(pattern, chosen, percent / 100))}
            />
          </span>
          <Select
            size="small"
            aria-label="Shape of the pulse"
            value={pulse.shape ?? 'flat'}
            onChange={(shape) => setPattern(withShape(pattern, chosen, shape))}
            options={PulseShape.options.map((shape) => ({ value: shape, label: SHAPE_WORDS[shape] }))}
          />
          <Select
            size="small"
            aria-label="Colour of the pulse"
            value={pulse.colour ?? OWN_COLOUR}
            onChange={(value) =>
              setPattern(withColour(pattern, chosen, value === OWN_COLOUR ? null : (value as LightColour)))
            }
            options={[
              { value: OWN_COLOUR, label: "the lamp's own" },
              ...LightColour.options.map((each) => ({ value: each as string, label: each })),
            ]}
          />
          <Button
            size="small"
            disabled={pattern.pulses.length === 1}
            onClick={() => {
              setPattern(withoutPulse(pattern, chosen));
              setChosen(0);
            }}
          >
            Remove
          </Button>
          <span className="muted-night">
            Drag a pulse or its edge; double-click adds one; arrows move it, Alt for 5 ms.
          </span>
        </footer>
      )}
    </section>
  );
}

/** Room for a new pulse: the start of the longest dark time. */
function freeMoment({ pulses, periodS }: OwnPattern): number {
  let best = { startS: 0, lengthS: pulses[0]?.startS ?? periodS };
  for (const [index, pulse] of pulses.entries()) {
    const lengthS = (pulses[index + 1]?.startS ?? periodS) - pulse.endS;
    if (lengthS > best.lengthS) best = { startS: pulse.endS, lengthS };
  }
  return best.startS + Math.min(0.05, best.lengthS / 4);
}

/** Round steps, about eight to a period. */
function ticksOf(periodS: number): number[] {
  const step = [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10].find((each) => periodS / each <= 10) ?? 20;
  return Array.from({ length: Math.floor(periodS / step + 1e-9) + 1 }, (_, index) => index * step);
}
