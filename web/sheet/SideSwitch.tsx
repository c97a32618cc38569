import type { View } from '../../core/body/index.ts';

const SIDES: { view: View; words: string; name: string }[] = [
  { view: 'left', words: 'L', name: 'Left side' },
  { view: 'rear', words: 'F B', name: 'Front and rear' },
  { view: 'right', words: 'R', name: 'Right side' },
];

/** Which side stands over the plan, where there is room for one. */
export function SideSwitch({ main, onChange }: { main: View; onChange(view: View): void }) {
  const shown = main === 'front' ? 'rear' : main;
  return (
    <div className="side-switch" role="toolbar" aria-label="Side shown">
      {SIDES.map(({ view, words, name }) => (
        <button key={view} type="button" aria-label={name} aria-pressed={view === shown} onClick={() => onChange(view)}>
          {words}
        </button>
      ))}
    </div>
  );
}
