import type { Control } from '../../../core/document/index.ts';
import type { ProvingStop } from '../../../core/prove/index.ts';

export const namesOf = (controls: readonly Control[]): string => controls.map((control) => control.name).join(' + ');

/** A step of the walk by what is on, and the key where it is off. */
export const stopName = ({ controls, keyOn }: Pick<ProvingStop, 'controls' | 'keyOn'>): string =>
  `${namesOf(controls)}${keyOn ? '' : ', key off'}`;
