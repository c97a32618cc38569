import { AimOutlined, ExpandOutlined, MinusOutlined, PlusOutlined } from '@ant-design/icons';
import { useEffect } from 'react';
import { isTyping } from '../app/typing.ts';
import type { LampMark } from './lampMarks.ts';
import type { SheetZoom } from './useZoom.ts';

const BUTTON_STEP = 1.5;
/** A lamp looked at closely is drawn at this many times the fitted sheet. */
const CLOSE_SCALE = 5;

export function ZoomTools({ zoom, focus }: { zoom: SheetZoom; focus: LampMark | undefined }) {
  const { show } = zoom;
  useEffect(() => {
    if (!focus) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== 'z' || event.ctrlKey || event.metaKey || isTyping(event)) return;
      show(focus.x, focus.y, CLOSE_SCALE);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [focus, show]);
  return (
    <div className="zoom-tools" role="toolbar" aria-label="Zoom">
      <button type="button" aria-label="Closer" title="Closer (+)" onClick={() => zoom.by(BUTTON_STEP)}>
        <PlusOutlined aria-hidden />
      </button>
      <button
        type="button"
        aria-label="Further away"
        title="Further away (-)"
        disabled={zoom.whole}
        onClick={() => zoom.by(1 / BUTTON_STEP)}
      >
        <MinusOutlined aria-hidden />
      </button>
      <button
        type="button"
        aria-label="The selected lamp up close"
        title="The selected lamp up close (Z)"
        disabled={!focus}
        onClick={() => focus && show(focus.x, focus.y, CLOSE_SCALE)}
      >
        <AimOutlined aria-hidden />
      </button>
      <button
        type="button"
        aria-label="The whole sheet"
        title="The whole sheet (0)"
        disabled={zoom.whole}
        onClick={zoom.showWhole}
      >
        <ExpandOutlined aria-hidden />
      </button>
    </div>
  );
}
