import { LockOutlined } from '@ant-design/icons';
import { type KeyboardEvent, memo, type PointerEvent } from 'react';
import type { Block } from '../../../core/shop/index.ts';

/** From these widths on there is room for so much. */
const ROOM_PX = { number: 19, tag: 42, words: 58, figures: 58, unit: 92 };

const hours = (minutes: number) => (minutes / 60).toFixed(1);

function figures(block: Block, widthPx: number): string {
  if (block.spentMinutes === null) return widthPx >= ROOM_PX.unit ? `${hours(block.minutes)} h` : hours(block.minutes);
  const both = `${hours(block.spentMinutes)} / ${hours(block.minutes)}`;
  return widthPx >= ROOM_PX.unit ? `${both} h` : both;
}

export interface BlockViewProps {
  block: Block;
  tag: string;
  leftPx: number;
  widthPx: number;
  tint: string;
  isShown: boolean;
  isMoved: boolean;
  /** Sentence for those who do not see the board. */
  label: string;
  fault: string | null;
  mayMove: boolean;
  /** The person in whose row it lies. */
  rowId: string;
  onGrab(block: Block, rowId: string, event: PointerEvent<HTMLButtonElement>): void;
  onKey(block: Block, rowId: string, event: KeyboardEvent<HTMLButtonElement>): void;
  onOpen(block: Block): void;
}

/** One stretch of somebody's work: tinted when done, white while it is to do. */
export const BlockView = memo(function BlockView(props: BlockViewProps) {
  const { block, tag, leftPx, widthPx, tint, isShown, isMoved, label, fault, mayMove, rowId } = props;
  const state = [
    block.isDone ? 'is-done' : '',
    isShown ? 'is-shown' : '',
    isMoved ? 'is-moved' : '',
    fault ? 'is-wrong' : '',
    mayMove ? 'may-move' : '',
  ];
  return (
    <button
      type="button"
      className={`block ${state.join(' ')}`}
      style={{ left: leftPx, width: widthPx, ['--tint' as string]: tint }}
      aria-label={label}
      aria-pressed={isShown}
      title={fault ?? label}
      onPointerDown={mayMove ? (event) => props.onGrab(block, rowId, event) : undefined}
      onKeyDown={(event) => props.onKey(block, rowId, event)}
      onClick={() => props.onOpen(block)}
    >
      {widthPx >= ROOM_PX.number && (
        <b>
          {widthPx >= ROOM_PX.tag ? tag : tag.replace(/^\D+/, '')}{' '}
          {block.held && widthPx >= ROOM_PX.tag && <LockOutlined aria-hidden />}
        </b>
      )}
      {widthPx >= ROOM_PX.words && <span className="words">{block.words}</span>}
      {widthPx >= ROOM_PX.figures && (
        <span className={`mono ${block.spentMinutes !== null && block.spentMinutes > block.minutes ? 'over' : ''}`}>
          {figures(block, widthPx)}
        </span>
      )}
    </button>
  );
});
