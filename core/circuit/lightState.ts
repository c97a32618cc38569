/** What a lamp shows on the volts and amps that it gets. */

import type { LampModel } from '../document/index.ts';
import type { Volts } from '../units/index.ts';
import type { ElementState } from './solver/circuit.ts';

export type LightState = 'dark' | 'dim' | 'lit';

/** Less than this through a lamp is leakage, not light. */
const LIT_FROM_A = 1e-3;
/** A filament's light goes with the 3.4th power of its voltage: at 80 % less than half is left (from memory). */
const DIM_RATIO = 0.8;
/** And at a quarter of its volts it does not glow. */
const DARK_RATIO = 0.25;

/** `systemVoltageV` is the nominal one, 12 or 24. */
export function lightState(
  { light, cutInV }: Pick<LampModel, 'light' | 'cutInV'>,
  { voltageV, currentA }: ElementState,
  systemVoltageV: Volts,
): LightState {
  if (Math.abs(currentA) < LIT_FROM_A) return 'dark';
  // A light-emitting diode lets nothing through the wrong way round.
  if (light === 'led') return voltageV >= cutInV ? 'lit' : 'dark';
  const ratio = Math.abs(voltageV) / systemVoltageV;
  return ratio < DARK_RATIO ? 'dark' : ratio < DIM_RATIO ? 'dim' : 'lit';
}
