import { WarningOutlined } from '@ant-design/icons';
import { cutLengthMm, type HoleRow, tagList } from '../../../core/place/index.ts';
import { mm, say } from '../../../core/units/index.ts';
import { useWords } from '../../app/useWords.ts';

const TOOL_WORDS: Record<HoleRow['tool'], string> = {
  'twist bit': 'twist',
  'step bit': 'step',
  'hole saw': 'saw',
  jigsaw: 'jigsaw',
};

/** One row of the list of holes, and under it what a bit must not reach. */
export function HoleRowLine({ row, isFirst, onSelect }: { row: HoleRow; isFirst: boolean; onSelect(): void }) {
  const inWords = useWords();
  const { tool, diameterMm, slot, count, part, depth, edge, lamps, isMeasured } = row;
  const size = slot ? say`${mm(slot.widthMm)} × ${mm(slot.heightMm)}` : say`${mm(diameterMm)}`;
  const name = part?.name.replace(/, (left|right)$/, '') ?? 'no part found';
  const warning =
    depth.kind === 'collar'
      ? inWords(say`${depth.behind.what} ${mm(depth.behind.depthMm)} behind: collar at ${mm(depth.stopMm)}`)
      : slot
        ? inWords(say`${mm(Math.round(cutLengthMm(slot)))} to cut between the corner holes`)
        : null;
  return (
    <>
      <tr className={isFirst ? 'first' : undefined}>
        <td className="muted">{isFirst && TOOL_WORDS[tool]}</td>
        <td>
          <button
            type="button"
            className="row-button"
            onClick={onSelect}
            aria-label={`Choose ${tagList(lamps.map(({ tag }) => tag))}`}
          >
            <b className="mono">{inWords(size)}</b> × {count}
          </button>
          {!isMeasured && <small>assumed</small>}
        </td>
        <td>
          {name}
          {part && <small> {inWords(say`${part.material} ${mm(part.thicknessMm)}`)}</small>}
        </td>
        <td className="mono">
          {depth.kind === 'collar' ? inWords(say`${mm(depth.stopMm)}`) : depth.kind === 'ask' ? 'ask' : 'free'}
        </td>
        <td>{edge.filter((word) => word !== 'deburr').join(', ') || 'deburr'}</td>
      </tr>
      {warning && (
        <tr className="why">
          <td />
          <td colSpan={4}>
            {depth.kind === 'collar' && <WarningOutlined aria-hidden />} {warning}
          </td>
        </tr>
      )}
    </>
  );
}
