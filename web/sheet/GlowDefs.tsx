import { LIGHT } from '../ui/tokens.ts';

/** Soft glows, once a sheet. White gets less: it is the brightest already. */
export function GlowDefs() {
  return (
    <defs>
      {Object.entries(LIGHT).map(([name, colour]) => {
        const part = name === 'white' ? 0.6 : 1;
        return (
          <radialGradient key={name} id={`glow-${name}`}>
            <stop offset="0" stopColor={colour} stopOpacity={0.62 * part} />
            <stop offset="0.33" stopColor={colour} stopOpacity={0.24 * part} />
            <stop offset="1" stopColor={colour} stopOpacity={0} />
          </radialGradient>
        );
      })}
    </defs>
  );
}
