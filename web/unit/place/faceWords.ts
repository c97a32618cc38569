import type { Face } from '../../../core/document/index.ts';

/** The sides of a unit, as one points at them. */
export const FACE_WORDS: Record<Face, string> = {
  front: 'front',
  rear: 'rear',
  top: 'top',
  left: 'left side',
  right: 'right side',
};

export const FACES: readonly Face[] = ['front', 'rear', 'top', 'left', 'right'];
