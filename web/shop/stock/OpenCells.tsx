import { Input } from 'antd';
import { CommittedNumber } from '../../ui/CommittedNumber.tsx';
import { type RowProps, round } from './stockRowProps.ts';

/** Bin, name and count of the line that is being counted. */
export function OpenCells({ line, shop, onNext }: Pick<RowProps, 'line' | 'shop' | 'onNext'>) {
  return (
    <>
      <td>
        {shop.mayPlan ? (
          <Input
            size="small"
            className="bin"
            aria-label={`Bin of ${line.name}`}
            defaultValue={line.bin}
            maxLength={20}
            onBlur={(event) => {
              const bin = event.target.value.trim();
              if (bin !== line.bin) void shop.act({ kind: 'putStock', line: { ...line, bin } });
            }}
          />
        ) : (
          <span className="mono">{line.bin}</span>
        )}
      </td>
      <td>
        <b>{line.name}</b>
      </td>
      <td className="right">
        <CommittedNumber
          size="small"
          autoFocus
          aria-label={`Count of ${line.name}`}
          suffix={line.unit}
          min={0}
          max={100_000}
          value={round(line.onHand)}
          onFocus={(event) => event.target.select()}
          onCommit={(onHand) => onHand !== null && shop.act({ kind: 'countStock', partKey: line.key, onHand })}
          onPressEnter={onNext}
        />
      </td>
    </>
  );
}
