import { v7 } from 'uuid';

export const newId = (): string => v7();

const KEY = 'ember-client';

/** Identity of this window: survives a reload, differs between windows, so that one's own work never conflicts with itself. */
export function clientId(): string {
  const known = sessionStorage.getItem(KEY);
  if (known) return known;
  const made = newId();
  sessionStorage.setItem(KEY, made);
  return made;
}
