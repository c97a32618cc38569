import { namedColour } from '../../../../core/harness/index.ts';
import { WIRE } from '../../../ui/tokens.ts';

/** What a lead is drawn in by the colour that somebody wrote of it. */
export const leadColour = (written: string): string => WIRE[namedColour(written) ?? 'white'];
