import { UploadOutlined } from '@ant-design/icons';
import { Alert, Button, Segmented } from 'antd';
import { useRef, useState } from 'react';
import { LengthInput } from '../../ui/LengthInput.tsx';
import { useUnit } from '../useUnit.ts';

type OutlineView = 'side' | 'front' | 'plan';
const KNOWN_WORDS: Record<OutlineView, string> = { side: 'It is long', front: 'It is wide', plan: 'It is long' };

/** Brings an outline drawn elsewhere in, for one view at a time, at a length that is known. */
export function OutlineImport() {
  const { build, body, preferences, mayEdit, act } = useUnit();
  const input = useRef<HTMLInputElement>(null);
  const [view, setView] = useState<OutlineView>('side');
  const [known, setKnown] = useState<number | null>(null);
  const [problem, setProblem] = useState('');
  const knownMm = known ?? (view === 'front' ? body.widthMm : body.lengthMm);

  const take = async (file: File | undefined) => {
    if (!file) return;
    setProblem('');
    const { importOutline } = await import('../../../core/body/outline/importOutline.ts');
    const outline = importOutline(file.name, await file.text(), knownMm);
    if (input.current) input.current.value = '';
    if (!outline.ok) return setProblem(outline.reason.message);
    const points = outline.value.map(([a, b]): [number, number] => [a, b]);
    const old = build.body.outlines;
    const box: [number, number][] = [
      [0, 0],
      [body.lengthMm, 0],
      [body.lengthMm, body.heightMm],
      [0, body.heightMm],
    ];
    const outlines = { side: old?.side ?? box, front: old?.front ?? null, plan: old?.plan ?? null, [view]: points };
    const high = Math.round(Math.max(...points.map(([, b]) => b)));
    const sizes: Record<string, number> =
      view === 'side'
        ? { lengthMm: Math.round(knownMm), heightMm: high }
        : view === 'front'
          ? { widthMm: Math.round(knownMm), heightMm: high }
          : { lengthMm: Math.round(knownMm), widthMm: high };
    act({ kind: 'setOwnOutlines', outlines }, { kind: 'setBodyParameters', changes: sizes });
  };
  if (!mayEdit) return null;
  return (
    <section aria-label="Own outline">
      <h3>Own outline</h3>
      <p className="muted">
        The largest closed shape of an SVG or DXF drawing, front to the left, scaled by a length you know.
      </p>
      <div className="form-row">
        <span>View</span>
        <Segmented
          aria-label="View of the outline"
          value={view}
          options={['side', 'front', 'plan']}
          onChange={(value) => {
            setView(value as OutlineView);
            setKnown(null);
          }}
        />
      </div>
      <div className="form-row">
        <span>{KNOWN_WORDS[view]}</span>
        <LengthInput label="Known length" valueMm={knownMm} unit={preferences.length} onCommit={setKnown} />
      </div>
      <input
        ref={input}
        type="file"
        accept=".svg,.dxf"
        hidden
        aria-label="Drawing to bring in"
        onChange={(event) => void take(event.target.files?.[0])}
      />
      <Button icon={<UploadOutlined />} onClick={() => input.current?.click()}>
        Bring in a drawing
      </Button>
      {problem && <Alert type="warning" title={problem} showIcon />}
    </section>
  );
}
