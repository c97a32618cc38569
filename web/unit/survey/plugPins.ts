import { PLAIN_PIN, type Plug } from '../../../core/document/index.ts';

export type Pin = Plug['pins'][number];

export const pin = (name: string, colour = '', purpose = '', signal: Pin['signal'] = null): Pin => ({
  pin: name,
  colour,
  purpose,
  keyOffV: null,
  keyOnV: null,
  runningV: null,
  ...PLAIN_PIN,
  signal,
});
