import { type RefObject, useCallback, useEffect, useState } from 'react';
import { isTyping } from '../app/typing.ts';
import type { SheetLayout } from './layout.ts';
import { panned, WHOLE, type Zoom, zoomedAbout } from './zoom.ts';

const WHEEL_STEP = 0.0016;
const KEY_STEP = 1.5;

export interface SheetZoom {
  zoom: Zoom;
  whole: boolean;
  by(factor: number, x?: number, y?: number): void;
  pan(dx: number, dy: number): void;
  /** Brings a point of the sheet as now drawn to the middle, at a scale of the fitted sheet. */
  show(x: number, y: number, scale: number): void;
  showWhole(): void;
}

/** Zoom and pan of a sheet: wheel, keys and buttons. A new layout is shown whole again. */
export function useZoom(ref: RefObject<HTMLElement | null>, fitted: SheetLayout | null): SheetZoom {
  const [kept, keep] = useState<{ of: SheetLayout | null; zoom: Zoom }>({ of: null, zoom: WHOLE });
  const zoom = kept.of === fitted ? kept.zoom : WHOLE;

  const change = useCallback(
    (next: (old: Zoom, layout: SheetLayout) => Zoom) =>
      fitted && keep((old) => ({ of: fitted, zoom: next(old.of === fitted ? old.zoom : WHOLE, fitted) })),
    [fitted],
  );
  const by = useCallback(
    (factor: number, x?: number, y?: number) =>
      void change((old, layout) => zoomedAbout(layout, old, factor, x ?? layout.width / 2, y ?? layout.height / 2)),
    [change],
  );
  const pan = useCallback(
    (dx: number, dy: number) => void change((old, layout) => panned(layout, old, dx, dy)),
    [change],
  );
  const showWhole = useCallback(() => void change(() => WHOLE), [change]);
  const show = useCallback(
    (x: number, y: number, scale: number) =>
      void change((old, layout) => {
        const there = zoomedAbout(layout, old, scale / old.scale, x, y);
        return panned(layout, there, layout.width / 2 - x, layout.height / 2 - y);
      }),
    [change],
  );

  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault(); // needs a listener that is not passive, which React's own is
      const box = element.getBoundingClientRect();
      by(Math.exp(-event.deltaY * WHEEL_STEP), event.clientX - box.left, event.clientY - box.top);
    };
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || isTyping(event)) return;
      if (event.key === '+' || event.key === '=') by(KEY_STEP);
      if (event.key === '-') by(1 / KEY_STEP);
      if (event.key === '0') showWhole();
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    window.addEventListener('keydown', onKey);
    return () => {
      element.removeEventListener('wheel', onWheel);
      window.removeEventListener('keydown', onKey);
    };
  }, [ref, by, showWhole]);

  return { zoom, whole: zoom.scale === 1, by, pan, show, showWhole };
}
