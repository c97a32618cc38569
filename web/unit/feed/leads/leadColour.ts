import { WireColour } from '../../../../core/document/index.ts';
import { WIRE } from '../../../ui/tokens.ts';

/** What the first word of a lead's colour is drawn in; grey where wire is not made in it. */
export function leadColour(colour: string): string {
  const known = WireColour.safeParse(/[a-z]+/i.exec(colour)?.[0]?.toLowerCase());
  return known.success ? WIRE[known.data] : WIRE.white;
}
