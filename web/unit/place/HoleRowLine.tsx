import { WarningOutlined } from '@ant-design/icons';
import { cutLengthMm, type HoleRow, sidelessName, tagList } from '../../../core/place/index.ts';
import { fine, type LengthUnit, mm, say, typedFine } from '../../../core/units/index.ts';
import { useWords } from '../../app/useWords.ts';

const TOOL_WORDS: Record<HoleRow['tool'], string> = {
  'twist bit': 'twist',
  'step bit': 'step',
  'hole saw': 'saw',
  jigsaw: 'jigsaw',
};

const EDGE_WORDS: Record<string, string> = { 'zinc paint': 'zinc', 'file to the line': 'file' };

/** One row of the list of holes, and under it what a bit must not reach. */
export function HoleRowLine({
  row,
  isFirst,
  isTold,
  unit,
  onSelect,
}: {
  row: HoleRow;
  isFirst: boolean;
  /** What lies behind stands at a row above already. */
  isTold: boolean;
  unit: LengthUnit;
  onSelect(): void;
}) {
  const inWords = useWords();
  const { tool, diameterMm, slot, count, part, skin, control, depth, edge, lamps, isMeasured } = row;
  const tags = tagList(lamps.map(({ tag }) => tag));
  const name = part ? sidelessName(part) : control ? `panel, ${control.name}` : 'no part found';
  const warning =
    depth.kind === 'collar' && !isTold
      ? inWords(say`${depth.behind.what} ${mm(depth.behind.depthMm)} behind: collar at ${fine(depth.stopMm)}`)
      : slot
        ? inWords(say`${mm(slot.widthMm)} wide: ${mm(Math.round(cutLengthMm(slot)))} to cut between the corner holes`)
        : null;
  const edges = edge.filter((word) => word !== 'deburr').map((word) => EDGE_WORDS[word] ?? word);
  const size = <b className="mono">{typedFine(diameterMm, unit)}</b>;
  return (
    <>
      <tr className={isFirst ? 'first' : undefined}>
        <td className="muted">{isFirst && TOOL_WORDS[tool]}</td>
        <td>
          {control ? (
            size
          ) : (
            <button type="button" className="row-button" onClick={onSelect} aria-label={`Choose ${tags}`} title={tags}>
              {size}
            </button>
          )}
        </td>
        <td className="mono">×{count}</td>
        <td>
          {name} {(part || control) && <small>{`${skin.material} ${typedFine(skin.thicknessMm, unit)}`}</small>}
          {!isMeasured && <small>; places assumed</small>}
        </td>
        <td className={depth.kind === 'ask' ? 'ask' : 'mono'}>
          {depth.kind === 'collar' ? typedFine(depth.stopMm, unit) : depth.kind}
        </td>
        <td>{edges.join(', ') || 'deburr'}</td>
      </tr>
      {warning && (
        <tr className={depth.kind === 'collar' ? 'why' : 'why plain'}>
          <td />
          <td colSpan={5}>
            {depth.kind === 'collar' && <WarningOutlined aria-hidden />} {warning}
          </td>
        </tr>
      )}
    </>
  );
}
