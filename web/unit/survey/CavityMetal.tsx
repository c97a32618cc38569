import type { Cavity } from '../../../core/document/index.ts';

/** The two sides of an empty slot: brass where there is a terminal, a dashed slit where there is none. */
export function CavityMetal({ cavity }: { cavity: Cavity }) {
  const side = (x: number, isThere: boolean) => (
    <rect
      x={x}
      y={5}
      width={8}
      height={4}
      rx={0.5}
      className={isThere ? 'brass' : 'slit'}
      vectorEffect="non-scaling-stroke"
    />
  );
  return (
    <svg viewBox="0 0 28 14" aria-hidden>
      {side(3, cavity !== 'hollow')}
      {side(17, cavity === 'whole')}
    </svg>
  );
}
