import { CheckOutlined, WarningOutlined } from '@ant-design/icons';
import type { AsBuilt as Measured } from '../../../core/document/index.ts';
import { formatLength, type LengthUnit } from '../../../core/units/index.ts';

export function Verdict({ measured, unit }: { measured: Measured; unit: LengthUnit }) {
  const offMm = measured.valueMm - measured.plannedMm;
  const size = formatLength(Math.abs(offMm), unit);
  const off = Math.round(offMm) === 0 ? 'as planned' : `${size} ${offMm > 0 ? 'over' : 'under'} plan`;
  const allowed = `${formatLength(measured.toleranceMm, unit)} allowed`;
  switch (measured.state) {
    case 'good':
      return (
        <p className="state ok">
          <CheckOutlined aria-hidden /> {off}, {allowed}
        </p>
      );
    case 'off':
      return (
        <p className="state caution">
          <WarningOutlined aria-hidden /> {off}, {allowed}: the lead decides
        </p>
      );
    case 'accepted':
      return (
        <p className="state ok">
          <CheckOutlined aria-hidden /> {off}, taken as built by {measured.settledBy}
        </p>
      );
    case 'refused':
      return (
        <p className="state stop">
          <WarningOutlined aria-hidden /> {off}: {measured.settledBy} wants it as planned
        </p>
      );
    default:
      return measured.state satisfies never;
  }
}
