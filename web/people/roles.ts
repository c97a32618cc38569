/** What people of a role are called, and what they may do. */
import type { Person } from '../../core/contract/index.ts';

export const ROLE_NAMES: Record<Person['role'], string> = {
  lead: 'lead',
  installer: 'installer',
  owner: 'fleet owner',
};

export const MAY_WORDS: Record<Person['role'], string> = {
  lead: 'May do everything: plan the week, settle what was measured, ask people in.',
  installer: 'May change every unit, tick, meter and sign; counts, receives and picks parts.',
  owner: 'Sees the units of one fleet with findings and papers, and comments. No prices, no hours.',
};
