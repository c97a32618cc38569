import { PlusOutlined } from '@ant-design/icons';
import { Button, Select } from 'antd';
import { useState } from 'react';
import { type Body, templateById } from '../../../core/body/index.ts';
import type { Position } from '../../../core/document/index.ts';
import { CONNECTORS } from '../../../core/harness/index.ts';
import { newId } from '../../app/ids.ts';
import { useUnit } from '../useUnit.ts';
import { PlugCard } from './PlugCard.tsx';
import { type Pin, pin } from './plugPins.ts';

const numbered = (count: number): Pin[] => Array.from({ length: count }, (_, index) => pin(String(index + 1)));

/** Plugs that can be recorded: plain ones by their pins, connectors with what their standard has on each pin. */
const KINDS: { value: string; label: string; pins: Pin[]; atHitch?: boolean }[] = [
  { value: 'spare switch plug', label: 'Spare switch plug, 2 pins', pins: numbered(2) },
  {
    value: 'rear lamp plug',
    label: 'Rear lamp plug, 3 pins',
    pins: [pin('1', '', 'tail', 'running'), pin('2', '', 'brake', 'brake'), pin('3', '', 'ground')],
  },
  {
    value: 'rear lamp plug with turns',
    label: 'Rear lamp plug, 5 pins',
    pins: [
      pin('1', '', 'tail', 'running'),
      pin('2', '', 'brake', 'brake'),
      pin('3', '', 'left turn', 'left'),
      pin('4', '', 'right turn', 'right'),
      pin('5', '', 'ground'),
    ],
  },
  { value: 'prewire', label: 'Prewire, 3 pins', pins: numbered(3) },
  ...CONNECTORS.map((kind) => ({
    value: kind.name,
    label: `Trailer, ${kind.name}`,
    atHitch: true,
    pins: kind.pins.map((spec) => pin(spec.pin, spec.colour, spec.purpose, spec.signal)),
  })),
];

/** Where a trailer's connector usually hangs: on what tows, at its rear; on a trailer, at the drawbar (common practice, no source). */
const atHitch = (body: Body): Position => ({
  xMm: templateById(body.templateId)?.group === 'trailer' ? 0 : Math.round(body.lengthMm),
  yMm: 0,
  zMm: HITCH_HEIGHT_MM,
});
const HITCH_HEIGHT_MM = 500;

/** Plugs found on the unit, pin by pin, as the meter read them. Look-alikes are told apart by readings, not by shape. */
export function PlugsPart() {
  const { build, body, mayEdit, act } = useUnit();
  const [kind, setKind] = useState(KINDS[0]!.value);
  const add = () => {
    const chosen = KINDS.find((each) => each.value === kind)!;
    act({
      kind: 'recordPlug',
      plug: {
        id: newId(),
        name: chosen.value,
        place: chosen.atHitch ? 'at the hitch' : '',
        pins: chosen.pins,
        end: 'open',
        leftMm: null,
        ...(chosen.atHitch && { position: atHitch(body) }),
      },
    });
  };
  return (
    <section className="survey-part" aria-label="Plugs">
      <p className="muted">
        Two plugs that look alike may be pinned differently: meter each pin before anything is joined.
      </p>
      {Object.values(build.plugs).map((plug) => (
        <PlugCard key={plug.id} plug={plug} />
      ))}
      {mayEdit && (
        <div className="button-row">
          <Select aria-label="Kind of plug" value={kind} options={KINDS} onChange={setKind} />
          <Button icon={<PlusOutlined />} onClick={add}>
            Plug
          </Button>
        </div>
      )}
    </section>
  );
}
