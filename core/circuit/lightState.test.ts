import { describe, expect, it } from 'vitest';
import { lightState } from './lightState.ts';

const filament = { light: 'filament', cutInV: 0 } as const;
const led = { light: 'led', cutInV: 8 } as const;
const at = (voltageV: number, currentA = 1) => ({
  voltageV,
  currentA,
  powerW: voltageV * currentA,
});

describe('what a lamp shows', () => {
  it.each([
    // Less than a milliamp is leakage.
    [filament, at(12, 0.0009), 12, 'dark'],
    [filament, at(12, 0.001), 12, 'lit'],
    // A quarter of its volts does not glow, four fifths are nearly all of its light.
    [filament, at(2.99), 12, 'dark'],
    [filament, at(3), 12, 'dim'],
    [filament, at(9.59), 12, 'dim'],
    [filament, at(9.61), 12, 'lit'],
    [filament, at(19.1), 24, 'dim'],
    [filament, at(19.21), 24, 'lit'],
    // A filament does not mind which way the current goes.
    [filament, at(-12, -1), 12, 'lit'],
    [led, at(8), 12, 'lit'],
    [led, at(7.99), 12, 'dark'],
    // Nothing goes the wrong way through a diode.
    [led, at(-12, -1), 12, 'dark'],
    [led, at(20), 24, 'lit'],
  ] as const)('%j at %j on %d V: %s', (model, state, system, shows) =>
    expect(lightState(model, state, system)).toBe(shows),
  );
});
