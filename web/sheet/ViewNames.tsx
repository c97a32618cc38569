import { memo } from 'react';
import { noteY, type ViewName } from './viewNames.ts';

export const ViewNames = memo(function ViewNames({ names }: { names: readonly ViewName[] }) {
  return (
    <g className="names">
      {names.map((name) => (
        <g key={name.view}>
          <text className="view-name" x={name.x} y={name.y} textAnchor={name.anchor}>
            {name.text}
          </text>
          {name.note && (
            <text className="view-note" x={name.x} y={noteY(name)} textAnchor={name.anchor}>
              {name.note}
            </text>
          )}
        </g>
      ))}
    </g>
  );
});
