import { Input, InputNumber } from 'antd';
import { type RowProps, round } from './stockRowProps.ts';

/** Bin, name and count of the line that is being counted. */
export function OpenCells({ line, shop, onNext }: Pick<RowProps, 'line' | 'shop' | 'onNext'>) {
  const count = (text: string) => {
    const onHand = Number.parseFloat(text);
    if (Number.isFinite(onHand) && onHand !== round(line.onHand))
      void shop.act({ kind: 'countStock', partKey: line.key, onHand });
  };
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
        <InputNumber
          key={line.onHand}
          size="small"
          autoFocus
          aria-label={`Count of ${line.name}`}
          suffix={line.unit}
          min={0}
          max={100_000}
          defaultValue={round(line.onHand)}
          onFocus={(event) => event.target.select()}
          onBlur={(event) => count(event.target.value)}
          onPressEnter={(event) => {
            count((event.target as HTMLInputElement).value);
            onNext();
          }}
        />
      </td>
    </>
  );
}
