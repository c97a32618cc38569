/** What a loom's form begins with: a usual one for two work lamps (common practice, no source). */
import type { Loom, LoomLead } from '../../core/document/index.ts';

const SIZES = {
  metric: { trunk: '2.5', leg: '1.5', small: '1' },
  awg: { trunk: '14', leg: '16', small: '18' },
} as const;

/** The next number that is free among looms. */
function nextKey(keys: readonly string[]): string {
  const numbers = keys.flatMap((key) => /^LM-(\d+)$/.exec(key)?.[1] ?? []).map(Number);
  return `LM-${String(Math.max(0, ...numbers) + 1).padStart(4, '0')}`;
}

export function loomStart(keys: readonly string[], table: 'metric' | 'awg'): Loom {
  const lead = (size: keyof (typeof SIZES)['metric'], lengthMm: number): LoomLead => ({
    table,
    gauge: SIZES[table][size],
    lengthMm,
  });
  return {
    key: nextKey(keys),
    name: '',
    family: 'blade',
    fuseA: 15,
    relayA: 30,
    hasSwitch: true,
    power: lead('trunk', 400),
    toSwitch: lead('small', 1500),
    ground: lead('small', 500),
    trunk: lead('trunk', 4000),
    legs: [lead('leg', 1000), lead('leg', 1000)],
    hasReturn: false,
    ends: 'plugs',
  };
}
