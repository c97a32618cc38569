import type { Body } from '../../core/body/index.ts';
import { BodyView } from '../sheet/BodyView.tsx';
import { PX_PER_MM, ROAD } from './duskScale.ts';

export function Side({ body, atPx }: { body: Body; atPx: number }) {
  const frame = {
    view: 'left' as const,
    originX: atPx,
    originY: ROAD,
    signA: 1 as const,
    signB: -1 as const,
    left: 0,
    right: 0,
    top: 0,
    bottom: 0,
  };
  return <BodyView body={body} view="left" frame={frame} pxPerMm={PX_PER_MM} />;
}
