import { useVirtualizer } from '@tanstack/react-virtual';
import type { ReactNode, RefObject } from 'react';

/** Rows kept ready beyond what is seen. */
const OVERSCAN = 30;
/** What a place that was not measured yet is taken to be: enough rows for any screen. */
const FIRST = { width: 1000, height: 1200 };

const gap = (heightPx: number, columns: number): ReactNode => (
  <tr aria-hidden="true" className="gap">
    <td colSpan={columns} style={{ height: heightPx }} />
  </tr>
);

/**
 * The body of a long table: only rows that are seen are made, with some to spare; what is above and below keeps its room.
 * `scroller` is the element that scrolls, `rowPx` about how high a row is.
 */
export function VirtualRows<Item>({
  items,
  keyOf,
  scroller,
  rowPx,
  columns,
  children,
}: {
  items: readonly Item[];
  keyOf(item: Item): string;
  scroller: RefObject<HTMLElement | null>;
  rowPx: number;
  columns: number;
  children(item: Item, index: number): ReactNode;
}) {
  const virtual = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowPx,
    getItemKey: (index) => keyOf(items[index]!),
    overscan: OVERSCAN,
    initialRect: FIRST,
  });
  const shown = virtual.getVirtualItems();
  const above = shown[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (shown.at(-1)?.end ?? 0);
  return (
    <tbody>
      {above > 0 && gap(above, columns)}
      {shown.map(({ index }) => children(items[index]!, index))}
      {below > 0 && gap(below, columns)}
    </tbody>
  );
}
