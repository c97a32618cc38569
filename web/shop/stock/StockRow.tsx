import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { OpenCells } from './OpenCells.tsx';
import { type RowProps, round } from './stockRowProps.ts';

export function StockRow({ line, shop, laidAside, coming, shortBy, isOpen, onOpen, onNext }: RowProps) {
  return (
    <tr className={isOpen ? 'is-open' : ''}>
      {isOpen ? <OpenCells line={line} shop={shop} onNext={onNext} /> : <td className="mono">{line.bin}</td>}
      {!isOpen && (
        <>
          <td>
            <b>{line.name}</b>
          </td>
          <td className="right mono">
            {shop.mayHandle ? (
              <button type="button" aria-label={`Count ${line.name}`} onClick={() => onOpen(line.key)}>
                {round(line.onHand)} {line.unit}
              </button>
            ) : (
              `${round(line.onHand)} ${line.unit}`
            )}
          </td>
        </>
      )}
      <td className="right mono">{laidAside > 0 ? round(laidAside) : ''}</td>
      <td className="right mono">{round(Math.max(0, line.onHand - laidAside))}</td>
      <td className="right mono">{coming > 0 ? round(coming) : ''}</td>
      <td className="right">{shortBy > 0 && <span className="state caution">⚠ {round(shortBy)}</span>}</td>
      <td className="right mono">
        {isOpen && shop.mayPlan ? (
          <CommittedNumber
            size="small"
            aria-label={`Price of ${line.name}`}
            min={0}
            max={100_000}
            value={line.priceMarks}
            onCommit={(priceMarks) =>
              priceMarks !== null && shop.act({ kind: 'putStock', line: { ...line, priceMarks } })
            }
          />
        ) : (
          line.priceMarks.toFixed(2)
        )}
      </td>
    </tr>
  );
}
