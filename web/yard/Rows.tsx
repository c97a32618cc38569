import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import { GroupRow } from './GroupRow.tsx';
import { UnitRow } from './UnitRow.tsx';
import type { Item } from './yardItem.ts';

const ROW_PX = 46;

/** Rows kept ready beyond what is seen. */
const OVERSCAN = 24;

/** Only what is seen is drawn, with some rows to spare: a yard of thousands scrolls as one of twenty does. */
export function Rows({ items, onEnd }: { items: readonly Item[]; onEnd(): void }) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    getItemKey: (index) => {
      const item = items[index]!;
      return item.kind === 'unit' ? item.unit.id : item.words;
    },
    overscan: OVERSCAN,
  });
  const shown = virtual.getVirtualItems();
  const last = shown.at(-1)?.index ?? 0;
  const atEnd = last >= items.length - 1;
  const latestOnEnd = useRef(onEnd);
  latestOnEnd.current = onEnd;
  useEffect(() => {
    if (atEnd && items.length > 0) latestOnEnd.current();
  }, [atEnd, items.length]);
  return (
    <div className="rows" ref={scroller}>
      <div className="rows-all" style={{ height: virtual.getTotalSize() }}>
        {shown.map(({ index, key, start }) => {
          const item = items[index]!;
          return (
            <div
              key={key}
              ref={virtual.measureElement}
              data-index={index}
              className="rows-one"
              style={{ transform: `translateY(${start}px)` }}
            >
              {item.kind === 'group' ? (
                <GroupRow words={item.words} count={item.count} />
              ) : (
                <UnitRow unit={item.unit} muted={item.muted} />
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}
