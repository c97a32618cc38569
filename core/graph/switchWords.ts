/** A switch and its terminals as the crew names them. */
import type { Build, Control, SwitchPart } from '../document/index.ts';
import { capitalised, fine, plain, say, type Words } from '../units/index.ts';

type SwitchTerminal = keyof SwitchPart['marks'];

/** What the terminals of a switch are for. */
const PINS: Record<SwitchTerminal, string> = {
  in: 'supply',
  out: 'load',
  lamp: 'ground of its light',
  panel: 'second light',
};

/** The terminals that a switch has, in the order in which they are joined. */
export const terminalsOf = ({ light }: SwitchPart): SwitchTerminal[] => [
  'in',
  'out',
  ...(light === 'none' ? [] : (['lamp'] as const)),
  ...(light === 'ownAndPanel' ? (['panel'] as const) : []),
];

const isPin = (terminal: string): terminal is SwitchTerminal => terminal in PINS;

/** What a terminal is for, and what is stamped beside it where somebody has read it. */
export function switchPinName(part: SwitchPart | null | undefined, terminal: string): string {
  if (!isPin(terminal)) return terminal;
  const mark = part?.marks[terminal].trim();
  return mark ? `${PINS[terminal]} (${mark})` : PINS[terminal];
}

/** As it stands in a list of parts: Lit rocker switch 10 A. Until somebody says otherwise, a plain rocker. */
export function switchName({ part, ratingA }: Pick<Control, 'part' | 'ratingA'>): string {
  const { form, light } = part ?? { form: 'rocker', light: 'none' };
  const named = light === 'none' ? `${form} switch` : `lit ${form} switch`;
  return `${capitalised(named)} ${ratingA} A${light === 'ownAndPanel' ? ', two lights' : ''}`;
}

/** The switches that the crew buys and puts in: not those of the unit, nor those that come in a loom. */
export function switchesToFit(build: Build): Control[] {
  const wired = new Set(
    Object.values(build.elements).flatMap((element) =>
      element.kind === 'switch' && !element.loomId ? [element.controlId] : [],
    ),
  );
  return [...wired].flatMap((id) => {
    const control = build.controls[id];
    return control?.kind === 'switch' ? [control] : [];
  });
}

/** The opening that it wants. */
export function switchHoleWords({ hole }: SwitchPart): Words {
  if (hole === null) return plain('held without a hole');
  return hole.shape === 'round'
    ? say`hole ${fine(hole.diameterMm)}`
    : say`opening ${fine(hole.widthMm)} by ${fine(hole.heightMm)}`;
}
