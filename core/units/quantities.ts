/**
 * Numbers that know what they count. A plain number goes wherever one is wanted, so arithmetic stays arithmetic; but volts
 * do not go where amps are wanted, nor degrees where millimetres are. It costs nothing when the program runs.
 */
declare const unit: unique symbol;

type Quantity<Unit extends string> = number & { readonly [unit]?: Unit };

export type Millimetres = Quantity<'mm'>;
export type SquareMillimetres = Quantity<'mm2'>;
export type Degrees = Quantity<'deg'>;
export type Volts = Quantity<'V'>;
export type Amps = Quantity<'A'>;
export type Ohms = Quantity<'ohm'>;
