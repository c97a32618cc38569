import type { Control } from '../../../core/document/index.ts';

export const namesOf = (controls: readonly Control[]): string => controls.map((control) => control.name).join(' + ');
