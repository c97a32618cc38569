import { type RefObject, useLayoutEffect, useRef, useState } from 'react';

/** The content size of an element, kept up to date. Starts at 0 x 0, so callers draw nothing until it is known. */
export function useSize<T extends Element>(): [RefObject<T | null>, { width: number; height: number }] {
  const ref = useRef<T>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const measure = () => {
      const { width, height } = element.getBoundingClientRect();
      setSize((old) =>
        old.width === Math.round(width) && old.height === Math.round(height)
          ? old
          : { width: Math.round(width), height: Math.round(height) },
      );
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, size];
}
